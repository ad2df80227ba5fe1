import type { Combination } from '../../actions/combination.ts';
import { holeSize } from '../../catalogue/index.ts';
import type { Basis } from '../../basis/basis.ts';
import { Refusal } from '../../refusal.ts';
import { stepMove, up5, upBy } from '../field-makers.ts';
import { closerRows, leastDistances, widened } from '../beam-end/member-fields.ts';
import { beamStart, weldedSupport, type BeamStart } from '../beam-end/beam-family.ts';
import { givesFirstAt, type FirstDetail, type Move, type SearchFrom, type Start } from '../kind.ts';
import { withRowCount } from '../pitches.ts';
import { countAxis, type Practice, type SearchSpace } from '../search.ts';
import { beamEndAxes, isFilled, pitchOf, plateAxes, rowsIn } from '../beam-end/search.ts';
import { finPlateField, finPlateFields, withRows } from './fields.ts';
import type { FinPlateInput } from './input.ts';
import { refuseHollow } from './en1993/support.ts';
import type { FinPlateModel } from './model.ts';
import { throatOf } from '../members.ts';
import { biggerBolts, longerEnds, rowMore, strongerBolts, strongerSteel, upAndDown } from '../beam-end/moves.ts';
import { boltName, type Units } from '../../units/system.ts';

type I = FinPlateInput;
const LEGS = [6, 8, 10, 12, 15];

interface Choice {
  readonly d: number;
  readonly lines: number;
  readonly n1: number;
  readonly t: number;
  readonly grade: string;
  readonly cls?: string;
  readonly p1?: number;
  /** As strong as the plate where none is chosen. */
  readonly s?: number;
  /** Least height of the plate: it is deepened at its ends. */
  readonly h?: number;
  readonly end?: number;
}

/** The practical first detail of basis 5.1 for one choice of bolts and plate. */
function compose(start: BeamStart, c: Choice, basis: Basis): I {
  const big = c.d > 20;
  const { p1 = 70, end = big ? 50 : 40 } = c;
  const L1 = (c.n1 - 1) * p1;
  const h = Math.max(2 * end + L1, c.h ?? 0);
  const e1 = (h - L1) / 2;
  const draft: I = {
    beam: start.beam,
    support: weldedSupport(start),
    plate: { t: c.t, h, e1, e2: big ? 60 : 50, steel: { grade: c.grade }, side: 'near' },
    fixing: 'bolted',
    web: { e2b: big ? 50 : 40, top_to_bolt: start.place(h) + e1 },
    gap: start.gap,
    bolts: {
      d: c.d,
      cls: c.cls ?? '8.8',
      n1: c.n1,
      n2: c.lines,
      p1,
      p2: c.lines > 1 ? (big ? 70 : 60) : 0,
      threads_in_plane: true,
      category: 'A',
      friction: 'B',
      packing: 0,
    },
    weld: { s: 8 },
    holes: { plate: 'normal', web: 'normal' },
  };
  return { ...draft, weld: { s: c.s ?? LEGS.find((s) => keepsFullStrength(draft, s, basis)) ?? 15 } };
}

/** Full-strength fillets: 0.50 t (S275) or 0.60 t (S355 and up) with the throat factor of the job; the rule itself judges exactly. */
const keepsFullStrength = (i: I, s: number, basis: Basis): boolean =>
  throatOf(basis) * s >=
  (i.plate.steel.grade === 'S275' || i.plate.steel.grade === 'S235' ? 0.51 : i.plate.steel.grade === 'S460' ? 0.76 : 0.61) *
    i.plate.t;

/** Every choice of bolts, rows, plate and weld that the office makes plates of. */
export function finPlateSearch({ start: asked }: SearchFrom<I>, basis: Basis, practice: Practice): SearchSpace<I> {
  const start = beamStart(asked, basis);
  refuseHollow(start.support);
  const { units } = basis;
  const least = Math.min(upBy(0.6 * start.dims.h, practice.step ?? 5), Math.floor(start.clear));
  return {
    axes: [
      ...beamEndAxes(start.clear, practice, units, true),
      countAxis('lines', 'lines', 1, practice.most_lines),
      ...plateAxes(practice, units),
    ],
    make: (choice) => {
      const [d, cls, n1, p1, lines, t, grade, s] = choice as [number, string, number, number, number, number, string, number];
      const rows = rowsIn(start.clear, d, n1, p1);
      const input = rows && compose(start, { d, cls, n1, lines, t, grade, s, h: least, ...rows }, basis);
      return input && isFilled(input.plate.h, n1, rows.p1) ? input : null;
    },
    fixed:
      'Ends, edges and the gap are those of practice for each bolt; the plate is at least 0.6 of the beam deep where that fits, and its rows fill it: no end is longer than a pitch.',
    of: ({ bolts: b, plate, weld }) => [b.d, b.cls, b.n1, pitchOf(b, practice), b.n2, plate.t, plate.steel.grade!, weld.s],
    why: (i) => [...start.why, ...reasons(units, i, start.dims)],
  };
}

/** Choices in order of cost: one line of M20, one of M24, two lines of M20, two of M24; more rows, then thicker plate within the rotation rule. */
function choices({ dims: beam, clear }: BeamStart): Choice[] {
  const out: Choice[] = [];
  for (const grade of ['S275', 'S355'])
    for (const [lines, d] of [
      [1, 16],
      [1, 20],
      [1, 24],
      [2, 20],
      [2, 24],
    ] as const) {
      const e1 = d > 20 ? 50 : 40;
      const fewest = Math.max(2, Math.ceil((0.6 * beam.h - 2 * e1) / 70) + 1);
      const most = Math.floor((clear - 2 * e1) / 70) + 1;
      // M16 only where nothing bigger goes in: small beams with thin webs.
      if (d === 16 && most >= fewest) continue;
      for (let n1 = fewest; n1 <= most; n1 += 1)
        for (const t of [d > 20 ? 12 : 10, 8, 15]) {
          if (t === 8 && d > 20) continue;
          if (t > (grade === 'S275' ? 0.5 : 0.42) * d && lines > 1) continue;
          out.push({ d, lines, n1, t, grade });
        }
    }
  return out;
}

/**
 * Beams too shallow for rows at 70 within their fillets: rows as close as the rules allow, the plate deepened at its ends to 0.6 of the
 * beam. Smaller bolts first, then two lines, then a stronger plate.
 */
function shallow(start: BeamStart, basis: Basis): I[] {
  const beam = start.dims;
  const clear = Math.floor(start.clear);
  const least = up5(0.6 * beam.h);
  const out: I[] = [];
  for (const grade of ['S275', 'S355'])
    for (const [lines, d] of [
      [1, 16],
      [1, 20],
      [1, 12],
      [2, 16],
      [2, 20],
      [2, 12],
      [1, 24],
      [2, 24],
    ] as const) {
      const { e1, p1: tight, p2: across } = leastDistances(d);
      for (const p1 of [tight, tight + 10, tight + 20])
        for (let n1 = 2; 2 * e1 + (n1 - 1) * p1 <= clear; n1 += 1) {
          const base = compose(start, { d, lines, n1, t: d >= 20 ? 10 : d >= 16 ? 8 : 6, grade }, basis);
          const h = Math.max(2 * e1 + (n1 - 1) * p1, Math.min(least, clear));
          const end = (h - (n1 - 1) * p1) / 2;
          const p2 = lines > 1 ? across : 0;
          out.push({
            ...base,
            plate: { ...base.plate, h, e1: end, e2: Math.max(40, 2 * d) },
            bolts: { ...base.bolts, p1, p2 },
            web: { e2b: Math.max(35, 2 * d), top_to_bolt: start.place(h) + end },
          });
        }
    }
  return out;
}

/** For heavy reactions: as many rows as the web takes, the plate as thick as the rotation rule lets it be, bolts up to M30. */
function heavy(start: BeamStart, basis: Basis): I[] {
  const out: I[] = [];
  for (const grade of ['S275', 'S355'])
    for (const [lines, d] of [
      [1, 20],
      [1, 24],
      [2, 20],
      [2, 24],
      [1, 30],
      [2, 30],
    ] as const) {
      const least = leastDistances(d);
      const most = (grade === 'S275' ? 0.5 : 0.42) * d;
      const holes = (n: number): number => up5(n * holeSize(d, 'normal').d_0);
      for (const p1 of [least.p1, holes(2.7), holes(3.2), holes(3.75)])
        for (const e1 of [least.e1, holes(1.6), holes(2), holes(3)])
          for (const edge of [2 * d, 2.5 * d, 3 * d]) {
            const n1 = Math.floor((start.clear - 2 * e1) / p1) + 1;
            if (n1 < 2) continue;
            const base = compose(start, { d, lines, n1, t: [20, 15, 12, 10, 8].find((t) => t <= most)!, grade }, basis);
            const h = 2 * e1 + (n1 - 1) * p1;
            out.push({
              ...base,
              plate: { ...base.plate, h, e1, e2: edge },
              bolts: { ...base.bolts, p1, p2: lines > 1 ? Math.max(least.p2, d > 24 ? 90 : base.bolts.p2) : 0 },
              web: { e2b: edge, top_to_bolt: start.place(h) + e1 },
            });
          }
    }
  return out;
}

/**
 * A first detail for members and forces. `judge` gives the least load multiple of a detail, 0 when a must rule fails or it can't be
 * built. Takes the cheapest choice that holds; else the strongest, and says that it gives.
 */
export function finPlateFirst(
  asked: Start,
  combinations: readonly Combination[],
  basis: Basis,
  judge: (input: I) => number,
): FirstDetail<I> {
  const start = beamStart(asked, basis);
  refuseHollow(start.support);
  const beam = start.dims;
  const drafts = [...choices(start).map((c) => compose(start, c, basis)), ...shallow(start, basis), ...heavy(start, basis)];
  let best: { input: I; multiple: number } | null = null;
  for (const input of drafts) {
    const multiple = judge(input);
    if (multiple >= 1)
      return {
        input,
        why: [...start.why, ...reasons(basis.units, input, beam), ...least(basis.units, input, multiple, combinations.length)],
      };
    if (!best || multiple > best.multiple) best = { input, multiple };
  }
  if (!best)
    throw new Refusal(
      'beam.section',
      `beam.section: ${beam.name} leaves no room for two bolt rows between its fillets; accepted are deeper beams.`,
    );
  return {
    input: best.input,
    why: [...start.why, 'No fin plate of the usual range holds these forces; this is the strongest of them.'],
  };
}

const reasons = (u: Units, i: I, beam: { name: string; h: number }): string[] => [
  `${i.bolts.n1} rows make the plate ${u.size(i.plate.h)} deep, at least 0.6 of ${beam.name} (${u.size(Math.ceil(0.6 * beam.h))}).`,
  `Weld leg ${u.size(i.weld.s)} makes the weld stronger than the plate.`,
];
function least(u: Units, i: I, multiple: number, combinations: number): string[] {
  return [
    `${i.bolts.n2 > 1 ? 'Two lines' : 'One line'} of ${boltName(i.bolts.d)} 8.8 and a plate ${u.size(i.plate.t)} ${i.plate.steel.grade} are the least of the usual sizes that hold.`,
    givesFirstAt(combinations ? multiple : null),
  ];
}

/** Bolts of another size with the least distances that they need. */
function withDistances(i: I, m: FinPlateModel, d: number): I {
  const least = leastDistances(d);
  const bolts = { ...i.bolts, d, p2: i.bolts.n2 > 1 ? Math.max(i.bolts.p2, least.p2) : 0 };
  const wide: I = {
    ...i,
    bolts,
    plate: { ...i.plate, e2: Math.max(i.plate.e2, 2 * d) },
    web: { ...i.web, e2b: Math.max(i.web.e2b, 2 * d) },
  };
  const ends = finPlateField('plate.e1').set(
    finPlateField('plate.e1_bot').set(wide, Math.max(m.e1_bot, least.e1)),
    Math.max(i.plate.e1, least.e1),
  );
  return withRows(ends, { n1: i.bolts.n1, p1: widened(i.bolts.p1, least.p1) });
}

const EDGES = [
  ['plate.e1', 'top end'],
  ['plate.e1_bot', 'bottom end'],
  ['plate.e2', 'edge'],
  ['web.e2b', 'beam end to bolts'],
] as const;

/** Small moves round a detail, each one step of one thing. */
export function finPlateMoves(i: I, m: FinPlateModel): Move<I>[] {
  const { units: u } = m.basis;
  const step = (id: string, label: string, ...by: number[]): Move<I>[] =>
    by.flatMap((b) => stepMove(m.basis, finPlateFields, i, id, label, b));
  const ends = finPlateField('plate.e1').set(finPlateField('plate.e1_bot').set(i, m.e1_bot + u.nudge), i.plate.e1 + u.nudge);
  const lower = (from: I, by: number): I => ({ ...from, web: { ...from.web, top_to_bolt: i.web.top_to_bolt + by } });
  const bolts = (d: number): I => ({ ...i, bolts: { ...i.bolts, d } });
  const closer = closerRows(i.bolts, i.bolts.d);
  return [
    ...step('plate.t', 'plate', 1, 2, -1),
    ...EDGES.flatMap(([id, words]) => step(id, words, 1, 2)),
    longerEnds(u, Math.min(i.plate.e1, m.e1_bot), ends),
    ...upAndDown(u, 'plate', (by) => lower(i, by)),
    ...step('bolts.p1', 'pitch', 1, 2),
    ...rowMore(u, 'plate', i.bolts.n1, withRows(i, withRowCount(i.bolts, i.bolts.n1 + 1)), lower),
    ...(closer
      ? [
          {
            label: `rows ${i.bolts.n1} → ${closer.n1}, closer`,
            input: finPlateField('plate.h').set(withRows(i, closer), i.plate.h),
          },
        ]
      : []),
    ...biggerBolts(i, m.basis, {
      alone: bolts,
      edges: (d) => ({
        ...bolts(d),
        plate: { ...i.plate, e2: Math.max(i.plate.e2, 2 * d) },
        web: { ...i.web, e2b: Math.max(i.web.e2b, 2 * d) },
      }),
      spaced: (d) => withDistances(i, m, d),
      rowLess: (x) => withRows(x, withRowCount(x.bolts, i.bolts.n1 - 1)),
    }),
    ...strongerBolts(i, m.basis),
    ...(i.bolts.n2 === 1 ? [{ label: 'bolt lines 1 → 2', input: finPlateField('bolts.n2').set(i, 2) }] : []),
    ...step('weld.s', 'weld leg', 1, 2),
    ...strongerSteel('plate', i.plate.steel.grade, m.basis, (grade) => ({ ...i, plate: { ...i.plate, steel: { grade } } })),
    ...(i.gap > 10 ? step('gap', 'gap', -1) : []),
  ];
}
