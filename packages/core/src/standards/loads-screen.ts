import type { BasisField } from '../basis/field.ts';
import type { FactorChoice } from '../basis/standard.ts';

/** Load cases and choices as somebody typed them: the fields of the code that they name. */
export interface GivenLoads {
  readonly code: string;
  readonly cases: readonly {
    readonly id: string;
    readonly kind: string;
    readonly title?: string;
    readonly [field: string]: unknown;
  }[];
  readonly states?: readonly string[];
  readonly options?: object;
  readonly [field: string]: unknown;
}

/** A choice of how cases are combined; `applies`: where it changes anything, always when absent. */
export interface LoadsField extends BasisField {
  applies?(loads: GivenLoads): boolean;
}

/** Whether a limit state is asked; some case is of a kind, or of a category. */
export const hasState =
  (state: string) =>
  ({ states = [] }: GivenLoads): boolean =>
    states.includes(state);
export const hasCase =
  (field: 'kind' | 'category', value: string) =>
  ({ cases }: GivenLoads): boolean =>
    cases.some((c) => c[field] === value);

type Options = readonly (readonly [id: string, words: string])[];

/** A code of load combinations as described data: what a page asks, so that it need not know the code. */
export interface LoadsScreen {
  readonly kinds: Options;
  /** Categories of the kinds that have any. */
  readonly categories: Readonly<Record<string, Options>>;
  /** Names that a case of these kinds may carry besides. */
  readonly words: readonly {
    readonly id: string;
    readonly label: string;
    readonly kinds: readonly string[];
    readonly about: string;
  }[];
  /** Limit states, each with the letter that names its combinations: U1, U2. */
  readonly states: readonly (readonly [id: string, words: string, letter: string])[];
  /** States of use, not of strength: only what slips in service is judged in them. */
  readonly service: readonly string[];
  /** Choices by the path of their field. */
  readonly fields: readonly LoadsField[];
  /** Values that come by three for each category in use: those of the annex, and the office's own. */
  triples(
    loads: GivenLoads,
  ): readonly {
    readonly id: string;
    readonly label: string;
    readonly symbols: readonly string[];
    readonly usual: readonly number[];
    readonly own: readonly number[] | null;
  }[];
  /** What the set or format of the job says, where the cases don't. */
  given(choice: FactorChoice): Readonly<Record<string, string>>;
  /** Of these, what the cases may not say otherwise. */
  readonly fixed?: readonly string[];
  /** What a case of this name is likely to be; the user confirms it. A variable case gets no category that its name does not say. */
  guess(name: string): { readonly kind: string; readonly category?: string };
}
