import type { Centre } from '../../../standards/aisc360/bolt-group.ts';
import type { Eccentric } from '../../../standards/aisc360/eccentric.ts';
import type { LoadedGroup } from '../group-marks.ts';

/** An eccentric group to be drawn, `mirrored` where it is seen from its other side; none where it has no centre, or turns about none. */
export function loadedGroup(
  of: LoadedGroup['of'],
  ids: readonly string[],
  { counts }: Eccentric<Centre>,
  mirrored = false,
): LoadedGroup[] {
  if (!counts) return [];
  const side = mirrored ? -1 : 1;
  const turned = ([x, y]: readonly [number, number]): [number, number] => [side * x, y];
  return [{ of, ids, at: counts.at && turned(counts.at), forces: counts.forces().map(turned) }];
}
