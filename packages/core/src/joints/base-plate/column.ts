import type { Basis } from '../../basis/basis.ts';
import { findSection, properties, type SectionShape } from '../../catalogue/index.ts';
import { lazyOnce } from '../../lazy.ts';
import { Refusal } from '../../refusal.ts';
import type { Units } from '../../units/system.ts';
import type { ColumnInput } from './input.ts';

/** The column with its section properties; mm. For a circle `h` and `b` are the diameter; `t_f` is the wall of a hollow section. */
export interface ColumnModel {
  readonly name: string;
  readonly fromCatalogue: boolean;
  readonly shape: 'I' | 'RHS' | 'CHS';
  readonly h: number;
  readonly b: number;
  readonly t_w: number;
  readonly t_f: number;
  readonly r: number;
  readonly A: number;
  readonly I_y: number;
  readonly I_z: number;
  readonly W_pl_y: number;
  readonly W_pl_z: number;
  readonly W_el_y: number;
  readonly W_el_z: number;
  /** Shear areas for V_z and V_y. */
  readonly A_v_z: number;
  readonly A_v_y: number;
}

/** Sharp corners where a hollow section is given by its dimensions alone; the catalogue counts its radii. */
function sharp(
  h: number,
  b: number,
  t: number,
): Pick<ColumnModel, 'A' | 'I_y' | 'I_z' | 'W_pl_y' | 'W_pl_z' | 'W_el_y' | 'W_el_z'> {
  const [hi, bi] = [h - 2 * t, b - 2 * t];
  return {
    W_el_y: (b * h ** 3 - bi * hi ** 3) / (6 * h),
    W_el_z: (h * b ** 3 - hi * bi ** 3) / (6 * b),
    A: h * b - hi * bi,
    I_y: (b * h ** 3 - bi * hi ** 3) / 12,
    I_z: (h * b ** 3 - hi * bi ** 3) / 12,
    W_pl_y: (b * h * h - bi * hi * hi) / 4,
    W_pl_z: (h * b * b - hi * bi * bi) / 4,
  };
}

const need = (value: number | undefined, field: string, shape: string): number => {
  if (value === undefined)
    throw new Refusal(
      `column.${field}`,
      `column.${field}: the value is missing; accepted for a column of shape ${shape} is a size in mm.`,
    );
  return value;
};

const REFUSED = 'accepted are I and H sections, rectangular and circular hollow sections.';
type ISection = { readonly shape: 'I' } & Extract<SectionShape, { readonly tf: number }>;
type Tube = Exclude<SectionShape, { readonly tf: number }>;

/** The section of a column, by name or as its sizes are given. */
function sectionOf(c: ColumnInput, named: SectionShape | null): ISection | Tube {
  const shape = named?.shape ?? c.shape!;
  if (shape === 'C' || shape === 'T')
    throw new Refusal('column.section', `column.section: ${c.section} is a ${shape === 'C' ? 'channel' : 'tee'}; ${REFUSED}`);
  if (named) return named as ISection | Tube;
  const size = (k: 'h' | 'b' | 'tw' | 'tf' | 't' | 'd'): number => need(c[k], k, shape);
  if (shape === 'I') return { shape, h: size('h'), b: size('b'), tw: size('tw'), tf: size('tf'), r: c.r ?? 0 };
  return shape === 'RHS' ? { shape, h: size('h'), b: size('b'), t: size('t') } : { shape, d: size('d'), t: size('t') };
}

/** The column of a base with its properties, looked up once for all bases that are made under one. Refuses what is no section, or is none that a base stands under. */
export const columnModel = (c: ColumnInput, basis: Basis): ColumnModel => modelsUnder(basis)(c);
const modelsUnder = lazyOnce((basis: Basis) => lazyOnce((c: ColumnInput) => modelOf(c, basis)));
function modelOf(c: ColumnInput, basis: Basis): ColumnModel {
  const named = c.section === undefined ? null : findSection(c.section, 'column.section', basis.sections);
  const s = sectionOf(c, named);
  const { A, I_y, I_z, W_pl_y, W_pl_z, W_el_y, W_el_z, A_v } = properties(s);
  const common = { fromCatalogue: named !== null, A, I_y, I_z, W_pl_y, W_pl_z, W_el_y, W_el_z };
  if (s.shape !== 'I') return tube(s, common, named?.name, basis.units);
  refuseI(s, basis.units);
  return {
    ...common,
    name: named?.name ?? `I ${s.h}×${s.b}×${s.tw}×${s.tf}`,
    shape: 'I',
    h: s.h,
    b: s.b,
    t_w: s.tw,
    t_f: s.tf,
    r: s.r,
    A_v_z: A_v,
    A_v_y: 2 * s.b * s.tf,
  };
}

type Common = Omit<ColumnModel, 'name' | 'shape' | 'h' | 'b' | 't_w' | 't_f' | 'r' | 'A_v_z' | 'A_v_y'>;

function tube(s: Tube, common: Common, name: string | undefined, u: Units): ColumnModel {
  const [h, b] = s.shape === 'CHS' ? [s.d, s.d] : [s.h, s.b];
  if (Math.min(h, b) <= 2 * s.t)
    throw new Refusal(
      'column.t',
      `column.t: a wall of ${u.size(s.t)} leaves no tube; accepted is less than ${u.size(Math.min(h, b) / 2)}.`,
    );
  const size = { shape: s.shape, h, b, t_w: s.t, t_f: s.t, r: 0 };
  if (s.shape === 'CHS') {
    const { A_v } = properties(s);
    return { ...common, ...size, name: name ?? `CHS ${h}×${s.t}`, A_v_z: A_v, A_v_y: A_v };
  }
  const own = name === undefined ? { ...common, ...sharp(h, b, s.t) } : common;
  return { ...own, ...size, name: name ?? `RHS ${h}×${b}×${s.t}`, A_v_z: (own.A * h) / (b + h), A_v_y: (own.A * b) / (b + h) };
}

function refuseI(s: ISection, u: Units): void {
  if (s.h <= 2 * (s.tf + s.r))
    throw new Refusal(
      'column.h',
      `column.h: a depth of ${u.size(s.h)} leaves no web between the flanges; accepted is more than ${u.size(2 * (s.tf + s.r))}.`,
    );
  if (s.b <= s.tw + 2 * s.r)
    throw new Refusal(
      'column.b',
      `column.b: a flange ${u.size(s.b)} wide does not cover web and fillets; accepted is more than ${u.size(s.tw + 2 * s.r)}.`,
    );
}

/** The worse class of a part by its slenderness and three limits, over epsilon. */
const classBy = (slenderness: number, eps: number, limits: readonly [number, number, number]): 1 | 2 | 3 | 4 => {
  const i = limits.findIndex((l) => slenderness <= l * eps + 1e-9);
  return (i < 0 ? 4 : i + 1) as 1 | 2 | 3 | 4;
};

export interface ColumnClass {
  readonly y: 1 | 2 | 3 | 4;
  readonly z: 1 | 2 | 3 | 4;
}

/** Class of a column in bending about each axis: its compressed flange or wall, and its web. EN 1993-1-1, Table 5.2. */
export function columnClass(c: ColumnModel, f_y: number): ColumnClass {
  const eps = Math.sqrt(235 / f_y);
  const worse = (a: 1 | 2 | 3 | 4, b: 1 | 2 | 3 | 4): 1 | 2 | 3 | 4 => (a > b ? a : b);
  if (c.shape === 'CHS') {
    const k = classBy(c.h / c.t_w, eps * eps, [50, 70, 90]);
    return { y: k, z: k };
  }
  const web = [72, 83, 124] as const;
  if (c.shape === 'RHS') {
    const wall = (side: number): 1 | 2 | 3 | 4 => classBy((side - 3 * c.t_w) / c.t_w, eps, [33, 38, 42]);
    const beside = (side: number): 1 | 2 | 3 | 4 => classBy((side - 3 * c.t_w) / c.t_w, eps, web);
    return { y: worse(wall(c.b), beside(c.h)), z: worse(wall(c.h), beside(c.b)) };
  }
  const outstand = classBy((c.b - c.t_w - 2 * c.r) / 2 / c.t_f, eps, [9, 10, 14]);
  return { y: worse(outstand, classBy((c.h - 2 * c.t_f - 2 * c.r) / c.t_w, eps, web)), z: outstand };
}
