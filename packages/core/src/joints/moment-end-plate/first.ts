import type { Combination } from '../../actions/combination.ts';
import type { Basis } from '../../basis/basis.ts';
import { Refusal } from '../../refusal.ts';
import { boltName } from '../../units/system.ts';
import { PLATE_STEPS, stepMove, up5 } from '../field-makers.ts';
import { largerBolt, strongerClass, strongerGrade } from '../practical.ts';
import type { FirstDetail, Move, SearchFrom, Start } from '../kind.ts';
import { memberDimensions, strength, type MemberDimensions } from '../members.ts';
import { boltAxis, lengthAxis, wordAxis, type Practice, type SearchSpace } from '../search.ts';
import { askedOf, USUAL_OPTIONS, type Asked } from './asked.ts';
import { written } from './field-parts.ts';
import { momentPlateFields, newStiffener, sortedRows, withoutRow, withRow } from './fields.ts';
import type { MomentPlateInput } from './input.ts';
import { alongPlate, type MomentPlateModel } from './model.ts';

type I = MomentPlateInput;

const down5 = (x: number): number => Math.floor(x / 5 + 1e-9) * 5;
const up10 = (x: number): number => Math.ceil(x / 10 - 1e-9) * 10;
/** Legs of practice, mm. */
const LEGS = [6, 8, 10, 12, 15, 18, 20];

/** Bolt of practice by the depth of the beam. */
const boltFor = (h: number): number => (h <= 400 ? 20 : h <= 800 ? 24 : 30);

interface Choice {
  readonly d: number;
  readonly w: number;
  readonly t: number;
  readonly outside: boolean;
  readonly inside: number;
  readonly both: boolean;
  readonly cls?: string;
  readonly grade?: string;
  /** The haunch as it is, in place of a usual one. */
  readonly haunch?: I['haunch'];
}

const usualGrade = (a: Asked): string =>
  a.beam.steel.grade === 'S275' || a.beam.steel.grade === 'S235' ? 'S275' : (a.beam.steel.grade ?? 'S355');

const usualHaunch = (a: Asked, dims: MemberDimensions): I['haunch'] =>
  a.haunch
    ? { h: up10(dims.h * 0.9), l: up10(dims.h * 3), b: dims.b, tf: dims.tf, tw: dims.tw, steel: a.beam.steel, tip: false }
    : undefined;

/** One pass of practice: gauge, plate, rows and welds for a bolt and a number of rows. */
function compose(
  a: Asked,
  dims: MemberDimensions,
  column: MemberDimensions | null,
  legs: { flange: number; web: number },
  c: Choice,
  basis: Basis,
): I {
  const { materials } = basis.standard;
  const bolt = materials.bolt(c.d);
  const d_0 = materials.hole(c.d, 'normal').d_0;
  const grade = c.grade ?? usualGrade(a);
  const throat = (leg: number): number => Math.ceil((leg / Math.SQRT2) * 10 - 1e-9) / 10;
  const clear = up5(Math.SQRT2 * throat(legs.flange) + bolt.d_w / 2 + 3);
  const haunch = c.haunch ?? usualHaunch(a, dims);
  const slope = haunch ? (bolt.washer + bolt.nut + 0.3 * c.d) * (haunch.h / haunch.l) : 0;
  const H = dims.h + (haunch?.h ?? 0);
  const pitch = up10(3.5 * c.d);
  const past = c.outside ? clear + Math.max(up5(1.5 * d_0), 40) : Math.max(15, up5(legs.flange + 5));
  const rows = [
    ...(c.outside ? [clear] : []),
    ...Array.from({ length: c.inside }, (_, k) => -up5(dims.tf + clear) - k * pitch),
    -down5(H - (haunch ? alongPlate(haunch) : dims.tf) - clear - slope),
    ...(c.both ? [-up5(H + clear)] : []),
  ];
  const widest = Math.max(dims.b, c.w + 2 * Math.max(1.2 * d_0, 1.6 * c.d));
  return {
    form: a.form,
    beam: a.beam,
    ...(a.column ? { column: a.column } : {}),
    ...(haunch ? { haunch } : {}),
    plate: {
      b: Math.max(dims.b, Math.min(up10(widest), column?.b ?? Infinity, 800)),
      t: c.t,
      top: past,
      bottom: c.both ? past : Math.max(15, up5(legs.flange + 5)),
      steel: { grade },
    },
    bolts: { d: c.d, cls: c.cls ?? '8.8', w: c.w, threads_in_plane: true, washers: 2 },
    rows: [...new Set(rows)].sort((x, y) => y - x).map((y) => ({ y, role: 'auto' as const })),
    welds: {
      top: throat(legs.flange),
      bottom: throat(legs.flange),
      web: throat(legs.web),
      ...(haunch ? { haunch: throat(legs.web) } : {}),
      design: 'resistance',
      sawn: true,
    },
    stiffeners: {},
    options: USUAL_OPTIONS,
  };
}

/** Legs as strong as flange and web, up to the next that shops use. */
function fullLegs(a: Asked, dims: MemberDimensions, basis: Basis): { flange: number; web: number } {
  const { f_y, f_u, beta_w } = strength(a.beam.steel, Math.max(dims.tf, dims.tw), basis, 'beam.steel');
  const gamma = basis.factors['gamma_M2'] ?? 1.25;
  // Web and roots take from the length inside the flange.
  const shorter = (2 * dims.b) / (2 * dims.b - dims.tw - 2 * dims.r);
  const leg = (t: number, least: number, more = 1): number => {
    const needed = (more * t * f_y * beta_w * gamma) / f_u;
    return LEGS.find((l) => l >= Math.max(least, needed)) ?? LEGS.at(-1)!;
  };
  return { flange: leg(dims.tf, 6, shorter), web: leg(dims.tw, 6) };
}

/** Least gauge that clears the webs, their welds and roots. */
function gaugeFor(d: number, dims: MemberDimensions, column: MemberDimensions | null, legWeb: number, basis: Basis): number {
  const { materials } = basis.standard;
  const bolt = materials.bolt(d);
  return up10(
    Math.max(
      2.4 * materials.hole(d, 'normal').d_0,
      dims.tw + 2 * legWeb + bolt.d_w,
      column ? column.tw + 2 * column.r + bolt.d_w : 0,
      d <= 20 ? 90 : d <= 24 ? 100 : 130,
    ),
  );
}

/** A pair of stiffeners that fits the column and reaches past the bolts. */
function stiffened(i: I, at: 'top' | 'bottom', column: MemberDimensions): I {
  const room = (column.b - column.tw) / 2;
  const width = Math.min(up5(Math.max((i.bolts.w - column.tw) / 2 + i.bolts.d, room * 0.8)), Math.floor(room / 5) * 5);
  const t = PLATE_STEPS.find((x) => x >= Math.max(10, width / 10)) ?? 20;
  return { ...i, stiffeners: { ...i.stiffeners, [at]: { ...newStiffener(i, width), t, a: 6 } } };
}

/** Rows at the tension flange, in the order in which they are tried: one outside or not, and how many inside. */
const ROWS = [
  [false, 1],
  [true, 1],
  [true, 2],
  [true, 3],
] as const;

/** What strengthens the column at its flanges, in words. */
const STIFFENED = ['none', 'at compression', 'at both flanges'] as const;
/** Rows past either flange of a detail of practice. */
const outside = ({ rows, haunch }: I, { h }: MemberDimensions): { readonly top: number; readonly bottom: number } => ({
  top: rows.filter((r) => r.y > 0).length,
  bottom: rows.filter((r) => r.y < -h - (haunch?.h ?? 0)).length,
});
/** The rows at the tension flange that are nearest to those of a detail: one stands inside at the other flange. */
function rowsNearest(known: readonly (readonly [boolean, number])[], i: I, dims: MemberDimensions): number {
  const { top, bottom } = outside(i, dims);
  const inside = i.rows.length - top - bottom - 1;
  const at = known.findIndex(([o, n]) => o === top > 0 && n === inside);
  return Math.max(0, at);
}
/** Every choice of bolts, rows, plate and stiffeners that the office makes plates of; a splice has no column to stiffen. */
export function momentPlateSearch({ start, present }: SearchFrom<I>, basis: Basis, practice: Practice): SearchSpace<I> {
  const a = askedOf(start);
  const haunch = present?.haunch;
  const dims = memberDimensions(a.beam, basis, 'beam')!;
  const column = a.column ? memberDimensions(a.column, basis, 'column') : null;
  const legs = fullLegs(a, dims, basis);
  const { units } = basis;
  const rows = [...ROWS, [false, 2], [false, 3], [true, 4]] as const;
  const words = rows.map(([outside, inside]) => `${outside ? '1 outside, ' : ''}${inside} inside`);
  return {
    axes: [
      boltAxis(practice.bolts),
      wordAxis('class', 'class', practice.classes),
      wordAxis('rows', 'rows at the tension flange', words),
      wordAxis('both', 'rows outside', ['the tension flange', 'both flanges']),
      lengthAxis('plate', 'plate', practice.plates, units),
      wordAxis('steel', 'steel', practice.steels),
      wordAxis('stiffeners', 'stiffeners', column ? STIFFENED : STIFFENED.slice(0, 1)),
    ],
    make: (choice) => {
      const [d, cls, row, sides, t, grade, stiff] = choice as [number, string, string, string, number, string, string];
      const [outside, inside] = rows[words.indexOf(row)]!;
      const both = sides === 'both flanges';
      // A row outside one flange alone is one of the rows that are chosen.
      if (both && !outside) return null;
      const w = gaugeFor(d, dims, column, legs.web, basis);
      if (column && (column.b - w) / 2 < 1.2 * basis.standard.materials.hole(d, 'normal').d_0) return null;
      const made = compose(a, dims, column, legs, { d, w, t, outside, inside, both, cls, grade, haunch }, basis);
      const plain = present ? { ...made, options: present.options } : made;
      if (!column || stiff === STIFFENED[0]) return plain;
      const below = stiffened(plain, 'bottom', column);
      return stiff === STIFFENED[1] ? below : stiffened(below, 'top', column);
    },
    of: (i) => [
      ...[i.bolts.d, i.bolts.cls, words[rowsNearest(rows, i, dims)]!],
      ...[outside(i, dims).bottom ? 'both flanges' : 'the tension flange', i.plate.t, i.plate.steel.grade!],
      STIFFENED[column ? Number(!!i.stiffeners.bottom) + Number(!!i.stiffeners.top) : 0]!,
    ],
    why: () => [
      `Legs of ${units.length(legs.flange)} at the flanges and ${units.length(legs.web)} at the web: as strong as the parts.`,
    ],
    strict: (i) => stressed(i, column, basis),
    fixed: `Gauge, ends and pitches are those of practice for each bolt, welds as strong as flanges and web${haunch ? '; the haunch is as it is' : ''}.`,
  };
}

/** The column's own stress is not known before it is given: as if it stood at yield, so that nothing waits for it. */
function stressed(i: I, dims: MemberDimensions | null, basis: Basis): I {
  if (!i.column || !dims || i.column.sigma_com !== undefined) return i;
  const { f_y } = strength(i.column.steel, Math.max(dims.tf, dims.tw), basis, 'column.steel');
  return { ...i, column: { ...i.column, sigma_com: f_y } };
}

/** Why a detail is as it is, one sentence each. */
function reasons(c: Choice, legs: { flange: number; web: number }, { units: u }: Basis): string[] {
  const form = c.outside ? 'An extended' : 'A flush';
  const both = c.both ? ' and one outside each flange, since the moment turns' : '';
  return [
    `${boltName(c.d)}-8.8 at a gauge of ${u.length(c.w)}: clear of webs, welds and roots.`,
    `${form} plate ${u.length(c.t)} thick, near the diameter of the bolts, with ${c.inside} row${c.inside > 1 ? 's' : ''} inside at the tension flange${both}.`,
    `Legs of ${u.length(legs.flange)} at the flanges and ${u.length(legs.web)} at the web: as strong as the parts.`,
  ];
}

/** A first detail of practice: flush with one row, then rows more, then a thicker plate and bigger bolts, then stiffeners where a part of the column needs them. */
export function momentPlateFirst(
  start: Start,
  combinations: readonly Combination[],
  basis: Basis,
  judge: (input: I) => number,
): FirstDetail<I> {
  const a = askedOf(start);
  const dims = memberDimensions(a.beam, basis, 'beam')!;
  const column = a.column ? memberDimensions(a.column, basis, 'column') : null;
  const legs = fullLegs(a, dims, basis);
  const sagging = combinations.some(
    (c) => (c.M_Ed ?? 0) < 0 && Math.abs(c.M_Ed!) > 0.3 * Math.max(...combinations.map((x) => x.M_Ed ?? 0)),
  );
  const usual = boltFor(dims.h);
  let best: { input: I; multiple: number; why: string[] } | null = null;
  const take = (input: I, why: string[]): boolean => {
    const multiple = judge(stressed(input, column, basis));
    if (!best || multiple > best.multiple) best = { input, multiple, why };
    return multiple >= 1;
  };
  for (const d of [usual, ...(usual < 30 ? [usual === 20 ? 24 : 30] : [])]) {
    const w = gaugeFor(d, dims, column, legs.web, basis);
    if (column && (column.b - w) / 2 < 1.2 * basis.standard.materials.hole(d, 'normal').d_0) continue;
    for (const [outside, inside] of ROWS)
      for (const t of [d, up5(1.25 * d)]) {
        const c: Choice = { d, w, t: up5(t), outside, inside, both: sagging && outside };
        const input = compose(a, dims, column, legs, c, basis);
        const why = reasons(c, legs, basis);
        if (take(input, why)) return best!;
        if (!column) continue;
        const below = stiffened(input, 'bottom', column);
        if (take(below, [...why, 'A pair of stiffeners at the compression flange: the web of the column alone would give.']))
          return best!;
        if (
          take(stiffened(below, 'top', column), [
            ...why,
            'Pairs of stiffeners at both flanges: web and flange of the column alone would give.',
          ])
        )
          return best!;
      }
  }
  if (!best)
    throw new Refusal(
      'column.section',
      'column.section: its flange leaves no room for bolts of practice clear of its root; accepted is a wider column.',
    );
  const found = best as { input: I; why: string[] };
  return {
    input: found.input,
    why: [...found.why, 'No detail of the usual range holds these forces; this is the strongest of them.'],
  };
}

const STEPS = [
  ['plate.t', 'plate', 1, -1, 2],
  ['plate.b', 'plate width', 1, 2],
  ['bolts.w', 'gauge', 1, -1],
  ['welds.top', 'throat, top flange', 1],
  ['welds.bottom', 'throat, bottom flange', 1],
  ['welds.web', 'throat, web', 1],
  ['stiffeners.top.t', 'top stiffener', 1],
  ['stiffeners.bottom.t', 'bottom stiffener', 1],
  ['stiffeners.top.a', 'throat, top stiffener', 1],
  ['stiffeners.bottom.a', 'throat, bottom stiffener', 1],
] as const;

/** Rows moved together by a step, up or down, inside the tension flange. */
function nudged(i: I, by: number): I {
  return { ...i, rows: sortedRows(i).map((r, k) => (k === sortedRows(i).findIndex((x) => x.y < 0) ? { ...r, y: r.y + by } : r)) };
}

/** Small moves round a detail, each one step of one thing. */
export function momentPlateMoves(i: I, m: MomentPlateModel): Move<I>[] {
  const { units: u } = m.basis;
  const moves: Move<I>[] = STEPS.flatMap(([id, label, ...steps]) => {
    const field = momentPlateFields.find((f) => f.id === id)!;
    if (field.applies && !field.applies(i)) return [];
    return (steps as readonly number[]).flatMap((by) => stepMove(m.basis, momentPlateFields, i, id, label, by));
  });
  const more = withRow(i);
  if (more) moves.push({ label: `rows ${i.rows.length} → ${more.rows.length}`, input: more });
  const less = withoutRow(i);
  if (less) moves.push({ label: `rows ${i.rows.length} → ${less.rows.length}`, input: less });
  moves.push(
    { label: `first inside row ${u.length(5)} up`, input: nudged(i, 5) },
    { label: `first inside row ${u.length(5)} down`, input: nudged(i, -5) },
  );
  const bigger = largerBolt(m.basis, i.bolts.d);
  if (bigger) moves.push({ label: `bolts ${boltName(i.bolts.d)} → ${boltName(bigger)}`, input: written(i, 'bolts.d', bigger) });
  const cls = strongerClass(m.basis, i.bolts.cls);
  if (cls) moves.push({ label: `class ${i.bolts.cls} → ${cls}`, input: written(i, 'bolts.cls', cls) });
  const grade = strongerGrade(m.basis, i.plate.steel.grade);
  if (grade) moves.push({ label: `plate ${i.plate.steel.grade} → ${grade}`, input: written(i, 'plate.steel', { grade }) });
  if (m.column) moves.push(...columnMoves(i, m.column.dims));
  if (!i.haunch) moves.push({ label: 'a haunch under the beam', input: hauncheds(i, m) });
  return moves;
}

function columnMoves(i: I, column: MemberDimensions): Move<I>[] {
  const moves: Move<I>[] = [];
  for (const [at, words] of [
    ['bottom', 'bottom flange'],
    ['top', 'top flange'],
  ] as const)
    if (!i.stiffeners[at]) moves.push({ label: `column stiffeners at the ${words}`, input: stiffened(i, at, column) });
  if (!i.stiffeners.top && !i.stiffeners.bottom)
    moves.push({ label: 'column stiffeners at both flanges', input: stiffened(stiffened(i, 'top', column), 'bottom', column) });
  if (!i.web_plate) {
    const width = Math.floor(column.h - 2 * (column.tf + column.r));
    const t = PLATE_STEPS.find((x) => x >= Math.max(column.tw, width / 33)) ?? 25;
    moves.push({
      label: 'a supplementary web plate',
      input: { ...i, web_plate: { t, b: width, sides: 1, weld: 'butt', steel: i.column!.steel } },
    });
  }
  return moves;
}

/** With a haunch of the beam's own section, twice as deep in all: the rows at its foot move down with it. */
function hauncheds(i: I, m: MomentPlateModel): I {
  const { dims } = m.beam;
  const h = up10(dims.h * 0.8);
  return {
    ...i,
    haunch: { h, l: up10(3 * h), b: dims.b, tf: dims.tf, tw: dims.tw, steel: i.beam.steel, tip: false },
    welds: { ...i.welds, haunch: i.welds.web },
    rows: sortedRows(i).map((r) => (r.y < -dims.h / 2 ? { ...r, y: r.y - h } : r)),
  };
}
