import type { Combination } from '../../actions/combination.ts';
import type { Basis } from '../../basis/basis.ts';
import { Refusal } from '../../refusal.ts';
import { boltName, type Units } from '../../units/system.ts';
import { validate } from '../../validate/index.ts';
import { stepMove } from '../field-makers.ts';
import { givesFirstAt, type FirstDetail, type Move, type Seed, type Start } from '../kind.ts';
import { baseField, baseFields } from './fields.ts';
import { baseSchema, type BaseInput, type PatternInput } from './input.ts';
import { strongerSteel } from '../beam-end/moves.ts';
import type { ColumnModel } from './column.ts';
import { baseModel, type BaseModel } from './model.ts';

type I = BaseInput;
export const up = (x: number, step: number): number => Math.ceil(x / step - 1e-9) * step;

/** What is usual for column bases in one school of practice. Sizes in mm. */
export interface Practice {
  /** The first detail for a column on concrete. */
  usual(column: ColumnModel, start: I, fixed: boolean): I;
  readonly plateGrade: string;
  readonly plates: readonly number[];
  readonly diameters: readonly number[];
  /** Hole, head and least embedment that go with a size of anchor. */
  sized(i: I, d: number): Partial<I['anchors']>;
  /** From an anchor to the edge of the plate, and to the face of the column, at least. */
  edge(d: number): number;
  beside(d: number): number;
  /** A depth as it is set out, up to the next that is. */
  deep(h: number): number;
  /** What a search goes through: sides of plates are multiples of `step`; how much further out anchors stand, and how far plates reach past the sides. */
  readonly step: number;
  readonly out: readonly number[];
  readonly wide: readonly number[];
  /** Throats of fillets; and that of a leg. */
  readonly throats: readonly number[];
  throat(leg: number): number;
  /** What is as practice has it in all that a search makes, in a sentence. */
  readonly laid: string;
  /** Plate that a larger anchor needs beside it, as a factor on its diameter. */
  readonly keep: number;
  readonly deeper: number;
  readonly wider: readonly number[];
  /** One size of weld more, as a throat; and the largest. */
  readonly weld: { readonly step: number; readonly most: number };
  /** Steps of a plate and its anchors, of a block, and strengths of concrete that moves offer. */
  readonly outwards: readonly number[];
  readonly blocks: readonly number[];
  readonly concretes: readonly number[];
  /** What is said of holes, washers and grout. */
  holes(i: I, units: Units): string;
}

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

/** The first detail by practice: from the column alone. */
export function usualBase(practice: Practice, seed: Seed, basis: Basis): I {
  const { grade, concrete: usual } = basis.standard.materials.usual;
  const f_ck = seed['f_ck'] === undefined ? usual.f : (basis.units.read(seed['f_ck'], 'stress') ?? 0);
  if (!(f_ck >= 12 && f_ck <= 90))
    throw new Refusal(
      'f_ck',
      `Concrete ${usual.symbol}: "${seed['f_ck']}" is not a strength; accepted is ${basis.units.quantity(12, 'MPa')} to ${basis.units.quantity(90, 'MPa')}.`,
    );
  const block = {
    B_y: typed(basis.units, seed, 'B_y', 'Block along y'),
    B_z: typed(basis.units, seed, 'B_z', 'Block along z'),
    H: typed(basis.units, seed, 'H', 'Block depth'),
  };
  const stub = {
    column: { section: seed['column']!, steel: { grade: seed['columnGrade'] ?? grade }, braced: true },
    plate: { shape: 'rectangle', h: 4000, b: 4000, t: 20, steel: { grade: practice.plateGrade } },
    concrete: { f_ck },
    anchors: {
      pattern: { type: 'none' },
      d: practice.diameters[1],
      cls: basis.standard.materials.anchors.usual,
      type: 'straight',
      h_ef: 200,
      hole: 60,
    },
    weld: { a_f: 6 },
  };
  const checked = validate<I>(baseSchema(), stub);
  if ('error' in checked) throw new Refusal(checked.error.field, checked.error.message);
  const start = {
    ...checked.value,
    concrete: { ...checked.value.concrete, ...Object.fromEntries(Object.entries(block).filter(([, v]) => v !== undefined)) },
  };
  return practice.usual(baseModel(checked.value, basis).column, start, seed['base'] === 'fixed');
}

interface Step {
  readonly words: string;
  apply(i: I): I | null;
}

/** The least of a list in any order that is more. */
const next = (list: readonly number[], x: number): number | undefined =>
  [...list].sort((a, b) => a - b).find((v) => v > x + 1e-9);
/** What is raised, in the order in which it is tried. */
const stepsOf = (of: Practice): readonly Step[] => [
  {
    words: 'a thicker plate',
    apply: (i) => {
      const t = next(of.plates, i.plate.t);
      return t === undefined ? null : { ...i, plate: { ...i.plate, t } };
    },
  },
  {
    words: 'deeper anchors',
    apply: (i) => {
      const h_ef = i.anchors.h_ef + of.deeper;
      return h_ef > 30 * i.anchors.d || (i.concrete.H !== undefined && h_ef + 100 > i.concrete.H)
        ? null
        : { ...i, anchors: { ...i.anchors, h_ef } };
    },
  },
  { words: 'bigger anchors', apply: (i) => bigger(of, i) },
  ...of.wider.map((by): Step => ({ words: 'a bigger plate with its anchors further out', apply: (i) => wider(i, by) })),
  {
    words: 'a bigger weld',
    apply: (i) =>
      i.weld.a_f >= of.weld.most
        ? null
        : { ...i, weld: { ...i.weld, a_f: i.weld.a_f + of.weld.step, a_w: i.weld.a_w + of.weld.step } },
  },
  { words: 'more anchors', apply: more },
];

/** What is said of a bonded anchor and of a hook is said of its size. */
export const isOneSize = ({ anchors: { type } }: I): boolean => type === 'bonded' || type === 'hooked';
/** Anchors of another size, with what goes with it: what was given of the old one is not theirs. */
export const withSize = (of: Practice, i: I, d: number): I => {
  const { A_s: _area, A_brg: _bearing, ...anchors } = i.anchors;
  return { ...i, anchors: { ...anchors, d, ...of.sized(i, d) } };
};

/** The next anchor size, with the plate that its edge distances need. */
function bigger(of: Practice, i: I, sizes = of.diameters): I | null {
  const d = isOneSize(i) ? undefined : next(sizes, i.anchors.d);
  if (d === undefined) return null;
  const keep = of.keep * (d - i.anchors.d);
  return withSize(of, wider(i, 2 * keep, keep), d);
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
export const baseFirst =
  (of: Practice) =>
  (asked: Start, combinations: readonly Combination[], basis: Basis, judge: (input: I) => number): FirstDetail<I> => {
    const seed = asked as Seed;
    const steps = stepsOf(of);
    let input = usualBase(of, seed, basis);
    const start = input;
    let multiple = judge(input);
    const raised: string[] = [];
    for (let n = 0; n < 60 && multiple < 1; n += 1) {
      // The first step that lifts the base, in the order of the list; of two in a row that do nothing alone, the best.
      let taken: { input: I; multiple: number; words: string } | null = null;
      for (const step of steps) {
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
      `${seed['base'] === 'fixed' ? 'A moment base' : 'A pinned base'}: plate ${size} × ${u.length(p.t)}, ${count} anchors ${boltName(a.d)} ${a.cls} with embedment ${u.size(a.h_ef)}: ${input === start ? 'the usual sizes for this column.' : `the usual sizes for this column, raised by ${raised.join(', ')}.`}`,
      of.holes(input, u),
      combinations.length
        ? multiple >= 1
          ? givesFirstAt(multiple)
          : 'No usual base holds these actions.'
        : 'No actions were given yet.',
    ];
    return { input, why };
  };

/** Small moves round a base, each one step of one thing. */
export const baseMoves =
  (of: Practice) =>
  (i: I, m: BaseModel): Move<I>[] => {
    const u = m.basis.units;
    const step = (id: string, label: string, ...by: number[]): Move<I>[] => {
      const f = baseField(id);
      return !f.applies || f.applies(i) ? by.flatMap((b) => stepMove(m.basis, baseFields, i, id, label, b)) : [];
    };
    const big = bigger(of, i, m.basis.practice?.anchors);
    return [
      ...step('plate.t', 'plate', 1, 2, 3, -1),
      ...step('anchors.h_ef', 'embedment', 3, 6, 12, 20),
      ...(big ? [{ label: `anchors ${boltName(i.anchors.d)} → ${boltName(big.anchors.d)}`, input: big }] : []),
      ...of.outwards.map((by) => ({ label: `plate and anchors ${u.length(by / 2)} further out`, input: wider(i, by) })),
      ...patternMoves(of, i, u),
      ...of.blocks.flatMap((by) => blockMoves(i, by, u)),
      ...(i.weld.type === 'fillet' ? [...step('weld.a_f', 'flange throat', 1, 2), ...step('weld.a_w', 'web throat', 1, 2)] : []),
      ...(i.shear.path.endsWith('key')
        ? [...step('key.depth', 'key depth', 2, 4), ...step('key.tw', 'key web', 1, 2), ...step('key.b', 'key width', 2, 4)]
        : []),
      ...strongerParts(of, i, m.basis),
    ];
  };

/** Anchors further out along z, or more of them. */
function patternMoves(of: Practice, i: I, u: Units): Move<I>[] {
  const p = i.anchors.pattern;
  const withPattern = (from: I, pattern: I['anchors']['pattern']): I => ({ ...from, anchors: { ...from.anchors, pattern } });
  if (p.type === 'circle')
    return [p.n + 1, p.n + 2].map((n) => ({ label: `anchors ${p.n} → ${n}`, input: withPattern(i, { ...p, n }) }));
  if (p.type !== 'rows') return [];
  const by = of.outwards[1]!;
  const plate = i.plate.shape === 'circle' ? i.plate : { ...i.plate, h: i.plate.h! + by };
  const s_y = p.n_y > 1 ? Math.round(((p.n_y - 1) * p.s_y) / p.n_y) : p.s_y;
  return [
    ...(p.n_z > 1
      ? [
          {
            label: `anchors ${u.length(by / 2)} further out along z`,
            input: withPattern({ ...i, plate }, { ...p, s_z: p.s_z + by / (p.n_z - 1) }),
          },
        ]
      : []),
    {
      label: `anchors a row ${p.n_y} → ${p.n_y + 1}`,
      input: baseField('pattern.n_y').set(withPattern(i, { ...p, s_y }), p.n_y + 1),
    },
  ];
}

/** A larger block and a deeper one, which the job gives. */
function blockMoves(i: I, by: number, u: Units): Move<I>[] {
  const { B_y, B_z, H } = i.concrete;
  const given = (label: string, change: Partial<I['concrete']>): Move<I> => ({
    label: `block ${u.length(by)} ${label}`,
    given: true,
    input: { ...i, concrete: { ...i.concrete, ...change } },
  });
  return [
    ...(B_y !== undefined || B_z !== undefined
      ? [
          given('larger both ways', {
            ...(B_y === undefined ? {} : { B_y: B_y + by }),
            ...(B_z === undefined ? {} : { B_z: B_z + by }),
          }),
        ]
      : []),
    ...(H !== undefined ? [given('deeper', { H: H + by })] : []),
  ];
}

/** Anchors of a higher class, welded washers, a plate of better steel, stronger concrete. */
function strongerParts(of: Practice, i: I, basis: Basis): Move<I>[] {
  const { units: u, standard } = basis;
  const stronger = standard.materials.anchors.stronger[i.anchors.cls ?? ''];
  return [
    ...(stronger ? [{ label: `class ${i.anchors.cls} → ${stronger}`, input: baseField('anchors.cls').set(i, stronger) }] : []),
    ...(i.anchors.washers_welded
      ? []
      : [{ label: 'washers welded to the plate', input: baseField('anchors.welded').set(i, true) }]),
    ...strongerSteel('plate', i.plate.steel.grade, basis, (grade) => ({ ...i, plate: { ...i.plate, steel: { grade } } })),
    ...of.concretes
      .filter((f) => f > i.concrete.f_ck)
      .map((f) => ({
        label: `concrete ${u.stated(i.concrete.f_ck, 'stress')} → ${u.stated(f, 'stress')}`,
        given: true as const,
        input: { ...i, concrete: { ...i.concrete, f_ck: f }, grout: { ...i.grout, f_ck: Math.max(i.grout.f_ck, f) } },
      })),
  ];
}
