import type { Loading } from '../../checks/check.ts';
import type { FormulaSection, Run } from '../../formula/index.ts';
import type { UnitId } from '../../units/units.ts';
import { elasticGroup, instantaneousCentre, type Centre } from './bolt-group.ts';
import type { Place } from './centre.ts';
import { elasticWeld, weldCentre, type WeldCentre, type WeldLine } from './weld-group.ts';

/** How a job works eccentric groups. */
export type GroupMethod = 'instantaneous' | 'elastic';

/** A group under one load by the method that counts, and by the other one for information; null where there is no centre. */
export interface Eccentric<T> {
  readonly counts: T | null;
  other(): T | null;
}
const eccentric = <T>(method: GroupMethod, by: Readonly<Record<GroupMethod, () => T | null>>): Eccentric<T> => ({
  counts: by[method](),
  other: by[method === 'elastic' ? 'instantaneous' : 'elastic'],
});

/** Bolts under a load in the direction `u` with the moment `m` about their centroid for each unit of it, counter-clockwise positive. */
export const eccentricBolts = (method: GroupMethod, points: readonly Place[], u: Place, m: number): Eccentric<Centre> =>
  eccentric(method, { instantaneous: () => instantaneousCentre(points, u, m), elastic: () => elasticGroup(points, u, m) });
/** Fillets under a load in the direction `u` through `at`. */
export const eccentricFillets = (method: GroupMethod, lines: readonly WeldLine[], u: Place, at: Place): Eccentric<WeldCentre> =>
  eccentric(method, { instantaneous: () => weldCentre(lines, u, at), elastic: () => elasticWeld(lines, u, at) });

/** The coefficient of a group by the method of the job; where the run is traced, that of the other one beside it, and the two compared. */
export function coefficientOf<C>(
  s: FormulaSection,
  o: {
    readonly symbol: string;
    readonly unit: UnitId;
    readonly text: string;
    readonly clause: string;
    method(c: C): GroupMethod;
    group(c: C, r: Run, l: Loading): Eccentric<{ readonly C: number }>;
  },
): (r: Run, c: C, l: Loading) => void {
  const IC = 'the instantaneous centre of rotation';
  const ELASTIC = 'the elastic method';
  const info = (symbol: string, method: string) =>
    s.found(symbol, o.unit, `${o.text}, by the other method for information`, method, o.clause);
  const compared = (expr: string) => s.f('q', '-', expr, 'elastic method over instantaneous centre, for information', o.clause);
  const by = {
    instantaneous: {
      counts: s.found(o.symbol, o.unit, o.text, IC, o.clause),
      other: info(`${o.symbol}_el`, ELASTIC),
      q: compared(`${o.symbol}_el/${o.symbol}`),
    },
    elastic: {
      counts: s.found(o.symbol, o.unit, o.text, ELASTIC, o.clause),
      other: info(`${o.symbol}_ic`, IC),
      q: compared(`${o.symbol}/${o.symbol}_ic`),
    },
  };
  return (r, c, l) => {
    const group = o.group(c, r, l);
    const { counts, other, q } = by[o.method(c)];
    counts(r, group.counts?.C ?? 0);
    if (!r.steps) return;
    const found = group.other();
    if (!found) return;
    other(r, found.C);
    q(r);
  };
}
