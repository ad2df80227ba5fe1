import { readQuantity } from '../units/entry.ts';
import { significant } from '../units/format.ts';

/** A force as typed: its value in kN, and where it came from when it was no plain number. */
export interface EnteredForce {
  readonly value: number;
  readonly from?: string;
}

const NUMBER = '([-+]?\\d+(?:\\.\\d+)?)';
const SHARE = new RegExp(`^${NUMBER}\\s*%$`);
const LOAD = new RegExp(`^${NUMBER}\\s*(kN/m|kip/ft|lbf/ft)?\\s*[x×*]\\s*${NUMBER}\\s*(m|ft)?$`, 'i');

/**
 * Reads a force: a number in kN, or with its unit, `25 kip`; a share of the member's shear resistance, `50 %`; or a uniformly distributed load and a span,
 * `12 kN/m x 8 m`, whose end reaction is w L/2. `V_pl` in kN; null where it is not known. Null for what is none of these.
 */
export function readForce(typed: string, member: { readonly name: string; readonly V_pl: number } | null): EnteredForce | null {
  const text = typed
    .trim()
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/\s*kN$/i, '');
  const share = SHARE.exec(text);
  if (share && member) {
    const part = Number(share[1]);
    return {
      value: round((part / 100) * member.V_pl),
      from: `${share[1]} % of the shear resistance of ${member.name}, ${significant(member.V_pl)} kN`,
    };
  }
  const load = LOAD.exec(text);
  if (load) {
    const [w, L] = [
      readQuantity(`${load[1]} ${load[2] ?? ''}`, 'kN/m')!,
      readQuantity(`${load[3]} ${load[4] ?? 'm'}`, 'mm')! / 1e3,
    ];
    return L > 0
      ? { value: round((w * L) / 2), from: `${load[1]} ${load[2] ?? 'kN/m'} over ${load[3]} ${load[4] ?? 'm'}: w L/2` }
      : null;
  }
  const value = readAction(text, 'kN');
  return value === null ? null : { value, ...(/[a-z]$/i.test(text) ? { from: text } : {}) };
}

/** Reads one action in kN or kNm, typed in any unit of its kind; a converted one is rounded. Null for what is none. */
export function readAction(typed: string, unit: 'kN' | 'kNm'): number | null {
  const x = readQuantity(typed, unit);
  return x !== null && /[a-z]/i.test(typed.replace(/kNm?\s*$/i, '')) ? round(x) : x;
}

/** Hundredths of a kilonewton: what is shown is what is checked. */
const round = (x: number): number => Math.round(x * 100) / 100;
