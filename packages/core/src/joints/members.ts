import { SI, type Units } from '../units/system.ts';
import { findSection, properties, type OpenSection, type SteelInput, type SteelStrength } from '../catalogue/index.ts';
import { hollowFace, hollowName, type HollowFace, type HollowLike } from './hollow-face.ts';
import type { Basis } from '../basis/basis.ts';
import type { Materials } from '../basis/standard.ts';
import { lazyOnce } from '../lazy.ts';
import { Refusal } from '../refusal.ts';

export interface MemberDimensions {
  /** Name to print: the section's, or its dimensions. */
  readonly name: string;
  /** Whether it is from the catalogue (or the job's sections), with its name; else typed. */
  readonly fromCatalogue: boolean;
  readonly shape: 'I' | 'C';
  readonly h: number;
  readonly b: number;
  readonly tw: number;
  readonly tf: number;
  readonly r: number;
  /** Radius of the root fillets that count in areas: none where the flanges taper. */
  readonly fillet: number;
  readonly A: number;
}

interface MemberLike {
  readonly section?: string | undefined;
  readonly h?: number | undefined;
  readonly b?: number | undefined;
  readonly tw?: number | undefined;
  readonly tf?: number | undefined;
  readonly r?: number | undefined;
  readonly A?: number | undefined;
}

/** Area of a rolled I: basis 2.1, A = 2 b t_f + (h - 2 t_f) t_w + (4 - pi) r^2; a channel has two fillets. */
const area = (s: Omit<MemberDimensions, 'name' | 'fromCatalogue' | 'A'>): number =>
  2 * s.b * s.tf + (s.h - 2 * s.tf) * s.tw + (s.shape === 'I' ? 4 - Math.PI : 2 - Math.PI / 2) * s.fillet ** 2;
/** Properties of a member whose dimensions are known. */
export const memberProperties = lazyOnce((s: MemberDimensions): ReturnType<typeof properties> =>
  properties({ ...s, r: s.fillet }),
);

/** Dimensions of a section of the catalogue or of the job. */
const sectionDimensions = lazyOnce((s: OpenSection): MemberDimensions => {
  const { name, shape, h, b, tw, tf, r, tapered } = s;
  const dims = { shape, h, b, tw, tf, r, fillet: tapered ? 0 : r };
  return { ...dims, name, fromCatalogue: true, A: area(dims) };
});

/** Dimensions of an I, H or channel, by name or as typed; null when the member gives neither. Refuses what can't be a section. */
export function memberDimensions(m: MemberLike, basis: Basis, field: string): MemberDimensions | null {
  if (m.section !== undefined) {
    const s = findSection(m.section, `${field}.section`, basis.sections);
    if (s.shape !== 'I' && s.shape !== 'C')
      throw new Refusal(
        `${field}.section`,
        `${field}.section: ${s.name} is a ${s.shape === 'T' ? 'tee' : 'hollow section'}; accepted here are I and H sections and channels.`,
      );
    return sectionDimensions(s as OpenSection);
  }
  if (m.h === undefined) return null;
  const u = basis.units;
  const dims = { shape: 'I' as const, h: m.h, b: m.b!, tw: m.tw!, tf: m.tf!, r: m.r!, fillet: m.r! };
  if (dims.h <= 2 * (dims.tf + dims.r))
    throw new Refusal(
      `${field}.h`,
      `${field}.h: a depth of ${u.size(dims.h)} leaves no web between the flanges; accepted is more than ${u.size(2 * (dims.tf + dims.r))}.`,
    );
  if (dims.b <= dims.tw + 2 * dims.r)
    throw new Refusal(
      `${field}.b`,
      `${field}.b: a flange ${u.size(dims.b)} wide does not cover web and fillets; accepted is more than ${u.size(dims.tw + 2 * dims.r)}.`,
    );
  return {
    ...dims,
    name: `I ${[dims.h, dims.b, dims.tw, dims.tf].map((x) => u.length(x)).join('×')}`,
    fromCatalogue: false,
    A: m.A ?? area(dims),
  };
}

/** All checks are of beams square to their support; another angle is refused in words. */
export function squareBeam(beam: { readonly slope?: number; readonly skew?: number }): void {
  for (const [field, words] of [
    ['slope', 'sloping'],
    ['skew', 'skew'],
  ] as const) {
    const angle = beam[field] ?? 0;
    if (angle !== 0)
      throw new Refusal(
        `beam.${field}`,
        `beam.${field}: ${angle}° makes a ${words} beam, and the method checks beams square to their support; accepted is 0.`,
      );
  }
}

/** Strength of a part, with the job's steels and factor set. */
export const strength = (steel: SteelInput, t: number, basis: Basis, field: string): SteelStrength =>
  basis.standard.materials.steel(steel, t, basis.set, field, basis.steels);

/** Throat over leg of a fillet weld under this basis. */
export const throatOf = ({ standard, settings }: Basis): number => standard.throat(settings);

export type SupportType = 'column_flange' | 'column_web' | 'beam_web' | 'hss_face';
export const SUPPORT_TYPES: readonly (readonly [SupportType, string])[] = [
  ['column_flange', 'column flange'],
  ['column_web', 'column web'],
  ['beam_web', 'beam web'],
];
/** Supports of a plate that is welded to them, where the standard covers the wall of a hollow section. */
const WELDED_SUPPORT_TYPES: typeof SUPPORT_TYPES = [...SUPPORT_TYPES, ['hss_face', 'face of a hollow section']];
/** What a joint may be on, under the standard that these are the materials of; `welded` to it, or bolted. */
export const supportTypes = (welded: boolean, { usual }: Materials): typeof SUPPORT_TYPES =>
  welded && usual.hollow ? WELDED_SUPPORT_TYPES : SUPPORT_TYPES;
/** Whether the joint is on a web, which another beam may share from its far face. */
export const onWeb = (type: SupportType): boolean => type === 'column_web' || type === 'beam_web';

export interface SupportLike extends MemberLike, HollowLike {
  readonly type: SupportType;
  readonly t?: number | undefined;
  readonly t_ref?: number | undefined;
  readonly d2?: number | undefined;
  readonly drop?: number | undefined;
  readonly steel: SteelInput;
}

/** The part that a joint meets: thickness there, thickest part for its yield strength, clear depth of a web (null when not known). */
export interface SupportModel {
  readonly type: SupportType;
  readonly dims: MemberDimensions | null;
  /** The hollow section whose face it is; null for any other support. */
  readonly hollow: HollowFace | null;
  readonly t: number;
  readonly t_ref: number;
  readonly d2: number | null;
  /** Top of the beam below the top of a supporting beam, as given; null for what is usual (`supportTop`). */
  readonly drop: number | null;
  readonly steel: SteelStrength;
}

export function supportModel(support: SupportLike, basis: Basis): SupportModel {
  if (support.type === 'hss_face') {
    const hollow = hollowFace(support, basis);
    const { t } = hollow;
    const steel = strength(support.steel, t, basis, 'support.steel');
    return { type: support.type, dims: null, hollow, t, t_ref: t, d2: null, drop: null, steel };
  }
  // A support may give its flange width and web alone, for its flange in bending; that is no section yet.
  const dims = support.section !== undefined || support.h !== undefined ? memberDimensions(support, basis, 'support') : null;
  const onFlange = support.type === 'column_flange';
  const t = support.t ?? (dims ? (onFlange ? dims.tf : dims.tw) : undefined);
  if (t === undefined)
    throw new Refusal('support.t', 'support.t: the thickness of the support is not known; give t or a section.');
  const t_ref = Math.max(t, support.t_ref ?? dims?.tf ?? t);
  const d2 = support.d2 ?? (dims && !onFlange ? dims.h - 2 * (dims.tf + dims.r) : null);
  if (support.drop !== undefined && (support.type !== 'beam_web' || !dims))
    throw new Refusal(
      'support.drop',
      `support.drop: ${basis.units.size(support.drop)} is the level of a beam at the web of a supporting beam; accepted with support.type beam_web and the section of the support, else left out.`,
    );
  return {
    type: support.type,
    dims,
    hollow: null,
    t,
    t_ref,
    d2,
    drop: support.drop ?? null,
    steel: strength(support.steel, t_ref, basis, 'support.steel'),
  };
}

const nameOf = (m: MemberLike & { readonly t?: number | undefined }, u: Units): string =>
  m.section?.replaceAll('x', '×') ?? (m.h === undefined ? `${u.length(m.t!)} thick` : `I ${u.length(m.h)}×${u.length(m.b!)}`);
/** "UB 406×140×39 to UC 203×203×60 flange". */
export const memberWords = (beam: MemberLike, support: SupportLike, u: Units = SI): string =>
  `${nameOf(beam, u)} to ${support.type === 'hss_face' ? hollowName(support, u) : nameOf(support, u)} ${support.type.split('_')[1]}`;

/** What is worth knowing of a member at its joint: title, and lines of name and value. Section resistances, without buckling. */
export interface MemberFacts {
  readonly title: string;
  readonly lines: readonly (readonly [string, string])[];
  /** Plastic shear resistance, kN. */
  readonly V_pl: number;
}

/** Facts of one member by section or dimensions; null where neither is given. EN 1993-1-1, 6.2.3, 6.2.5, 6.2.6. */
export function memberFacts(
  member: MemberLike & { readonly steel: SteelInput },
  basis: Basis,
  field: 'beam' | 'support',
): MemberFacts | null {
  const m = memberDimensions(member, basis, field);
  if (!m) return null;
  const { f_y } = strength(member.steel, m.tf, basis, `${field}.steel`);
  const u = basis.units;
  return factsOf(m.name, member.steel, f_y, memberProperties(m), basis, [
    ['depth, width', u.sizes([m.h, m.b])],
    ['web, flange, root', u.sizes([m.tw, m.tf, m.r], ', ')],
  ]);
}

/** Sizes and resistances of a member of this yield strength. */
function factsOf(
  name: string,
  steel: SteelInput,
  f_y: number,
  section: ReturnType<typeof properties>,
  basis: Basis,
  sizes: MemberFacts['lines'],
): MemberFacts {
  const { shear, axial, moment_y } = basis.standard.section(section, f_y, basis.factors);
  const u = basis.units;
  return {
    title: `${name.replaceAll('x', '×')} ${steel.grade ?? ''}`.trim(),
    V_pl: shear / 1e3,
    lines: [
      ...sizes,
      ['f_y', u.quantity(f_y, 'MPa')],
      ['shear', u.quantity(shear, 'kN')],
      ['tension', u.quantity(axial, 'kN')],
      ['moment, plastic', u.quantity(moment_y, 'kNm')],
    ],
  };
}

/** Facts of the hollow section whose face is the support. */
function hollowFacts(support: SupportLike, basis: Basis): MemberFacts {
  const f = hollowFace(support, basis);
  const { f_y } = strength(support.steel, f.t, basis, 'support.steel');
  const u = basis.units;
  const section =
    f.shape === 'CHS'
      ? ({ shape: 'CHS', d: f.b, t: f.t } as const)
      : ({ shape: 'RHS', h: Math.max(f.h, f.b), b: Math.min(f.h, f.b), t: f.t } as const);
  return factsOf(f.name, support.steel, f_y, properties(section), basis, [
    f.shape === 'CHS' ? ['diameter', u.size(f.b)] : ['depth, width of the face', u.sizes([f.h, f.b])],
    ['wall', u.size(f.t)],
  ]);
}

/** Facts of a beam and its support, by their callouts. */
export const beamAndSupport = (
  i: { readonly beam: MemberLike & { readonly steel: SteelInput }; readonly support: SupportLike },
  basis: Basis,
): Readonly<Record<string, MemberFacts | null>> => ({
  beam: memberFacts(i.beam, basis, 'beam'),
  support: i.support.type === 'hss_face' ? hollowFacts(i.support, basis) : memberFacts(i.support, basis, 'support'),
});
