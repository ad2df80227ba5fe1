import { INCH } from '../../../catalogue/index.ts';
import { Refusal } from '../../../refusal.ts';
import type { MomentPlateModel } from '../model.ts';

/** Forms of the procedure: four bolts at each flange, the same with ribs, eight bolts with ribs. */
export type Form = '4E' | '4ES' | '8ES';

/** Bolts at one flange of the beam. Lengths mm. */
export interface End {
  readonly at: 'top' | 'bottom';
  /** Heights over the top of the beam, outside the flange and inside it, the nearest to the flange first. */
  readonly outside: readonly number[];
  readonly inside: readonly number[];
  /** What it is in tension; null where the procedure has no such form, and why. */
  readonly form: Form | null;
  readonly why: string;
  /** Flange to the nearest row inside and outside, pitch of paired rows (0 where there are none), outermost row to the end of the plate. */
  readonly p_fi: number;
  readonly p_fo: number;
  readonly p_b: number;
  readonly d_e: number;
  /** Middle of the flange to the nearer end of the column; infinite where it runs on. */
  readonly end: number;
}

const FORMS =
  'accepted are two rows at a flange, one outside and one inside (with a rib or without), or two outside and two inside with a rib';

/** Least distance of a row to the flange: room for the wrench. */
export const roomFor = (d: number): number => d + (d <= INCH + 1e-6 ? 0.5 : 0.75) * INCH;

/** How far a pattern of yield lines reaches past a row, on a plate or flange this wide with its bolts at this gauge. */
export const patternReach = (b: number, g: number): number => 0.5 * Math.sqrt(b * g);

/** Largest difference between the pitches of paired rows that counts as none, mm. */
const SAME = 0.5;

function formOf(outside: number, inside: number, rib: boolean, pitches: readonly number[]): { form: Form | null; why: string } {
  const none = (why: string): { form: null; why: string } => ({ form: null, why });
  if (outside === 0) return none('no row stands outside the flange: this procedure has no flush form');
  if (outside === 1 && inside === 1) return { form: rib ? '4ES' : '4E', why: '' };
  if (outside === 2 && inside === 2) {
    if (!rib) return none('eight bolts need a rib in this procedure');
    if (Math.abs(pitches[0]! - pitches[1]!) > SAME) return none('its pairs of rows have two pitches, and this procedure has one');
    return { form: '8ES', why: '' };
  }
  return none(`${outside} rows outside and ${inside} inside are no form of this procedure`);
}

/** The bolts at the top or the bottom flange. */
export function endOf(m: MomentPlateModel, at: 'top' | 'bottom'): End {
  const { h, tf } = m.beam.dims;
  const rows = m.rows.filter((x) => x.role === 'auto').map((x) => x.y);
  const face = at === 'top' ? 0 : -h;
  const out = (y: number): number => (at === 'top' ? y - face : face - y);
  const near = (a: number, b: number): number => Math.abs(a - face) - Math.abs(b - face);
  const outside = rows.filter((y) => out(y) > 0).sort(near);
  const inside = rows.filter((y) => out(y) < 0 && (at === 'top' ? y > -h / 2 : y < -h / 2)).sort(near);
  const gaps = [outside, inside].map((list) => (list.length > 1 ? Math.abs(list[0]! - list[1]!) : 0));
  const { end_above, end_below } = m.input.column ?? {};
  const own = at === 'top' ? end_above : end_below;
  const other = at === 'top' ? end_below : end_above;
  return {
    at,
    outside,
    inside,
    ...formOf(outside.length, inside.length, m.input.rib !== undefined, gaps),
    p_fi: inside.length ? -out(inside[0]!) - tf : 0,
    p_fo: outside.length ? out(outside[0]!) : 0,
    p_b: Math.max(...gaps),
    d_e: outside.length ? m.input.plate[at] - out(outside.at(-1)!) : 0,
    end: Math.min(own === undefined ? Infinity : own + tf / 2, other === undefined ? Infinity : other + h - tf / 2),
  };
}

/** What this standard's procedure has no form for: one sentence each. */
export function refuseOutside(m: MomentPlateModel, ends: readonly End[]): void {
  if (!m.column)
    throw new Refusal(
      'form',
      'form: a beam splice has no form in AISC 360’s procedure of moment end plates; accepted is a beam to column flange.',
    );
  if (m.haunch)
    throw new Refusal('haunch', 'haunch: a haunch has no form in AISC 360’s procedure of moment end plates; accepted is none.');
  const h = m.beam.dims.h;
  const middle = m.input.rows.findIndex((x) => Math.abs(x.y + h / 2) < SAME);
  if (middle >= 0)
    throw new Refusal(
      `rows.${middle}.y`,
      `rows.${middle}.y: a row at mid-depth belongs to neither flange, and this procedure has no such form; ${FORMS}.`,
    );
  if (ends.every((x) => x.form === null))
    throw new Refusal('rows', `rows: at the ${ends[0]!.at} flange ${ends[0]!.why}; ${FORMS}.`);
}
