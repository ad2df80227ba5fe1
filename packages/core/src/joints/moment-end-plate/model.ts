import type { BoltSize, SteelStrength } from '../../catalogue/index.ts';
import type { Basis } from '../../basis/basis.ts';
import { Refusal } from '../../refusal.ts';
import { memberDimensions, strength, type MemberDimensions } from '../members.ts';
import type { HaunchInput, MomentPlateInput, SectionInput, StiffenerInput, WebPlateInput } from './input.ts';

/** A section as it stands in the joint. Lengths mm. */
export interface Member {
  readonly dims: MemberDimensions;
  /** Root radius that counts, 0 where welded; from flange to the toe of radius or weld. */
  readonly r: number;
  readonly s: number;
  readonly steel: SteelStrength;
}

/** A pair of stiffeners with its cut and its strength. */
export interface Stiffener extends Omit<StiffenerInput, 'c' | 'steel'> {
  readonly c: number;
  readonly steel: SteelStrength;
}

/** A haunch with the slope of its flange, and how thick that is along the plate. */
interface Haunch extends HaunchInput {
  readonly flange: SteelStrength;
  readonly web: SteelStrength;
  readonly theta: number;
  readonly t_v: number;
}

/** A moment end plate with every value looked up. Lengths mm, stresses MPa. */
export interface MomentPlateModel {
  readonly input: MomentPlateInput;
  readonly basis: Basis;
  readonly beam: Member;
  readonly column: Member | null;
  readonly haunch: Haunch | null;
  readonly plateSteel: SteelStrength;
  readonly ribSteel: SteelStrength | null;
  readonly bolt: BoltSize;
  readonly f_ub: number;
  readonly alpha_v: number;
  readonly d_0: number;
  readonly stiffeners: { readonly top: Stiffener | null; readonly bottom: Stiffener | null };
  readonly webPlate: (Omit<WebPlateInput, 'steel'> & { readonly strength: SteelStrength }) | null;
  /** Depth at the plate, haunch included; depth of the plate. */
  readonly H: number;
  readonly h_p: number;
  /** Heights of the rows, from the top. */
  readonly rows: readonly { readonly y: number; readonly role: 'auto' | 'shear' }[];
}

const thickest = (d: MemberDimensions): number => Math.max(d.tf, d.tw);

function memberOf(input: SectionInput, basis: Basis, field: 'beam' | 'column'): Member {
  const dims = memberDimensions(input, basis, field)!;
  if (dims.shape !== 'I')
    throw new Refusal(`${field}.section`, `${field}.section: ${dims.name} is a channel; accepted here are I and H sections.`);
  if (input.a !== undefined && dims.r > 0)
    throw new Refusal(
      `${field}.a`,
      `${field}.a: a section has a root radius or a root weld; accepted is a throat beside a radius of 0.`,
    );
  const s = input.a === undefined ? dims.r : Math.SQRT2 * input.a;
  return { dims, r: dims.r, s, steel: strength(input.steel, thickest(dims), basis, `${field}.steel`) };
}

/** Looks up sections, steels and bolts and refuses a joint that can't be built as described. */
export function momentPlateModel(input: MomentPlateInput, basis: Basis): MomentPlateModel {
  const { materials } = basis.standard;
  const beam = memberOf(input.beam, basis, 'beam');
  const column = input.column ? memberOf(input.column, basis, 'column') : null;
  const { haunch, plate, bolts, web_plate } = input;
  const cls = materials.boltClass(bolts.cls);
  const stiffener = (at: 'top' | 'bottom'): Stiffener | null => {
    const given = input.stiffeners[at];
    if (!given || !column) return null;
    return {
      ...given,
      c: given.c ?? (input.column!.a === undefined ? column.r : 0),
      steel: strength(given.steel, given.t, basis, `stiffeners.${at}.steel`),
    };
  };
  const H = beam.dims.h + (haunch?.h ?? 0);
  const model: MomentPlateModel = {
    input,
    basis,
    beam,
    column,
    haunch: haunch
      ? {
          ...haunch,
          flange: strength(haunch.steel, haunch.tf, basis, 'haunch.steel'),
          web: strength(haunch.steel, haunch.tw, basis, 'haunch.steel'),
          theta: slopeOf(haunch),
          t_v: alongPlate(haunch),
        }
      : null,
    plateSteel: strength(plate.steel, plate.t, basis, 'plate.steel'),
    ribSteel: input.rib ? strength(input.rib.steel, input.rib.t, basis, 'rib.steel') : null,
    bolt: materials.bolt(bolts.d),
    f_ub: cls.f_ub,
    alpha_v: bolts.threads_in_plane ? cls.alpha_v : 0.6,
    d_0: materials.hole(bolts.d, 'normal').d_0,
    stiffeners: { top: stiffener('top'), bottom: stiffener('bottom') },
    webPlate: web_plate ? { ...web_plate, strength: strength(web_plate.steel, web_plate.t, basis, 'web_plate.steel') } : null,
    H,
    h_p: H + plate.top + plate.bottom,
    rows: [...input.rows].sort((a, b) => b.y - a.y),
  };
  refuseImpossible(model);
  return model;
}

type Refuse = (field: string, value: number, what: string, accepted: string) => never;

/** What no method of this family covers, or what can't be built: one sentence that names the field. */
function refuseImpossible(m: MomentPlateModel): void {
  const u = m.basis.units;
  const refuse: Refuse = (field, value, what, accepted) => {
    throw new Refusal(field, `${field}: ${u.about(value)} ${what}; accepted is ${accepted}.`);
  };
  refuseColumn(m, refuse);
  refuseHaunch(m, refuse);
  refuseAcross(m, refuse);
  m.rows.forEach((_, i) => refuseRow(m, i, refuse));
  refuseWelds(m, refuse);
}

function refuseColumn({ input, column, stiffeners, basis: { units } }: MomentPlateModel, refuse: Refuse): void {
  if (!column) return;
  const { sigma_com } = input.column!;
  if (sigma_com !== undefined && sigma_com > column.steel.f_y)
    throw new Refusal(
      'column.sigma_com',
      `column.sigma_com: ${units.quantity(sigma_com, 'MPa')} is over the yield strength: the column's web has no reserve; accepted is at most ${units.quantity(column.steel.f_y, 'MPa')}.`,
    );
  for (const at of ['top', 'bottom'] as const) {
    const s = stiffeners[at];
    if (s && s.b <= s.c)
      refuse(`stiffeners.${at}.b`, s.b, 'leaves no stiffener beside its corner cut', `more than the cut of ${s.c} mm`);
  }
}

function refuseHaunch({ haunch, input, beam }: MomentPlateModel, refuse: Refuse): void {
  if (!haunch) return;
  if (haunch.h <= haunch.tf) refuse('haunch.h', haunch.h, 'leaves the haunch no web', `more than its flange, ${haunch.tf} mm`);
  const out = ((haunch.b - haunch.tw) / 2 - Math.SQRT2 * input.welds.web) / haunch.tf;
  const epsilon = Math.sqrt(235 / haunch.flange.f_y);
  if (out > 14 * epsilon)
    refuse(
      'haunch.tf',
      haunch.tf,
      'makes the haunch flange of class 4: effective sections are not covered',
      `at least ${Math.ceil((haunch.b - haunch.tw) / 2 / (14 * epsilon))} mm`,
    );
  if (haunch.b > 3 * beam.dims.b) refuse('haunch.b', haunch.b, 'is no flange of this beam', `at most ${3 * beam.dims.b} mm`);
}

/** Gauge, edges and roots: bolts need steel around their holes on plate and column. */
function refuseAcross({ input, column, d_0, beam }: MomentPlateModel, refuse: Refuse): void {
  const { w } = input.bolts;
  const edges: (readonly [string, number])[] = [['plate', (input.plate.b - w) / 2]];
  if (column) edges.push(['column', (column.dims.b - w) / 2]);
  for (const [part, e] of edges)
    if (e <= d_0 / 2)
      refuse(
        'bolts.w',
        w,
        `lets the holes cut the edge of the ${part}`,
        `less, so that more than half the hole, ${d_0 / 2} mm, is left`,
      );
  if (column && (w - column.dims.tw) / 2 - 0.8 * column.s <= 0)
    refuse('bolts.w', w, "puts the bolts on the column's root", `more than ${Math.ceil(column.dims.tw + 1.6 * column.s)} mm`);
  const web = Math.max(beam.dims.tw, input.haunch?.tw ?? 0) + 1.6 * Math.SQRT2 * input.welds.web;
  if (w <= web) refuse('bolts.w', w, "puts the bolts on the weld of the beam's web", `more than ${Math.ceil(web)} mm`);
}

/** Faces of the flanges along the plate: [top, bottom] heights. */
export function flangeFaces({
  beam,
  haunch,
  H,
}: MomentPlateModel): { readonly name: string; readonly top: number; readonly bottom: number }[] {
  const { h, tf } = beam.dims;
  return [
    { name: 'top flange', top: 0, bottom: -tf },
    { name: 'bottom flange', top: tf - h, bottom: -h },
    ...(haunch ? [{ name: 'haunch flange', top: haunch.t_v - H, bottom: -H }] : []),
  ];
}

/** The least distance from a row to an end of the plate. */
export const endDistance = ({ rows, H, input: { plate } }: MomentPlateModel): number =>
  Math.min(...rows.flatMap(({ y }) => [plate.top - y, y + H + plate.bottom]));
/** From a height to the nearer end of the column; Infinity where it runs on. */
const toColumnEnd = ({ H, input }: MomentPlateModel, y: number): number => {
  const { end_above = Infinity, end_below = Infinity } = input.column!;
  return Math.min(end_above - y, y + H + end_below);
};
/** The least distance from a row to an end of the column; Infinity where it runs on. */
export const columnEndDistance = (m: MomentPlateModel): number => Math.min(...m.rows.map(({ y }) => toColumnEnd(m, y)));

function refuseRow(m: MomentPlateModel, i: number, refuse: Refuse): void {
  const { y } = m.rows[i]!;
  const { plate } = m.input;
  const field = `rows.${m.input.rows.findIndex((r) => r.y === y)}.y`;
  const flange = flangeFaces(m).find((f) => y <= f.top && y >= f.bottom);
  if (flange) refuse(field, y, `puts a row in the ${flange.name} of the beam`, 'a row above or below it');
  const end = Math.min(plate.top - y, y + m.H + plate.bottom);
  if (end <= 0) refuse(field, y, 'puts a row off the plate', `from ${-m.H - plate.bottom} to ${plate.top} mm, less the hole`);
  if (end <= m.d_0 / 2)
    refuse(field, y, 'lets the holes cut the end of the plate', `more than half the hole, ${m.d_0 / 2} mm, from it`);
  if (!m.column) return;
  if (toColumnEnd(m, y) <= m.d_0 / 2)
    refuse(field, y, 'lies past the end of the column, or its holes cut it', 'a row on the column');
}

/** The weld of the web near the bolts in tension is no smaller than along the rest. */
function refuseWelds({ input: { welds } }: MomentPlateModel, refuse: Refuse): void {
  if (welds.web_tension !== undefined && welds.web_tension < welds.web)
    refuse('welds.web_tension', welds.web_tension, 'is less than along the rest of the web', `at least ${welds.web} mm`);
}

/** How far the web of a haunch reaches along the beam: to where the inner face of its flange meets it. */
export const haunchWebReach = ({ l, h, t_v }: Haunch): number => l * (1 - t_v / h);

const slopeOf = ({ h, l }: HaunchInput): number => Math.atan(h / l);
/** Thickness of the sloping flange of a haunch along the plate. */
export const alongPlate = (haunch: HaunchInput): number => haunch.tf / Math.cos(slopeOf(haunch));
