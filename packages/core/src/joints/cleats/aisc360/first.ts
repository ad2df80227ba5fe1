import type { Combination } from '../../../actions/combination.ts';
import type { Basis } from '../../../basis/basis.ts';
import { INCH } from '../../../catalogue/index.ts';
import { leastEdge, leastSpacing } from '../../../standards/aisc360/rules.ts';
import { boltName, type Units } from '../../../units/system.ts';
import { endOf, firstOf, gapOf, inch, placeOf, rowCounts, rowWords, upTo } from '../../beam-end/aisc360/first.ts';
import { beamStart, boltedSupport, type BeamStart } from '../../beam-end/beam-family.ts';
import type { FirstDetail, SearchFrom, Start } from '../../kind.ts';
import { lengthAxis, wordAxis, type Practice, type SearchSpace } from '../../search.ts';
import { beamEndAxes, pitchOf } from '../../beam-end/search.ts';
import { cleatSizes } from '../fields.ts';
import type { CleatsInput } from '../input.ts';

interface Choice {
  readonly d: number;
  readonly n1: number;
  readonly t: number;
  /** Heel to the bolts at the support. */
  readonly g_o: number;
  readonly grade: string;
  readonly cls?: string;
  readonly p1?: number;
}

/** The pair of angles of usual practice for one choice: 3 in pitch, 1-1/4 in ends; null where no rolled angle has such legs. */
function compose(start: BeamStart, basis: Basis, c: Choice): CleatsInput | null {
  const [d, t] = [inch(c.d), inch(c.t)];
  const e1 = endOf(d);
  const gap = gapOf(start);
  const { p1 = inch(3) } = c;
  const h = 2 * e1 + (c.n1 - 1) * p1;
  const e2b = upTo(Math.max(inch(1.75), leastEdge(d) + INCH / 4), 1 / 4);
  const edge = upTo(leastEdge(d), 1 / 8);
  const legs = { web: gap + e2b + edge, support: inch(c.g_o) + edge };
  const angle = cleatSizes(basis.standard)
    .filter((s) => Math.abs(s.t - t) < 1e-6 && s.leg_web >= legs.web - 1e-6 && s.leg_support >= legs.support - 1e-6)
    .sort((a, b) => a.leg_web + a.leg_support - b.leg_web - b.leg_support)[0];
  if (!angle) return null;
  return {
    beam: start.beam,
    support: boltedSupport(start),
    cleat: { t: angle.t, h, e1, leg_web: angle.leg_web, leg_support: angle.leg_support, r: angle.r, steel: { grade: c.grade } },
    web: { e2b, top_to_bolt: Number((placeOf(start, h, e1) + e1).toPrecision(12)) },
    gap,
    arrangement: 'double',
    fixing: 'bolted',
    bolts: {
      d,
      cls: c.cls ?? '120',
      n1: c.n1,
      n2: 1,
      p1,
      p2: 0,
      // In sixteenths across the web: what a shop marks.
      p3: inch(Math.floor(((2 * inch(c.g_o) + start.dims.tw) / INCH) * 16 + 1e-6) / 16),
      threads_in_plane: true,
      category: 'A',
      friction: 'A',
      packing: 0,
    },
    support_bolts: { n1: c.n1, p1, e1 },
    holes: { cleat: 'normal', web: 'normal', leg: 'normal', support: 'normal' },
  };
}

/** Choices in order of cost: more rows, thicker angles, bigger bolts, then a stronger steel. */
function* details(start: BeamStart, basis: Basis): Generator<CleatsInput> {
  for (const grade of ['A36', 'A572-50'])
    for (const d of [0.75, 0.875, 1])
      for (const n1 of rowCounts(start, inch(d)))
        for (const t of [1 / 4, 5 / 16, 3 / 8, 1 / 2, 5 / 8])
          for (const g_o of [2.5, 2.25, 2]) {
            const input = compose(start, basis, { d, n1, t, g_o, grade });
            if (input) yield input;
          }
}

/** Every choice of bolts, rows, gauge and rolled angles that the office has. */
export function anglesSearch(
  { start: asked }: SearchFrom<CleatsInput>,
  basis: Basis,
  practice: Practice,
): SearchSpace<CleatsInput> {
  const start = beamStart(asked, basis);
  const { units } = basis;
  const rolled = cleatSizes(basis.standard).map((s) => s.t);
  return {
    axes: [
      ...beamEndAxes(start.clear, practice, units),
      lengthAxis('gauge', 'heel to bolts', [2.5, 2.25, 2].map(inch), units),
      lengthAxis(
        'angle',
        'angles',
        practice.plates.filter((t) => rolled.some((x) => Math.abs(x - t) < 1e-6)),
        units,
      ),
      wordAxis('steel', 'steel', practice.steels),
    ],
    make: (choice) => {
      const [d, cls, n1, p1, g, t, grade] = choice as [number, string, number, number, number, number, string];
      if (p1 < leastSpacing(d) - 1e-6) return null;
      const input = compose(start, basis, { d: d / INCH, cls, n1, p1, g_o: g / INCH, t: t / INCH, grade });
      return !input || input.cleat.h > start.clear ? null : input;
    },
    fixed:
      'Two angles, bolted to both: the smallest legs that leave room for the bolts; ends, edges and the gap are those of practice.',
    of: (i) => [
      ...[i.bolts.d, i.bolts.cls, i.bolts.n1, pitchOf(i.bolts, practice), heelToBolts(start, i)],
      ...[i.cleat.t, i.cleat.steel.grade!],
    ],
    why: (i) => [...start.why, ...about(start, i, units)],
  };
}

const heelToBolts = ({ dims }: BeamStart, { bolts }: CleatsInput): number => (bolts.p3 - dims.tw) / 2;
const about = (start: BeamStart, i: CleatsInput, u: Units): string[] => [
  rowWords(start, i.bolts.n1, `angles ${u.size(i.cleat.h)} long`),
  `A gauge of ${u.size(heelToBolts(start, i))} from the heel leaves room for the wrench.`,
];

/** A first detail for members and forces: a pair of bolted angles, the cheapest that holds and keeps its rules. */
export function anglesFirst(
  asked: Start,
  combinations: readonly Combination[],
  basis: Basis,
  judge: (input: CleatsInput) => number,
): FirstDetail<CleatsInput> {
  const start = beamStart(asked, basis);
  const u = basis.units;
  return firstOf(start, combinations, {
    details: details(start, basis),
    judge,
    about: (i) => about(start, i, u),
    why: ({ bolts, cleat }) => [
      `${boltName(bolts.d)} group 120 and angles ${u.sizes([cleat.leg_web, cleat.leg_support])}, ${u.size(cleat.t)} thick, ${cleat.steel.grade}, are the least of the usual sizes that hold.`,
    ],
    none: 'No bolted pair of angles of the usual range holds these forces; these are the strongest of them.',
  });
}
