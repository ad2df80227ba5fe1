import type { CheckResult } from '../checks/check.ts';
import type { FieldState } from '../analysis/analyse.ts';
import type { Measure } from '../analysis/measures.ts';
import type { FieldModel } from '../analysis/model.ts';
import { shareOf } from '../analysis/use.ts';
import { DIFFER, WATCHED } from '../joints/watched.ts';
import type { RowFlow } from '../joints/rows.ts';
import type { Units } from '../units/system.ts';

/** A check of the standard beside what the plate analysis says of the same, at one share of the load. */
export interface Counterpart {
  readonly title: string;
  readonly clause: string;
  /** Share of the resistance, or for a row of bolts the force in N. */
  readonly hand: number;
  readonly analysed: number;
  readonly of: 'share' | 'force';
  /** Which part the analysis tells it of; empty where the title says it. */
  readonly part: string;
  /** Analysed over hand; null where the hand method has nothing to compare with. */
  readonly ratio: number | null;
  /** Why they differ, where they do by more than is usual. */
  readonly why: string;
}

/** Both values as they are shown. */
export const counterpartWords = (
  { of, hand, analysed }: Counterpart,
  units: Units,
): readonly [hand: string, analysed: string] => {
  const told = (x: number): string =>
    of === 'force' ? units.quantity(Math.round(x / 100) * 100, 'kN') : `${(100 * x).toFixed(0)} %`;
  return [told(hand), told(analysed)];
};

/** What is usual between both. */
const [LOW, HIGH] = [0.85, 1.15];
/** Less than this of a resistance, or of force, N, is not worth a word. */
const SMALL = 0.1;
const LEAST = 5e3;

/** Names of the sheets that each part of a model is at. */
function placesOf(model: FieldModel): ReadonlyMap<string, readonly string[]> {
  return new Map([
    ...model.plates.map((p) => [p.name, [p.name]] as const),
    ...model.bolts.map((b) => [b.name, b.plies] as const),
    ...model.welds.map((w) => [w.name, [w.a, w.b]] as const),
    ...model.beds.map((b) => [`bed of ${b.plate}`, [b.plate]] as const),
  ]);
}

function told(why: keyof typeof DIFFER, hand: number, analysed: number): Pick<Counterpart, 'ratio' | 'why'> {
  const ratio = hand > 0 ? analysed / hand : null;
  const usual = ratio !== null && ratio >= LOW && ratio <= HIGH;
  return { ratio, why: usual ? '' : DIFFER[why] };
}

/**
 * Checks whose resistance the analysis watches too, the most used first. Both are told at the load of the state; a check is taken to grow with it in
 * proportion.
 */
export function counterparts(checks: readonly CheckResult[], model: FieldModel, state: FieldState): Counterpart[] {
  const places = placesOf(model);
  const found = checks.flatMap((c): Counterpart[] => {
    const watched = WATCHED[c.id];
    if (!watched || c.type !== 'strength' || c.info || c.utilisation === null) return [];
    const { kind, at } = watched;
    const sheetsOf = (m: Measure): readonly string[] => (m.ply ? [m.ply] : (places.get(m.part) ?? []));
    const all = state.uses.filter((m) => m.kind === kind && at.every((begin) => sheetsOf(m).some((s) => s.startsWith(begin))));
    // Of the anchor, wall or flange that the check speaks of, where the model has one of that name.
    const own = c.where ? all.filter((m) => [m.part, ...sheetsOf(m)].some((s) => s.endsWith(c.where!))) : [];
    const of = own.length ? own : all;
    if (!of.length) return [];
    const worst = of.reduce((a, b) => (shareOf(b) > shareOf(a) ? b : a));
    const [hand, analysed] = [c.utilisation * state.lam, shareOf(worst)];
    if (hand < SMALL && analysed < SMALL) return [];
    const title = c.where ? `${c.title}, ${c.where}` : c.title;
    return [{ title, clause: c.clause, hand, analysed, of: 'share', part: worst.part, ...told(watched.differ, hand, analysed) }];
  });
  return found.sort((a, b) => b.hand - a.hand);
}

/** Rows of bolts that pull: their tension by the hand method beside that of the bolts in the model, without what is pried; N. */
export function rowsBeside(rows: readonly RowFlow[], model: FieldModel, state: FieldState): Counterpart[] {
  const bolts = new Map(state.bolts.map((b) => [b.name, b]));
  return rows.flatMap((row): Counterpart[] => {
    const hand = row.F * state.lam;
    const own = model.bolts.filter((b) => Math.abs(b.point[2] - row.y) < 1).map((b) => bolts.get(b.name)!);
    const analysed = own.reduce((s, b) => s + Math.max(0, b.F_t - b.pried), 0);
    if (!own.length || Math.max(hand, analysed) < LEAST) return [];
    const title = `Row ${row.number}, tension`;
    return [{ title, clause: row.by, hand, analysed, of: 'force', part: '', ...told('rows', hand, analysed) }];
  });
}
