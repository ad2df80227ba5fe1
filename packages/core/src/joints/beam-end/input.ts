import { steelSchema } from '../../catalogue/schema.ts';
import Joi from 'joi';
import type { SteelInput } from '../../catalogue/index.ts';
import type { FarBoltsInput } from './far-beam.ts';
import type { SupportType } from '../members.ts';
import { tidyPitch } from '../pitches.ts';
import { count, size } from '../../validate/sizes.ts';
import { HOLE_KINDS } from '../../catalogue/bolts.ts';
import { once } from '../../lazy.ts';

/** A rolled section by its name, or by its dimensions. */
export const memberKeys = once(() => ({
  section: Joi.string().max(60),
  h: size(40, 1500),
  b: size(20, 600),
  tw: size(2, 80),
  tf: size(2, 140),
  r: size(0, 60),
  A: size(100, 2e5),
}));

export interface Notch {
  readonly type: 'none' | 'single' | 'double';
  /** Length from the beam end; depths at the top and at the bottom. */
  readonly l_n?: number;
  readonly d_nt?: number;
  readonly d_nb?: number;
}

export interface MemberInput {
  /** Name in the catalogue or in the job; or the dimensions below. */
  readonly section?: string;
  readonly h?: number;
  readonly b?: number;
  readonly tw?: number;
  readonly tf?: number;
  readonly r?: number;
  readonly A?: number;
  /** Degrees that a beam slopes in its elevation, or is skew in plan; none when absent. */
  readonly slope?: number;
  readonly skew?: number;
}

export const notchSchema = once(() =>
  Joi.object({
    type: Joi.string().valid('none', 'single', 'double').default('none'),
    l_n: Joi.when('type', { is: 'none', then: Joi.forbidden(), otherwise: size(10, 1000).required() }),
    d_nt: Joi.when('type', { is: 'none', then: Joi.forbidden(), otherwise: size(5, 700).required() }),
    d_nb: Joi.when('type', { is: 'double', then: size(5, 700).required(), otherwise: Joi.forbidden() }),
  }).default({ type: 'none' }),
);

export const beamSchema = once(() =>
  Joi.object({
    ...memberKeys(),
    slope: size(-60, 60),
    skew: size(-60, 60),
    steel: steelSchema().required(),
    notch: notchSchema(),
  })
    .or('section', 'h')
    .and('h', 'b', 'tw', 'tf', 'r'),
);

/** One spacing for each pair of rows, from the top; equal ones become one number. */
const spacings = once(() =>
  Joi.array()
    .items(size(10, 500))
    .max(29)
    .custom((list: number[], helpers) => {
      const { n1 } = helpers.state.ancestors[0] as { n1: number };
      return list.length === n1 - 1 ? tidyPitch(list) : helpers.error('pitch.count', { given: list.length, wanted: n1 - 1 });
    }),
);
/** One pitch, or one spacing for each pair of rows; `missing` says what is taken where several rows have none. */
export const pitchOf = (missing: (pitch: Joi.NumberSchema) => Joi.NumberSchema): Joi.Schema => {
  const one = Joi.number()
    .max(500)
    .when('n1', { is: 1, then: Joi.number().min(0).default(0), otherwise: missing(Joi.number().min(10)) });
  // Nothing at all is no list.
  return Joi.any().when(Joi.array().required(), { then: spacings(), otherwise: one });
};
export const pitchSchema = once(() => pitchOf((pitch) => pitch.required()));

export const boltSchema = once(() =>
  Joi.object({
    // Which sizes and classes there are, the standard says that the joint is checked to.
    d: size(5, 80).required(),
    cls: Joi.string().max(12).required(),
    n1: count(1, 30).required(),
    n2: count(1, 2).default(1),
    p1: pitchSchema(),
    p2: Joi.number()
      .max(500)
      .when('n2', { is: 2, then: Joi.number().min(10).required(), otherwise: Joi.number().min(0).default(0) }),
    threads_in_plane: Joi.boolean().default(true),
    category: Joi.string().valid('A', 'B', 'C').default('A'),
    friction: Joi.string().valid('A', 'B', 'C', 'D').default('B'),
    packing: size(0, 100).default(0),
  }),
);

export const holeSchema = once(() =>
  Joi.string()
    .valid(...HOLE_KINDS)
    .default('normal'),
);

/** The face of a hollow section as a support: by name, or by the wall with the face's width or the diameter. */
export const hollowSchema = once(() =>
  Joi.object({
    type: Joi.string().valid('hss_face').required(),
    section: Joi.string().max(60),
    face: Joi.string().valid('short', 'long'),
    h: size(20, 1500),
    b: size(20, 1500),
    d: size(20, 1500),
    t: size(2, 60),
    steel: steelSchema().required(),
  })
    .or('section', 'b', 'd')
    .oxor('section', 'b', 'd')
    .oxor('section', 't')
    .with('b', 't')
    .with('d', 't')
    .with('h', 'b')
    .with('face', 'section'),
);

/** A support that a joint is bolted to by two lines. */
export interface EndSupportInput extends MemberInput {
  readonly type: SupportType;
  readonly t?: number;
  readonly t_ref?: number;
  readonly d2?: number;
  /** Top of the beam below that of the supporting beam; negative: above. */
  readonly drop?: number;
  /** Row 1 up to the support's top edge, last row down to its lower edge, bolt to its side edge; absent is far away. */
  readonly e_top?: number;
  readonly e_bottom?: number;
  readonly e_side?: number;
  readonly steel: SteelInput;
  /** A beam on the far face of the same web: its reaction in kN, and its bolts where they are not those of this joint. */
  readonly other_side?: { readonly V_Ed: number; readonly bolts?: FarBoltsInput };
}

export const endSupportSchema = once(() =>
  Joi.object({
    ...memberKeys(),
    type: Joi.string().valid('column_flange', 'column_web', 'beam_web').required(),
    t: size(3, 150),
    t_ref: size(3, 150),
    d2: size(30, 1400),
    drop: size(-1500, 1500),
    e_top: size(5, 5000),
    e_bottom: size(5, 5000),
    e_side: size(5, 1000),
    steel: steelSchema().required(),
    other_side: Joi.object({
      V_Ed: size(0, 1e5).required(),
      bolts: Joi.object({
        n1: count(1, 30).required(),
        p1: pitchSchema(),
        p3: size(30, 500).required(),
        drop: size(-1000, 1000).default(0),
      }),
    }),
  })
    .or('section', 't', 'h')
    .with('h', ['b', 'tw', 'tf', 'r']),
);
