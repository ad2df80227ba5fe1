import type { Combination } from '../../actions/combination.ts';
import { holeSize } from '../../catalogue/index.ts';
import type { Basis } from '../../basis/basis.ts';
import type { Standard } from '../../basis/standard.ts';
import { Refusal } from '../../refusal.ts';
import { stepMove, upBy } from '../field-makers.ts';
import { closerRows, leastDistances, widened } from '../beam-end/member-fields.ts';
import { beamStart, boltedSupport, type BeamStart } from '../beam-end/beam-family.ts';
import { givesFirstAt, type FirstDetail, type Move, type SearchFrom, type Start } from '../kind.ts';
import type { MemberDimensions } from '../members.ts';
import { withRowCount } from '../pitches.ts';
import { countAxis, lengthAxis, wordAxis, type Practice, type SearchSpace } from '../search.ts';
import { beamEndAxes, isFilled, pitchOf, rowsIn } from '../beam-end/search.ts';
import { CLEAT_SIZES, cleatSizes, cleatsField, cleatsFields, withRows } from './fields.ts';
import { boltedToBeam, boltedToSupport, bottomEnd, webEdge, type CleatsInput } from './input.ts';
import { biggerBolts, longerEnds, rowMore, strongerBolts, strongerSteel, upAndDown } from '../beam-end/moves.ts';
import type { Units } from '../../units/system.ts';
import type { CleatsModel } from './model.ts';

type I = CleatsInput;
interface Choice {
  readonly d: number;
  readonly lines: number;
  readonly n1: number;
  readonly p1: number;
  readonly t: number;
  readonly p3: number;
  readonly grade: string;
  readonly cls?: string;
  readonly end?: number;
  readonly step?: number;
}

const ends = (c: { d: number; p1: number }): number => (c.p1 >= 70 ? (c.d > 20 ? 50 : 40) : leastDistances(c.d).e1);

/** One choice of the practical first detail (basis 5.1); null where no rolled angle has such legs. */
function compose(start: BeamStart, c: Choice): I | null {
  const { dims: beam, gap } = start;
  const d0 = holeSize(c.d, 'normal').d_0;
  const e1 = c.end ?? ends(c);
  const L1 = (c.n1 - 1) * c.p1;
  const h = Math.max(2 * e1 + L1, Math.min(upBy(0.6 * beam.h, c.step ?? 5), Math.floor(start.clear)));
  const end = (h - L1) / 2;
  const e2b = c.d > 20 ? 50 : 40;
  const p2 = c.lines > 1 ? (c.d > 20 ? 70 : 60) : 0;
  const legs = { web: gap + e2b + p2 + 1.2 * d0, support: (c.p3 - beam.tw) / 2 + 1.2 * d0 };
  const angle = CLEAT_SIZES.filter((s) => s.t === c.t && s.leg_web >= legs.web && s.leg_support >= legs.support).sort(
    (a, b) => a.leg_web + a.leg_support - b.leg_web - b.leg_support,
  )[0];
  if (!angle) return null;
  return {
    beam: start.beam,
    support: boltedSupport(start),
    cleat: { t: c.t, h, e1: end, leg_web: angle.leg_web, leg_support: angle.leg_support, r: angle.r, steel: { grade: c.grade } },
    web: { e2b, top_to_bolt: start.place(h) + end },
    gap,
    arrangement: 'double',
    fixing: 'bolted',
    bolts: {
      d: c.d,
      cls: c.cls ?? '8.8',
      n1: c.n1,
      n2: c.lines,
      p1: c.p1,
      p2,
      p3: c.p3,
      threads_in_plane: true,
      category: 'A',
      friction: 'B',
      packing: 0,
    },
    support_bolts: { n1: c.n1, p1: c.p1, e1: end },
    holes: { cleat: 'normal', web: 'normal', leg: 'normal', support: 'normal' },
  };
}

/** Every choice of bolts, rows, gauge and rolled angles that the office has: bolted double cleats. */
export function cleatsSearch({ start: asked }: SearchFrom<I>, basis: Basis, practice: Practice): SearchSpace<I> {
  const start = beamStart(asked, basis);
  const { units } = basis;
  const angles = [...new Set(CLEAT_SIZES.map((s) => s.t))].filter((t) => practice.plates.includes(t)).sort((a, b) => a - b);
  return {
    axes: [
      ...beamEndAxes(start.clear, practice, units, true),
      countAxis('lines', 'lines', 1, practice.most_lines),
      lengthAxis('gauge', 'gauge', [90, 100, 110, 120, 140], units),
      lengthAxis('angle', 'angles', angles, units),
      wordAxis('steel', 'steel', practice.steels),
    ],
    make: (choice) => {
      const [d, cls, n1, p1, lines, p3, t, grade] = choice as [number, string, number, number, number, number, number, string];
      const rows = rowsIn(start.clear, d, n1, p1);
      const input = rows && compose(start, { d, cls, n1, lines, p3, t, grade, ...rows, step: practice.step });
      return !input || input.cleat.h > start.clear || !isFilled(input.cleat.h, n1, rows.p1) ? null : input;
    },
    fixed:
      'Two angles, bolted to both: the smallest legs that leave room for the bolts; ends, edges and the gap are those of practice, and rows fill the angles: no end is longer than a pitch.',
    of: ({ bolts: b, cleat }) => [...[b.d, b.cls, b.n1, pitchOf(b, practice), b.n2, b.p3, cleat.t, cleat.steel.grade!]],
    why: (i) => [...start.why, ...reasons(units, i, start.dims)],
  };
}

/** A first detail for members and forces: fewest rows that give 0.6 of the depth, then bigger bolts, two lines, thicker angles. */
export function cleatsFirst(
  asked: Start,
  combinations: readonly Combination[],
  basis: Basis,
  judge: (input: I) => number,
): FirstDetail<I> {
  const start = beamStart(asked, basis);
  const { dims: beam, clear } = start;
  let best: { input: I; multiple: number } | null = null;
  for (const [lines, d, t] of [
    [1, 20, 10],
    [1, 24, 12],
    [2, 20, 10],
    [2, 24, 12],
    [1, 16, 8],
    [1, 16, 10],
    [2, 16, 10],
    [1, 12, 8],
    [2, 20, 15],
    [2, 24, 15],
  ] as const) {
    const tight = leastDistances(d).p1;
    for (const p1 of [70, tight]) {
      const e1 = ends({ d, p1 });
      for (let n1 = 2; 2 * e1 + (n1 - 1) * p1 <= clear; n1 += 1) {
        if (p1 >= 70 && 2 * e1 + (n1 - 1) * p1 < 0.6 * beam.h && 2 * e1 + n1 * p1 <= clear) continue;
        for (const p3 of beam.h >= 400 ? [140, 120, 110, 100] : [90, 100, 110, 120]) {
          const input = compose(start, { d, lines, n1, p1, t, p3, grade: 'S275' });
          if (!input) continue;
          const multiple = judge(input);
          if (multiple >= 1)
            return {
              input,
              why: [...start.why, ...reasons(basis.units, input, beam), ...least(input, multiple, combinations.length)],
            };
          if (!best || multiple > best.multiple) best = { input, multiple };
        }
      }
    }
  }
  if (!best)
    throw new Refusal(
      'beam.section',
      `beam.section: ${beam.name} leaves no room for two bolt rows between its fillets; accepted are deeper beams.`,
    );
  return {
    input: best.input,
    why: [...start.why, 'No bolted double cleats of the usual range hold these forces; these are the strongest of them.'],
  };
}

const reasons = (u: Units, { cleat, bolts }: I, beam: MemberDimensions): string[] => [
  `${bolts.n1} rows make the cleats ${u.size(cleat.h)} long, at least 0.6 of ${beam.name} (${u.size(Math.ceil(0.6 * beam.h))}).`,
  `A gauge of ${u.size(bolts.p3)} leaves the nuts clear of the web legs.`,
];
function least({ cleat, bolts }: I, multiple: number, combinations: number): string[] {
  return [
    `${bolts.n2 > 1 ? 'Two lines' : 'One line'} of M${bolts.d} 8.8 in the web and angles ${Math.max(cleat.leg_web, cleat.leg_support)}×${Math.min(cleat.leg_web, cleat.leg_support)}×${cleat.t} are the least of the usual sizes that hold.`,
    givesFirstAt(combinations ? multiple : null),
  ];
}

/** The smallest rolled angle with these legs at least, as thick as the present one; the present one where there is none. */
function withLegs(of: Standard, i: I, web: number, support: number): I {
  const s = cleatSizes(of)
    .filter((x) => x.t === i.cleat.t && x.leg_web >= web && x.leg_support >= support)
    .sort((a, b) => a.leg_web + a.leg_support - b.leg_web - b.leg_support)[0];
  return s ? cleatsField('cleat.size').set(i, s.name) : i;
}

/** Bolts of another size with the least distances that they need, on both legs. */
function withDistances(of: Standard, i: I, d: number): I {
  const least = leastDistances(d);
  const e2b = Math.max(i.web.e2b, least.e1);
  const p2 = i.bolts.n2 > 1 ? Math.max(i.bolts.p2, least.p2) : 0;
  const wide: I = { ...i, bolts: { ...i.bolts, d, p2 }, web: { ...i.web, e2b } };
  const grown = e2b - i.web.e2b + p2 - i.bolts.p2 + Math.max(0, least.e1 - webEdge(i));
  const legs = withLegs(of, wide, i.cleat.leg_web + grown, i.cleat.leg_support);
  const ends = cleatsField('cleat.e1').set(
    cleatsField('cleat.e1_bot').set(legs, Math.max(bottomEnd(i), least.e1)),
    Math.max(i.cleat.e1, least.e1),
  );
  return withRows(ends, { n1: i.bolts.n1, p1: widened(i.bolts.p1, least.p1) });
}

/** Small moves round a detail, each one step of one thing. */
export function cleatsMoves(i: I, m: CleatsModel): Move<I>[] {
  const { units: u, standard } = m.basis;
  const step = (id: string, label: string, ...by: number[]): Move<I>[] => {
    const field = cleatsField(id);
    return !field.applies || field.applies(i) ? by.flatMap((b) => stepMove(m.basis, cleatsFields, i, id, label, b)) : [];
  };
  const spaced = (d: number): I => withDistances(standard, i, d);
  return [
    ...otherAngles(i, standard, u),
    ...step('cleat.e1', 'top end', 1, 2),
    ...step('cleat.e1_bot', 'bottom end', 1, 2),
    ...(boltedToBeam(i) ? fartherFromEnd(i, m) : []),
    ...step('bolts.p1', 'pitch', 1, 2),
    ...step('bolts.p3', 'gauge', 1, -1),
    ...step('support_bolts.e1', 'end in the support', 1, -1),
    ...step('weld.s', 'weld leg', 1, 2),
    ...upAndDown(u, 'cleats', (by) => lower(i, by)),
    ...(boltedToBeam(i) ? webRows(i, standard, u) : []),
    ...(boltedToSupport(i)
      ? [
          {
            label: `support rows ${i.support_bolts.n1} → ${i.support_bolts.n1 + 1}`,
            input: cleatsField('support_bolts.n1').set(i, i.support_bolts.n1 + 1),
          },
        ]
      : []),
    ...(boltedToBeam(i) ? closerWebRows(i) : []),
    ...biggerBolts(i, m.basis, {
      alone: (d) => ({ ...i, bolts: { ...i.bolts, d } }),
      ...(i.fixing === 'bolted' ? { spaced } : {}),
      rowLess: (x) => withRows(x, withRowCount(x.bolts, i.bolts.n1 - 1)),
    }),
    ...strongerBolts(i, m.basis),
    ...strongerSteel('cleat', i.cleat.steel.grade, m.basis, (grade) => ({ ...i, cleat: { ...i.cleat, steel: { grade } } })),
    ...(i.arrangement === 'single' ? [{ label: 'cleats 1 → 2', input: { ...i, arrangement: 'double' as const } }] : []),
  ];
}

const lower = (i: I, by: number): I => ({ ...i, web: { ...i.web, top_to_bolt: i.web.top_to_bolt + by } });

/** Angles of other thickness, the nearest first; then of a longer leg. */
function otherAngles(i: I, standard: Standard, u: Units): Move<I>[] {
  const { cleat } = i;
  const sizes = cleatSizes(standard);
  const to = (name: string): I => cleatsField('cleat.size').set(i, name);
  const thicker = sizes
    .filter((s) => s.leg_web === cleat.leg_web && s.leg_support === cleat.leg_support && s.t !== cleat.t)
    .sort((a, b) => Math.abs(a.t - cleat.t) - Math.abs(b.t - cleat.t));
  const longer = (leg: 'leg_web' | 'leg_support', other: 'leg_web' | 'leg_support', words: string): Move<I>[] => {
    const s = sizes
      .filter((x) => x[leg] > cleat[leg] && x[other] >= cleat[other] && x.t === cleat.t)
      .sort((a, b) => a[leg] - b[leg] || a[other] - b[other])[0];
    return s ? [{ label: `${words} ${u.length(cleat[leg])} → ${u.length(s[leg])}`, input: to(s.name) }] : [];
  };
  return [
    ...thicker.map((s) => ({ label: `angle ${u.length(cleat.t)} → ${u.length(s.t)} thick`, input: to(s.name) })),
    ...longer('leg_web', 'leg_support', 'web leg'),
    ...longer('leg_support', 'leg_web', 'support leg'),
  ];
}

/** Bolts farther from the beam's end, the web leg as much longer. */
const fartherFromEnd = (i: I, { basis }: CleatsModel): Move<I>[] =>
  [1, 2]
    .flatMap((by) => stepMove(basis, cleatsFields, i, 'web.e2b', 'beam end to bolts', by))
    .map((x) => ({
      ...x,
      input: withLegs(basis.standard, x.input, i.cleat.leg_web + x.input.web.e2b - i.web.e2b, i.cleat.leg_support),
    }));

/** A row more, longer ends, a second line where an angle has room for it. */
function webRows(i: I, standard: Standard, u: Units): Move<I>[] {
  const ends = cleatsField('cleat.e1').set(cleatsField('cleat.e1_bot').set(i, bottomEnd(i) + u.nudge), i.cleat.e1 + u.nudge);
  const p2 = i.bolts.d > 20 ? 70 : 60;
  const wide =
    i.bolts.n2 === 1 &&
    cleatSizes(standard)
      .filter((x) => x.leg_web >= i.cleat.leg_web + p2 && x.leg_support >= i.cleat.leg_support && x.t === i.cleat.t)
      .sort((a, b) => a.leg_web - b.leg_web || a.leg_support - b.leg_support)[0];
  return [
    ...rowMore(u, 'cleats', i.bolts.n1, withRows(i, withRowCount(i.bolts, i.bolts.n1 + 1)), lower),
    longerEnds(u, Math.min(i.cleat.e1, bottomEnd(i)), ends),
    ...(wide
      ? [{ label: 'bolt lines 1 → 2', input: cleatsField('bolts.n2').set(cleatsField('cleat.size').set(i, wide.name), 2) }]
      : []),
  ];
}

function closerWebRows(i: I): Move<I>[] {
  const closer = closerRows(i.bolts, i.bolts.d);
  return closer
    ? [{ label: `rows ${i.bolts.n1} → ${closer.n1}, closer`, input: cleatsField('cleat.h').set(withRows(i, closer), i.cleat.h) }]
    : [];
}
