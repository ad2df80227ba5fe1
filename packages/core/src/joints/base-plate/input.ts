import Joi from 'joi';
import { type SteelInput } from '../../catalogue/index.ts';
import { count, size } from '../../validate/sizes.ts';
import { steelSchema } from '../../catalogue/schema.ts';
import { once } from '../../lazy.ts';

/** A section by its name, or by its dimensions in mm. */
export interface ColumnInput {
  readonly section?: string;
  readonly shape?: 'I' | 'RHS' | 'CHS';
  readonly h?: number;
  readonly b?: number;
  readonly tw?: number;
  readonly tf?: number;
  readonly r?: number;
  readonly t?: number;
  readonly d?: number;
  readonly steel: SteelInput;
  /** Length for the class of stiffness. */
  readonly L?: number;
  readonly braced: boolean;
}

export type AnchorType = 'headed' | 'washer' | 'straight' | 'hooked' | 'bonded';
export type ShearPath = 'friction' | 'friction+anchors' | 'anchors' | 'friction+key' | 'key';

/** Rows: a rectangular pattern of n_y by n_z at the spacings s_y and s_z, its edge rows only or the full grid; or n on a circle. */
export type PatternInput =
  | {
      readonly type: 'rows';
      readonly n_y: number;
      readonly n_z: number;
      readonly s_y: number;
      readonly s_z: number;
      readonly full: boolean;
    }
  | { readonly type: 'circle'; readonly n: number; readonly R: number; readonly start: number }
  | { readonly type: 'none' };

export interface ProductInput {
  /** Characteristic bond in the state of the concrete, and in uncracked C20/25; MPa. */
  readonly tau_Rk?: number;
  readonly tau_Rk_ucr?: number;
  readonly gamma_inst: number;
  /** Share of permanent load, and the product's factor for it. */
  readonly alpha_sus: number;
  readonly psi_sus_0: number;
  readonly c_cr_sp?: number;
  readonly h_min?: number;
  /** Least edge distance and spacing that the product allows. */
  readonly c_min?: number;
  readonly s_min?: number;
}

/** Reinforcement beside the anchors: `l_1` inside the body that would break out, `l_2` beyond it, `distance` from the anchors. */
export interface BarsInput {
  readonly n: number;
  readonly d: number;
  readonly l_1: number;
  readonly l_2?: number;
  readonly distance?: number;
  readonly hooked: boolean;
  readonly good_bond: boolean;
  readonly f_yk: number;
}

/** Across an edge: `e_s` from the line of the shear down to the bars; `enclosing` bars touch or enclose the anchors. */
export interface LoopsInput extends BarsInput {
  readonly e_s: number;
  readonly enclosing: boolean;
}

export interface KeyInput {
  readonly type: 'I' | 'plate';
  /** Direction of the shear that it works in. */
  readonly along: 'z' | 'y';
  /** Depth below the underside of the plate, and width across the shear. */
  readonly depth: number;
  readonly b: number;
  readonly t?: number;
  readonly h?: number;
  readonly tw?: number;
  readonly tf?: number;
  readonly steel: SteelInput;
  readonly a: number;
}

/** A column base as the user describes it: lengths in mm, strengths in MPa. z runs along the column's depth, y along its width. */
export interface BaseInput {
  readonly column: ColumnInput;
  readonly plate: {
    readonly shape: 'rectangle' | 'circle';
    readonly h?: number;
    readonly b?: number;
    readonly D?: number;
    readonly t: number;
    readonly steel: SteelInput;
    readonly y: number;
    readonly z: number;
  };
  readonly concrete: {
    readonly f_ck: number;
    /** Block; an absent size has no edge there, or is very deep. */
    readonly B_y?: number;
    readonly B_z?: number;
    readonly H?: number;
    readonly y: number;
    readonly z: number;
    readonly cracked: boolean;
    readonly splitting_bars: boolean;
    readonly edge_bars: 'none' | 'stirrups';
    readonly wide_mesh: boolean;
    /** Reinforcement that ties the body that would break out to the block, ACI 318-19, 2.3. */
    readonly supplementary: boolean;
    readonly alpha?: number;
  };
  /** `source`: where a coefficient of friction over that of the standard comes from. */
  readonly grout: {
    readonly t: number;
    readonly f_ck: number;
    /** Coefficient of friction; that of the standard where none is given. */
    readonly C_fd?: number;
    readonly source?: string;
  };
  readonly anchors: {
    readonly pattern: PatternInput;
    readonly y: number;
    readonly z: number;
    readonly d: number;
    readonly A_s?: number;
    readonly cls?: string;
    readonly f_yb?: number;
    readonly f_ub?: number;
    readonly type: AnchorType;
    readonly h_ef: number;
    /** Diameter of a head or side of a washer plate, and its thickness. */
    readonly head?: number;
    readonly head_t?: number;
    /** Bearing area of a head, where it is not that of a round head or a square washer. */
    readonly A_brg?: number;
    readonly hole: number;
    readonly washers_welded: boolean;
    readonly washer_t: number;
    readonly L_b?: number;
    readonly l_b?: number;
    readonly ribbed: boolean;
    readonly good_bond: boolean;
    readonly cut_threads: boolean;
    readonly brittle: boolean;
    readonly clamped: boolean;
    readonly free_rotation: boolean;
    readonly tension_rule: 'EN 1992-4' | 'EN 1993-1-8';
    readonly shear_rule: 'EN 1992-4' | 'EN 1993-1-8';
    readonly product: ProductInput;
    /** Hanger bars across the cone. */
    readonly bars?: BarsInput;
    /** Loops or stirrups round the anchors across the body of a concrete edge. */
    readonly loops?: LoopsInput;
  };
  readonly shear: { readonly path: ShearPath; readonly N_from: 'column' | 'contact'; readonly key?: KeyInput };
  readonly weld: {
    readonly type: 'fillet' | 'butt';
    readonly a_f: number;
    readonly a_w: number;
    readonly method: 'job' | 'directional' | 'simplified';
    readonly bearing: boolean;
  };
  readonly options: {
    readonly method: 'auto' | 'lever-arm' | 'section';
    readonly contact: 'effective' | 'full';
    readonly law: 'winkler' | 'parabola' | 'uniform';
    readonly loaded_area: 'plate' | 'effective';
    readonly alpha_shape: 'equal' | 'separate';
    readonly prying: 'strict' | 'table-6.2';
    readonly psi_M: boolean;
    readonly k_w?: number;
    readonly k_a?: number;
  };
}

/** Methods of a base that says nothing of them. */
export const USUAL_OPTIONS = {
  method: 'auto',
  contact: 'effective',
  law: 'winkler',
  loaded_area: 'plate',
  alpha_shape: 'equal',
  prying: 'strict',
  psi_M: false,
} as const;

const place = once(() => size(-5000, 5000).default(0));
const columnSchema = once(() =>
  Joi.object({
    section: Joi.string().max(60),
    shape: Joi.string().valid('I', 'RHS', 'CHS'),
    h: size(40, 1500),
    b: size(20, 800),
    tw: size(2, 100),
    tf: size(2, 160),
    r: size(0, 60),
    t: size(2, 80),
    d: size(20, 1500),
    steel: steelSchema().required(),
    L: size(100, 1e5),
    braced: Joi.boolean().default(false),
  }).or('section', 'shape'),
);

const rows = once(() =>
  Joi.object({
    type: Joi.string().valid('rows').required(),
    n_y: count(1, 12).required(),
    n_z: count(1, 12).required(),
    s_y: size(0, 3000).default(0),
    s_z: size(0, 3000).default(0),
    full: Joi.boolean().default(false),
  }),
);
const onCircle = once(() =>
  Joi.object({
    type: Joi.string().valid('circle').required(),
    n: count(3, 48).required(),
    R: size(20, 3000).required(),
    start: size(-360, 360).default(0),
  }),
);
const none = once(() => Joi.object({ type: Joi.string().valid('none').required() }));
const PRODUCT = { gamma_inst: 1, alpha_sus: 0, psi_sus_0: 0.6 };

const BARS = once(() => ({
  n: count(1, 60).required(),
  d: size(6, 40).required(),
  l_1: size(10, 3000).required(),
  l_2: size(10, 5000),
  distance: size(0, 3000),
  hooked: Joi.boolean().default(true),
  good_bond: Joi.boolean().default(true),
  f_yk: size(200, 600).default(500),
}));

// eslint-disable-next-line max-lines-per-function -- a table of fields
export const baseSchema = once(() =>
  Joi.object({
    column: columnSchema().required(),
    plate: Joi.object({
      shape: Joi.string().valid('rectangle', 'circle').default('rectangle'),
      h: Joi.when('shape', { is: 'circle', then: Joi.forbidden(), otherwise: size(60, 4000).required() }),
      b: Joi.when('shape', { is: 'circle', then: Joi.forbidden(), otherwise: size(60, 4000).required() }),
      D: Joi.when('shape', { is: 'circle', then: size(60, 4000).required(), otherwise: Joi.forbidden() }),
      t: size(5, 150).required(),
      steel: steelSchema().required(),
      y: place(),
      z: place(),
    }).required(),
    concrete: Joi.object({
      f_ck: size(12, 90).required(),
      B_y: size(100, 1e5),
      B_z: size(100, 1e5),
      H: size(100, 2e4),
      y: place(),
      z: place(),
      cracked: Joi.boolean().default(true),
      splitting_bars: Joi.boolean().default(true),
      edge_bars: Joi.string().valid('none', 'stirrups').default('none'),
      wide_mesh: Joi.boolean().default(false),
      supplementary: Joi.boolean().default(false),
      alpha: size(1, 3),
    }).required(),
    grout: Joi.object({
      t: size(0, 300).default(30),
      f_ck: size(5, 120).default(30),
      C_fd: size(0.01, 0.7),
      source: Joi.string().max(200),
    }).default({ t: 30, f_ck: 30 }),
    anchors: Joi.object({
      pattern: Joi.alternatives()
        .conditional('.type', {
          switch: [
            { is: 'circle', then: onCircle() },
            { is: 'none', then: none() },
          ],
          otherwise: rows(),
        })
        .required(),
      y: place(),
      z: place(),
      d: size(6, 100).required(),
      A_s: size(20, 8000),
      cls: Joi.string().max(12),
      f_yb: size(150, 1200),
      f_ub: size(200, 1400),
      type: Joi.string().valid('headed', 'washer', 'straight', 'hooked', 'bonded').default('washer'),
      h_ef: size(30, 4000).required(),
      head: size(8, 600),
      head_t: size(2, 200),
      A_brg: size(20, 2e5),
      hole: size(6, 200).required(),
      washers_welded: Joi.boolean().default(false),
      washer_t: size(0, 60).default(5),
      L_b: size(10, 5000),
      l_b: size(20, 4000),
      ribbed: Joi.boolean().default(true),
      good_bond: Joi.boolean().default(true),
      cut_threads: Joi.boolean().default(false),
      brittle: Joi.boolean().default(false),
      clamped: Joi.boolean().default(false),
      free_rotation: Joi.boolean().default(false),
      tension_rule: Joi.string().valid('EN 1992-4', 'EN 1993-1-8').default('EN 1992-4'),
      shear_rule: Joi.string().valid('EN 1992-4', 'EN 1993-1-8').default('EN 1992-4'),
      product: Joi.object({
        tau_Rk: size(0.5, 50),
        tau_Rk_ucr: size(0.5, 50),
        gamma_inst: size(1, 1.5).default(1),
        alpha_sus: size(0, 1).default(0),
        psi_sus_0: size(0.3, 1).default(0.6),
        c_cr_sp: size(10, 5000),
        h_min: size(20, 5000),
        c_min: size(10, 5000),
        s_min: size(10, 5000),
      }).default(PRODUCT),
      bars: Joi.object(BARS()),
      loops: Joi.object({ ...BARS(), e_s: size(0, 1000).required(), enclosing: Joi.boolean().default(true) }),
    })
      .or('cls', 'f_ub')
      .with('f_ub', 'f_yb')
      .required(),
    shear: Joi.object({
      path: Joi.string().valid('friction', 'friction+anchors', 'anchors', 'friction+key', 'key').default('friction+anchors'),
      N_from: Joi.string().valid('column', 'contact').default('column'),
      key: Joi.object({
        type: Joi.string().valid('I', 'plate').required(),
        along: Joi.string().valid('z', 'y').default('z'),
        depth: size(20, 1500).required(),
        b: size(20, 1500).required(),
        t: Joi.when('type', { is: 'plate', then: size(5, 150).required(), otherwise: Joi.forbidden() }),
        ...Object.fromEntries(
          (['h', 'tw', 'tf'] as const).map((k) => [
            k,
            Joi.when('type', { is: 'I', then: size(2, 1000).required(), otherwise: Joi.forbidden() }),
          ]),
        ),
        steel: steelSchema().required(),
        a: size(2, 40).required(),
      }),
    }).default({ path: 'friction+anchors', N_from: 'column' }),
    weld: Joi.object({
      type: Joi.string().valid('fillet', 'butt').default('fillet'),
      a_f: size(2, 40).required(),
      a_w: size(2, 40),
      method: Joi.string().valid('job', 'directional', 'simplified').default('job'),
      bearing: Joi.boolean().default(true),
    })
      .required()
      .custom((w: { a_f: number; a_w?: number }) => (w.a_w === undefined ? { ...w, a_w: w.a_f } : w)),
    options: Joi.object({
      method: Joi.string().valid('auto', 'lever-arm', 'section').default('auto'),
      contact: Joi.string().valid('effective', 'full').default('effective'),
      law: Joi.string().valid('winkler', 'parabola', 'uniform').default('winkler'),
      loaded_area: Joi.string().valid('plate', 'effective').default('plate'),
      alpha_shape: Joi.string().valid('equal', 'separate').default('equal'),
      prying: Joi.string().valid('strict', 'table-6.2').default('strict'),
      psi_M: Joi.boolean().default(false),
      k_w: size(0.1, 1e5),
      k_a: size(100, 1e8),
    }).default(USUAL_OPTIONS),
  }),
);
