import type { Combination } from '../../../actions/combination.ts';
import type { Basis } from '../../../basis/basis.ts';
import { INCH } from '../../../catalogue/index.ts';
import { leastFillet, leastSpacing } from '../../../standards/aisc360/rules.ts';
import { boltName, type Units } from '../../../units/system.ts';
import { endOf, firstOf, gapOf, inch, placeOf, rowCounts, rowWords, upTo } from '../../beam-end/aisc360/first.ts';
import { beamStart, weldedSupport, type BeamStart } from '../../beam-end/beam-family.ts';
import type { FirstDetail, SearchFrom, Start } from '../../kind.ts';
import { countAxis, type Practice, type SearchSpace } from '../../search.ts';
import { beamEndAxes, pitchOf, plateAxes } from '../../beam-end/search.ts';
import { supportModel } from '../../members.ts';
import type { FinPlateInput } from '../input.ts';

interface Choice {
  readonly d: number;
  readonly lines: number;
  readonly n1: number;
  readonly t: number;
  readonly grade: string;
  readonly cls?: string;
  readonly p1?: number;
  /** Leg that develops the plate where none is chosen. */
  readonly s?: number;
}

/** The single plate of usual practice for one choice of bolts and plate: 3 in pitch, 1-1/4 in ends, 2 d to the edges, standard holes. */
function compose(start: BeamStart, c: Choice, t_support: number): FinPlateInput {
  const [d, t] = [inch(c.d), inch(c.t)];
  const e1 = endOf(d);
  const edge = upTo(2 * d, 1 / 4);
  const gap = gapOf(start);
  const { p1 = inch(3) } = c;
  const h = 2 * e1 + (c.n1 - 1) * p1;
  const place = placeOf(start, h, e1);
  return {
    beam: start.beam,
    support: weldedSupport(start),
    plate: { t, h, e1, e2: edge, steel: { grade: c.grade }, side: 'near' },
    fixing: 'bolted',
    web: { e2b: upTo(2 * d + INCH / 4, 1 / 4), top_to_bolt: Number((place + e1).toPrecision(12)) },
    gap,
    bolts: {
      d,
      cls: c.cls ?? '120',
      n1: c.n1,
      n2: c.lines,
      p1,
      p2: c.lines > 1 ? inch(3) : 0,
      threads_in_plane: true,
      category: 'A',
      friction: 'A',
      packing: 0,
    },
    weld: { s: c.s ?? Math.max(upTo((5 / 8) * t, 1 / 16), leastFillet(Math.min(t, t_support))) },
    holes: { plate: 'normal', web: 'normal' },
  };
}

/** Choices in order of cost: one line, then two; bolts of 3/4, 7/8 and 1 in; more rows, then a thicker plate, then a stronger steel. */
function* details(start: BeamStart, t_support: number): Generator<FinPlateInput> {
  for (const grade of ['A36', 'A572-50'])
    for (const lines of [1, 2])
      for (const d of [0.75, 0.875, 1])
        for (const n1 of rowCounts(start, inch(d)))
          for (const t of [1 / 4, 5 / 16, 3 / 8, 7 / 16, 1 / 2, 5 / 8])
            yield compose(start, { d, lines, n1, t, grade }, t_support);
}

/** Every choice of bolts, rows, plate and weld that the office makes single plates of. */
export function singlePlateSearch(
  { start: asked }: SearchFrom<FinPlateInput>,
  basis: Basis,
  practice: Practice,
): SearchSpace<FinPlateInput> {
  const start = beamStart(asked, basis);
  const t_support = supportModel(start.support, basis).t;
  const { units } = basis;
  return {
    axes: [
      ...beamEndAxes(start.clear, practice, units),
      countAxis('lines', 'lines', 1, practice.most_lines),
      ...plateAxes(practice, units),
    ],
    make: (choice) => {
      const [d, cls, n1, p1, lines, t, grade, s] = choice as [number, string, number, number, number, number, string, number];
      if (p1 < leastSpacing(d) - 1e-6) return null;
      const input = compose(start, { d: d / INCH, cls, n1, p1, lines, t: t / INCH, grade, s }, t_support);
      return input.plate.h > start.clear ? null : input;
    },
    fixed: 'Ends, edges and the gap are those of practice for each bolt.',
    of: ({ bolts: b, plate, weld }) => [b.d, b.cls, b.n1, pitchOf(b, practice), b.n2, plate.t, plate.steel.grade!, weld.s],
    why: (i) => [...start.why, ...about(start, i, units)],
  };
}

const about = (start: BeamStart, { bolts, plate, weld }: FinPlateInput, u: Units): string[] => [
  rowWords(start, bolts.n1, `plate ${u.size(plate.h)} deep`),
  `Weld leg ${u.size(weld.s)} develops the plate.`,
];

/** A first detail for members and forces: the cheapest choice that holds and keeps its rules; else the strongest, and it says that it gives. */
export function singlePlateFirst(
  asked: Start,
  combinations: readonly Combination[],
  basis: Basis,
  judge: (input: FinPlateInput) => number,
): FirstDetail<FinPlateInput> {
  const start = beamStart(asked, basis);
  const { support } = start;
  const t_support = supportModel(support, basis).t;
  const u = basis.units;
  return firstOf(start, combinations, {
    details: details(start, t_support),
    judge,
    about: (i) => about(start, i, u),
    why: ({ bolts, plate }) => [
      `${bolts.n2 > 1 ? 'Two lines' : 'One line'} of ${boltName(bolts.d)} group 120 and a plate ${u.size(plate.t)} ${plate.steel.grade} are the least of the usual sizes that hold.`,
    ],
    none: 'No single plate of the usual range holds these forces; this is the strongest of them.',
  });
}
