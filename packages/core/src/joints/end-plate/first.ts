import type { Combination } from '../../actions/combination.ts';
import type { Basis } from '../../basis/basis.ts';
import { Refusal } from '../../refusal.ts';
import { stepMove, upBy } from '../field-makers.ts';
import { closerRows, leastDistances, widened } from '../beam-end/member-fields.ts';
import { beamStart, boltedSupport, type BeamStart } from '../beam-end/beam-family.ts';
import { givesFirstAt, type FirstDetail, type Move, type SearchFrom, type Start } from '../kind.ts';
import { withRowCount } from '../pitches.ts';
import { lengthAxis, wordAxis, type Practice, type SearchSpace } from '../search.ts';
import { beamEndAxes, isFilled, pitchOf, plateAxes, rowsIn } from '../beam-end/search.ts';
import type { MemberDimensions } from '../members.ts';
import { endPlateField, endPlateFields, withColumns, withRows } from './fields.ts';
import { type EndPlateInput, bottomEnd, columns, edgeDistance, groupHeight, widthFor } from './input.ts';
import type { EndPlateModel } from './model.ts';
import { biggerBolts, longerEnds, rowMore, strongerBolts, strongerSteel, upAndDown } from '../beam-end/moves.ts';
import { boltName, type Units } from '../../units/system.ts';

type I = EndPlateInput;

/** End distance of practice at the usual pitch, the least one where rows stand closer. */
const ends = (c: { d: number; p1: number }): number => (c.p1 >= 70 ? (c.d > 20 ? 50 : 40) : leastDistances(c.d).e1);

/** One choice of the practical first detail (basis 5.1). */
function compose(
  start: BeamStart,
  c: {
    d: number;
    n1: number;
    p1: number;
    t: number;
    p3: number;
    edge: number;
    grade: string;
    cls?: string;
    s?: number;
    end?: number;
    step?: number;
  },
): I {
  const e1 = c.end ?? ends(c);
  const h = Math.max(2 * e1 + (c.n1 - 1) * c.p1, Math.min(upBy(0.6 * start.dims.h, c.step ?? 5), Math.floor(start.clear)));
  const end = (h - (c.n1 - 1) * c.p1) / 2;
  return {
    beam: start.beam,
    support: boltedSupport(start),
    plate: { t: c.t, h, b: c.p3 + 2 * c.edge, e1: end, top: start.place(h), full_depth: false, steel: { grade: c.grade } },
    bolts: {
      d: c.d,
      cls: c.cls ?? '8.8',
      n1: c.n1,
      p1: c.p1,
      p3: c.p3,
      threads_in_plane: true,
      category: 'A',
      friction: 'B',
      packing: 0,
    },
    weld: { s: c.s ?? 6 },
    holes: { plate: 'normal', support: 'normal' },
  };
}

/** Usual gauges whose plate goes in between the fillets of the support; the widest that does where none is. */
function gauges({ dims, between }: BeamStart, d: number): { p3: number; edge: number }[] {
  const least = leastDistances(d).e1;
  const edge = Math.max(30, least);
  const usual = (dims.h >= 400 ? [140, 120, 100, 90] : [90, 100, 120]).filter((p3) => p3 + 2 * edge <= between);
  return usual.length ? usual.map((p3) => ({ p3, edge })) : [{ p3: Math.floor((between - 2 * least) / 5) * 5, edge: least }];
}

/** Legs from 6 mm on; the rule of the full-strength weld judges. */
const LEGS = [6, 8, 10, 12, 15];

/** Gauges of practice, mm. */
const GAUGES = [90, 100, 120, 140];
/** Every choice of bolts, rows, gauge, plate and weld that the office makes plates of; of the full depth too where the beam has no notch. */
export function endPlateSearch({ start: asked }: SearchFrom<I>, basis: Basis, practice: Practice): SearchSpace<I> {
  const start = beamStart(asked, basis);
  const { units } = basis;
  const { step = 5 } = practice;
  const depths = ['between the flanges', ...(start.beam.notch.type === 'none' ? ['over the full depth'] : [])];
  const widest = gauges(start, Math.min(...practice.bolts)).map((g) => g.p3);
  return {
    axes: [
      ...beamEndAxes(start.clear, practice, units, true),
      lengthAxis('gauge', 'gauge', [...new Set([...GAUGES.filter((g) => g + 60 <= start.between), ...widest])], units),
      wordAxis('depth', 'plate', depths),
      ...plateAxes(practice, units),
    ],
    make: (choice) => {
      const [d, cls, n1, p1, p3, depth, t, grade, s] = choice as [
        number,
        string,
        number,
        number,
        number,
        string,
        number,
        string,
        number,
      ];
      const least = leastDistances(d);
      const edge = Math.max(30, least.e1);
      const rows = rowsIn(start.clear, d, n1, p1);
      if (!rows) return null;
      if (p3 + 2 * Math.min(edge, least.e1) > start.between) return null;
      const input = compose(start, {
        d,
        cls,
        n1,
        t,
        p3,
        edge: p3 + 2 * edge > start.between ? least.e1 : edge,
        grade,
        s,
        ...rows,
        step,
      });
      if (depth === depths[0]) return input.plate.h > start.clear || !isFilled(input.plate.h, n1, rows.p1) ? null : input;
      return isFilled(start.clear, n1, rows.p1) ? toFullDepth(input, start.dims.h) : null;
    },
    fixed:
      'Ends and edges are those of practice for each bolt; a plate between the flanges is at least 0.6 of the beam deep where that fits; rows fill it, or the web where it is of the full depth: nowhere past them is there more than a pitch.',
    of: ({ bolts: b, plate, weld }) => [
      ...[b.d, b.cls, b.n1, pitchOf(b, practice), b.p3],
      ...[depths[plate.full_depth ? depths.length - 1 : 0]!, plate.t, plate.steel.grade!, weld.s],
    ],
    why: (i) => [...start.why, ...reasons(units, i, start.dims)],
  };
}

/** Where between the flanges no plate is deep enough for the web's shear: plates of the full depth, welded over the clear web. */
function* fullDepth(start: BeamStart): Generator<I> {
  const { dims: beam, clear } = start;
  if (start.beam.notch.type !== 'none') return;
  for (const [d, t] of [
    [20, 10],
    [24, 12],
  ] as const)
    for (let n1 = 2; 80 + (n1 - 1) * 70 <= clear; n1 += 1)
      for (const gauge of gauges(start, d))
        yield { ...toFullDepth(compose(start, { d, n1, p1: 70, t, ...gauge, grade: 'S275' }), beam.h), weld: { s: 8 } };
}

/** A first detail for members and forces: fewest rows that give 0.6 of the depth, then more, bigger bolts, other gauges. */
export function endPlateFirst(
  asked: Start,
  combinations: readonly Combination[],
  basis: Basis,
  judge: (input: I) => number,
): FirstDetail<I> {
  const start = beamStart(asked, basis);
  const { dims: beam, clear } = start;
  let best: { input: I; multiple: number } | null = null;
  const found = (input: I, multiple: number): FirstDetail<I> => ({
    input,
    why: [...start.why, ...reasons(basis.units, input, beam), ...least(basis.units, input, multiple, combinations.length)],
  });
  for (const [d, t] of [
    [20, 10],
    [24, 12],
    [16, 8],
    [16, 10],
  ] as const)
    for (const p1 of [70, leastDistances(d).p1]) {
      const e1 = ends({ d, p1 });
      for (let n1 = 2; 2 * e1 + (n1 - 1) * p1 <= clear; n1 += 1) {
        if (p1 >= 70 && 2 * e1 + (n1 - 1) * p1 < 0.6 * beam.h && 2 * e1 + n1 * p1 <= clear) continue;
        for (const gauge of gauges(start, d)) {
          const draft = compose(start, { d, n1, p1, t, ...gauge, grade: 'S275' });
          for (const s of LEGS) {
            const input = { ...draft, weld: { s } };
            const multiple = judge(input);
            if (multiple >= 1) return found(input, multiple);
            if (!best || multiple > best.multiple) best = { input, multiple };
            if (multiple > 0.1) break; // the rules are kept: a bigger weld is not what is missing
          }
        }
      }
    }
  for (const input of fullDepth(start)) {
    const multiple = judge(input);
    if (multiple >= 1) return found(input, multiple);
    if (!best || multiple > best.multiple) best = { input, multiple };
  }
  if (!best)
    throw new Refusal(
      'beam.section',
      `beam.section: ${beam.name} leaves no room for two bolt rows between its fillets; accepted are deeper beams.`,
    );
  return {
    input: best.input,
    why: [...start.why, 'No end plate of the usual range holds these forces; this is the strongest of them.'],
  };
}

const reasons = (u: Units, i: I, beam: MemberDimensions): string[] => [
  i.plate.full_depth
    ? `A plate of the full depth, ${u.size(i.plate.h)}: between the flanges the web over the plate gives first.`
    : `${i.bolts.n1} rows make the plate ${u.size(i.plate.h)} deep, at least 0.6 of ${beam.name} (${u.size(Math.ceil(0.6 * beam.h))}).`,
  `Weld leg ${u.size(i.weld.s)} makes the weld stronger than the web in shear.`,
];
function least(u: Units, i: I, multiple: number, combinations: number): string[] {
  return [
    `${boltName(i.bolts.d)} 8.8 at a gauge of ${u.size(i.bolts.p3)} and a plate ${u.size(i.plate.t)} ${i.plate.steel.grade} are the least of the usual sizes that hold.`,
    givesFirstAt(combinations ? multiple : null),
  ];
}

/** Bolts of another size with the least distances that they need. */
function withDistances(i: I, d: number): I {
  const least = leastDistances(d);
  const across = withColumns({ ...i, bolts: { ...i.bolts, d } }, columns(i), Math.max(i.bolts.p2 ?? 0, least.p2));
  const wide: I = { ...across, plate: { ...across.plate, b: widthFor(across, Math.max(edgeDistance(i), least.e1)) } };
  const ends = endPlateField('plate.e1').set(
    endPlateField('plate.e1_bot').set(wide, Math.max(bottomEnd(i), least.e1)),
    Math.max(i.plate.e1, least.e1),
  );
  return withRows(ends, { n1: i.bolts.n1, p1: widened(i.bolts.p1, least.p1) });
}

/** The plate as deep as the beam and a little more, its rows where they were about its middle. */
function toFullDepth(i: I, h_b: number): I {
  const h = Math.ceil(h_b / 10) * 10 + 10;
  const L1 = groupHeight(i);
  return { ...i, plate: { ...i.plate, full_depth: true, h, e1: (h - L1) / 2, top: Math.round((h_b - h) * 5) / 10 } };
}

const STEPS = [
  ['plate.t', 'plate', 1, 2, -1],
  ['plate.e1', 'top end', 1, 2],
  ['plate.e1_bot', 'bottom end', 1, 2],
  ['plate.e2', 'edge', 1, 2],
  ['bolts.p1', 'pitch', 1, 2],
  ['weld.s', 'weld leg', 1, 2],
  ['bolts.p3', 'gauge', 1, 2, -1],
] as const;

/** Small moves round a detail, each one step of one thing. */
export function endPlateMoves(i: I, m: EndPlateModel): Move<I>[] {
  const { units: u } = m.basis;
  const ends = endPlateField('plate.e1').set(endPlateField('plate.e1_bot').set(i, bottomEnd(i) + u.nudge), i.plate.e1 + u.nudge);
  const lower = (from: I, by: number): I => ({ ...from, plate: { ...from.plate, top: i.plate.top + by } });
  const closer = closerRows(i.bolts, i.bolts.d);
  return [
    ...STEPS.flatMap(([id, label, ...steps]) =>
      (steps as readonly number[]).flatMap((by) => stepMove(m.basis, endPlateFields, i, id, label, by)),
    ),
    longerEnds(u, Math.min(i.plate.e1, bottomEnd(i)), ends),
    ...upAndDown(u, 'plate', (by) => lower(i, by)),
    ...rowMore(u, 'plate', i.bolts.n1, withRows(i, withRowCount(i.bolts, i.bolts.n1 + 1)), lower),
    ...(closer
      ? [
          {
            label: `rows ${i.bolts.n1} → ${closer.n1}, closer`,
            input: endPlateField('plate.h').set(withRows(i, closer), i.plate.h),
          },
        ]
      : []),
    ...biggerBolts(i, m.basis, {
      alone: (d) => ({
        ...i,
        bolts: { ...i.bolts, d },
        plate: { ...i.plate, b: widthFor(i, Math.max(edgeDistance(i), 1.25 * d + 5)) },
      }),
      spaced: (d) => withDistances(i, d),
      rowLess: (x) => withRows(x, withRowCount(x.bolts, i.bolts.n1 - 1)),
    }),
    ...wholePlates(i, m),
    ...strongerBolts(i, m.basis),
    ...strongerSteel('plate', i.plate.steel.grade, m.basis, (grade) => ({ ...i, plate: { ...i.plate, steel: { grade } } })),
  ];
}

/** A second column of bolts on each side, and a plate to the full depth of the beam. */
const wholePlates = (i: I, m: EndPlateModel): Move<I>[] => [
  ...(columns(i) === 1
    ? [
        {
          label: 'columns of bolts 1 → 2 each side',
          input: withColumns(i, 2, Math.max(i.bolts.d > 20 ? 70 : 60, leastDistances(i.bolts.d).p2)),
        },
      ]
    : []),
  ...(!i.plate.full_depth && i.beam.notch.type === 'none'
    ? [{ label: 'plate to the full depth', input: toFullDepth(i, m.beam.h) }]
    : []),
];
