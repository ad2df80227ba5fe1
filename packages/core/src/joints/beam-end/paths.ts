import type { Marker, Paths } from '../../detail/mark.ts';
import type { SupportModel } from '../members.ts';

/** The web of a supporting column behind its flange, over the depth of what presses or pulls on it, spread at 1 to 2.5. */
export function columnWebPath(support: SupportModel, top: number, bottom: number, on: Marker): Paths {
  const face = -support.t;
  const root = support.dims?.r ?? 0;
  const spread = 2.5 * (support.t + root);
  const path = [
    on.line([
      [0, top],
      [face - root, top + spread],
      [face - root, bottom - spread],
      [0, bottom],
    ]),
  ];
  return { 'column-web-compression': path, 'column-web-tension': path };
}
