import type { Combination } from '../../../actions/combination.ts';
import type { Basis } from '../../../basis/basis.ts';
import { leastFillet, leastSpacing } from '../../../standards/aisc360/rules.ts';
import { boltName, type Units } from '../../../units/system.ts';
import { endOf, firstOf, inch, placeOf, rowCounts, rowWords } from '../../beam-end/aisc360/first.ts';
import { beamStart, boltedSupport, type BeamStart } from '../../beam-end/beam-family.ts';
import type { FirstDetail, SearchFrom, Start } from '../../kind.ts';
import { INCH } from '../../../catalogue/index.ts';
import { lengthAxis, type Practice, type SearchSpace } from '../../search.ts';
import { beamEndAxes, pitchOf, plateAxes } from '../../beam-end/search.ts';
import type { EndPlateInput } from '../input.ts';

interface Choice {
  readonly d: number;
  readonly n1: number;
  readonly t: number;
  readonly g: number;
  readonly leg: number;
  readonly grade: string;
  readonly cls?: string;
  readonly p1?: number;
}

/** The end plate of usual practice for one choice: 3 in pitch, 1-1/4 in ends and edges. */
function compose(start: BeamStart, c: Choice): EndPlateInput {
  const [d, t] = [inch(c.d), inch(c.t)];
  const e1 = endOf(d);
  const { p1 = inch(3) } = c;
  const h = 2 * e1 + (c.n1 - 1) * p1;
  const weld = Math.max(inch(c.leg), leastFillet(Math.min(t, start.dims.tw)));
  return {
    beam: start.beam,
    support: boltedSupport(start),
    plate: {
      t,
      h,
      b: inch(c.g) + 2 * e1,
      e1,
      top: Number(placeOf(start, h, e1).toPrecision(12)),
      full_depth: false,
      steel: { grade: c.grade },
    },
    bolts: {
      d,
      cls: c.cls ?? '120',
      n1: c.n1,
      p1,
      p3: inch(c.g),
      threads_in_plane: true,
      category: 'A',
      friction: 'A',
      packing: 0,
    },
    weld: { s: weld },
    holes: { plate: 'normal', support: 'normal' },
  };
}

/** Choices in order of cost: gauges that go in between the fillets of the support, more rows, bigger bolts, thicker plates and fillets. */
function* details(start: BeamStart): Generator<EndPlateInput> {
  for (const grade of ['A36', 'A572-50'])
    for (const d of [0.75, 0.875, 1])
      for (const n1 of rowCounts(start, inch(d)))
        for (const g of [5.5, 5, 4.5, 4, 3.5].filter((x) => inch(x) + 2 * endOf(inch(d)) <= start.between))
          for (const t of [1 / 4, 5 / 16, 3 / 8])
            for (const leg of [3 / 16, 1 / 4, 5 / 16]) yield compose(start, { d, n1, t, g, leg, grade });
}

/** Every choice of bolts, rows, gauge, plate and weld that the office makes plates of. */
export function shearEndPlateSearch(
  { start: asked }: SearchFrom<EndPlateInput>,
  basis: Basis,
  practice: Practice,
): SearchSpace<EndPlateInput> {
  const start = beamStart(asked, basis);
  const { units } = basis;
  return {
    axes: [
      ...beamEndAxes(start.clear, practice, units),
      lengthAxis('gauge', 'gauge', [5.5, 5, 4.5, 4, 3.5].map(inch), units),
      ...plateAxes(practice, units),
    ],
    make: (choice) => {
      const [d, cls, n1, p1, g, t, grade, leg] = choice as [number, string, number, number, number, number, string, number];
      if (p1 < leastSpacing(d) - 1e-6 || g + 2 * endOf(d) > start.between) return null;
      const input = compose(start, { d: d / INCH, cls, n1, p1, g: g / INCH, t: t / INCH, grade, leg: leg / INCH });
      return input.plate.h > start.clear ? null : input;
    },
    fixed: 'Ends and edges are those of practice for each bolt; a fillet is no smaller than Table J2.4 asks.',
    of: ({ bolts: b, plate, weld }) => [b.d, b.cls, b.n1, pitchOf(b, practice), b.p3, plate.t, plate.steel.grade!, weld.s],
    why: (i) => [...start.why, ...about(start, i, units)],
  };
}

const about = (start: BeamStart, { bolts, plate, weld }: EndPlateInput, u: Units): string[] => [
  rowWords(start, bolts.n1, `plate ${u.size(plate.h)} deep`),
  `Weld leg ${u.size(weld.s)} carries the reaction.`,
];

/** A first detail for members and forces: the cheapest choice that holds and keeps its rules. */
export function shearEndPlateFirst(
  asked: Start,
  combinations: readonly Combination[],
  basis: Basis,
  judge: (input: EndPlateInput) => number,
): FirstDetail<EndPlateInput> {
  const start = beamStart(asked, basis);
  const u = basis.units;
  return firstOf(start, combinations, {
    details: details(start),
    judge,
    about: (i) => about(start, i, u),
    why: (i) => [
      `${boltName(i.bolts.d)} group 120 at a gauge of ${u.size(i.bolts.p3)} and a plate ${u.size(i.plate.t)} ${i.plate.steel.grade} are the least of the usual sizes that hold.`,
    ],
    none: 'No shear end plate of the usual range holds these forces; this is the strongest of them.',
  });
}
