import Joi from 'joi';
import type { SteelInput } from '../../catalogue/index.ts';
import { steelSchema } from '../../catalogue/schema.ts';
import { count, size } from '../../validate/sizes.ts';
import { memberKeys } from '../beam-end/input.ts';
import { once } from '../../lazy.ts';

/** An I or H section by its name or its dimensions in mm; a welded one has the throat of its root weld and no radius. */
export interface SectionInput {
  readonly section?: string;
  readonly h?: number;
  readonly b?: number;
  readonly tw?: number;
  readonly tf?: number;
  readonly r?: number;
  readonly A?: number;
  readonly a?: number;
  readonly steel: SteelInput;
}

/** The column that the plate is bolted to; the distances are from the outer faces of the beam's flanges, absent where it runs on. */
export interface ColumnInput extends SectionInput {
  readonly end_above?: number;
  readonly end_below?: number;
  /** Greatest compressive stress of the web from the column's own forces, MPa; absent: not known. */
  readonly sigma_com?: number;
  /** Beams on one face of the column, or on both. */
  readonly sides: 1 | 2;
  readonly beta?: number;
  /** The joint on the other face is checked by itself. */
  readonly other_checked: boolean;
}

/** A triangular haunch under the beam, of one web and one flange. */
export interface HaunchInput {
  readonly h: number;
  readonly l: number;
  readonly b: number;
  readonly tf: number;
  readonly tw: number;
  readonly steel: SteelInput;
  /** A pair of stiffeners in the beam's web at its sharp end. */
  readonly tip: boolean;
}

/** Sizes of one pair of stiffeners in the column's web. */
export interface StiffenerInput {
  /** Outstand on each side, thickness, throat, cut of the corner. */
  readonly b: number;
  readonly t: number;
  readonly a: number;
  readonly c?: number;
  readonly depth: 'full' | 'half';
  /** Fitted for contact at the flange. */
  readonly fitted: boolean;
  readonly steel: SteelInput;
}

/** A rib in the plane of the beam's web between flange and plate, at each end that is extended. */
export interface RibInput {
  readonly t: number;
  /** Along the flange of the beam. */
  readonly l: number;
  readonly steel: SteelInput;
}

export interface WebPlateInput {
  readonly t: number;
  readonly b: number;
  readonly sides: 1 | 2;
  readonly weld: 'butt' | 'fillet';
  /** Length, and its middle below the top of the beam; absent: it passes both zones by what they need. */
  readonly l?: number;
  readonly level?: number;
  readonly steel: SteelInput;
}

export interface RowInput {
  /** Above the outer face of the beam's top flange; negative below. */
  readonly y: number;
  /** `shear`: never counted in tension. */
  readonly role: 'auto' | 'shear';
}

export interface FrameInput {
  readonly L_b: number;
  /** Second moment of the beam, mm4; that of the section when absent. */
  readonly I_b?: number;
  readonly braced: boolean;
  /** Stiffness of beams over that of columns, K_b/K_c. */
  readonly K?: number;
}

/** A bolted end plate that carries moment; lengths in mm. */
export interface MomentPlateInput {
  readonly form: 'column' | 'splice';
  readonly beam: SectionInput;
  readonly column?: ColumnInput;
  readonly haunch?: HaunchInput;
  readonly plate: {
    readonly b: number;
    readonly t: number;
    /** Past the outer faces of the top flange, and of the bottom or haunch flange. */
    readonly top: number;
    readonly bottom: number;
    readonly steel: SteelInput;
  };
  readonly rib?: RibInput;
  readonly bolts: {
    readonly d: number;
    readonly cls: string;
    /** Gauge. */
    readonly w: number;
    readonly threads_in_plane: boolean;
    /** Washers of a bolt: under the nut, or under head and nut. */
    readonly washers: 0 | 1 | 2;
  };
  readonly rows: readonly RowInput[];
  readonly welds: {
    /** Throats of the fillets. */
    readonly top: number;
    readonly bottom: number;
    readonly web: number;
    readonly haunch?: number;
    /** Throat of the web near the bolts in tension; that of the web when absent. */
    readonly web_tension?: number;
    /** Butt welds of full penetration at the flanges; fillets when absent. */
    readonly flanges?: 'butt';
    readonly design: 'resistance' | 'force' | 'full';
    /** The compression end is sawn for contact. */
    readonly sawn: boolean;
  };
  readonly stiffeners: { readonly top?: StiffenerInput; readonly bottom?: StiffenerInput };
  readonly web_plate?: WebPlateInput;
  readonly options: {
    readonly prying: 'assume' | 'check';
    readonly mode1: 'method1' | 'method2';
    /** Limit of 6.2.7.2(9): as in the code, by thickness as in the UK, or never (not to the code). */
    readonly plastic: 'en' | 'uk' | 'off';
    readonly shear_rows: 'required' | 'all';
    /** The leave of 6.2.7.1(2) to neglect 5 % of axial force is accepted where the joint needs it. */
    readonly small_axial: boolean;
  };
  readonly frame?: FrameInput;
}

/** Throat of the fillets of a flange; none where it is butt welded. */
export const flangeThroat = ({ welds }: Pick<MomentPlateInput, 'welds'>, at: 'top' | 'bottom'): number =>
  welds.flanges === 'butt' ? 0 : welds[at];

const sectionSchema = once(() =>
  Joi.object({ ...memberKeys(), a: size(3, 40), steel: steelSchema().required() })
    .or('section', 'h')
    .and('h', 'b', 'tw', 'tf', 'r')
    .without('section', ['a']),
);

const stiffenerSchema = once(() =>
  Joi.object({
    b: size(20, 400).required(),
    t: size(4, 60).required(),
    a: size(3, 40).required(),
    c: size(0, 100),
    depth: Joi.string().valid('full', 'half').default('full'),
    fitted: Joi.boolean().default(true),
    steel: steelSchema().required(),
  }),
);

// eslint-disable-next-line max-lines-per-function -- a table of fields
export const momentPlateSchema = once(() =>
  Joi.object({
    form: Joi.string().valid('column', 'splice').default('column'),
    beam: sectionSchema().required(),
    column: Joi.when('form', {
      is: 'splice',
      then: Joi.forbidden(),
      otherwise: sectionSchema()
        .keys({
          end_above: size(0, 1e4),
          end_below: size(0, 1e4),
          sigma_com: size(0, 1000),
          sides: Joi.number().valid(1, 2).default(1),
          beta: size(0, 2),
          other_checked: Joi.boolean().default(false),
        })
        .required(),
    }),
    haunch: Joi.object({
      h: size(40, 1500).required(),
      l: size(50, 6000).required(),
      b: size(40, 600).required(),
      tf: size(4, 80).required(),
      tw: size(3, 60).required(),
      steel: steelSchema().required(),
      tip: Joi.boolean().default(false),
    }),
    plate: Joi.object({
      b: size(60, 800).required(),
      t: size(6, 80).required(),
      top: size(0, 400).required(),
      bottom: size(0, 400).required(),
      steel: steelSchema().required(),
    }).required(),
    rib: Joi.object({ t: size(4, 60).required(), l: size(20, 1500).required(), steel: steelSchema().required() }),
    bolts: Joi.object({
      d: size(5, 80).required(),
      cls: Joi.string().max(12).required(),
      w: size(40, 500).required(),
      threads_in_plane: Joi.boolean().default(true),
      washers: count(0, 2).default(2),
    }).required(),
    rows: Joi.array()
      .items(Joi.object({ y: size(-3500, 400).required(), role: Joi.string().valid('auto', 'shear').default('auto') }))
      .min(1)
      .max(20)
      .unique('y')
      .required(),
    welds: Joi.object({
      top: size(3, 40).required(),
      bottom: size(3, 40).required(),
      web: size(3, 40).required(),
      haunch: size(3, 40),
      web_tension: size(3, 40),
      flanges: Joi.string().valid('butt'),
      design: Joi.string().valid('resistance', 'force', 'full').default('resistance'),
      sawn: Joi.boolean().default(true),
    }).required(),
    stiffeners: Joi.when('form', {
      is: 'splice',
      then: Joi.object({}).default({}),
      otherwise: Joi.object({ top: stiffenerSchema(), bottom: stiffenerSchema() }).default({}),
    }),
    web_plate: Joi.when('form', {
      is: 'splice',
      then: Joi.forbidden(),
      otherwise: Joi.object({
        t: size(3, 60).required(),
        b: size(20, 1500).required(),
        sides: Joi.number().valid(1, 2).default(1),
        weld: Joi.string().valid('butt', 'fillet').default('butt'),
        l: size(50, 6000),
        level: size(-6000, 6000),
        steel: steelSchema().required(),
      }),
    }),
    options: Joi.object({
      prying: Joi.string().valid('assume', 'check').default('assume'),
      mode1: Joi.string().valid('method1', 'method2').default('method1'),
      plastic: Joi.string().valid('en', 'uk', 'off').default('en'),
      shear_rows: Joi.string().valid('required', 'all').default('required'),
      small_axial: Joi.boolean().default(false),
    }).default({ prying: 'assume', mode1: 'method1', plastic: 'en', shear_rows: 'required', small_axial: false }),
    frame: Joi.object({
      L_b: size(500, 1e5).required(),
      I_b: size(1e4, 1e12),
      braced: Joi.boolean().default(true),
      K: size(0, 1e3),
    }),
  }),
);
