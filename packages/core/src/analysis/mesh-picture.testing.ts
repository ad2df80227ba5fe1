import { placeAt } from './mesh.ts';
import type { System } from './system.ts';
import { cross, dot, unit, type Vec } from './vector.ts';

const EYE: Vec = unit([0.7, -1, 0.55]);
const RIGHT: Vec = unit(cross([0, 0, 1], EYE));
const UP: Vec = cross(EYE, RIGHT);
const WIDE = 900;

/** The cells, welds and bolts of a model, seen from aside, as SVG: a cell is the lighter the less steel is in it. */
export function meshPicture({ mesh, ties, model }: System): string {
  const flat = (p: Vec): readonly [number, number] => [dot(p, RIGHT), -dot(p, UP)];
  const at = Array.from({ length: mesh.plateOf.length }, (_, n) => flat(placeAt(mesh, n)));
  const [xs, ys] = [0, 1].map((k) => at.map((p) => p[k]!)) as [number[], number[]];
  const least = (v: readonly number[]): number => v.reduce((a, b) => Math.min(a, b), Infinity);
  const most = (v: readonly number[]): number => v.reduce((a, b) => Math.max(a, b), -Infinity);
  const [x0, y0] = [least(xs), least(ys)];
  const scale = (WIDE - 40) / Math.max(most(xs) - x0, most(ys) - y0, 1);
  const on = ([x, y]: readonly [number, number]): string =>
    `${(20 + scale * (x - x0)).toFixed(1)},${(20 + scale * (y - y0)).toFixed(1)}`;
  const cells = Array.from(mesh.cellPlate, (_, c) => {
    const ids = [0, 1, 2, 3].map((k) => mesh.corners[4 * c + k]!);
    const depth = ids.reduce((s, n) => s + dot(placeAt(mesh, n), EYE), 0);
    const grey = Math.round(235 - 90 * mesh.solid[c]!);
    return { depth, svg: `<polygon points="${ids.map((n) => on(at[n]!)).join(' ')}" fill="rgb(${grey},${grey},${grey})"/>` };
  });
  const lines = model.welds.map((w) => {
    const [[a, b], [c, d]] = [w.p0, w.p1].map((p) => on(flat(p)).split(',')) as [[string, string], [string, string]];
    return `<line class="weld" x1="${a}" y1="${b}" x2="${c}" y2="${d}" stroke="#b3541e" stroke-width="2"/>`;
  });
  const bolts = ties.parts.flatMap((p) => {
    if (p.kind !== 'bolt') return [];
    const [x, y] = on(flat(p.bolt.point)).split(',');
    return [`<circle class="bolt" cx="${x}" cy="${y}" r="4" fill="#1f4e79"/>`];
  });
  const drawn = cells.sort((a, b) => a.depth - b.depth).map((c) => c.svg);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDE} ${WIDE}" stroke="#444" stroke-width="0.4">\n${[...drawn, ...lines, ...bolts].join('\n')}\n</svg>\n`;
}
