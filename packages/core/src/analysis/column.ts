import { Refusal } from '../refusal.ts';
import type { MemberPart, Point } from '../detail/solid.ts';
import { rect, STUB, toeOf, X, Y, Z, type Root, type Sheets } from './sheet.ts';
import { plus, times, type Vec } from './vector.ts';
import { Walls } from './walls.ts';

/** Flat walls that a round tube is made of. */
const FACETS = 24;

/** A column that stands on a plate, its depth along x, loaded at its cut end. */
export function columnStub(out: Sheets, m: MemberPart): void {
  const foot = Math.min(...m.outline.flat());
  const top = foot + STUB * m.h;
  const walls = new Walls(out, 'column', m, foot, top);
  const sheet = (name: string, t: number, origin: Vec, ex: Vec, half: number): void =>
    walls.sheet(name, t, origin, ex, Z, rect(-half, foot, half, top));
  const root = (a: string, b: string, [x, y]: Point, type: Root['type'], toe: number): void =>
    walls.root(a, b, [x, y, 0], Z, type, toe);
  if (m.shape === 'I') {
    const inner = m.h / 2 - m.tf;
    sheet('web', m.tw, [0, 0, 0], X, inner);
    for (const [name, s] of [
      ['+z flange', 1],
      ['−z flange', -1],
    ] as const) {
      sheet(name, m.tf, [s * (inner + m.tf / 2), 0, 0], Y, m.b / 2);
      root('web', name, [s * inner, 0], 'butt', toeOf(m));
    }
  } else if (m.shape === 'RHS') {
    const [hx, hy] = [(m.h - m.tf) / 2, (m.b - m.tf) / 2];
    for (const [name, s] of [
      ['+z wall', 1],
      ['−z wall', -1],
    ] as const)
      sheet(name, m.tf, [s * hx, 0, 0], Y, hy);
    for (const [name, s] of [
      ['+y wall', 1],
      ['−y wall', -1],
    ] as const) {
      sheet(name, m.tf, [0, s * hy, 0], X, hx);
      root(name, '+z wall', [hx, s * hy], 'seam', 0);
      root(name, '−z wall', [-hx, s * hy], 'seam', 0);
    }
  } else if (m.shape === 'CHS') facets(walls);
  else throw new Refusal('detail', `detail: a column of ${m.label} can not be analysed yet.`);
  out.ends.push({
    name: 'column',
    part: m.id,
    sheets: walls.names,
    point: times(Z, top),
    normal: Z,
    loaded: 'column',
    acts: [0, 0, 0],
  });
}

/** A round tube as flat walls with the perimeter of its mid-line. */
function facets(walls: Walls): void {
  const { m, from, to } = walls;
  const step = (2 * Math.PI) / FACETS;
  const half = ((m.h - m.tf) / 2) * (step / 2);
  const apothem = half / Math.tan(step / 2);
  const round = m.h / 2 - apothem - m.tf / 2;
  for (let i = 0; i < FACETS; i += 1) {
    const [c, s] = [Math.cos((i + 0.5) * step), Math.sin((i + 0.5) * step)];
    const wall = { round, called: 'column wall' };
    walls.sheet(`facet ${i + 1}`, m.tf, [apothem * c, apothem * s, 0], [-s, c, 0], Z, rect(-half, from, half, to), wall);
    const corner = plus(times([c, s, 0], apothem), [-s, c, 0], half);
    walls.root(`facet ${i + 1}`, `facet ${((i + 1) % FACETS) + 1}`, corner, Z, 'seam', 0);
  }
}
