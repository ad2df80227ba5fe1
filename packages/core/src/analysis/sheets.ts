import { Refusal } from '../refusal.ts';
import {
  flangeSpan,
  inSpace,
  planeOf,
  plateThickness,
  type MemberPart,
  type PlatePart,
  type Point,
  type Solid,
} from '../detail/solid.ts';
import { beamStub } from './beam.ts';
import { columnStub } from './column.ts';
import { rect, sheetHole, STUB, toeOf, X, Y, Z, type Sheet, type Sheets } from './sheet.ts';
import { plus, type Vec } from './vector.ts';
import { Walls } from './walls.ts';

/** Every plate and member of a detail as flat sheets, with what holds the sheets of one piece together. Throws a Refusal of what is not flat. */
export function sheetsOf(solid: Solid): Sheets {
  const out: Sheets = { sheets: [], roots: [], ends: [] };
  for (const p of solid.plates) out.sheets.push(plateSheet(p));
  // The plates of another beam on the far face, which the same bolts hold.
  for (const [i, p] of (solid.other?.plates ?? []).entries())
    out.sheets.push({ ...plateSheet(p), name: `far plate${i ? ` ${i + 1}` : ''}`, beyond: true });
  legs(out, solid.plates);
  const span = spanOf(solid);
  for (const m of solid.members) {
    if (m.place) support(out, m, m.place, span);
    else if (m.id === 'beam') beamStub(out, m, span.high[0], 1);
    else if (m.id === 'support') beamStub(out, m, -span.low[0], -1);
    else if (m.id === 'column') columnStub(out, m);
    else throw new Refusal('detail', `detail: ${m.label} stands in a way that can not be analysed yet.`);
  }
  return out;
}

/** Where plates and the supported beam are: least and most of x, y and z. */
function spanOf({ plates, members }: Solid): { readonly low: Vec; readonly high: Vec } {
  const points: Vec[] = plates.flatMap((p) => p.outline.flatMap(([u, v]) => p.y.map((a) => inSpace(p.plane, u, v, a))));
  for (const m of members)
    if (!m.place && m.outline.length) {
      const x = m.outline.reduce((a, [q]) => (Math.abs(q) < Math.abs(a) ? q : a), Infinity);
      points.push([x, -m.b / 2, 0], [x, m.b / 2, -m.h]);
    }
  const of = (f: (...n: number[]) => number): Vec => [0, 1, 2].map((k) => f(...points.map((p) => p[k]!))) as unknown as Vec;
  return { low: of(Math.min), high: of(Math.max) };
}

export function plateSheet(p: PlatePart): Sheet {
  const plane = planeOf(p.plane);
  return {
    ...{ name: p.id, part: p.id, grade: p.grade, t: plateThickness(p) },
    origin: inSpace(p.plane, 0, 0, (p.y[0] + p.y[1]) / 2),
    ...{ ex: plane.u, ey: plane.v, outline: p.outline },
    holes: p.holes.map(sheetHole),
  };
}

/** Legs of an angle meet at the corner of their mid-lines. */
function legs(out: Sheets, plates: readonly PlatePart[]): void {
  const of = new Map<string, PlatePart[]>();
  for (const p of plates) if (p.leg) of.set(p.leg.of, [...(of.get(p.leg.of) ?? []), p]);
  for (const pair of of.values()) {
    const [along, across] = [pair.find((p) => p.plane === 'xz'), pair.find((p) => p.plane === 'yz')];
    if (!along || !across) continue;
    const [x, y] = [(across.y[0] + across.y[1]) / 2, (along.y[0] + along.y[1]) / 2];
    const z = along.outline.map((q) => q[1]);
    const [low, high] = [Math.min(...z), Math.max(...z)];
    move(out, along.id, ([u, v]) => [Math.abs(u) < 1e-6 ? x : u, v]);
    const near = across.outline.reduce((a, q) => (Math.abs(q[0] - y) < Math.abs(a - y) ? q[0] : a), Infinity);
    move(out, across.id, ([u, v]) => [Math.abs(u - near) < 1e-6 ? y : u, v]);
    out.roots.push({ a: along.id, b: across.id, p0: [x, y, low], p1: [x, y, high], type: 'seam', toe: 0 });
  }
}
function move(out: Sheets, name: string, to: (p: Point) => Point): void {
  const i = out.sheets.findIndex((s) => s.name === name);
  out.sheets[i] = { ...out.sheets[i]!, outline: out.sheets[i]!.outline.map(to) };
}

/** What the beam is joined to, with one of its faces at x = 0; held at both ends. */
function support(
  out: Sheets,
  m: MemberPart,
  place: NonNullable<MemberPart['place']>,
  span: { readonly low: Vec; readonly high: Vec },
): void {
  if (m.shape === 'CHS') throw new Refusal('detail', `detail: a support of ${m.label} can not be analysed yet.`);
  const upright = place.type !== 'beam_web';
  const reach = STUB * m.h;
  const [lowest, highest] = upright ? [span.low[2] - reach, span.high[2] + reach] : [span.low[1] - reach, span.high[1] + reach];
  // A column that ends near the joint is cut there, and nothing holds it.
  const [from, to] = [Math.max(lowest, place.under ?? -Infinity), Math.min(highest, place.over ?? Infinity)];
  const [freeBelow, freeAbove] = [from > lowest, to < highest];
  if (freeBelow && freeAbove)
    throw new Refusal(
      'detail',
      'detail: the column ends over and under the joint, and nothing holds it; such a one can not be analysed.',
    );
  const walls = new Walls(out, 'support', m, from, to);
  if (m.shape === 'RHS') hollow(walls);
  else if (place.type === 'column_flange') byFlange(walls);
  else byWeb(walls, upright ? null : place.top);
  const axis = upright ? Z : Y;
  // The axis of the member, across it.
  const middle: Vec = place.type === 'column_flange' || m.shape === 'RHS' ? [-m.h / 2, 0, 0] : [-m.tw / 2, 0, 0];
  for (const [name, d, free] of [
    ['low', from, freeBelow],
    ['high', to, freeAbove],
  ] as const)
    if (!free)
      out.ends.push({
        ...{ name: `support ${name}`, part: 'support', sheets: walls.names },
        ...{ point: plus(middle, axis, d), normal: axis, loaded: null },
        ...(upright && d === to && !freeBelow ? { upper: true } : {}),
      });
}

function hollow(walls: Walls): void {
  const { m, from, to } = walls;
  const t = m.tw;
  const [hx, hy] = [m.h - t, (m.b - t) / 2];
  walls.sheet('face', t, [-t / 2, 0, 0], Y, Z, rect(-hy, from, hy, to));
  walls.sheet('back', t, [-t / 2 - hx, 0, 0], Y, Z, rect(-hy, from, hy, to), { far: true });
  for (const [name, y] of [
    ['near wall', -hy],
    ['far wall', hy],
  ] as const) {
    walls.sheet(name, t, [-t / 2, y, 0], [-1, 0, 0], Z, rect(0, from, hx, to));
    walls.root(name, 'face', [-t / 2, y, 0], Z, 'seam', 0);
    walls.root(name, 'back', [-t / 2 - hx, y, 0], Z, 'seam', 0);
  }
}

function byFlange(walls: Walls): void {
  const { m, from, to } = walls;
  const inner = m.h - m.tf;
  const [f0, f1] = flangeSpan(m);
  walls.sheet('flange', m.tf, [-m.tf / 2, 0, 0], Y, Z, rect(f0, from, f1, to));
  walls.sheet('web', m.tw, [0, 0, 0], X, Z, rect(-inner, from, -m.tf, to));
  walls.sheet('far flange', m.tf, [-m.h + m.tf / 2, 0, 0], Y, Z, rect(f0, from, f1, to), { far: true });
  walls.root('web', 'flange', [-m.tf, 0, 0], Z, 'butt', toeOf(m));
  walls.root('web', 'far flange', [-inner, 0, 0], Z, 'butt', toeOf(m));
}

/** `top`: of a beam that lies; null of a column. The flanges of a channel stand on the side of the joint, as they are drawn. */
function byWeb(walls: Walls, top: number | null): void {
  const { m, from, to } = walls;
  const half = m.h / 2 - m.tf;
  const [f0, f1] = flangeSpan(m);
  const [across, along] = top === null ? [Y, Z] : [Z, Y];
  const centre = top === null ? 0 : top - m.h / 2;
  const at = (d: number): Vec => plus([-m.tw / 2, 0, 0], across, centre + d);
  walls.sheet('web', m.tw, at(0), across, along, rect(-half, from, half, to));
  for (const [name, s] of [
    ['first flange', 1],
    ['second flange', -1],
  ] as const) {
    walls.sheet(name, m.tf, at(s * (half + m.tf / 2)), X, along, rect(f0, from, f1, to));
    walls.root('web', name, at(s * half), along, 'butt', toeOf(m));
  }
}
