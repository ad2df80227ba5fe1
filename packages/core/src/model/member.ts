import Joi from 'joi';
import type { CustomSection } from '../basis/basis.ts';
import { SECTIONS, type Section, type SectionShape } from '../catalogue/sections.ts';
import { namedSection } from '../catalogue/search.ts';
import { size } from '../validate/sizes.ts';
import { length, squareTo, sub, unit, type Vec } from './space.ts';
import { once } from '../lazy.ts';

/** A straight member of a building, as a model or an analysis has it. */
export interface ModelMember {
  /** Lasting name of it where it comes from; each once. */
  readonly id: string;
  /** Mark of the member; may be empty. */
  readonly name: string;
  /** Name of its section there. */
  readonly section: string;
  /** Dimensions of the section, where they are given. */
  readonly size?: SectionShape | undefined;
  readonly grade?: string | undefined;
  /** Ends of the line through the middle of its section. */
  readonly from: Vec;
  readonly to: Vec;
  /** Direction of the section's depth. */
  readonly up: Vec;
  /** Ends that take moments. */
  readonly fixed?: readonly End[] | undefined;
}
export type End = 'from' | 'to';

/** Most members of one model. */
export const MOST_MEMBERS = 5_000;
/** Least length of a member, mm. */
const SHORTEST = 50;
const FAR = 1e7;

const point = once(() => Joi.array().items(size(-FAR, FAR)).length(3));
const dimension = once(() => size(1, 2500));
const sizeSchema = once(() =>
  Joi.alternatives().conditional('.shape', {
    switch: [
      {
        is: 'RHS',
        then: Joi.object({
          shape: Joi.valid('RHS').required(),
          h: dimension().required(),
          b: dimension().required(),
          t: dimension().required(),
        }),
      },
      {
        is: 'CHS',
        then: Joi.object({ shape: Joi.valid('CHS').required(), d: dimension().required(), t: dimension().required() }),
      },
    ],
    otherwise: Joi.object({
      shape: Joi.valid('I', 'C', 'T').required(),
      h: dimension().required(),
      b: dimension().required(),
      tw: dimension().required(),
      tf: dimension().required(),
      r: size(0, 200).default(0),
    }),
  }),
);
export const memberSchema = once(() =>
  Joi.object({
    id: Joi.string().trim().max(80).min(1).required(),
    name: Joi.string().trim().max(60).allow('').default(''),
    section: Joi.string().trim().max(80).allow('').default(''),
    size: sizeSchema(),
    grade: Joi.string().trim().max(40).allow(''),
    from: point().required(),
    to: point().required(),
    up: point().default([0, 0, 1]),
    fixed: Joi.array().items(Joi.valid('from', 'to')).max(2).unique(),
  }),
);
export const membersSchema = once(() => Joi.array().items(memberSchema()).max(MOST_MEMBERS).unique('id'));

export const axisOf = ({ from, to }: Pick<ModelMember, 'from' | 'to'>): Vec => unit(sub(to, from));
export const lengthOf = ({ from, to }: Pick<ModelMember, 'from' | 'to'>): number => length(sub(to, from));
/** Whether there is enough of it to stand anywhere. */
export const isLong = (m: ModelMember): boolean => lengthOf(m) >= SHORTEST;
/** The direction of its depth, square to its axis. */
export const depthOf = (m: ModelMember): Vec => squareTo(unit(m.up), axisOf(m));

/** How a section of a model was found: by its name, by its dimensions, as somebody said, or not. */
export interface FoundSection {
  readonly section: Section | null;
  readonly by: 'name' | 'size' | 'choice' | null;
}
/** Dimensions of rolled sections are rounded in models: by half a millimetre, or a hundredth. */
const NEAR = 0.6;
const near = (a: number, b: number): boolean => Math.abs(a - b) <= Math.max(NEAR, 0.01 * b);

/** The one section of these dimensions; of several the one that differs least. Undefined where none is within half a millimetre or a hundredth. */
export function sectionOfSize(of: SectionShape, own: readonly Section[]): Section | undefined {
  const off = (s: Section): number => {
    const pairs = sizesOf(s).map((x, i) => [x, sizesOf(of)[i]!] as const);
    return pairs.every(([a, b]) => near(b, a)) ? pairs.reduce((sum, [a, b]) => sum + Math.abs(a - b), 0) : Infinity;
  };
  let [best, least]: [Section | undefined, number] = [undefined, Infinity];
  for (const s of [...own, ...SECTIONS]) {
    if (s.shape !== of.shape) continue;
    const d = off(s);
    if (d < least) [best, least] = [s, d];
  }
  return best;
}
/** Dimensions that tell a section; the root radius is often missing. */
const sizesOf = (s: SectionShape): readonly number[] =>
  s.shape === 'CHS' ? [s.d, s.t] : s.shape === 'RHS' ? [Math.max(s.h, s.b), Math.min(s.h, s.b), s.t] : [s.h, s.b, s.tw, s.tf];

/** Finds the section of a model by the choice made for its name, by its name, else by its dimensions. */
export function findModelSection(
  { section, size: dims }: Pick<ModelMember, 'section' | 'size'>,
  own: readonly CustomSection[],
  choices: Readonly<Record<string, string>> = {},
): FoundSection {
  const chosen = Object.hasOwn(choices, section) ? namedSection(choices[section]!, { own }) : undefined;
  if (chosen) return { section: chosen, by: 'choice' };
  const named = section ? namedSection(section, { own }) : undefined;
  // A name that fits and dimensions that do not are of two sections: the dimensions are what is drawn.
  if (named && (!dims || sameSize(named, dims))) return { section: named, by: 'name' };
  const sized = dims && sectionOfSize(dims, own);
  return sized ? { section: sized, by: 'size' } : { section: null, by: null };
}
const sameSize = (a: SectionShape, b: SectionShape): boolean =>
  a.shape === b.shape && sizesOf(a).every((x, i) => near(sizesOf(b)[i]!, x));
