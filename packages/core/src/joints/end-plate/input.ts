import Joi from 'joi';
import type { HoleKind, SteelInput } from '../../catalogue/index.ts';
import { size } from '../../validate/sizes.ts';
import {
  beamSchema,
  boltSchema,
  endSupportSchema,
  holeSchema,
  type EndSupportInput,
  type MemberInput,
  type Notch,
} from '../beam-end/input.ts';
import { steelSchema } from '../../catalogue/schema.ts';
import type { BoltsInput } from '../beam-end/lay-out.ts';
import { groupHeight as heightOf } from '../pitches.ts';
import { once } from '../../lazy.ts';

/** A shear end plate as the user describes it; lengths in mm. One or two columns of bolts each side of the web, the inner ones at the gauge p3. */
export interface EndPlateInput {
  readonly beam: MemberInput & { readonly steel: SteelInput; readonly notch: Notch };
  readonly support: EndSupportInput;
  readonly plate: {
    readonly t: number;
    readonly h: number;
    readonly b: number;
    readonly e1: number;
    /** Beam top down to the plate top; negative when the plate stands above the beam. */
    readonly top: number;
    readonly full_depth: boolean;
    readonly steel: SteelInput;
  };
  readonly bolts: BoltsInput & {
    readonly p3: number;
    /** Columns of bolts on each side of the web, p2 apart; one when absent. */
    readonly n2?: number;
    readonly p2?: number;
  };
  readonly weld: { readonly s: number };
  readonly holes: { readonly plate: HoleKind; readonly support: HoleKind };
}

export const endPlateSchema = once(() =>
  Joi.object({
    beam: beamSchema().required(),
    support: endSupportSchema().required(),
    plate: Joi.object({
      t: size(3, 60).required(),
      h: size(40, 1500).required(),
      b: size(60, 800).required(),
      e1: size(5, 500).required(),
      top: size(-200, 1200).required(),
      full_depth: Joi.boolean().default(false),
      steel: steelSchema().required(),
    }).required(),
    bolts: boltSchema()
      .keys({
        n2: Joi.number().valid(1, 2),
        p2: Joi.when('n2', { is: 2, then: size(10, 500).required(), otherwise: Joi.valid(0).strip() }),
        p3: size(30, 500).required(),
      })
      .required(),
    weld: Joi.object({ s: size(3, 40).required() }).required(),
    holes: Joi.object({ plate: holeSchema(), support: holeSchema() }).default({ plate: 'normal', support: 'normal' }),
  }),
);

/** Height of the bolt group. */
export const groupHeight = (input: EndPlateInput): number => heightOf(input.bolts);
/** Last row to the lower end of the plate. */
export const bottomEnd = (i: EndPlateInput): number => i.plate.h - i.plate.e1 - groupHeight(i);
/** Columns of bolts on each side of the web, and the distance from the first to the last of them. */
export const columns = (i: EndPlateInput): number => i.bolts.n2 ?? 1;
export const columnSpread = (i: EndPlateInput): number => (columns(i) - 1) * (i.bolts.p2 ?? 0);
/** Outermost bolts to the side edge of the plate. */
export const edgeDistance = (i: EndPlateInput): number => (i.plate.b - i.bolts.p3) / 2 - columnSpread(i);
/** Width of a plate with this edge distance. */
export const widthFor = (i: EndPlateInput, e2: number): number => i.bolts.p3 + 2 * (columnSpread(i) + e2);
