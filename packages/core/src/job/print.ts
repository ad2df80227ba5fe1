import { PROVES_FIELD, type Basis } from '../basis/basis.ts';
import { untakenOf, type Combination } from '../actions/combination.ts';
import type { JointLike } from '../joints/report.ts';
import { STANDARDS } from '../standards/registry.ts';

/** Stable text of a value: keys in order, so that equal joints give equal text however they were typed. */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (value && typeof value === 'object') {
    const entries = Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1));
    return `{${entries.map(([k, v]) => `${JSON.stringify(k)}:${canonical(v)}`).join(',')}}`;
  }
  return JSON.stringify(value);
}

/** A combination as its checks depend on it: how it was made is said by its numbers, and of what they don't take the most. */
const plain = ({ made: _made, ...c }: Combination): object =>
  c.unused ? { ...c, unused: c.unused.map(({ here: _here, ...u }) => u) } : c;

/**
 * Fingerprint of all that a joint's result depends on; a signed joint whose fingerprint has changed is stale. 53-bit mixing hash: it
 * guards against oversight, not against forgery. The joint is as it is judged, with the combinations that its load cases make.
 */
export const fingerprint = (joint: JointLike, basis: Basis): string =>
  printOf(joint, basis, joint.proof ? { proof: joint.proof } : {});

/** Fingerprint of all that a plate analysis of a joint depends on: it takes what no check does, and whether it proves anything changes nothing of it. */
export function analysisPrint(joint: JointLike, basis: Basis): string {
  const { [PROVES_FIELD.id]: _may, ...settings } = basis.settings;
  const untaken = joint.combinations.map(untakenOf);
  const more = untaken.some((u) => Object.keys(u).length > 0) ? { untaken } : {};
  return printOf(joint, { ...basis, settings: settings as Basis['settings'] }, more);
}

function printOf(joint: JointLike, basis: Basis, more: object): string {
  // How a sheet is dimensioned changes no result, nor do the units that it is in.
  const { rows_from: _shown, ...all } = basis.settings;
  // Nor does a setting that came later and stands as everything stood before it.
  const later = new Map(basis.standard.settings.filter((f) => f.later).map((f) => [f.id, f.usual as unknown]));
  const settings = Object.fromEntries(Object.entries(all).filter(([k, v]) => !later.has(k) || later.get(k) !== v));
  // What was signed before there was a choice of standards stays signed.
  const { standard, units: _units, ...rest } = basis;
  const of = standard === STANDARDS[0] ? rest : { ...rest, standard: standard.id };
  const text = canonical({
    kind: joint.kind,
    input: joint.input,
    combinations: joint.combinations.map(plain),
    basis: { ...of, settings },
    ...more,
  });
  return mixed(text);
}

/** 53-bit mixing hash of a text, fourteen hexadecimal figures. */
function mixed(text: string): string {
  let h1 = 0xdeadbeef;
  let h2 = 0x41c6ce57;
  for (let i = 0; i < text.length; i += 1) {
    const ch = text.charCodeAt(i);
    h1 = Math.imul(h1 ^ ch, 2654435761);
    h2 = Math.imul(h2 ^ ch, 1597334677);
  }
  h1 = Math.imul(h1 ^ (h1 >>> 16), 2246822507) ^ Math.imul(h2 ^ (h2 >>> 13), 3266489909);
  h2 = Math.imul(h2 ^ (h2 >>> 16), 2246822507) ^ Math.imul(h1 ^ (h1 >>> 13), 3266489909);
  return (4294967296 * (2097151 & h2) + (h1 >>> 0)).toString(16).padStart(14, '0');
}

/** Key of a value that equal values share, however they were typed. */
export const contentKey = (value: unknown): string => mixed(canonical(value));
