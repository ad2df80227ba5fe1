import type { Combination } from '../../actions/combination.ts';
import type { Basis } from '../../basis/basis.ts';
import { Refusal } from '../../refusal.ts';
import { ANCHOR_DIAMETERS } from '../../catalogue/index.ts';
import { stepMove } from '../field-makers.ts';
import type { FirstDetail, Move, Seed, Start } from '../kind.ts';
import { validate } from '../../validate/index.ts';
import { baseField, baseFields, washerFor } from './fields.ts';
import { baseSchema, type BaseInput, type PatternInput } from './input.ts';
import { baseModel, type BaseModel } from './model.ts';
import { boltName, type Units } from '../../units/system.ts';

type I = BaseInput;
const PLATES = [12, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80];
const up = (x: number, step: number): number => Math.ceil(x / step - 1e-9) * step;
/** Reinforced footings of column bases: room for the anchors and their edge distance. */
const DIAMETERS = ANCHOR_DIAMETERS.filter((d) => [16, 20, 24, 30, 36, 42, 48].includes(d));

function typed(units: Units, seed: Seed, id: string, words: string): number | undefined {
  const text = seed[id]?.trim() ?? '';
  if (text === '' || text === '0') return undefined;
  const x = units.read(text, 'length');
  if (x === null || x <= 0)
    throw new Refusal(
      id,
      `${words}: "${text}" is not a size; accepted is ${units.words('length')}, or nothing where there is no edge.`,
    );
  return x;
}

/** The first detail by practice (basis 16.2): from the column alone. */
export function usualBase(seed: Seed, basis: Basis): I {
  const f_ck = basis.units.read(seed['f_ck'] ?? '30 MPa', 'stress') ?? 0;
  if (!(f_ck >= 12 && f_ck <= 90))
    throw new Refusal(
      'f_ck',
      `Concrete f_ck: "${seed['f_ck']}" is not a strength; accepted is ${basis.units.quantity(12, 'MPa')} to ${basis.units.quantity(90, 'MPa')}.`,
    );
  const block = {
    B_y: typed(basis.units, seed, 'B_y', 'Block along y'),
    B_z: typed(basis.units, seed, 'B_z', 'Block along z'),
    H: typed(basis.units, seed, 'H', 'Block depth'),
  };
  const column = { section: seed['column']!, steel: { grade: seed['columnGrade'] ?? 'S275' }, braced: true };
  const stub = {
    column,
    plate: { shape: 'rectangle', h: 4000, b: 4000, t: 20, steel: { grade: 'S275' } },
    concrete: { f_ck },
    anchors: { pattern: { type: 'none' }, d: 20, cls: '8.8', type: 'straight', h_ef: 200, hole: 26 },
    weld: { a_f: 6 },
  };
  const checked = validate<I>(baseSchema, stub);
  if ('error' in checked) throw new Refusal(checked.error.field, checked.error.message);
  const c = baseModel(checked.value, basis).column;
  const fixed = seed['base'] === 'fixed';
  const s = Math.max(c.h, c.b);
  const d = s <= 160 ? 16 : s <= 260 ? (fixed ? 24 : 20) : s <= 360 ? (fixed ? 30 : 24) : fixed ? 36 : 30;
  const t_min = fixed ? Math.max(1.5 * c.t_f, d, 15) : Math.max(c.t_f, 0.75 * d, 15);
  const t = PLATES.find((x) => x >= t_min) ?? 80;
  const round = c.shape === 'CHS';
  const D = up(c.h + 10 * d, 10);
  const h = up(c.h + 10 * d, 10);
  const b = up(c.shape === 'RHS' ? c.b + 10 * d : c.b + 100, 10);
  const n = c.h <= 200 ? 4 : c.h <= 330 ? 6 : 8;
  const pattern: PatternInput = round
    ? { type: 'circle', n, R: (D - 5 * d) / 2, start: 180 / n }
    : { type: 'rows', n_y: 2, n_z: 2, s_y: b - 5 * d, s_z: h - 5 * d, full: false };
  return {
    ...checked.value,
    plate: { shape: round ? 'circle' : 'rectangle', ...(round ? { D } : { h, b }), t, steel: { grade: 'S275' }, y: 0, z: 0 },
    concrete: { ...checked.value.concrete, ...Object.fromEntries(Object.entries(block).filter(([, v]) => v !== undefined)) },
    grout: { t: 30, f_ck: Math.max(30, f_ck), C_fd: 0.2 },
    anchors: {
      ...checked.value.anchors,
      pattern,
      d,
      type: 'washer',
      h_ef: up((fixed ? 16 : 12) * d, 10),
      ...washerFor(d),
      hole: d + 6,
      washers_welded: true,
    },
    weld: {
      ...checked.value.weld,
      a_f: up(Math.max(4, (fixed ? 0.55 : 0.4) * c.t_f), 1),
      a_w: up(Math.max(4, 0.4 * (c.shape === 'I' ? c.t_w : c.t_f)), 1),
    },
  };
}

interface Step {
  readonly words: string;
  apply(i: I): I | null;
}

const next = (list: readonly number[], x: number): number | undefined => list.find((v) => v > x + 1e-9);
/** What is raised, in the order in which it is tried. */
const STEPS: readonly Step[] = [
  {
    words: 'a thicker plate',
    apply: (i) => {
      const t = next(PLATES, i.plate.t);
      return t === undefined ? null : { ...i, plate: { ...i.plate, t } };
    },
  },
  {
    words: 'deeper anchors',
    apply: (i) => {
      const h_ef = i.anchors.h_ef + 50;
      return h_ef > 30 * i.anchors.d || (i.concrete.H !== undefined && h_ef + 100 > i.concrete.H)
        ? null
        : { ...i, anchors: { ...i.anchors, h_ef } };
    },
  },
  { words: 'bigger anchors', apply: bigger },
  ...[40, 100].map((by): Step => ({ words: 'a bigger plate with its anchors further out', apply: (i) => wider(i, by) })),
  {
    words: 'a bigger weld',
    apply: (i) => (i.weld.a_f >= 15 ? null : { ...i, weld: { ...i.weld, a_f: i.weld.a_f + 1, a_w: i.weld.a_w + 1 } }),
  },
  { words: 'more anchors', apply: more },
];

/** The next anchor size, with the plate that its edge distances need. */
function bigger(i: I): I | null {
  const d = next(DIAMETERS, i.anchors.d);
  if (d === undefined) return null;
  const room = 5 * (d - i.anchors.d);
  const grown = wider(i, room, 2.5 * (d - i.anchors.d));
  return {
    ...grown,
    anchors: {
      ...grown.anchors,
      d,
      hole: d + 6,
      ...(i.anchors.type === 'washer' ? washerFor(d) : {}),
      h_ef: Math.max(i.anchors.h_ef, up(8 * d, 10)),
    },
  };
}

/** A plate larger by `by` in both directions; the anchors move out with its edges, but for `keep` of it. */
function wider(i: I, by: number, keep = 0): I {
  const p = i.anchors.pattern;
  const out = by - 2 * keep;
  const pattern: PatternInput =
    p.type === 'rows'
      ? {
          ...p,
          ...(p.n_y > 1 ? { s_y: p.s_y + out / (p.n_y - 1) } : {}),
          ...(p.n_z > 1 ? { s_z: p.s_z + out / (p.n_z - 1) } : {}),
        }
      : p.type === 'circle'
        ? { ...p, R: p.R + out / 2 }
        : p;
  const { plate } = i;
  return {
    ...i,
    plate: plate.shape === 'circle' ? { ...plate, D: plate.D! + by } : { ...plate, h: plate.h! + by, b: plate.b! + by },
    anchors: { ...i.anchors, pattern },
  };
}

function more(i: I): I | null {
  const p = i.anchors.pattern;
  if (p.type === 'circle')
    return p.n >= 12 ? null : { ...i, anchors: { ...i.anchors, pattern: { ...p, n: p.n + 2, start: 180 / (p.n + 2) } } };
  if (p.type !== 'rows' || p.n_y >= 4) return null;
  return { ...i, anchors: { ...i.anchors, pattern: { ...p, n_y: p.n_y + 1, s_y: Math.round(((p.n_y - 1) * p.s_y) / p.n_y) } } };
}

/** A first detail for the column and its actions: the usual one, raised where it gives (basis 16.2). */
export function baseFirst(
  asked: Start,
  combinations: readonly Combination[],
  basis: Basis,
  judge: (input: I) => number,
): FirstDetail<I> {
  const seed = asked as Seed;
  let input = usualBase(seed, basis);
  const start = input;
  let multiple = judge(input);
  const raised: string[] = [];
  for (let n = 0; n < 60 && multiple < 1; n += 1) {
    // The first step that lifts the base, in the order of the list; of two in a row that do nothing alone, the best.
    let taken: { input: I; multiple: number; words: string } | null = null;
    for (const step of STEPS) {
      const trial = step.apply(input);
      if (!trial) continue;
      const m = judge(trial);
      if (m > multiple * 1.002 && (!taken || (taken.multiple < 1 && m > taken.multiple * 1.1)))
        taken = { input: trial, multiple: m, words: step.words };
    }
    if (!taken) break;
    ({ input, multiple } = taken);
    if (!raised.includes(taken.words)) raised.push(taken.words);
  }
  const { plate: p, anchors: a } = input;
  const u = basis.units;
  const size = p.shape === 'circle' ? `D ${u.length(p.D!)}` : `${u.length(p.h!)} × ${u.length(p.b!)}`;
  const count = a.pattern.type === 'circle' ? a.pattern.n : a.pattern.type === 'rows' ? a.pattern.n_y * a.pattern.n_z : 0;
  const why = [
    `${seed['base'] === 'fixed' ? 'A moment base' : 'A pinned base'}: plate ${size} × ${u.length(p.t)}, ${count} anchors ${boltName(a.d)} 8.8 with embedment ${u.size(a.h_ef)}: ${input === start ? 'the usual sizes for this column.' : `the usual sizes for this column, raised by ${raised.join(', ')}.`}`,
    `Holes ${u.size(a.hole)} with washers welded after erection, so that the anchors can take shear; grout ${u.size(input.grout.t)}.`,
    combinations.length
      ? multiple >= 1
        ? `First to give at ${multiple.toFixed(2)} of the worst combination.`
        : 'No usual base holds these actions.'
      : 'No actions were given yet.',
  ];
  return { input, why };
}

/** Small moves round a base, each one step of one thing. */
export function baseMoves(i: I, m: BaseModel): Move<I>[] {
  const { materials } = m.basis.standard;
  const moves: Move<I>[] = [];
  const step = (id: string, label: string, ...by: number[]): void => {
    const f = baseField(id);
    if (f.applies && !f.applies(i)) return;
    for (const b of by) moves.push(...stepMove(m.basis, baseFields, i, id, label, b));
  };
  step('plate.t', 'plate', 1, 2, 3, -1);
  step('anchors.h_ef', 'embedment', 3, 6, 12, 20);
  const big = bigger(i);
  if (big) moves.push({ label: `anchors ${boltName(i.anchors.d)} → ${boltName(big.anchors.d)}`, input: big });
  for (const by of [20, 40, 80]) moves.push({ label: `plate and anchors ${by / 2} further out`, input: wider(i, by) });
  const p = i.anchors.pattern;
  if (p.type === 'rows') {
    if (p.n_z > 1)
      moves.push({
        label: 'anchors 20 further out along z',
        input: {
          ...i,
          plate: i.plate.shape === 'circle' ? i.plate : { ...i.plate, h: i.plate.h! + 40 },
          anchors: { ...i.anchors, pattern: { ...p, s_z: p.s_z + 40 / (p.n_z - 1) } },
        },
      });
    moves.push({
      label: `anchors a row ${p.n_y} → ${p.n_y + 1}`,
      input: baseField('pattern.n_y').set(
        {
          ...i,
          anchors: { ...i.anchors, pattern: { ...p, s_y: p.n_y > 1 ? Math.round(((p.n_y - 1) * p.s_y) / p.n_y) : p.s_y } },
        },
        p.n_y + 1,
      ),
    });
  }
  if (p.type === 'circle')
    for (const n of [p.n + 1, p.n + 2])
      moves.push({ label: `anchors ${p.n} → ${n}`, input: { ...i, anchors: { ...i.anchors, pattern: { ...p, n } } } });
  for (const by of [100, 200, 400]) {
    const { B_y, B_z, H } = i.concrete;
    if (B_y !== undefined || B_z !== undefined)
      moves.push({
        label: `block ${by} larger both ways`,
        given: true,
        input: {
          ...i,
          concrete: {
            ...i.concrete,
            ...(B_y === undefined ? {} : { B_y: B_y + by }),
            ...(B_z === undefined ? {} : { B_z: B_z + by }),
          },
        },
      });
    if (H !== undefined)
      moves.push({ label: `block ${by} deeper`, given: true, input: { ...i, concrete: { ...i.concrete, H: H + by } } });
  }
  if (i.weld.type === 'fillet') {
    step('weld.a_f', 'flange throat', 1, 2);
    step('weld.a_w', 'web throat', 1, 2);
  }
  if (i.shear.path.endsWith('key')) {
    step('key.depth', 'key depth', 2, 4);
    step('key.tw', 'key web', 1, 2);
    step('key.b', 'key width', 2, 4);
  }
  if (i.anchors.cls === '4.6') moves.push({ label: 'class 4.6 → 8.8', input: baseField('anchors.cls').set(i, '8.8') });
  if (!i.anchors.washers_welded)
    moves.push({ label: 'washers welded to the plate', input: baseField('anchors.welded').set(i, true) });
  const better = materials.stronger[i.plate.steel.grade ?? ''];
  if (better)
    moves.push({
      label: `plate steel ${i.plate.steel.grade} → ${better}`,
      input: { ...i, plate: { ...i.plate, steel: { grade: better } } },
    });
  for (const f of [35, 40, 50])
    if (f > i.concrete.f_ck)
      moves.push({
        label: `concrete ${i.concrete.f_ck} → ${f}`,
        given: true,
        input: { ...i, concrete: { ...i.concrete, f_ck: f }, grout: { ...i.grout, f_ck: Math.max(i.grout.f_ck, f) } },
      });
  return moves;
}
