import type { SectionShape } from '@ample/core';
import { list, number, text, type Line, type Reader } from './line.ts';
import { frameOf } from './placement.ts';

/** A section as a file draws it, in its own plane. */
export interface Profile {
  readonly name: string;
  readonly size?: SectionShape;
  /** Middle of what it measures, in the unit of the file. */
  readonly centre: readonly [number, number];
  /** Direction of its depth. */
  readonly up: readonly [number, number];
}

/** A profile: by its parameters, or by what its outline measures. Sizes in mm. */
export function profileOf(profile: Line | null, read: Reader, scale: number): Profile {
  if (!profile) return { name: '', centre: [0, 0], up: [0, 1] };
  const name = text(profile['ProfileName']);
  const mm = (key: string): number => number(profile[key]) * scale;
  const size = shapeOf(profile, mm);
  if ('OuterCurve' in profile) {
    const points = list(read(profile['OuterCurve'])?.['Points']);
    const [centre, up] = measured(
      points.length
        ? points.map((p) => list(read(p)?.['Coordinates']).map(number))
        : coordinates(read(profile['OuterCurve']), read),
    );
    return { name, centre, up };
  }
  const place = frameOf(profile['Position'] ? { Placement: profile['Position'] } : null, read, true);
  const [x, y] = place.put([0, 0, 0]);
  // The depth of a hollow section is its longer side.
  const [a, b] = place.turn(size?.shape === 'RHS' && mm('XDim') > mm('YDim') ? [1, 0, 0] : [0, 1, 0]);
  return { name, ...(size ? { size } : {}), centre: [x, y], up: [a, b] };
}

function shapeOf(profile: Line, mm: (key: string) => number): SectionShape | undefined {
  const whole = (shape: SectionShape): SectionShape | undefined =>
    Object.values(shape).every((x) => typeof x === 'string' || (Number.isFinite(x) && (x as number) >= 0)) ? shape : undefined;
  const root = (key: string): number => (Number.isFinite(mm(key)) ? mm(key) : 0);
  if ('OverallDepth' in profile && 'OverallWidth' in profile)
    return whole({
      shape: 'I',
      h: mm('OverallDepth'),
      b: mm('OverallWidth'),
      tw: mm('WebThickness'),
      tf: mm('FlangeThickness'),
      r: root('FilletRadius'),
    });
  if ('Depth' in profile && 'FlangeWidth' in profile && 'FlangeThickness' in profile)
    return whole({
      shape: 'FlangeEdgeRadius' in profile && 'WebEdgeRadius' in profile ? 'T' : 'C',
      ...{ h: mm('Depth'), b: mm('FlangeWidth'), tw: mm('WebThickness'), tf: mm('FlangeThickness'), r: root('FilletRadius') },
    });
  if ('WallThickness' in profile && 'XDim' in profile)
    return whole({
      shape: 'RHS',
      h: Math.max(mm('YDim'), mm('XDim')),
      b: Math.min(mm('YDim'), mm('XDim')),
      t: mm('WallThickness'),
    });
  if ('WallThickness' in profile && 'Radius' in profile)
    return whole({ shape: 'CHS', d: 2 * mm('Radius'), t: mm('WallThickness') });
  return undefined;
}

/** Points of an indexed curve. */
const coordinates = (curve: Line | null, read: Reader): number[][] =>
  list(read(curve?.['Points'])?.['CoordList']).map((row) => list(row).map(number));

/** Middle of the box around points, and the way of its longer side. */
function measured(points: readonly (readonly number[])[]): [readonly [number, number], readonly [number, number]] {
  const good = points.filter((p) => p.length >= 2 && p.every(Number.isFinite));
  if (good.length === 0)
    return [
      [0, 0],
      [0, 1],
    ];
  const [xs, ys] = [good.map((p) => p[0]!), good.map((p) => p[1]!)];
  const range = (v: readonly number[]): readonly [number, number] =>
    v.reduce(([a, b], x) => [Math.min(a, x), Math.max(b, x)] as const, [Infinity, -Infinity] as const);
  const [[x1, x2], [y1, y2]] = [range(xs), range(ys)];
  return [[(x1 + x2) / 2, (y1 + y2) / 2], y2 - y1 >= (x2 - x1) * 0.999 ? [0, 1] : [1, 0]];
}
