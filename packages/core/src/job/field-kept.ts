import Joi from 'joi';
import type { FieldResult, FieldState } from '../analysis/analyse.ts';
import { MEASURE_KINDS } from '../analysis/use.ts';
import type { JointField } from './field.ts';
import { once } from '../lazy.ts';

/** The analysis of a whole joint under one combination as it is kept with a revision of it: all but its pictures. */
export interface FieldResultKept extends Omit<JointField, 'mark' | 'without' | 'spare'> {
  readonly spare: readonly string[];
  /** What the two methods say beside each other. */
  readonly beside: string;
  /** Load multiple with larger cells, where both were followed to what stops them. */
  readonly coarse?: number;
}

/** As the store has it. */
export interface FieldRecord {
  readonly field: FieldResultKept;
  /** Version of the joint that was analysed, and the fingerprint of all that its result depends on. */
  readonly version: number;
  readonly fingerprint: string;
  readonly who: string;
  /** ISO date and time. */
  readonly at: string;
  /** Another edition of the calculation made it. */
  readonly older: boolean;
}

const plain = (state: FieldState | null): FieldState | null => {
  if (!state) return null;
  const { picture: _drawn, ...rest } = state;
  return rest;
};

/** Twelve figures of every number, and none of those that are nothing but rounding. */
function rounded<T>(value: T): T {
  if (typeof value === 'number') return (Math.abs(value) < NOTHING ? 0 : Number(value.toPrecision(12))) as T;
  if (Array.isArray(value)) return value.map(rounded) as T;
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, rounded(v as unknown)])) as T;
}
const NOTHING = 1e-9;

/** What is kept of an analysis. */
export function keptOf(field: JointField, beside: string, coarse: number | undefined): FieldResultKept {
  const { mark: _mark, without: _none, drawing: _sheet, spare, result, ...rest } = field;
  return rounded({
    ...rest,
    result: {
      ...result,
      ...{ design: plain(result.design), limit: plain(result.limit) },
      buckling: result.buckling.map(({ multiple, plate }) => ({ multiple, plate })),
    },
    spare: [...spare],
    beside,
    ...(coarse === undefined ? {} : { coarse }),
  });
}

/** The analysis again; without pictures. */
export const fieldOfKept = (mark: string, { spare, beside: _said, coarse: _other, ...kept }: FieldResultKept): JointField => ({
  ...kept,
  mark,
  without: [],
  spare: new Set(spare),
});

/** A path that was followed to where it goes: one that was cancelled is not kept. */
const ENDS = ['design', 'limit-load', 'stopped', 'steps', 'lost'] as const satisfies readonly FieldResult['end'][];

const number = once(() => Joi.number().required());
const count = once(() => Joi.number().integer().min(0).max(1e7).required());
const words = once(() => Joi.string().max(1000).allow('').required());
const name = once(() => Joi.string().max(200).required());
const list = (of: Joi.Schema, most: number): Joi.Schema => Joi.array().items(of.optional()).max(most).required();
const place = once(() => list(Joi.number(), 3));
const measure = once(() => ({
  kind: Joi.valid(...MEASURE_KINDS).required(),
  part: name(),
  place: place(),
  stops: Joi.boolean().required(),
  ply: Joi.string().max(200),
}));
const event = once(() => Joi.object({ ...measure(), at: number() }));
const bolt = once(() =>
  Joi.object({
    name: name(),
    F_t: number(),
    pried: number(),
    planes: list(Joi.object({ F_v: number(), bearing: list(Joi.object({ ply: name(), F: number() }), 2) }), 20),
  }),
);
const state = once(() =>
  Joi.object({
    lam: number(),
    uses: list(Joi.object({ ...measure(), value: number() }), 2000),
    bolts: list(bolt(), 200),
    balance: Joi.object({ force: number(), moment: number(), plate: number() }).required(),
    probes: Joi.object().pattern(Joi.string().max(200), place()).max(100).required(),
  }),
);
const counterpart = once(() =>
  Joi.object({
    ...{ title: name(), clause: words(), hand: number(), analysed: number(), of: Joi.valid('share', 'force').required() },
    ...{ part: words(), ratio: number().allow(null), why: words() },
  }),
);

/** Judges what a client sends to be kept. */
export const fieldKeptSchema = once(() =>
  Joi.object({
    combination: name(),
    hand: Joi.object({ multiple: number(), title: name(), clause: words() }).allow(null).required(),
    result: Joi.object({
      multiple: number(),
      end: Joi.valid(...ENDS).required(),
      stop: event().allow(null).required(),
      words: words(),
      events: list(event(), 500),
      design: state().allow(null).required(),
      limit: state().allow(null).required(),
      buckling: list(Joi.object({ multiple: number(), plate: name() }), 20),
      size: Joi.object({
        ...{ plates: count(), cells: count(), links: count(), unknowns: count() },
        // Kept before halves were solved alone.
        solved: count().optional().default(Joi.ref('unknowns')),
      }).required(),
      compiled: Joi.boolean().required(),
      steps: count(),
      iterations: count(),
    }).required(),
    counterparts: list(counterpart(), 200),
    absent: list(words(), 20),
    spare: list(name(), 500),
    beside: words(),
    coarse: Joi.number(),
  }),
);
