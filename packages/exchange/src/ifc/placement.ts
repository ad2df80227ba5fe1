import type { Vec } from '@ample/core';
import { list, number, type Line, type Reader } from './line.ts';

/** A place and three directions in it, in the unit of the file. */
export class Frame {
  static readonly none = new Frame([0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]);
  constructor(
    private readonly o: Vec,
    private readonly x: Vec,
    private readonly y: Vec,
    private readonly z: Vec,
  ) {}
  turn([a, b, c]: Vec): Vec {
    return [0, 1, 2].map((i) => a * this.x[i]! + b * this.y[i]! + c * this.z[i]!) as unknown as Vec;
  }
  put(p: Vec): Vec {
    const t = this.turn(p);
    return [t[0] + this.o[0], t[1] + this.o[1], t[2] + this.o[2]];
  }
  /** What is in another frame that lies in this one. */
  times(inner: Frame): Frame {
    return new Frame(this.put(inner.o), this.turn(inner.x), this.turn(inner.y), this.turn(inner.z));
  }
}

const cross = (a: Vec, b: Vec): Vec => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const unit = (a: Vec): Vec => {
  const l = Math.hypot(...a);
  return [a[0] / l, a[1] / l, a[2] / l];
};
const ratios = (line: Line | null): Vec | null => {
  const r = list(line?.['DirectionRatios']).map(number);
  return r.length >= 2 ? [r[0]!, r[1]!, r[2] ?? 0] : null;
};

/** A placement in the frame of what it is in, chained down to the ground; `alone`: without what it is relative to. */
export function frameOf(placement: Line | null, read: Reader, alone = false): Frame {
  let frame = Frame.none;
  const seen = new Set<unknown>();
  for (let at: Line | null = placement; at && !seen.has(at); at = alone ? null : read(at['PlacementRelTo'])) {
    seen.add(at);
    frame = axes(read(at['Placement'] ?? at['RelativePlacement']), read).times(frame);
  }
  return frame;
}

/** An axis placement in two or three dimensions, or an operator that moves what is mapped. */
function axes(place: Line | null, read: Reader): Frame {
  if (!place) return Frame.none;
  const point = list(read(place['Location'] ?? place['LocalOrigin'])?.['Coordinates']).map(number);
  const o: Vec = [point[0] ?? 0, point[1] ?? 0, point[2] ?? 0];
  const z = ratios(read(place['Axis'] ?? place['Axis3'])) ?? [0, 0, 1];
  const towards =
    ratios(read(place['RefDirection'] ?? place['Axis1'])) ?? (Math.abs(z[0]) > 0.999 * Math.hypot(...z) ? [0, 0, 1] : [1, 0, 0]);
  const up = unit(z);
  const off = towards[0] * up[0] + towards[1] * up[1] + towards[2] * up[2];
  const x = unit([towards[0] - off * up[0], towards[1] - off * up[1], towards[2] - off * up[2]]);
  return new Frame(o, x, cross(up, x), up);
}
