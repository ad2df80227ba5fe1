import { breakLine, path, project, type Frame, type Item } from '../detail/drawing.ts';
import type { Point } from '../detail/solid.ts';
import { supportTop } from './solid-parts.ts';
import type { SupportModel } from './members.ts';

/**
 * The support in the elevation of a joint at x = 0: a column seen from its side or cut through its web, or a supporting beam cut across.
 * `room` is the paper to its left; what does not fit is broken off.
 */
export function supportElevation(support: SupportModel, beam: { readonly h: number; readonly notchTop: boolean }, f: Frame, overshoot: number, room: number): Item[] {
  const at = (x: number, z: number): Point => project(f, [x, z]);
  const { dims, t, type } = support;
  const up = overshoot;
  const down = -beam.h - overshoot;
  const strip = (x1: number, x2: number, cut = false): Item[] => [
    ...(cut ? [path([at(x1, up), at(x2, up), at(x2, down), at(x1, down)], 'none', true, 'cut')] : []),
    path([at(x1, up), at(x1, down)], 'outline'), path([at(x2, up), at(x2, down)], 'outline'),
  ];
  const most = room * f.scale;
  if (type === 'column_flange') {
    const h = dims?.h ?? t + 100;
    const left = -Math.min(h, most);
    const whole = dims !== null && h <= most;
    return [
      ...(whole ? strip(-h, -h + t) : [breakLine(at(left, up), at(left, down))]),
      ...strip(-t, 0),
      breakLine(at(left, up), at(0, up)), breakLine(at(left, down), at(0, down)),
    ];
  }
  if (type === 'column_web') {
    const half = dims ? Math.min(dims.b / 2, most) : 0;
    const flange: Item[] = dims
      ? [path([at(-t / 2 - half, up), at(-t / 2 - half, down)], 'thin'), path([at(-t / 2 + half, up), at(-t / 2 + half, 0)], 'thin'), path([at(-t / 2 + half, -beam.h), at(-t / 2 + half, down)], 'thin')]
      : [];
    const reach = Math.max(half, 20);
    return [...flange, ...strip(-t, 0, true), breakLine(at(-t / 2 - reach, up), at(-t / 2 + reach, up)), breakLine(at(-t / 2 - reach, down), at(-t / 2 + reach, down))];
  }
  if (!dims) return [...strip(-t, 0, true), breakLine(at(-t - 15, up), at(15, up)), breakLine(at(-t - 15, down), at(15, down))];
  // The supporting beam, cut across: tops level with a notched beam, else at mid-depth of it.
  const top = supportTop(dims.h, beam);
  const [l, r] = [-t / 2 - dims.b / 2, -t / 2 + dims.b / 2];
  const z2 = top - dims.h;
  const points: Point[] = [[l, top], [r, top], [r, top - dims.tf], [0, top - dims.tf], [0, z2 + dims.tf], [r, z2 + dims.tf], [r, z2], [l, z2], [l, z2 + dims.tf], [-t, z2 + dims.tf], [-t, top - dims.tf], [l, top - dims.tf]];
  return [path(points.map((p) => at(...p)), 'outline', true, 'cut')];
}

/** A section's name as drawings print it. */
export const prettyName = (name: string): string => name.replace(/(\d)x(?=\d)/g, '$1×');
