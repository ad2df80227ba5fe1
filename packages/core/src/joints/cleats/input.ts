import Joi from 'joi';
import type { HoleKind, SteelInput } from '../../catalogue/index.ts';
import { count, size } from '../../validate/sizes.ts';
import {
  beamSchema,
  boltSchema,
  holeSchema,
  pitchOf,
  endSupportSchema,
  type EndSupportInput,
  type MemberInput,
  type Notch,
} from '../beam-end/input.ts';
import { steelSchema } from '../../catalogue/schema.ts';
import type { BoltsInput } from '../beam-end/lay-out.ts';
import { groupHeight, type Pitch } from '../pitches.ts';
import { once } from '../../lazy.ts';

export type Fixing = 'bolted' | 'welded_to_beam' | 'welded_to_support';
export const FIXINGS: readonly (readonly [Fixing, string])[] = [
  ['bolted', 'bolted to beam and support'],
  ['welded_to_beam', 'welded to the beam'],
  ['welded_to_support', 'welded to the support'],
];

/** Angle cleats as the user describes them; lengths in mm. Web bolts n1 x n2, support bolts one line per cleat at the gauge p3. */
export interface CleatsInput {
  readonly beam: MemberInput & { readonly steel: SteelInput; readonly notch: Notch };
  readonly support: EndSupportInput;
  readonly cleat: {
    readonly t: number;
    readonly h: number;
    readonly e1: number;
    readonly leg_web: number;
    readonly leg_support: number;
    /** Root radius of the angle. */
    readonly r: number;
    readonly steel: SteelInput;
  };
  readonly web: { readonly e2b: number; readonly top_to_bolt: number };
  readonly gap: number;
  /** A cleat on each side of the web, or on one. */
  readonly arrangement: 'double' | 'single';
  readonly fixing: Fixing;
  readonly bolts: BoltsInput & { readonly n2: number; readonly p2: number; readonly p3: number };
  readonly support_bolts: { readonly n1: number; readonly p1: Pitch; readonly e1: number };
  /** Fillets along the toes where the cleats are welded. */
  readonly weld?: { readonly s: number };
  /** Web leg, beam web, support leg, support. */
  readonly holes: { readonly cleat: HoleKind; readonly web: HoleKind; readonly leg: HoleKind; readonly support: HoleKind };
}

const HOLES = ['cleat', 'web', 'leg', 'support'] as const;

export const cleatsSchema = once(() =>
  Joi.object({
    beam: beamSchema().required(),
    support: endSupportSchema().required(),
    cleat: Joi.object({
      t: size(3, 40).required(),
      h: size(40, 1500).required(),
      e1: size(5, 500).required(),
      leg_web: size(30, 400).required(),
      leg_support: size(30, 400).required(),
      r: size(0, 40).default(0),
      steel: steelSchema().required(),
    }).required(),
    web: Joi.object({ e2b: size(5, 500).required(), top_to_bolt: size(5, 1500).required() }).required(),
    gap: size(0, 200).required(),
    arrangement: Joi.string().valid('double', 'single').default('double'),
    fixing: Joi.string()
      .valid(...FIXINGS.map(([id]) => id))
      .default('bolted'),
    bolts: boltSchema()
      .keys({ p3: size(30, 500).required() })
      .required(),
    // Not said, the support bolts are as those of the web.
    support_bolts: Joi.object({
      n1: count(1, 30).default(Joi.ref('...bolts.n1')),
      p1: pitchOf((pitch) => pitch.default(Joi.ref('...bolts.p1'))),
      e1: size(5, 500).default(Joi.ref('...cleat.e1')),
    })
      .default()
      .custom((s: { n1: number; p1: Pitch }, helpers) =>
        // The spacings of the web, taken over, need its number of rows.
        Array.isArray(s.p1) && s.p1.length !== s.n1 - 1
          ? helpers.error('pitch.count', { given: s.p1.length, wanted: s.n1 - 1 })
          : s,
      ),
    weld: Joi.object({ s: size(3, 40).required() }).when('fixing', {
      is: 'bolted',
      then: Joi.optional(),
      otherwise: Joi.required(),
    }),
    holes: Joi.object(Object.fromEntries(HOLES.map((k) => [k, holeSchema()]))).default(
      Object.fromEntries(HOLES.map((k) => [k, 'normal'])),
    ),
  }),
);

/** Last row of the web to the lower end of the cleat. */
export const bottomEnd = (i: CleatsInput): number => i.cleat.h - i.cleat.e1 - groupHeight(i.bolts);
/** Last row of the support to the lower end of the cleat. */
export const supportBottomEnd = (i: CleatsInput): number => i.cleat.h - i.support_bolts.e1 - groupHeight(i.support_bolts);
/** Last bolt line to the free edge of the web leg. */
export const webEdge = (i: CleatsInput): number => i.cleat.leg_web - i.gap - i.web.e2b - (i.bolts.n2 - 1) * i.bolts.p2;
export const boltedToBeam = (i: CleatsInput): boolean => i.fixing !== 'welded_to_beam';
export const boltedToSupport = (i: CleatsInput): boolean => i.fixing !== 'welded_to_support';
