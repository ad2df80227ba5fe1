import { boltName, type Units } from '../units/system.ts';

export type { Practice } from '../basis/practice.ts';

/** One thing that a search varies, with every value that it takes; how each is said. */
export interface SearchAxis {
  readonly id: string;
  readonly title: string;
  readonly values: readonly (number | string)[];
  readonly words: readonly string[];
  /** A value that is unusual: a first detail takes it only where no other makes one that holds. */
  readonly last?: number | string;
}

/** Everything that a search goes through: each choice of one value an axis, and the detail that a choice makes. */
export interface SearchSpace<I = unknown> {
  readonly axes: readonly SearchAxis[];
  /** The detail of a choice, one value an axis in their order, with what follows from it; null where there is none. */
  make(choice: readonly (number | string)[]): I | null;
  /** What is as practice has it in every detail, in a sentence. */
  readonly fixed: string;
  /** The choice that a detail of practice is nearest to, one value an axis; none where first details do not step through the space. */
  of?(input: I): readonly (number | string)[];
  /** Where the office says nothing of details, its first detail is not stepped to but the usual one, raised where it gives. */
  readonly raised?: true;
  /** What is so of a detail of the space and why, one sentence each. */
  why?(input: I): readonly string[];
  /** A detail by which its strength is told while something of it is not known yet: on the safe side. */
  strict?(input: I): I;
}

/** What was chosen on an axis, in words. */
export interface Chosen {
  readonly axis: string;
  readonly value: string;
}
/** A choice in words; an axis with one value is none. */
export const chosenOf = ({ axes }: Pick<SearchSpace, 'axes'>, choice: readonly (number | string)[]): Chosen[] =>
  axes.flatMap((a, i) => (a.values.length > 1 ? [{ axis: a.title, value: a.words[a.values.indexOf(choice[i]!)]! }] : []));

export const lengthAxis = (id: string, title: string, values: readonly number[], units: Units): SearchAxis => ({
  ...{ id, title, values },
  words: values.map((v) => units.size(v)),
});
export const boltAxis = (values: readonly number[], title = 'bolt'): SearchAxis => ({
  ...{ id: 'bolt', title, values },
  words: values.map(boltName),
});
export const wordAxis = (id: string, title: string, values: readonly (number | string)[]): SearchAxis => ({
  ...{ id, title, values },
  words: values.map(String),
});
/** Whole numbers from one to another, both among them. */
export const countAxis = (id: string, title: string, from: number, to: number): SearchAxis =>
  wordAxis(
    id,
    title,
    Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i),
  );

/** How many choices a space has. */
export const sizeOf = ({ axes }: Pick<SearchSpace, 'axes'>): number => axes.reduce((n, a) => n * a.values.length, 1);
/** The choice with this number, the last axis turning first. */
export function choiceAt({ axes }: Pick<SearchSpace, 'axes'>, n: number): (number | string)[] {
  const out: (number | string)[] = [];
  let rest = n;
  for (const { values } of [...axes].reverse()) {
    out.unshift(values[rest % values.length]!);
    rest = Math.floor(rest / values.length);
  }
  return out;
}
