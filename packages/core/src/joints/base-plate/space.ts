import type { Combination } from '../../actions/combination.ts';
import type { Basis } from '../../basis/basis.ts';
import { upBy } from '../field-makers.ts';
import type { SearchFrom, Seed } from '../kind.ts';
import { boltAxis, lengthAxis, wordAxis, type Practice as OfficePractice, type SearchSpace } from '../search.ts';
import { columnModel, type ColumnModel } from './column.ts';
import type { BaseInput, PatternInput } from './input.ts';
import { isOneSize, usualBase, withSize, type Practice } from './practice.ts';

type I = BaseInput;

/** Embedments in diameters: of what stands, and of what is bent or pulled. */
const DEPTHS = { steady: [8, 12, 16], pulled: [12, 16, 20] };
/** Thicknesses of the plate, as factors on that of the flange or on `THIN`, mm, where the flange is thinner. */
const PLATES = { steady: [0.5, 2.5], pulled: [0.75, 3.5] } as const;
const THIN = 12;
/** Throats at the flange as factors on its thickness: it has two fillets, the wall of a tube one. */
const THROATS = { flange: [0.25, 0.5], wall: [0.4, 1] } as const;
/** Diameters of anchors as shares of the larger side of the column. */
const ANCHORS = [1 / 18, 1 / 8] as const;
/** Concrete below the end of an anchor at least, mm. */
const COVER = 100;

type Range = readonly [least: number, most: number];
const times = ([low, high]: Range, x: number): Range => [low * x, high * x];
/** Those of a list between two limits, the next one over them where there is none; and the one that stands. */
function within(list: readonly number[], [low, high]: Range, stands?: number): number[] {
  const own = list.filter((x) => x >= low - 1e-9 && x <= high + 1e-9);
  if (!own.length) own.push(list.find((x) => x > high) ?? list.at(-1)!);
  return [...new Set([...own, ...(stands === undefined ? [] : [stands])])].sort((a, b) => a - b);
}

const isBent = (combinations: readonly Combination[]): boolean => combinations.some((c) => !!c.M_y || !!c.M_z);
/** What bends a base or lifts it asks for more than what stands on it. */
const isPulled = (combinations: readonly Combination[]): boolean => isBent(combinations) || combinations.some((c) => c.N_Ed > 0);

interface Sizes {
  /** Diameter of the anchors. */
  readonly d: number;
  /** How much further out they stand than they have to. */
  readonly out: number;
  /** How far the plate reaches past the sides of the column. */
  readonly wide: number;
}
interface Laid {
  readonly plate: Pick<I['plate'], 'h' | 'b' | 'D'>;
  readonly pattern: PatternInput;
}
/** One way for anchors to stand round a column. */
interface Layout {
  readonly words: string;
  /** Its anchors make the width of its plate. */
  readonly without?: 'wide';
  /** Plate and anchors; null where there is no room for them. */
  lay(sizes: Sizes): Laid | null;
}

const rows = (n_y: number, n_z: number, s_y: number, s_z: number): PatternInput => ({
  type: 'rows',
  n_y,
  n_z,
  s_y,
  s_z,
  full: false,
});

/** Layouts of anchors in rows. `step`: sides of the plate are multiples of it. */
function inRows(of: Practice, { shape, h, b, t_f, t_w }: ColumnModel, step: number, bent: boolean): Layout[] {
  const up = (x: number): number => upBy(x, step);
  /** Side of a plate that reaches past anchors which stand beside a column this wide. */
  const beside = (side: number, { d, out }: Sizes): number => up(side + 2 * (of.beside(d) + of.edge(d) + out));
  /** Between anchors at both edges. */
  const apart = (side: number, d: number): number => side - 2 * of.edge(d);
  const past =
    (n: number): Layout['lay'] =>
    (sizes) => {
      const { d, wide } = sizes;
      const long = beside(h, sizes);
      // Several in a row stand at least three diameters from each other.
      const broad = Math.max(up(b + 2 * wide), up(3 * d * (n - 1) + 2 * of.edge(d)));
      return { plate: { h: long, b: broad }, pattern: rows(n, 2, apart(broad, d) / (n - 1), apart(long, d)) };
    };
  const around =
    (n: number): Layout['lay'] =>
    (sizes) => {
      const [long, broad] = [beside(h, sizes), beside(b, sizes)];
      return {
        plate: { h: long, b: broad },
        pattern: rows(n, n, apart(broad, sizes.d) / (n - 1), apart(long, sizes.d) / (n - 1)),
      };
    };
  if (shape !== 'I')
    return [
      { words: '2 × 2 at the corners', without: 'wide', lay: around(2) },
      { words: '2 × 2 past two faces', lay: past(2) },
      { words: '8 round the column', without: 'wide', lay: around(3) },
    ];
  const outside: Layout = { words: '2 × 2 past the flanges', lay: past(2) };
  if (bent) return [outside, { words: '3 × 2 past the flanges', lay: past(3) }];
  const between: Layout['lay'] = ({ d, out, wide }) => {
    const broad = up(b + 2 * wide);
    const s_y = apart(broad, d);
    const s_z = Math.floor((h - 2 * t_f - 2 * of.beside(d)) / step) * step;
    if (s_z < 3 * d || s_y < t_w + 2 * of.beside(d)) return null;
    return { plate: { h: up(h + 2 * (wide + out)), b: broad }, pattern: rows(2, 2, s_y, s_z) };
  };
  return [outside, { words: '2 × 2 between the flanges', lay: between }];
}

/** What a circle goes round. */
const across = ({ shape, h, b }: ColumnModel): number => (shape === 'CHS' ? h : Math.hypot(h, b));

/** Layouts of anchors on a circle, on a round plate or a square one. */
const onCircle = (of: Practice, column: ColumnModel, { plate, anchors }: I, step: number): Layout[] => {
  const now = anchors.pattern.type === 'circle' ? [anchors.pattern.n] : [];
  return within([4, 6, 8], [4, 8], ...now).map((n) => ({
    words: `${n} on a circle`,
    without: 'wide',
    lay: ({ d, out }) => {
      const D = upBy(across(column) + 2 * (of.beside(d) + of.edge(d) + out), step);
      return {
        plate: plate.shape === 'circle' ? { D } : { h: D, b: D },
        pattern: { type: 'circle', n, R: D / 2 - of.edge(d), start: 180 / n },
      };
    },
  }));
};

/** A plate without anchors. */
const bare = (column: ColumnModel, { plate }: I, step: number): Layout => {
  const { h, b } = column;
  const up = (x: number): number => upBy(x, step);
  return {
    words: 'none',
    lay: ({ wide }) => ({
      plate: plate.shape === 'circle' ? { D: up(across(column) + 2 * wide) } : { h: up(h + 2 * wide), b: up(b + 2 * wide) },
      pattern: { type: 'none' },
    }),
  };
};

/** Embedment of so many diameters: the deepest that the block has room for in place of the least, none in place of the others. */
function embedment(of: Practice, { concrete: { H } }: I, d: number, k: number, isLeast: boolean): number | null {
  const deep = of.deep(k * d);
  if (H === undefined || deep + COVER <= H) return deep;
  const room = Math.floor((H - COVER) / of.step) * of.step;
  return isLeast && room >= 4 * d ? room : null;
}

/** The layout that has as many anchors as these, by rows or on a circle; the first where none has. */
function likeIn(layouts: readonly Layout[], { d, pattern: p }: I['anchors']): Layout {
  const counts = (q: PatternInput): string => (q.type === 'rows' ? `${q.n_y} ${q.n_z}` : q.type === 'circle' ? `${q.n}` : '');
  return layouts.find((l) => counts(l.lay({ d, out: 0, wide: 0 })?.pattern ?? { type: 'none' }) === counts(p)) ?? layouts[0]!;
}

const AS_IT_IS = 'as it is';
type Choice = [
  layout: string,
  d: number,
  cls: string,
  k: number,
  out: number,
  wide: number,
  t: number,
  grade: string,
  a_f: number,
];

/** Values of everything that a search of a base goes through. */
interface Ranges {
  readonly layouts: readonly Layout[];
  readonly sizes: readonly number[];
  readonly classes: readonly string[];
  readonly depths: readonly number[];
  readonly out: readonly number[];
  readonly wide: readonly number[];
  readonly plates: readonly number[];
  readonly grades: readonly string[];
  readonly throats: readonly number[];
  /** Throat at the web that is as strong beside it as one at the flange beside that. */
  web(a_f: number): number;
}

/** What the house says is gone through as it stands; of what practice has, what suits the column and its load, and what stands now. */
function rangesOf(of: Practice, from: I, combinations: readonly Combination[], basis: Basis, office: OfficePractice): Ranges {
  const { said = {} } = office;
  const { pattern, d, cls } = from.anchors;
  const column = columnModel(from.column, basis);
  const load = isPulled(combinations) ? 'pulled' : 'steady';
  const step = said.step ?? of.step;
  const bareOnly = pattern.type === 'none';
  const layouts = bareOnly
    ? [bare(column, from, step)]
    : pattern.type === 'circle'
      ? onCircle(of, column, from, step)
      : inRows(of, column, step, isBent(combinations));
  const range = (own: readonly number[] | undefined, usual: readonly number[], limits: Range, stands: number): number[] =>
    within(own ?? usual, limits, own ? undefined : stands);
  const stronger = basis.standard.materials.anchors.stronger[cls ?? ''];
  const legs = said.legs?.map(of.throat);
  const wall = times(column.shape === 'I' ? THROATS.flange : THROATS.wall, column.t_f);
  return {
    layouts,
    sizes: bareOnly || isOneSize(from) ? [d] : range(said.anchors, of.diameters, times(ANCHORS, Math.max(column.h, column.b)), d),
    classes: cls === undefined ? [AS_IT_IS] : stronger ? [cls, stronger] : [cls],
    depths: bareOnly ? DEPTHS[load].slice(0, 1) : DEPTHS[load],
    out: bareOnly ? of.out.slice(0, 1) : of.out,
    wide: layouts.every((l) => l.without === 'wide') ? of.wide.slice(0, 1) : of.wide,
    plates: range(said.base_plates ?? said.plates, of.plates, times(PLATES[load], Math.max(column.t_f, THIN)), from.plate.t),
    grades: from.plate.steel.grade === undefined ? [AS_IT_IS] : office.steels,
    throats: from.weld.type === 'fillet' ? range(legs, of.throats, wall, from.weld.a_f) : [from.weld.a_f],
    web: (a_f) => (legs ?? of.throats).find((a) => a >= a_f * Math.min(1, column.t_w / column.t_f) - 1e-9) ?? a_f,
  };
}

/** The base of a choice, with what is not chosen as it is in `from`; null where there is none. */
function chosen(of: Practice, from: I, by: Ranges, [words, d, cls, k, out, wide, t, grade, a_f]: Choice): I | null {
  const layout = by.layouts.find((l) => l.words === words)!;
  if (layout.without === 'wide' && wide !== by.wide[0]) return null;
  const { plate, anchors, weld } = from;
  const laid = layout.lay({ d, out, wide });
  const h_ef = anchors.pattern.type === 'none' ? anchors.h_ef : embedment(of, from, d, k, k === by.depths[0]);
  if (!laid || h_ef === null) return null;
  return {
    ...from,
    plate: { ...plate, ...laid.plate, t, ...(grade === AS_IT_IS ? {} : { steel: { grade } }) },
    anchors: {
      ...(d === anchors.d ? from : withSize(of, from, d)).anchors,
      ...{ pattern: laid.pattern, h_ef },
      ...(cls === AS_IT_IS ? {} : { cls }),
    },
    weld: weld.type === 'fillet' ? { ...weld, a_f, a_w: by.web(a_f) } : weld,
  };
}

/** Every choice of plate, anchors, embedment and welds for a column and its block; what takes the shear stays, and of what kind the anchors are. */
export const baseSearch =
  (of: Practice) =>
  ({ start, present, combinations }: SearchFrom<I>, basis: Basis, office: OfficePractice): SearchSpace<I> => {
    const from = present ?? usualBase(of, start as Seed, basis);
    const by = rangesOf(of, from, combinations, basis, office);
    const { units, standard } = basis;
    const names = by.layouts.map((l) => l.words);
    return {
      axes: [
        wordAxis('layout', 'layout', names),
        boltAxis(by.sizes, 'anchors'),
        wordAxis('class', 'class', by.classes),
        wordAxis('depth', 'embedment in diameters', by.depths),
        lengthAxis('out', 'anchors further out', by.out, units),
        lengthAxis('wide', 'plate past the sides', by.wide, units),
        lengthAxis('plate', 'thickness', by.plates, units),
        wordAxis('steel', 'steel', by.grades),
        {
          ...wordAxis('weld', `${standard.fillets} at the flange`, by.throats),
          words: by.throats.map((a) => units.size(standard.fillets === 'leg' ? a * Math.SQRT2 : a)),
        },
      ],
      make: (choice) => chosen(of, from, by, choice as Choice),
      fixed: of.laid,
      raised: true,
      of: ({ column, plate: p, anchors: a, weld }) => [
        ...[likeIn(by.layouts, a).words, a.d, a.cls ?? AS_IT_IS, a.h_ef / a.d, by.out[0]!],
        ...[((p.b ?? p.D!) - columnModel(column, basis).b) / 2, p.t, p.steel.grade ?? AS_IT_IS, weld.a_f],
      ],
    };
  };
