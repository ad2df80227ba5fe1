import type { Basis } from '../../basis/basis.ts';
import { boltName, type Units } from '../../units/system.ts';
import type { Move } from '../kind.ts';
import { largerBolt, strongerClass, strongerGrade } from '../practical.ts';

/** The part moved up and down by a little; `at` is the joint with the part so much lower. */
export const upAndDown = <I>(u: Units, part: string, at: (by: number) => I): Move<I>[] => [
  { label: `${part} ${u.length(u.nudge)} up`, input: at(-u.nudge) },
  { label: `${part} ${u.length(u.nudge)} down`, input: at(u.nudge) },
];

/** A row more, where it falls and with the part higher. */
export const rowMore = <I>(u: Units, part: string, n1: number, more: I, lower: (from: I, by: number) => I): Move<I>[] => {
  const label = `rows ${n1} → ${n1 + 1}`;
  return [
    { label, input: more },
    { label: `${label}, ${part} ${u.length(3 * u.nudge)} up`, input: lower(more, -3 * u.nudge) },
  ];
};

/** Both ends longer by a little; `least` is the shorter of them now. */
export const longerEnds = <I>(u: Units, least: number, input: I): Move<I> => ({
  label: `ends ${u.length(least)} → ${u.length(least + u.nudge)}`,
  input,
});

/** The next bolt that shops have: as it stands, with its edges where they count apart, with all its distances, and with a row less. */
export function biggerBolts<I>(
  { bolts: { d, n1 } }: { readonly bolts: { readonly d: number; readonly n1: number } },
  basis: Basis,
  o: { alone(d: number): I; edges?(d: number): I; spaced?(d: number): I; rowLess(spaced: I): I },
): Move<I>[] {
  const bigger = largerBolt(basis, d);
  if (!bigger) return [];
  const label = `bolts ${boltName(d)} → ${boltName(bigger)}`;
  const moves: Move<I>[] = [{ label, input: o.alone(bigger) }];
  if (o.edges) moves.push({ label: `${label} with their edges`, input: o.edges(bigger) });
  if (!o.spaced) return moves;
  const spaced = o.spaced(bigger);
  moves.push({ label: `${label} with their distances`, input: spaced });
  if (n1 > 2) moves.push({ label: `${label} with their distances, rows ${n1} → ${n1 - 1}`, input: o.rowLess(spaced) });
  return moves;
}

/** The next stronger class of bolts. */
export function strongerBolts<I extends { readonly bolts: { readonly cls: string } }>(i: I, basis: Basis): Move<I>[] {
  const stronger = strongerClass(basis, i.bolts.cls);
  return stronger ? [{ label: `class ${i.bolts.cls} → ${stronger}`, input: { ...i, bolts: { ...i.bolts, cls: stronger } } }] : [];
}

/** The next stronger steel of a part. */
export function strongerSteel<I>(part: string, grade: string | undefined, basis: Basis, set: (grade: string) => I): Move<I>[] {
  const better = strongerGrade(basis, grade);
  return better ? [{ label: `${part} steel ${grade} → ${better}`, input: set(better) }] : [];
}
