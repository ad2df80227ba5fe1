import { path, type Item } from '../../drawing/index.ts';
import type { BoltPart, Point, Solid } from '../../detail/solid.ts';
import { boltName, type Units } from '../../units/system.ts';

/** A bolt seen from its side; `at` takes the place along its axis and z. Its shank inside the parts is hidden, or thin where they are cut. */
export function boltFromSide(at: (along: number, z: number) => Point, b: BoltPart, inside: 'hidden' | 'thin'): Item[] {
  const [head, far] = b.y;
  const away = Math.sign(head - far) || -1;
  const box = (a1: number, a2: number, half: number): Item =>
    path([at(a1, b.z + half), at(a2, b.z + half), at(a2, b.z - half), at(a1, b.z - half)], 'outline', true, 'paper');
  const nut = far - away * b.washer;
  const end = head - away * b.length;
  return [
    box(head, head + away * b.head, b.flats / 2),
    box(far, nut, b.washerDiameter / 2),
    box(nut, nut - away * b.nut, b.flats / 2),
    box(nut - away * b.nut, end, b.d / 2),
    path([at(far, b.z + b.d / 2), at(head, b.z + b.d / 2)], inside),
    path([at(far, b.z - b.d / 2), at(head, b.z - b.d / 2)], inside),
    path([at(end - away * 8, b.z), at(head + away * (b.head + 8), b.z)], 'centre'),
  ];
}

/** A hole seen from the front, round or slotted, with its centre lines. */
export function holeFromFront([cx, cy]: Point, h: { readonly d_h: number; readonly d_v: number }, scale: number): Item[] {
  const r = h.d_v / 2 / scale;
  const arm = Math.max(Math.max(h.d_h, h.d_v) / 2 / scale + 1.4, 2.2);
  return [
    h.d_h === h.d_v
      ? { k: 'circle', at: [cx, cy], r, line: 'outline', fill: 'paper' }
      : slot([cx, cy], h.d_h / scale, h.d_v / scale),
    path(
      [
        [cx - arm, cy],
        [cx + arm, cy],
      ],
      'centre',
    ),
    path(
      [
        [cx, cy - arm],
        [cx, cy + arm],
      ],
      'centre',
    ),
  ];
}

function slot([cx, cy]: Point, w: number, h: number): Item {
  const r = Math.min(w, h) / 2;
  const points: Point[] = [];
  for (let i = 0; i < 24; i += 1) {
    const t = (Math.PI * 2 * (i + 0.5)) / 24;
    const [c, s] = [Math.cos(t), Math.sin(t)];
    points.push([cx + r * c + (w / 2 - r) * Math.sign(c), cy + r * s + (h / 2 - r) * Math.sign(s)]);
  }
  return path(points, 'outline', true, 'paper');
}

/** "14 M20-8.8 × 50, 6 × 60": how many of each length. Preload said where the bolts are not of bearing type. */
export function boltsNamed(
  u: Units,
  bolts: readonly BoltPart[],
  { d, cls, category }: { readonly d: number; readonly cls: string; readonly category: string },
): string {
  const lengths = [...new Set(bolts.map((b) => b.length))].sort((a, b) => a - b);
  const name = boltName(d);
  // A size in inches is kept apart from the number before it: (3) 3/4 in.
  const many = (n: number): string => (/^\d/.test(name) ? `(${n})` : String(n));
  const each = lengths.map(
    (l, i) => `${many(bolts.filter((b) => b.length === l).length)}${i === 0 ? ` ${name}-${cls}` : ''} × ${u.length(l)}`,
  );
  return `${each.join(', ')}${category === 'A' ? '' : ', preloaded'}`;
}

/** Plates and bolts of another joint behind the support, seen through it: dashed. `at` takes y and z. */
export function otherJointFromFront(at: (y: number, z: number) => Point, solid: Solid, scale: number): Item[] {
  if (!solid.other) return [];
  return [
    ...solid.other.plates.map((p): Item =>
      path(
        p.outline.map(([y, z]) => at(y, z)),
        'hidden',
        true,
      ),
    ),
    ...solid.other.bolts.map((b): Item => ({ k: 'circle', at: at(b.x, b.z), r: b.d / 2 / scale, line: 'hidden' })),
  ];
}

/** Holes in a few words, as a callout says them. */
export function holeWords(u: Units, kind: string, h: { readonly d_v: number; readonly d_h: number }): string {
  if (kind === 'normal') return `holes ${u.length(h.d_v)}`;
  if (kind === 'oversize') return `oversize holes ${u.length(h.d_v)}`;
  return `slots ${u.length(h.d_h)}×${u.length(h.d_v)}`;
}
