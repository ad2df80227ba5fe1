import type { Combination } from '../actions/combination.ts';
import type { Basis } from '../basis/basis.ts';
import { actionSymbol } from '../basis/standard.ts';
import type { BoltPart, Solid, WeldPart } from '../detail/solid.ts';
import { Refusal } from '../refusal.ts';
import { readFieldModel, type FieldModel } from './model.ts';
import { boxOf, contains, distance } from './outline.ts';
import { normal, sheetsOf, type Sheet, type Sheets } from './sheets.ts';
import { dot, length, plus, times, unit, type Vec } from './vector.ts';

/** A joint as it is analysed: built from its solid detail alone, whatever its kind is. */
export interface AnalysedJoint {
  readonly solid: Solid;
  readonly basis: Basis;
}
export interface DetailOptions {
  /** Cells of a preview are half as large again, with fewer layers. */
  readonly preview?: boolean;
}

const E = 210_000;
/** What the model takes of actions at the end of a beam. */
const TAKEN = new Set(['V_Ed', 'N_Ed', 'N_tie', 'M_Ed', 'V_ser']);

/** The model of a joint under a combination. Throws a Refusal that says why it can't be analysed. */
export function fieldModelOf(
  joint: AnalysedJoint,
  combination: Combination,
  { preview = false }: DetailOptions = {},
): FieldModel {
  const { solid, basis } = joint;
  const strengths = basis.standard.field;
  if (!strengths)
    throw new Refusal('basis', `basis: joints to ${basis.standard.id} can not be analysed yet; joints to EN 1993-1-8 can.`);
  const made = sheetsOf(solid);
  drill(made, solid.bolts);
  const plates = made.sheets.map((s) => {
    const { f_y } = basis.standard.materials.steel({ grade: s.grade }, s.t, basis.set, 'steel', basis.steels);
    const bolted = solid.bolts.length > 0 && s.holes.length > 0;
    const d_w = Math.min(...solid.bolts.map(headOf));
    // Walls of a member away from bolts only bring the forces in.
    const most = s.far ? 28 : s.part === 'beam' || s.part === 'support' ? 20 : 14;
    const h = bolted ? clamp(Math.min(d_w / 4, 0.8 * s.t), 6, 12) : clamp(Math.min(2 * s.t, ...sideOf(s)), 8, most);
    return {
      ...{ name: s.name, t: s.t, origin: s.origin, ex: s.ex, ey: s.ey, fy: strengths.yield(f_y, basis.factors) },
      ...{ outline: s.outline, holes: s.holes, h: preview ? 1.5 * h : h },
    };
  });
  const roots = made.roots.map((r) => ({ ...r, name: `root of ${r.a} on ${r.b}` }));
  const loaded = made.ends.find((e) => e.loaded);
  if (!loaded) throw new Refusal('detail', 'detail: it has no end of a beam to be loaded.');
  return readFieldModel({
    title: combination.name,
    layers: preview ? 7 : 9,
    plates,
    welds: [...roots, ...oneFrom(made), ...weldsOf(joint, made)],
    bolts: boltsOf(joint, made),
    sections: made.ends.map((e) => ({ name: e.name, plates: e.sheets, point: e.point, normal: e.normal, fixed: !e.loaded })),
    // The beam is held sideways at its end, as by its floor.
    holds: [{ plates: [loaded.sheets[0]!], point: loaded.point, normal: loaded.normal, held: ['y'] }],
    loads: [{ section: loaded.name, ...loadOf(combination, loaded.point, basis) }],
  });
}
const clamp = (x: number, low: number, high: number): number => Math.max(low, Math.min(high, x));
const sideOf = (s: Sheet): number[] => {
  const [x0, y0, x1, y1] = boxOf(s.outline);
  return [(x1 - x0) / 5, (y1 - y0) / 5];
};

/** Actions at the support face, as a force and a moment at the end of the stub: the moment stands at x = 0. */
function loadOf(c: Combination, point: Vec, basis: Basis): { readonly F: Vec; readonly M: Vec } {
  const given = c as unknown as Readonly<Record<string, number | undefined>>;
  for (const [name, value] of Object.entries(given))
    if (typeof value === 'number' && value !== 0 && /^[VNMT](_|$)/.test(name) && !TAKEN.has(name))
      throw new Refusal(
        name,
        `${actionSymbol(basis, name as 'V_Ed')}: ${c.name} has it, and it is not in the model; a combination without it can be analysed.`,
      );
  if ((given['N_tie'] ?? 0) !== 0 && ((given['V_Ed'] ?? 0) !== 0 || (given['N_Ed'] ?? 0) !== 0 || (given['M_Ed'] ?? 0) !== 0))
    throw new Refusal(
      'N_tie',
      `${actionSymbol(basis, 'N_tie')}: tying acts alone, and ${c.name} has other actions beside it; a combination with either can be analysed.`,
    );
  const [V, N, M] = [given['V_Ed'] ?? 0, (given['N_Ed'] ?? 0) + (given['N_tie'] ?? 0), given['M_Ed'] ?? 0];
  if (V === 0 && N === 0 && M === 0)
    throw new Refusal('combination', `combination: ${c.name} has no force; accepted is one that has.`);
  return { F: [1000 * N, 0, -1000 * V], M: [0, 1e6 * M - 1000 * V * point[0], 0] };
}

/** Mean of flats and points of a head: what bears on the plate. */
const headOf = (b: BoltPart): number => (b.flats * (1 + 2 / Math.sqrt(3))) / 2;

const axisOf = (b: BoltPart): { readonly point: Vec; readonly direction: Vec } => {
  const to = Math.sign(b.y[1] - b.y[0]) || 1;
  return b.axis === 'y'
    ? { point: [b.x, b.y[0], b.z], direction: [0, to, 0] }
    : { point: [b.y[0], b.x, b.z], direction: [to, 0, 0] };
};

interface Ply {
  readonly sheet: Sheet;
  /** Along the bolt from its head, mm, and the place in the sheet. */
  readonly at: number;
  readonly x: number;
  readonly y: number;
}
/** Sheets that a bolt goes through, from its head on. */
function pliesOf({ sheets }: Sheets, b: BoltPart): Ply[] {
  const { point, direction } = axisOf(b);
  const long = Math.abs(b.y[1] - b.y[0]);
  return sheets
    .filter((s) => b.joins.includes(s.part) && Math.abs(dot(normal(s), direction)) > 0.99)
    .flatMap((sheet): Ply[] => {
      const n = normal(sheet);
      const at = dot(plus(sheet.origin, point, -1), n) / dot(direction, n);
      if (at < -0.5 || at > long + 0.5) return [];
      const P = plus(plus(point, direction, at), sheet.origin, -1);
      const [x, y] = [dot(P, sheet.ex), dot(P, sheet.ey)];
      return contains(sheet.outline, x, y) ? [{ sheet, at, x, y }] : [];
    })
    .sort((a, c) => a.at - c.at);
}

/** Holes in the members too: as large as in the plates that the bolt goes through. */
function drill(made: Sheets, bolts: readonly BoltPart[]): void {
  for (const b of bolts) {
    const plies = pliesOf(made, b);
    const own = (p: Ply) => p.sheet.holes.find((o) => Math.hypot(o.x - p.x, o.y - p.y) < 1);
    const d = Math.max(0, ...plies.map((p) => own(p)?.d ?? 0)) || b.d + 2;
    for (const p of plies) {
      if (own(p)) continue;
      const i = made.sheets.indexOf(p.sheet);
      made.sheets[i] = { ...p.sheet, holes: [...p.sheet.holes, { x: p.x, y: p.y, d }] };
    }
  }
}

function boltsOf({ solid, basis }: AnalysedJoint, made: Sheets) {
  const { field, materials } = basis.standard;
  return solid.bolts.map((b, i) => {
    const plies = pliesOf(made, b);
    const name = `bolt ${i + 1}`;
    if (plies.length < 2) throw new Refusal('detail', `detail: ${name} does not go through two plates.`);
    const size = materials.bolt(b.d, 'bolts');
    const { f_ub, alpha_v } = materials.boltClass(b.cls, 'bolts');
    const { k_v, F_v_Rd, F_t_Rd } = field!.bolt({ d: b.d, A_s: size.A_s, f_ub, alpha_v }, basis.factors);
    const d_m = headOf(b);
    const parts = plies.map((p) => {
      const { f_u } = materials.steel({ grade: p.sheet.grade }, p.sheet.t, basis.set, 'steel', basis.steels);
      const hole = p.sheet.holes.find((o) => Math.hypot(o.x - p.x, o.y - p.y) < 1)!;
      const bear = [0, 1].map((along) =>
        field!.bearing(
          { ...{ d: b.d, d0: hole.d, t: p.sheet.t, f_u, f_ub }, ...spacing(p.sheet, hole, along as 0 | 1) },
          basis.factors,
        ),
      );
      return {
        d0: hole.d,
        F_b: bear.map((x) => x.F_b_Rd),
        k_b: Math.min(...bear.map((x) => x.k_b)),
        punching: field!.punching({ d_m, t: p.sheet.t, f_u }, basis.factors),
      };
    });
    const L_b = Math.abs(b.y[1] - b.y[0]) + 2 * b.washer + (b.head + b.nut) / 2;
    const outer = [parts[0]!, parts.at(-1)!];
    return {
      ...{ name, ...axisOf(b), plies: plies.map((p) => p.sheet.name) },
      ...{ d: b.d, d0: Math.max(...parts.map((p) => p.d0)), d_w: d_m, L_b },
      ...{ k_t: (E * size.A_s) / L_b, F_t_Rd: Math.min(F_t_Rd, ...outer.map((p) => p.punching)), k_v, F_v_Rd },
      ...{ k_b: parts.map((p) => p.k_b), F_b_Rd: parts.map((p) => p.F_b) },
    };
  });
}

/** End distance and pitch along an axis of a sheet, edge distance and gauge across it: from the hole to the outline, the nearer way, and to the nearest other hole. */
function spacing(s: Sheet, hole: { x: number; y: number }, along: 0 | 1) {
  const to = (axis: 0 | 1): number => {
    const [x0, y0, x1, y1] = boxOf(s.outline);
    const most = axis === 0 ? Math.max(x1 - x0, 1) : Math.max(y1 - y0, 1);
    let best = most;
    for (const sign of [1, -1])
      for (let d = 0.5; d < best; d += 0.5) {
        const [x, y] = axis === 0 ? [hole.x + sign * d, hole.y] : [hole.x, hole.y + sign * d];
        if (!contains(s.outline, x, y)) best = d;
      }
    return best;
  };
  const others = (axis: 0 | 1): number | null => {
    const list = s.holes
      .map((o) => [Math.abs(o.x - hole.x), Math.abs(o.y - hole.y)] as const)
      .filter((d) => d[1 - axis]! < 1 && d[axis] > 1)
      .map((d) => d[axis]);
    return list.length ? Math.min(...list) : null;
  };
  const across = (1 - along) as 0 | 1;
  return { end: to(along), pitch: others(along), edge: to(across), gauge: others(across) };
}

/** On which face of a sheet a line lies: 1 along its normal, -1 against it, 0 on none. */
function faceUnder(s: Sheet, p: Vec): 1 | -1 | 0 {
  const z = dot(plus(p, s.origin, -1), normal(s));
  return Math.abs(z - s.t / 2) < 1 ? 1 : Math.abs(z + s.t / 2) < 1 ? -1 : 0;
}
const local = (s: Sheet, p: Vec): readonly [number, number] => {
  const d = plus(p, s.origin, -1);
  return [dot(d, s.ex), dot(d, s.ey)];
};
const inside = (s: Sheet, points: readonly Vec[]): boolean =>
  points.every((p) => {
    const [x, y] = local(s, p);
    return contains(s.outline, x, y) || distance(s.outline, x, y) < 1;
  });

interface Line {
  readonly a: Sheet;
  readonly b: Sheet;
  readonly p0: Vec;
  readonly p1: Vec;
  readonly side: 1 | -1;
  readonly throat: number;
}

/** Each weld of the detail between the sheet whose edge it holds and that on whose face it stands; both sides of a plate together. */
function weldsOf({ solid, basis }: AnalysedJoint, made: Sheets): object[] {
  const ratio = basis.standard.throat(basis.settings);
  const lines = solid.welds.flatMap((w) => linesOf(made, w, w.leg * ratio));
  const groups = new Map<string, Line[]>();
  for (const l of lines) {
    const key = `${l.a.name}|${l.b.name}|${lineKey(l)}`;
    groups.set(key, [...(groups.get(key) ?? []), l]);
  }
  return [...groups.values()].flatMap((group) => {
    const [first] = group as [Line];
    const dir = unit(plus(first.p1, first.p0, -1));
    const at = (p: Vec): number => dot(plus(p, first.p0, -1), dir);
    const spans = group.map((l) => ({ l, from: Math.min(at(l.p0), at(l.p1)), to: Math.max(at(l.p0), at(l.p1)) }));
    const cuts = [...new Set(spans.flatMap((s) => [s.from, s.to]).map((x) => Math.round(x * 10) / 10))].sort((x, y) => x - y);
    const { fu, beta_w } = weldSteel(first, basis);
    return cuts.slice(1).flatMap((to, i) => {
      const from = cuts[i]!;
      const on = spans.filter((s) => s.from < (from + to) / 2 && s.to > (from + to) / 2);
      if (!on.length || to - from < 2) return [];
      const sides = new Set(on.map((s) => s.l.side));
      const throat = Math.min(...on.map((s) => s.l.throat));
      const part = cuts.length > 2 ? ` (${i + 1})` : '';
      return [
        {
          ...{ name: `weld of ${first.a.name} on ${first.b.name}${part}`, a: first.a.name, b: first.b.name, type: 'fillet' },
          ...{
            p0: plus(first.p0, dir, from),
            p1: plus(first.p0, dir, to),
            throat,
            fu,
            beta_w,
            gamma_M2: basis.factors['gamma_M2'],
          },
          sides: sides.size === 2 ? 2 : on[0]!.l.side,
        },
      ];
    });
  });
}
/** Of lines that are one: their place across their direction. */
function lineKey({ p0, p1 }: Line): string {
  const dir = unit(plus(p1, p0, -1));
  const foot = plus(p0, dir, -dot(p0, dir));
  return foot.map((x) => Math.round(x)).join(',');
}
function weldSteel({ a, b }: Line, basis: Basis): { fu: number; beta_w: number } {
  const of = (s: Sheet) => basis.standard.materials.steel({ grade: s.grade }, s.t, basis.set, 'steel', basis.steels);
  const [x, y] = [of(a), of(b)];
  const weak = x.f_u <= y.f_u ? x : y;
  return { fu: weak.f_u, beta_w: weak.beta_w };
}

/** Length of a weld that is looked at by itself, mm. */
const PIECE = 2;
/** The sheets that a weld joins, piece by piece: one line of the detail may run over a web, a flange and another web. */
function linesOf({ sheets }: Sheets, w: WeldPart, throat: number): Line[] {
  const [from, to]: [Vec, Vec] = [w.from, w.to];
  const long = plus(to, from, -1);
  const n = Math.max(3, Math.ceil(length(long) / PIECE));
  const named = sheets.filter((s) => w.joins.includes(s.part));
  const runs: { pair: Pair; first: number; last: number }[] = [];
  for (let i = 0; i < n; i += 1) {
    const p = plus(from, long, (i + 0.5) / n);
    const pair = pairAt(named, p) ?? pairAt(sheets, p);
    const run = runs.at(-1);
    if (!pair) continue;
    if (run && run.last === i - 1 && run.pair.a === pair.a && run.pair.b === pair.b && run.pair.side === pair.side) run.last = i;
    else runs.push({ pair, first: i, last: i });
  }
  const found = runs.reduce((s, r) => s + r.last - r.first + 1, 0);
  if (found < 0.6 * n)
    throw new Refusal(
      'detail',
      `detail: the weld of ${w.joins[0]} and ${w.joins[1]} does not run along an edge of one on a face of the other.`,
    );
  return runs
    .filter((r) => r.last > r.first)
    .map(({ pair: { a, b, side }, first, last }): Line => {
      // To the mid-plane of the sheet whose edge it is; of plates that lie on each other it stays between them.
      const off = isFlat(a, b) ? ([0, 0, 0] as const) : times(normal(a), -side * (a.t / 2));
      const onFace = (p: Vec): Vec => {
        const q = plus(p, off);
        return plus(q, normal(b), -dot(plus(q, p, -1), normal(b)));
      };
      return { a, b, side, throat, p0: onFace(plus(from, long, first / n)), p1: onFace(plus(from, long, (last + 1) / n)) };
    });
}
interface Pair {
  readonly a: Sheet;
  readonly b: Sheet;
  readonly side: 1 | -1;
}
const isFlat = (a: Sheet, b: Sheet): boolean => Math.abs(dot(normal(a), normal(b))) > 0.95;

/** At a point of a root line: the sheet whose edge it is on, and that on whose face; standing before lying. */
function pairAt(sheets: readonly Sheet[], p: Vec): Pair | null {
  const on = sheets.flatMap((s) => {
    const side = faceUnder(s, p);
    return side ? [{ s, side, far: distance(s.outline, ...local(s, p)), in: inside(s, [p]) }] : [];
  });
  const pairs = on.flatMap((a) =>
    on.flatMap((b) => {
      const lying = isFlat(a.s, b.s);
      // The edge of a plate that is not square to the other is off its root by its slope.
      const off = a.s.t * (lying ? 0 : Math.abs(dot(normal(a.s), normal(b.s))));
      const good = a !== b && a.far < 2 + off && b.in && b.far > a.far + 0.5;
      return good ? [{ a: a.s, b: b.s, side: a.side, worth: b.far - a.far - (lying ? 1e4 : 0) }] : [];
    }),
  );
  return pairs.length ? pairs.reduce((x, y) => (y.worth > x.worth ? y : x)) : null;
}

/** Plates of one piece, as the web and flange cut from a section: where an edge of one lies on a face of the other. */
function oneFrom({ sheets }: Sheets): object[] {
  const out: object[] = [];
  const stem = (s: Sheet): string => s.part.split('-')[0]!;
  for (const a of sheets)
    for (const b of sheets) {
      if (a === b || a.part === b.part || stem(a) !== stem(b) || !a.part.includes('-')) continue;
      a.outline.forEach((p, i) => {
        const q = a.outline[(i + 1) % a.outline.length]!;
        const [p0, p1] = [p, q].map(([x, y]) => plus(plus(a.origin, a.ex, x), a.ey, y)) as [Vec, Vec];
        const points = [0.03, 0.5, 0.97].map((s) => plus(p0, plus(p1, p0, -1), s));
        if (length(plus(p1, p0, -1)) < 5 || !points.every((x) => faceUnder(b, x) !== 0) || !inside(b, points)) return;
        out.push({
          name: `root of ${a.name} on ${b.name}`,
          a: a.name,
          b: b.name,
          p0: points[0]!,
          p1: points[2]!,
          type: 'butt',
          toe: 0,
        });
      });
    }
  return out;
}
