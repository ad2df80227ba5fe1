import { Refusal } from '../refusal.ts';
import type { MemberPart, Point } from '../detail/solid.ts';
import { rect, STUB, X, Y, Z, type Root, type Sheet, type Sheets } from './sheet.ts';
import { plus, times, type Vec } from './vector.ts';

/** Flat walls that a round tube is made of. */
const FACETS = 24;

/** A column that stands on a plate, its depth along x, loaded at its cut end. */
export function columnStub(out: Sheets, m: MemberPart): void {
  const foot = Math.min(...m.outline.flat());
  const top = foot + STUB * m.h;
  const names: string[] = [];
  const sheet = (name: string, t: number, origin: Vec, ex: Vec, half: number, round = 0): void => {
    const called = `column ${name}`;
    names.push(called);
    const wall: Sheet = {
      ...{ name: called, part: m.id, grade: m.grade, t, origin, ex, ey: Z, holes: [] },
      outline: rect(-half, foot, half, top),
      ...(round ? { round, called: 'column wall' } : {}),
    };
    out.sheets.push(wall);
  };
  const root = (a: string, b: string, [x, y]: Point, type: Root['type'], toe: number): void => {
    out.roots.push({ a: `column ${a}`, b: `column ${b}`, p0: [x, y, foot], p1: [x, y, top], type, toe });
  };
  if (m.shape === 'I') {
    const inner = m.h / 2 - m.tf;
    sheet('web', m.tw, [0, 0, 0], X, inner);
    for (const [name, s] of [
      ['+z flange', 1],
      ['−z flange', -1],
    ] as const) {
      sheet(name, m.tf, [s * (inner + m.tf / 2), 0, 0], Y, m.b / 2);
      root('web', name, [s * inner, 0], 'butt', 0.8 * m.r);
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
  } else if (m.shape === 'CHS') facets(m, sheet, root);
  else throw new Refusal('detail', `detail: a column of ${m.label} can not be analysed yet.`);
  out.ends.push({
    name: 'column',
    part: m.id,
    sheets: names,
    point: times(Z, top),
    normal: Z,
    loaded: 'column',
    acts: [0, 0, 0],
  });
}

/** A round tube as flat walls with the perimeter of its mid-line. */
function facets(
  m: MemberPart,
  sheet: (name: string, t: number, origin: Vec, ex: Vec, half: number, round: number) => void,
  root: (a: string, b: string, at: Point, type: 'seam', toe: number) => void,
): void {
  const step = (2 * Math.PI) / FACETS;
  const half = ((m.h - m.tf) / 2) * (step / 2);
  const apothem = half / Math.tan(step / 2);
  const slack = m.h / 2 - apothem - m.tf / 2;
  for (let i = 0; i < FACETS; i += 1) {
    const [c, s] = [Math.cos((i + 0.5) * step), Math.sin((i + 0.5) * step)];
    sheet(`facet ${i + 1}`, m.tf, [apothem * c, apothem * s, 0], [-s, c, 0], half, slack);
    const corner = plus(times([c, s, 0], apothem), [-s, c, 0], half);
    root(`facet ${i + 1}`, `facet ${((i + 1) % FACETS) + 1}`, [corner[0], corner[1]], 'seam', 0);
  }
}
