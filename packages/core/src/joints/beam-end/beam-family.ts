import { BEAM_ACTIONS, BEAM_END } from '../../actions/combination.ts';
import type { SteelInput } from '../../catalogue/index.ts';
import type { Materials, Standard } from '../../basis/standard.ts';
import { Refusal } from '../../refusal.ts';
import type { Basis } from '../../basis/basis.ts';
import type { FarBoltsInput } from './far-beam.ts';
import { up5 } from '../field-makers.ts';
import type { EndSupportInput, MemberInput, Notch } from './input.ts';
import type { JointKind, SeedField, Start } from '../kind.ts';
import { seeded, type Met } from '../met.ts';
import { memberDimensions, supportTypes, SUPPORT_TYPES, type MemberDimensions, type SupportType } from '../members.ts';
import { flangeReach, practicalGap } from './support-clearance.ts';

const onHollow = (seed: Readonly<Record<string, string>>): boolean => seed['supportType'] === 'hss_face';
const gradesOf = (materials: Materials): SeedField['options'] => materials.grades.map((value) => ({ value, label: value }));
/** The hollow section whose face may be the support, under a standard that covers it. */
const hollowSeeds = (materials: Materials): readonly SeedField[] =>
  materials.usual.hollow
    ? [
        {
          id: 'hollow',
          label: 'Hollow section of the support',
          type: 'section',
          shapes: ['RHS', 'CHS'],
          start: '',
          example: materials.usual.hollow.section,
          applies: onHollow,
        },
        {
          id: 'hollowGrade',
          label: 'Its steel',
          type: 'grade',
          options: gradesOf(materials)!,
          start: materials.usual.hollow.grade,
          applies: onHollow,
        },
      ]
    : [];

const seeds = ({ materials }: Standard, welded: boolean): readonly SeedField[] => [
  { id: 'beam', label: 'Beam section', type: 'section', start: '', example: materials.usual.beam },
  { id: 'beamGrade', label: 'Beam steel', type: 'grade', options: gradesOf(materials)!, start: materials.usual.grade },
  {
    id: 'supportType',
    label: 'Support',
    type: 'choice',
    options: supportTypes(welded, materials).map(([value, label]) => ({ value, label })),
    start: SUPPORT_TYPES[0]![0],
  },
  ...(welded ? hollowSeeds(materials) : []),
  {
    id: 'support',
    label: 'Support section',
    type: 'section',
    start: '',
    example: materials.usual.column,
    applies: (seed) => !onHollow(seed),
  },
  {
    id: 'supportGrade',
    label: 'Support steel',
    type: 'grade',
    options: gradesOf(materials)!,
    start: materials.usual.grade,
    applies: (seed) => !onHollow(seed),
  },
  {
    id: 'tops',
    label: 'Tops of the beams',
    type: 'choice',
    options: [
      { value: 'apart', label: 'not level: no notch' },
      { value: 'level', label: 'level: the beam is notched' },
    ],
    start: 'apart',
    applies: (seed) => seed['supportType'] === 'beam_web',
  },
];

/** Beam and support as they stand in the input of every kind of this family. */
export interface BeamAndSupport {
  readonly beam: MemberInput & { readonly steel: SteelInput; readonly notch: Notch };
  readonly support: MemberInput & {
    readonly type: SupportType;
    readonly t?: number;
    readonly t_ref?: number;
    readonly d2?: number;
    readonly drop?: number;
    readonly d?: number;
    readonly face?: 'short' | 'long';
    readonly steel: SteelInput;
    readonly e_top?: number;
    readonly e_bottom?: number;
    readonly e_side?: number;
    readonly other_side?: { readonly V_Ed: number; readonly h_p?: number; readonly bolts?: FarBoltsInput };
  };
}

/** What a first detail has to fit into. */
export interface BeamStart extends BeamAndSupport {
  readonly dims: MemberDimensions;
  /** Gap of practice, or what clears the flanges of the support. */
  readonly gap: number;
  /** Clear width between the fillets of a column whose web is the support; no limit on other supports. */
  readonly between: number;
  /** Clear depth of web between fillets or notch edges. */
  readonly clear: number;
  /** What was settled about the members, a sentence each. */
  readonly why: readonly string[];
  /** Beam top down to a plate or cleat of this depth: 50 where there is room, clear of flange or notch, else in the middle. */
  place(depth: number): number;
}

/** How notches are cut, mm: to what step, how far clear of the flanges of the support, and how deep and long at least. */
const CUT = { SI: { step: 5, clear: 10, least: 50 }, US: { step: 25.4 / 4, clear: (25.4 * 3) / 8, least: 50.8 } } as const;

/** Notch of a beam whose top is level with that of its support: clear of its flanges (basis 5.1). */
function levelNotch(
  beam: MemberDimensions,
  support: MemberDimensions,
  gap: number,
  { step, clear, least }: (typeof CUT)['SI' | 'US'],
): Notch {
  const root = support.tf + support.r;
  const below = beam.h + clear - (support.h - root);
  const cut = (...sizes: number[]): number =>
    Number(Math.max(least, ...sizes.map((x) => Math.ceil(x / step - 1e-9) * step)).toPrecision(12));
  const sizes = { l_n: cut(flangeReach(support) + clear - gap), d_nt: cut(root + clear, beam.tf + beam.r) };
  return below > 0 ? { type: 'double', ...sizes, d_nb: cut(below, beam.tf + beam.r) } : { type: 'single', ...sizes };
}

/** How members lie to each other, where a model says it. */
const placed = (seed: Readonly<Record<string, string>>, ...names: readonly string[]): Readonly<Record<string, number>> =>
  Object.fromEntries(names.flatMap((k) => (seed[k] ? [[k, Number(seed[k])] as const] : [])));

/** Members of a start, with the room that they leave. Throws a Refusal where a section is not known. */
export function beamStart(start: Start, basis: Basis): BeamStart {
  const given = 'members' in start && typeof start.members === 'object' ? (start.members as BeamAndSupport) : null;
  const seed = start as Readonly<Record<string, string>>;
  const [section, grade] = onHollow(seed) ? [seed['hollow']!, seed['hollowGrade']!] : [seed['support']!, seed['supportGrade']!];
  const members: BeamAndSupport = given ?? {
    beam: {
      section: seed['beam']!,
      steel: { grade: seed['beamGrade']! },
      notch: { type: 'none' },
      ...placed(seed, 'slope', 'skew'),
    },
    support: { type: seed['supportType'] as SupportType, section, steel: { grade }, ...placed(seed, 'drop') },
  };
  const dims = memberDimensions(members.beam, basis, 'beam')!;
  const { support } = members;
  const supportDims = support.type === 'hss_face' ? null : memberDimensions(support, basis, 'support');
  const level = !given && seed['tops'] === 'level' && support.type === 'beam_web' && supportDims;
  // A notch takes the beam past the flange, so that its end may come close.
  const gap =
    level || members.beam.notch.type !== 'none'
      ? practicalGap(dims, null)
      : practicalGap(
          dims,
          supportDims && { type: support.type, dims: supportDims, ...(support.drop === undefined ? {} : { drop: support.drop }) },
        );
  const cut = CUT[basis.standard.units];
  const notch = level ? levelNotch(dims, supportDims, gap, cut) : members.beam.notch;
  const top = notch.type === 'none' ? dims.tf + dims.r : notch.d_nt!;
  const clear = dims.h - top - (notch.type === 'double' ? notch.d_nb! : dims.tf + dims.r);
  return {
    beam: { ...members.beam, notch },
    support,
    dims,
    gap,
    clear,
    between: support.type === 'column_web' && supportDims ? supportDims.h - 2 * (supportDims.tf + supportDims.r) : Infinity,
    why: level
      ? [
          `The notch, ${basis.units.sizes([notch.l_n!, notch.d_nt!])}${notch.d_nb ? `, ${basis.units.size(notch.d_nb)} at the bottom` : ''}, clears the flanges of ${supportDims.name} by ${basis.units.size(cut.clear)}.`,
        ]
      : [],
    place: (depth) => {
      const middle = Math.floor(top + (clear - depth) / 2);
      return Math.max(Math.min(up5(top), middle), Math.min(50, middle));
    },
  };
}

/** The support as a joint that is bolted through it knows it. */
export function boltedSupport({ support }: BeamAndSupport): EndSupportInput {
  if (support.type === 'hss_face')
    throw new Refusal(
      'support.type',
      'support.type: a joint bolted to the wall of a hollow section is not covered; accepted there is a plate welded to it.',
    );
  const { other_side, d: _d, face: _face, ...rest } = support;
  if (!other_side) return rest;
  const { h_p: _welded, ...bolted } = other_side;
  return { ...rest, other_side: bolted };
}

/** The support as a plate welded to it knows it: a plate on its far face is as deep as is usual where its depth is not known. */
export function weldedSupport({
  support,
}: BeamAndSupport): Omit<BeamAndSupport['support'], 'e_side' | 'other_side'> & {
  readonly other_side?: { readonly V_Ed: number; readonly h_p: number };
} {
  const { other_side, e_side: _unused, ...rest } = support;
  return other_side ? { ...rest, other_side: { V_Ed: other_side.V_Ed, h_p: other_side.h_p ?? 200 } } : rest;
}

/** Tops that differ by no more are level, mm: the beam is then notched. */
const LEVEL = 15;
const OPEN = ['I', 'C'];
/** A beam that comes to a column or to the web of another beam, and takes no moment there. */
function beamMeets(met: Met, types: ReturnType<typeof supportTypes>): Readonly<Record<string, string>> | null {
  const { at, member, support, face, moment, drop, slope, skew } = met;
  if (moment || !support || !OPEN.includes(member.shape) || (at !== 'column' && at !== 'beam')) return null;
  const type = at === 'beam' ? 'beam_web' : face === 'hollow' ? 'hss_face' : `column_${face}`;
  if (!types.some(([known]) => known === type)) return null;
  if (type !== 'hss_face' && !OPEN.includes(support.shape)) return null;
  const [name, steel] = type === 'hss_face' ? ['hollow', 'hollowGrade'] : ['support', 'supportGrade'];
  const level = at === 'beam' && drop !== undefined && Math.abs(drop) <= LEVEL;
  return seeded({
    ...{ beam: member.section, beamGrade: member.grade, supportType: type, [name]: support.section, [steel]: support.grade },
    ...(at === 'beam' ? { tops: level ? 'level' : 'apart', drop } : {}),
    ...{ slope, skew },
  });
}

/** What the kinds that join a beam to its support have in common: what is asked before a first detail, and the actions. `welded`: the joint is welded to its support. */
export const beamToSupport = ({ welded = false } = {}): Pick<
  JointKind,
  'family' | 'seeds' | 'seedOf' | 'meets' | 'actions' | 'ends' | 'given'
> => ({
  family: 'beam',
  meets: (met, standard) => beamMeets(met, supportTypes(welded, standard.materials)),
  seeds: (standard) => seeds(standard, welded),
  actions: BEAM_ACTIONS,
  ends: BEAM_END,
  given: ['beam', 'support'],
  seedOf: (input) => {
    const { beam, support } = input as BeamAndSupport;
    return { members: { beam, support } };
  },
});
