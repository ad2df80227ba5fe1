import { readQuantity } from '../units/entry.ts';
import { SI, type Units } from '../units/system.ts';

/** A force as typed: its value in kN, and where it came from when it was no plain number. */
export interface EnteredForce {
  readonly value: number;
  readonly from?: string;
}

const NUMBER = '([-+]?\\d+(?:\\.\\d+)?)';
const SHARE = new RegExp(`^${NUMBER}\\s*%$`);
const LOAD = new RegExp(`^${NUMBER}\\s*(kN/m|kip/ft|lbf/ft)?\\s*[x×*]\\s*${NUMBER}\\s*(m|ft)?$`, 'i');

/** How such a force may be typed besides, in words. */
export const shareWords = (units: Units): string =>
  `a share such as 50 %, or a load and a span such as ${units.id === 'SI' ? '12 kN/m x 8 m' : '1.2 kip/ft x 30 ft'}`;

/**
 * Reads a force: a number in kN (kip in a job in inches), or with its unit, `25 kip`; a share of the member's shear resistance, `50 %`; or a
 * uniformly distributed load and a span, `12 kN/m x 8 m`, whose end reaction is w L/2. `V_pl` in kN; null where it is not known. Null for what
 * is none of these.
 */
export function readForce(
  typed: string,
  member: { readonly name: string; readonly V_pl: number } | null,
  units: Units = SI,
): EnteredForce | null {
  const own = units.unitOf('force');
  const text = typed
    .trim()
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(new RegExp(`\\s*${own}$`, 'i'), '');
  const share = SHARE.exec(text);
  if (share && member) {
    const part = Number(share[1]);
    return {
      value: round((part / 100) * member.V_pl),
      from: `${share[1]} % of the shear resistance of ${member.name}, ${units.quantity(member.V_pl * 1e3, 'kN')}`,
    };
  }
  const load = LOAD.exec(text);
  if (load) {
    const [of, span] = [load[2] ?? units.unitOf('load'), load[4] ?? (units.id === 'SI' ? 'm' : 'ft')];
    const [w, L] = [readQuantity(`${load[1]} ${of}`, 'kN/m')!, readQuantity(`${load[3]} ${span}`, 'mm')! / 1e3];
    return L > 0 ? { value: round((w * L) / 2), from: `${load[1]} ${of} over ${load[3]} ${span}: w L/2` } : null;
  }
  const value = readAction(text, 'force', units);
  return value === null ? null : { value, ...(/[a-z]$/i.test(text) ? { from: text } : {}) };
}

/**
 * Reads one action in kN or kNm, typed in any unit of its kind. Null for what is none. What is typed in another unit than the job's is rounded;
 * what is typed in the job's own stays as it is, so that it is shown as it was typed.
 */
export function readAction(typed: string, quantity: 'force' | 'moment', units: Units = SI): number | null {
  const x = units.read(typed, quantity);
  const other = typed.trim().replace(new RegExp(`${units.unitOf(quantity)}\\s*$`, 'i'), '');
  return x !== null && /[a-z]/i.test(other) ? round(x) : x;
}

/** Hundredths of a kilonewton: what is shown is what is checked. */
const round = (x: number): number => Math.round(x * 100) / 100;
