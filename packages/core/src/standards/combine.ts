import Joi from 'joi';
import type { LoadCase } from '../actions/combining/case.ts';
import { pruned, type Combined } from '../actions/combining/prune.ts';
import { Refusal } from '../refusal.ts';
import { validate } from '../validate/index.ts';
import type { LoadsScreen } from './loads-screen.ts';
import { combineToAsce7, usKeys, usScreen, usSchema, type UsInput } from './asce7/combine.ts';
import { combineToEn1990, enKeys, enSchema, type EnInput } from './en1990/combine.ts';
import { enScreen } from './en1990/screen.ts';
import { once } from '../lazy.ts';

const MOST_CASES = 40;
/** What a code of load combinations asks, and how it makes them. */
export interface LoadCode {
  readonly id: string;
  readonly title: string;
  readonly schema: () => Joi.ObjectSchema;
  readonly screen: LoadsScreen;
  combine(input: never): { readonly cases: readonly LoadCase[]; readonly made: Parameters<typeof pruned>[1] };
}

const code = (
  id: string,
  title: string,
  caseKeys: () => Joi.PartialSchemaMap,
  keys: () => Joi.PartialSchemaMap,
  combine: LoadCode['combine'],
  screen: LoadsScreen,
): LoadCode => ({
  id,
  title,
  schema: once(() =>
    Joi.object({
      code: Joi.valid(id).required(),
      cases: Joi.array()
        .items(
          Joi.object({
            id: Joi.string().max(40).pattern(/^\S+$/, 'names without blanks').required(),
            title: Joi.string().max(80).allow(''),
            exclusive: Joi.string().max(60),
            reversible: Joi.boolean(),
            direction: Joi.valid('x', 'y'),
            ...caseKeys(),
          }),
        )
        .unique('id')
        .min(1)
        .max(MOST_CASES)
        .required(),
      ...keys(),
      keep_dominated: Joi.boolean().default(false),
    }),
  ),
  combine,
  screen,
});

export const COMBINATION_CODES: readonly LoadCode[] = [
  code('EN1990', 'EN 1990', enKeys, enSchema, (i: EnInput) => combineToEn1990(i), enScreen),
  code('ASCE7', 'ASCE 7-22', usKeys, usSchema, (i: UsInput) => combineToAsce7(i), usScreen),
];

/** The code of load combinations with this name. */
export const loadCodeOf = (id: string): LoadCode => COMBINATION_CODES.find((c) => c.id === id)!;

/** Load combinations of cases to the code that the input names: generated, then pruned with a count. Refusals name the field. */
export function combine(input: unknown): Combined {
  const named = (input as { code?: unknown } | null)?.code;
  const found = COMBINATION_CODES.find((c) => c.id === named);
  if (!found)
    throw new Refusal(
      'code',
      `code: ${typeof named === 'string' ? `"${named.slice(0, 40)}" is not known` : 'the value is missing'}; accepted are ${COMBINATION_CODES.map((c) => c.id).join(' and ')}.`,
    );
  const checked = validate<EnInput | UsInput>(found.schema(), input);
  if ('error' in checked) throw new Refusal(checked.error.field, checked.error.message);
  const { value } = checked;
  if (value.options.orthogonal)
    value.cases.forEach((c, k) => {
      if (c.kind === 'E' && c.direction === undefined)
        throw new Refusal(
          `cases.${k}.direction`,
          `cases.${k}.direction: the value is missing for case ${c.id}; accepted are x and y where earthquakes act in both directions.`,
        );
    });
  const { cases, made } = found.combine(value as never);
  const told = new Set(made.map((m) => m.state));
  return {
    ...pruned(cases, made, value.keep_dominated),
    notes: value.states
      .filter((s) => !told.has(s))
      .map((s) => `${s}: nothing is generated, for no case is ${s === 'accidental' ? 'accidental (A)' : 'an earthquake (E)'}`),
  };
}
