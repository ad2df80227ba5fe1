import { flangeSpan, type MemberPart, type Point } from '../detail/solid.ts';
import { Refusal } from '../refusal.ts';
import { rect, sheetHole, STUB, toeOf, X, Y, Z, type Sheets } from './sheet.ts';
import { plus, times } from './vector.ts';
import { Walls } from './walls.ts';

/**
 * A beam that runs away from the joint, to +x or to -x: a web with its notches, and what is left of its flanges. That of the joint is loaded at its cut
 * end, the other one of a splice is held there. `past`: how far plates reach along it.
 */
export function beamStub(out: Sheets, m: MemberPart, past: number, side: 1 | -1): void {
  if (m.shape !== 'I' && m.shape !== 'C')
    throw new Refusal('detail', `detail: ${m.label} is no I section and no channel; only such beams can be analysed yet.`);
  if (m.outline.some((p) => p[1] > 1e-6 || p[1] < -m.h - 1e-6))
    throw new Refusal('detail', `detail: ${m.label} is sloped, which can not be analysed yet.`);
  // Along the beam, away from the joint.
  const along = (p: Point): number => side * p[0];
  const far = Math.max(...m.outline.map(along));
  const end = past + STUB * m.h;
  const outline = m.outline.map((p): Point => [
    along(p) === far ? end : along(p),
    Math.max(-(m.h - m.tf), Math.min(-m.tf, p[1])),
  ]);
  const axis = times(X, side);
  const called = side === 1 ? 'beam' : 'other beam';
  const walls = new Walls(out, called, m, 0, end);
  const holes = (m.holes ?? []).map((h) => sheetHole({ ...h, x: side * h.x }));
  walls.sheet('web', m.tw, [0, 0, 0], axis, Z, outline, { holes });
  const [f0, f1] = flangeSpan(m);
  for (const [name, z] of [
    ['top', 0],
    ['bottom', -m.h],
  ] as const) {
    const at = m.outline.filter((p) => Math.abs(p[1] - z) < 1e-6).map(along);
    if (!at.length) continue;
    const from = Math.min(...at);
    const into = z === 0 ? -1 : 1;
    walls.sheet(`${name} flange`, m.tf, [0, 0, z + (into * m.tf) / 2], axis, Y, rect(from, f0, end, f1));
    walls.root('web', `${name} flange`, [0, 0, z + into * m.tf], axis, 'butt', toeOf(m), from);
  }
  out.ends.push({
    ...{ name: called, part: m.id, sheets: walls.names, point: plus(times(axis, end), Z, -m.h / 2), normal: X },
    ...(side === 1 ? { loaded: 'beam', acts: [0, 0, -m.h / 2] } : { loaded: null }),
  });
}
