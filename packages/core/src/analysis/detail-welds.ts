import type { Basis } from '../basis/basis.ts';
import type { WeldPart } from '../detail/solid.ts';
import { Refusal } from '../refusal.ts';
import { contains, distance } from './outline.ts';
import { normal, type AnalysedJoint, type Sheet, type Sheets } from './sheet.ts';
import { dot, length, placeOn, plus, unit, type Vec } from './vector.ts';

// Welds of a detail as lines between the sheet whose edge they hold and that on whose face it stands.

/** On which face of a sheet a line lies: 1 along its normal, -1 against it, 0 on none. */
function faceUnder(s: Sheet, p: Vec): 1 | -1 | 0 {
  const z = dot(plus(p, s.origin, -1), normal(s));
  const within = 1 + (s.round ?? 0);
  return Math.abs(z - s.t / 2) < within ? 1 : Math.abs(z + s.t / 2) < within ? -1 : 0;
}
export const local = (s: Sheet, p: Vec): readonly [number, number] => {
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
  readonly bears: boolean;
}

/** Each weld of the detail between the sheet whose edge it holds and that on whose face it stands; both sides of a plate together. */
export function weldsOf({ solid, basis }: AnalysedJoint, made: Sheets): object[] {
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
    const strength = weldStrength(first, basis);
    return cuts.slice(1).flatMap((to, i) => {
      const from = cuts[i]!;
      const on = spans.filter((s) => s.from < (from + to) / 2 && s.to > (from + to) / 2);
      if (!on.length || to - from < 2) return [];
      const sides = new Set(on.map((s) => s.l.side));
      const throat = Math.min(...on.map((s) => s.l.throat));
      const part = cuts.length > 2 && !first.a.called ? ` (${i + 1})` : '';
      return [
        {
          ...{
            name: `weld of ${first.a.called ?? first.a.name} on ${first.b.name}${part}`,
            a: first.a.name,
            b: first.b.name,
            type: 'fillet',
          },
          ...{ p0: plus(first.p0, dir, from), p1: plus(first.p0, dir, to), throat, ...strength },
          sides: sides.size === 2 ? 2 : on[0]!.l.side,
          bears: first.bears,
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
function weldStrength({ a, b }: Line, basis: Basis): object {
  const of = (s: Sheet) => basis.standard.materials.steel({ grade: s.grade }, s.t, basis.set, 'steel', basis.steels);
  const [x, y] = [of(a), of(b)];
  return basis.standard.field!.weld(x.f_u <= y.f_u ? x : y, basis);
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
    const pair = pairAt(named, p, w.joins[0]) ?? pairAt(sheets, p, w.joins[0]);
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
      const onFace = (p: Vec): Vec => {
        const q = isFlat(a, b) ? p : plus(p, normal(a), -dot(plus(p, a.origin, -1), normal(a)));
        return plus(q, normal(b), -dot(plus(q, p, -1), normal(b)));
      };
      return {
        a,
        b,
        side,
        throat,
        bears: w.bears === true,
        p0: onFace(plus(from, long, first / n)),
        p1: onFace(plus(from, long, (last + 1) / n)),
      };
    });
}
interface Pair {
  readonly a: Sheet;
  readonly b: Sheet;
  readonly side: 1 | -1;
}
export const isFlat = (a: Sheet, b: Sheet): boolean => Math.abs(dot(normal(a), normal(b))) > 0.95;

/** At a point of a root line: the sheet whose edge it is on, and that on whose face; standing before lying. */
function pairAt(sheets: readonly Sheet[], p: Vec, edgeOf: string): Pair | null {
  const on = sheets.flatMap((s) => {
    const side = faceUnder(s, p);
    return side ? [{ s, side, far: distance(s.outline, ...local(s, p)), in: inside(s, [p]) }] : [];
  });
  const pairs = on.flatMap((a) =>
    on.flatMap((b) => {
      const lying = isFlat(a.s, b.s);
      // The edge of a plate that is not square to the other is off its root by its slope.
      const off = a.s.t * (lying ? 0 : Math.abs(dot(normal(a.s), normal(b.s))));
      // Edges of plates that lie on each other may coincide: the weld is then of the part that is named first.
      const further = b.far > a.far + 0.5 || (lying && a.s.part === edgeOf && b.far > a.far - 0.5);
      const good = a !== b && a.far < 2 + off && b.in && further;
      return good ? [{ a: a.s, b: b.s, side: a.side, worth: b.far - a.far - (lying ? 1e4 : 0) }] : [];
    }),
  );
  return pairs.length ? pairs.reduce((x, y) => (y.worth > x.worth ? y : x)) : null;
}

/** Edges of a sheet, from corner to corner, that lie on a face of another. */
export function edgesMeeting(a: Sheet, b: Sheet): { readonly from: Vec; readonly to: Vec }[] {
  return a.outline.flatMap((p, i) => {
    const [from, to] = [placeOn(a, ...p), placeOn(a, ...a.outline[(i + 1) % a.outline.length]!)];
    const points = [HAIR, 0.5, 1 - HAIR].map((s) => plus(from, plus(to, from, -1), s));
    const on = length(plus(to, from, -1)) >= 5 && points.every((x) => faceUnder(b, x) !== 0) && inside(b, points);
    return on ? [{ from, to }] : [];
  });
}
/** So much of an edge is left at its ends. */
const HAIR = 0.03;
/** The same, a hair from their ends. */
const edgesOn = (a: Sheet, b: Sheet): { readonly p0: Vec; readonly p1: Vec }[] =>
  edgesMeeting(a, b).map(({ from, to }) => {
    const long = plus(to, from, -1);
    return { p0: plus(from, long, HAIR), p1: plus(from, long, 1 - HAIR) };
  });

/** Plates of one piece, as the web and flange cut from a section: where an edge of one lies on a face of the other. */
export function oneFrom({ sheets }: Sheets) {
  const stem = (s: Sheet): string => s.part.split('-')[0]!;
  return sheets.flatMap((a) =>
    sheets
      .filter((b) => a !== b && a.part !== b.part && stem(a) === stem(b) && a.part.includes('-'))
      .flatMap((b) =>
        edgesOn(a, b).map((edge) => ({
          ...{ name: `root of ${a.name} on ${b.name}`, a: a.name, b: b.name, ...edge, type: 'butt', toe: 0 },
        })),
      ),
  );
}

/**
 * Plates that the detail shows without the size of their welds (ribs, plates on a web): joined for their full strength where their edges meet a face, or
 * along their edges where they lie on it.
 */
export function unsizedOf(
  { solid }: AnalysedJoint,
  { sheets }: Sheets,
  roots: readonly { readonly a: string; readonly b: string }[],
) {
  const named = new Set([
    ...[...solid.welds, ...(solid.butts ?? []), ...solid.bolts].flatMap((w) => w.joins),
    ...roots.flatMap((r) => [r.a, r.b]),
  ]);
  const bare = sheets.filter((s) => !s.beyond && !named.has(s.part) && !named.has(s.name));
  return bare.flatMap((a) => {
    const name = (b: Sheet): object => ({ name: `weld of ${a.name} on ${b.name}`, a: a.name, b: b.name });
    const standing = sheets
      .filter((b) => b !== a && !isFlat(a, b))
      .flatMap((b) => edgesOn(a, b).map((edge) => ({ ...name(b), ...edge, type: 'butt' })));
    if (standing.length) return standing;
    return sheets
      .filter((b) => b !== a)
      .flatMap((b) => edgesLying(a, b).map((edge) => ({ ...name(b), ...edge, type: 'fillet', throat: a.t, strong: true })));
  });
}
/** A sheet that lies on another, drawn to the face between both, and the side of it that is down; null where it does not. */
export function laidOn(a: Sheet, b: Sheet): { readonly down: Sheet; readonly side: 1 | -1 } | null {
  if (!isFlat(a, b)) return null;
  const side = ([1, -1] as const).find((s) => faceUnder(b, plus(a.origin, normal(a), (s * a.t) / 2)) !== 0);
  return side ? { down: { ...a, origin: plus(a.origin, normal(a), (side * a.t) / 2) }, side } : null;
}
/** Edges of a sheet that lies on another, on the face between both, a hair from their ends. */
function edgesLying(a: Sheet, b: Sheet): { readonly p0: Vec; readonly p1: Vec; readonly sides: 1 | -1 }[] {
  const laid = laidOn(a, b);
  return laid ? edgesOn(laid.down, b).map((edge) => ({ ...edge, sides: laid.side })) : [];
}

/** Butt welds of the detail: along each edge of one part that lies on a face of the other, square to it. */
export function buttsOf({ solid }: AnalysedJoint, { sheets }: Sheets): object[] {
  const pairs = new Set((solid.butts ?? []).map(({ joins }) => joins.join('|')));
  return [...pairs].flatMap((pair) => {
    const [first, second] = pair.split('|');
    return sheets
      .filter((a) => a.part === first)
      .flatMap((a) =>
        sheets
          .filter((b) => b.part === second && !isFlat(a, b))
          .flatMap((b) =>
            edgesOn(a, b).map((edge) => ({
              ...{ name: `butt weld of ${a.called ?? a.name} on ${b.name}`, a: a.name, b: b.name, ...edge, type: 'butt' },
            })),
          ),
      );
  });
}
