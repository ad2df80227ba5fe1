import Joi from 'joi';
import type { HoleKind, SteelInput } from '../../catalogue/index.ts';
import type { SupportType } from '../members.ts';
import { groupHeight as heightOf } from '../pitches.ts';
import type { BoltsInput } from '../beam-end/lay-out.ts';
import { size } from '../../validate/sizes.ts';
import { beamSchema, boltSchema, holeSchema, hollowSchema, memberKeys, type MemberInput, type Notch } from '../beam-end/input.ts';
import { steelSchema } from '../../catalogue/schema.ts';
import { once } from '../../lazy.ts';

/** A fin plate as the user describes it; lengths in mm. Symbols and positions as in the method notes. */
export interface FinPlateInput {
  readonly beam: MemberInput & { readonly steel: SteelInput; readonly notch: Notch };
  readonly support: MemberInput & {
    readonly type: SupportType;
    /** Thickness where the plate is welded on, or wall of a hollow section; from the section when one is given. */
    readonly t?: number;
    /** Diameter of a round hollow section; side of a rectangular one by name that the plate is on. */
    readonly d?: number;
    readonly face?: 'short' | 'long';
    /** Thickest part of the support, for its yield strength; `t` when not given. */
    readonly t_ref?: number;
    /** Clear depth of the web between fillets; from the section when one is given. */
    readonly d2?: number;
    /** Top of the beam below that of the supporting beam; negative: above. */
    readonly drop?: number;
    readonly e_top?: number;
    readonly e_bottom?: number;
    readonly steel: SteelInput;
    /** A fin plate on the other face of the same web, at the same level: its reaction in kN, its depth. */
    readonly other_side?: { readonly V_Ed: number; readonly h_p: number };
  };
  readonly plate: {
    readonly t: number;
    readonly h: number;
    readonly e1: number;
    readonly e2: number;
    readonly steel: SteelInput;
    /** Side of the web that the plate is on, seen in the elevation. */
    readonly side: 'near' | 'far';
  };
  /** Bolted to the beam web, or lapped on it and welded all round; the bolts are then kept but not used. */
  readonly fixing: 'bolted' | 'welded';
  /** Fillets on the beam web, where the plate is welded to it. */
  readonly beam_weld?: { readonly s: number };
  readonly web: { readonly e2b: number; readonly top_to_bolt: number };
  readonly gap: number;
  readonly bolts: BoltsInput & { readonly n2: number; readonly p2: number };
  readonly weld: { readonly s: number };
  /** A slab on the beam, of this span, that holds it against twisting. */
  readonly slab?: { readonly span: number };
  readonly holes: { readonly plate: HoleKind; readonly web: HoleKind };
}

const openSupport = once(() =>
  Joi.object({
    ...memberKeys(),
    type: Joi.string().valid('column_flange', 'column_web', 'beam_web', 'hss_face').required(),
    t: size(3, 150),
    t_ref: size(3, 150),
    d2: size(30, 1400),
    drop: size(-1500, 1500),
    e_top: size(0, 5000),
    e_bottom: size(0, 5000),
    steel: steelSchema().required(),
    other_side: Joi.object({ V_Ed: size(0, 1e5).required(), h_p: size(30, 1500).required() }),
  })
    .or('section', 't', 'h')
    .with('h', ['b', 'tw', 'tf', 'r']),
);
export const supportSchema = once(() =>
  Joi.alternatives().conditional(Joi.object({ type: Joi.valid('hss_face').required() }).unknown(), {
    then: hollowSchema(),
    otherwise: openSupport(),
  }),
);

/** The parts that the detail line writes. */
export const detailKeys = once(() => ({
  plate: Joi.object({
    t: size(3, 60).required(),
    h: size(40, 1500).required(),
    e1: size(5, 500).required(),
    e2: size(5, 500).required(),
    steel: steelSchema().required(),
    side: Joi.string().valid('near', 'far').default('near'),
  }).required(),
  fixing: Joi.string().valid('bolted', 'welded').default('bolted'),
  beam_weld: Joi.object({ s: size(3, 40).required() }).when('fixing', {
    is: 'welded',
    then: Joi.required(),
    otherwise: Joi.optional(),
  }),
  web: Joi.object({ e2b: size(5, 500).required(), top_to_bolt: size(5, 1500).required() }).required(),
  gap: size(0, 500).required(),
  bolts: boltSchema().required(),
  weld: Joi.object({ s: size(3, 40).required() }).required(),
  holes: Joi.object({ plate: holeSchema(), web: holeSchema() }).default({ plate: 'normal', web: 'normal' }),
}));

export const finPlateSchema = once(() =>
  Joi.object({
    beam: beamSchema().required(),
    support: supportSchema().required(),
    slab: Joi.object({ span: size(500, 40000).required() }),
    ...detailKeys(),
  }),
);

/** Horizontal size of the plate, support face to free edge. */
export const plateWidth = (input: FinPlateInput): number =>
  input.gap + input.web.e2b + (input.bolts.n2 - 1) * input.bolts.p2 + input.plate.e2;
/** Height of the bolt group. */
export const groupHeight = (input: FinPlateInput): number => heightOf(input.bolts);
/** Last row to the lower end of the plate. */
export const bottomEnd = (input: FinPlateInput): number => input.plate.h - input.plate.e1 - groupHeight(input);
