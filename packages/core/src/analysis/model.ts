import Joi from 'joi';
import { Refusal } from '../refusal.ts';
import { validate } from '../validate/index.ts';
import { cross, dot, length, unit, type Vec } from './vector.ts';
import { once } from '../lazy.ts';
import type { PlateHole } from './outline.ts';

/** What is analysed: flat plates and what joins them. Millimetres, newtons, MPa; axes of the joint, right-handed. */
export interface FieldModel {
  readonly title: string;
  /** Size of cells, mm, where a plate gives none; by its thickness and bolts when left out. */
  readonly h?: number;
  /** 9; 7 for a preview. */
  readonly layers: 7 | 9;
  readonly plates: readonly PlateInput[];
  readonly welds: readonly WeldInput[];
  readonly bolts: readonly BoltInput[];
  readonly beds: readonly BedInput[];
  readonly sections: readonly SectionInput[];
  readonly holds: readonly HoldInput[];
  readonly loads: readonly LoadInput[];
  readonly lines: readonly LineInput[];
  readonly pressures: readonly PressureInput[];
  /** Points whose movement is told: the nearest node of the plate. */
  readonly probes: readonly ProbeInput[];
  /** Plates that touch press on each other; false: none do. */
  readonly contact: boolean;
}

export interface PlateInput {
  readonly name: string;
  /** Name under which it is told, where it is one of many that are one piece; its own when left out. */
  readonly called?: string;
  /** On the mid-plane. */
  readonly origin: Vec;
  readonly ex: Vec;
  readonly ey: Vec;
  readonly t: number;
  readonly E: number;
  readonly nu: number;
  /** Yield strength over its partial factor, MPa; null: kept elastic. */
  readonly fy: number | null;
  /** Hardening, MPa; E/10000 when left out. */
  readonly H?: number;
  /** Corners in ex and ey. */
  readonly outline: readonly (readonly [number, number])[];
  readonly holes: readonly PlateHole[];
  readonly h?: number;
  /** So many cells each way in place of those by size; over an outline of four corners they follow it. */
  readonly cells?: readonly [number, number];
}

export interface WeldInput {
  readonly name: string;
  /** Plate whose edge is welded, and the plate on whose face it stands. */
  readonly a: string;
  readonly b: string;
  readonly p0: Vec;
  readonly p1: Vec;
  readonly type: 'fillet' | 'butt' | 'seam';
  /** Of a fillet, mm. */
  readonly throat?: number;
  /** 2: both; 1 and -1: on the side of the normal of a, and against it. */
  readonly sides: 2 | 1 | -1;
  readonly fu?: number;
  readonly beta_w?: number;
  readonly gamma_M2: number;
  /** Of a butt line: from the face of a to the toe, mm. */
  readonly toe: number;
  /** Never yields. */
  readonly strong: boolean;
  /** The edge bears on the face: what presses goes past the weld. */
  readonly bears: boolean;
}

export interface BoltInput {
  readonly name: string;
  /** On its axis, and the way from the first ply to the last. */
  readonly point: Vec;
  readonly direction: Vec;
  readonly plies: readonly string[];
  /** One ply on the ground: an anchor, its direction away from it. */
  readonly ground: boolean;
  readonly d: number;
  readonly d0: number;
  readonly d_w: number;
  /** Axial stiffness, N/mm, and resistance, N. */
  readonly k_t: number;
  readonly F_t_Rd: number;
  /** Stiffness and resistance of a shear plane; without shear where they are left out. */
  readonly k_v?: number;
  readonly F_v_Rd?: number;
  /** Bearing of each ply: stiffness and resistance, one or along its ex and along its ey; without limit where F_b_Rd is left out. */
  readonly k_b?: readonly number[];
  readonly F_b_Rd?: readonly (number | readonly [number, number])[];
  /** Length that stretches, mm. */
  readonly L_b: number;
  readonly clearance: number;
  /** Of an anchor: forces at which the concrete gives, all at once, with the power of both together; it stops there. */
  readonly concrete?: { readonly N?: number; readonly V?: number; readonly power: number };
}

export interface BedInput {
  readonly plate: string;
  /** Face on which it lies: along the normal of the plate, or against it. */
  readonly side: 1 | -1;
  /** N/mm^3, and MPa; without limit where it is left out. */
  readonly k: number;
  readonly f?: number;
  /** What holds the plate sideways on it, N/mm^3; nothing where it is left out. */
  readonly grip?: number;
  /** Where it is, in ex and ey of the plate; under all of it when left out. */
  readonly outline?: readonly (readonly [number, number])[];
}

export interface SectionInput {
  readonly name: string;
  readonly plates: readonly string[];
  readonly point: Vec;
  readonly normal: Vec;
  readonly fixed: boolean;
  /** Of one that is not fixed: ways in which it does not move or turn. */
  readonly held: readonly (typeof HOLDS)[number][];
}
export const HOLDS = ['x', 'y', 'z', 'rx', 'ry', 'rz'] as const;
/** Nodes on a plane that are held in some directions. */
export interface HoldInput {
  readonly plates: readonly string[];
  readonly point: Vec;
  readonly normal: Vec;
  readonly held: readonly (typeof HOLDS)[number][];
}
/** Force N and moment Nmm at the point of a section. */
export interface LoadInput {
  readonly section: string;
  readonly F: Vec;
  readonly M: Vec;
}
/** Force over a line of a plate, N/mm. */
export interface LineInput {
  readonly plate: string;
  readonly p0: Vec;
  readonly p1: Vec;
  readonly q: Vec;
}
/** Force over a plate, MPa. */
export interface PressureInput {
  readonly plate: string;
  readonly q: Vec;
}

export interface ProbeInput {
  readonly name: string;
  readonly plate: string;
  readonly point: Vec;
}

const number = once(() => Joi.number().min(-1e7).max(1e7));
const size = once(() => Joi.number().positive().max(1e7));
const vec = once(() => Joi.array().items(number().required()).length(3));
const name = once(() => Joi.string().trim().min(1).max(60));
const names = once(() => Joi.array().items(name()).min(1).max(60));
const list = (keys: Joi.PartialSchemaMap, most = 2000): Joi.Schema => Joi.array().items(Joi.object(keys)).max(most).default([]);
const zero = [0, 0, 0];
const outline = once(() => Joi.array().items(Joi.array().items(number().required()).length(2)).min(3).max(400));

// eslint-disable-next-line max-lines-per-function -- a table of fields
const schema = once(() =>
  Joi.object({
    title: Joi.string().max(200).allow('').default(''),
    h: size(),
    layers: Joi.number().valid(7, 9).default(9),
    contact: Joi.boolean().default(true),
    plates: Joi.array()
      .items(
        Joi.object({
          name: name().required(),
          called: name(),
          origin: vec().default(zero),
          ex: vec().default([1, 0, 0]),
          ey: vec().default([0, 1, 0]),
          t: size().required(),
          E: Joi.number().positive().max(1e12).default(210000),
          nu: Joi.number().min(0).max(0.49).default(0.3),
          fy: Joi.number().positive().max(1e9).allow(null).required(),
          H: Joi.number().min(0).max(1e9),
          outline: outline().required(),
          holes: list({ x: number().required(), y: number().required(), d: size().required(), sx: size(), sy: size() }, 200),
          h: size(),
          cells: Joi.array().items(Joi.number().integer().min(1).max(200).required()).length(2),
        }),
      )
      .min(1)
      .max(300)
      .unique('name')
      .required(),
    welds: list({
      name: Joi.string().max(80),
      a: name().required(),
      b: name().required(),
      p0: vec().required(),
      p1: vec().required(),
      type: Joi.string().valid('fillet', 'butt', 'seam').required(),
      throat: size().when('type', { is: 'fillet', then: Joi.required() }),
      sides: Joi.number().valid(2, 1, -1).default(2),
      fu: size(),
      beta_w: Joi.number().min(0.5).max(1.5),
      gamma_M2: Joi.number().min(1).max(2).default(1.25),
      toe: Joi.number().min(0).max(200).default(0),
      strong: Joi.boolean().default(false),
      bears: Joi.boolean().default(false),
    }),
    bolts: list({
      name: Joi.string().max(80),
      point: vec().required(),
      direction: vec().required(),
      plies: names().required(),
      ground: Joi.boolean().default(false),
      d: size().required(),
      d0: size().required(),
      d_w: size().required(),
      k_t: size().required(),
      F_t_Rd: size().required(),
      k_v: size(),
      F_v_Rd: size(),
      k_b: Joi.array().items(size()),
      F_b_Rd: Joi.array().items(size(), Joi.array().items(size().required()).length(2)),
      L_b: size().default(60),
      clearance: Joi.number().min(0).max(20).default(0),
      concrete: Joi.object({ N: size(), V: size(), power: Joi.number().min(0.5).max(4).default(1.5) }),
    }),
    beds: list({
      plate: name().required(),
      side: Joi.number().valid(1, -1).required(),
      k: size().required(),
      f: size(),
      grip: size(),
      outline: outline(),
    }),
    sections: list({
      name: name().required(),
      plates: names().required(),
      point: vec().required(),
      normal: vec().required(),
      fixed: Joi.boolean().default(false),
      held: Joi.array()
        .items(Joi.string().valid(...HOLDS))
        .max(5)
        .unique()
        .default([]),
    }),
    holds: list({
      plates: names().required(),
      point: vec().required(),
      normal: vec().required(),
      held: Joi.array()
        .items(Joi.string().valid(...HOLDS))
        .min(1)
        .required(),
    }),
    loads: list({
      section: name().required(),
      F: Joi.array().items(Joi.number().min(-1e9).max(1e9).required()).length(3).default(zero),
      M: Joi.array().items(Joi.number().min(-1e12).max(1e12).required()).length(3).default(zero),
    }),
    lines: list({ plate: name().required(), p0: vec().required(), p1: vec().required(), q: vec().required() }),
    pressures: list({ plate: name().required(), q: vec().required() }),
    probes: list({ name: name().required(), plate: name().required(), point: vec().required() }, 200),
  }),
);

const refuse = (field: string, message: string): never => {
  throw new Refusal(field, `${field}: ${message}`);
};

/** What a turn leaves of zero is zero: 6e-17 of a program is no length. */
function settled(v: unknown, depth = 0): unknown {
  if (typeof v === 'number') return Math.abs(v) < 1e-9 ? 0 : v;
  if (depth > 6) return v;
  if (Array.isArray(v)) return v.map((x) => settled(x, depth + 1));
  if (typeof v === 'object' && v !== null)
    return Object.fromEntries(Object.entries(v).map(([k, x]) => [k, settled(x, depth + 1)]));
  return v;
}

/** A model from what is written down, its names filled in. Throws a Refusal that says what is wrong with it. */
export function readFieldModel(raw: unknown): FieldModel {
  const checked = validate<FieldModel>(schema(), settled(raw), 'model');
  if ('error' in checked) throw new Refusal(checked.error.field, checked.error.message);
  const model = checked.value;
  const known = new Set(model.plates.map((p) => p.name));
  const plate = (field: string, called: string): void => {
    if (!known.has(called)) refuse(field, `there is no plate "${called}"; accepted are ${[...known].slice(0, 20).join(', ')}.`);
  };
  model.plates.forEach((p, i) => {
    const field = `plates.${i}`;
    if (Math.abs(length(p.ex) - 1) > 1e-6 || Math.abs(length(p.ey) - 1) > 1e-6 || Math.abs(dot(p.ex, p.ey)) > 1e-6)
      refuse(`${field}.ex`, `the axes of plate ${p.name} are not of unit length and square to each other; accepted are such.`);
  });
  model.welds.forEach((w, i) => {
    plate(`welds.${i}.a`, w.a);
    plate(`welds.${i}.b`, w.b);
    if (w.type === 'fillet' && !w.strong && (w.fu === undefined || w.beta_w === undefined))
      refuse(`welds.${i}.fu`, 'a fillet weld needs fu and beta_w; accepted are both, or strong.');
  });
  model.bolts.forEach((b, i) => {
    b.plies.forEach((p, k) => plate(`bolts.${i}.plies.${k}`, p));
    if (b.ground ? b.plies.length !== 1 : b.plies.length < 2)
      refuse(`bolts.${i}.plies`, `${b.plies.length} plies; accepted are two or more, or one on the ground.`);
    if ((b.k_v === undefined) !== (b.F_v_Rd === undefined))
      refuse(`bolts.${i}.k_v`, 'a bolt in shear needs k_v and F_v_Rd; accepted are both or neither.');
    if (b.k_v !== undefined && b.k_b?.length !== b.plies.length)
      refuse(`bolts.${i}.k_b`, `a bolt in shear needs k_b of each ply; accepted are ${b.plies.length} numbers.`);
    if (b.F_b_Rd && b.F_b_Rd.length !== b.plies.length)
      refuse(`bolts.${i}.F_b_Rd`, `${b.F_b_Rd.length} numbers; accepted are ${b.plies.length}, one a ply.`);
  });
  model.beds.forEach((b, i) => plate(`beds.${i}.plate`, b.plate));
  for (const [field, of] of Object.entries({ sections: model.sections, holds: model.holds }))
    of.forEach((s, i) => s.plates.forEach((p, k) => plate(`${field}.${i}.plates.${k}`, p)));
  for (const [field, of] of Object.entries({ lines: model.lines, pressures: model.pressures, probes: model.probes }))
    of.forEach((s, i) => plate(`${field}.${i}.plate`, s.plate));
  model.loads.forEach((l, i) => {
    const s = model.sections.find((x) => x.name === l.section);
    if (!s) return refuse(`loads.${i}.section`, `there is no section "${l.section}"; accepted is one of the sections.`);
    if (s.fixed) refuse(`loads.${i}.section`, `section ${s.name} is fixed and takes no load; accepted is one that is not.`);
  });
  if (!model.loads.length && !model.lines.length && !model.pressures.length)
    refuse('loads', 'there is no load; accepted are loads on sections, lines or plates.');
  return {
    ...model,
    welds: model.welds.map((w, i) => ({ ...w, name: w.name ?? `weld ${i + 1}` })),
    bolts: model.bolts.map((b, i) => ({ ...b, name: b.name ?? `bolt ${i + 1}`, direction: unit(b.direction) })),
  };
}

/** Strength f_w of a fillet on its throat, MPa. */
export const filletStrength = ({ fu, beta_w, gamma_M2 }: Pick<WeldInput, 'fu' | 'beta_w' | 'gamma_M2'>): number =>
  fu! / (beta_w! * gamma_M2);

/** Normal of a plate. */
export const normalOf = (p: Pick<PlateInput, 'ex' | 'ey'>): Vec => cross(p.ex, p.ey);
