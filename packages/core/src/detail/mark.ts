import type { FillStyle, LineStyle } from './style.ts';
import type { Point } from './solid.ts';

/** A plane of the joint, along the beam, across it or level, at a place on the axis across the plane, mm. */
export interface Plane {
  readonly plane: 'xz' | 'yz' | 'xy';
  readonly at: number;
}
/** A line or an area on the solid; points in its plane, mm. */
export interface LineMark extends Plane {
  readonly k: 'line';
  readonly points: readonly Point[];
  readonly closed: boolean;
  readonly line: LineStyle;
  readonly fill?: FillStyle;
}
export interface RingMark extends Plane {
  readonly k: 'ring';
  readonly centre: Point;
  readonly r: number;
  readonly line: LineStyle;
  readonly fill?: FillStyle;
}
/** What marks a failure on the solid, in space: views project it, the solid shows it where it is. */
export type Mark = LineMark | RingMark;
/** The failure path of each check, by the key of its result. */
export type Paths = Readonly<Record<string, readonly Mark[]>>;

/** Paths of checks that share those of others under names of their own. */
export const pathsUnder = (names: Readonly<Record<string, string>>, drawn: Paths): Paths => ({
  ...drawn,
  ...Object.fromEntries(Object.entries(names).flatMap(([id, of]) => (drawn[of] ? [[id, drawn[of]]] : []))),
});

/** Makes marks in one plane; `turn` puts those of a joint that was checked upside down back on its real side. */
export class Marker {
  constructor(
    private readonly where: Plane,
    private readonly turn: (p: Point) => Point = (p) => p,
  ) {}

  line(points: readonly Point[], line: LineStyle = 'failure'): Mark {
    return { k: 'line', ...this.where, points: points.map(this.turn), closed: false, line };
  }
  /** Closed, without a fill. */
  outline(points: readonly Point[]): Mark {
    return { k: 'line', ...this.where, points: points.map(this.turn), closed: true, line: 'failure' };
  }
  area(points: readonly Point[], line: LineStyle = 'failure', fill: FillStyle = 'failure-soft'): Mark {
    return { k: 'line', ...this.where, points: points.map(this.turn), closed: true, line, fill };
  }
  box(u1: number, u2: number, w1: number, w2: number): Mark {
    return this.area([
      [u1, w1],
      [u2, w1],
      [u2, w2],
      [u1, w2],
    ]);
  }
  /** From `from` to `to` at one place across. */
  upright(u: number, from: number, to: number): Mark {
    return this.line([
      [u, from],
      [u, to],
    ]);
  }
  level(from: number, to: number, w: number): Mark {
    return this.line([
      [from, w],
      [to, w],
    ]);
  }
  ring(centre: Point, r: number, fill?: FillStyle): Mark {
    return { k: 'ring', ...this.where, centre: this.turn(centre), r, line: 'failure', ...(fill ? { fill } : {}) };
  }
  /** The side of a hole of radius R that its bolt presses: below it (-1) or above it (1). */
  crescent([u, w]: Point, R: number, side: 1 | -1): Mark {
    const arc = (k: number): Point[] =>
      Array.from({ length: 13 }, (_, i) => [
        u + R * Math.cos((Math.PI * i) / 12),
        w + side * k * R * Math.sin((Math.PI * i) / 12),
      ]);
    return this.area([...arc(1), ...arc(1.55).reverse()], 'failure-thin', 'failure');
  }
  /** The side of a hole of radius R that is pushed along the plane: to the left of it (-1) or to its right (1). */
  wedge([u, w]: Point, R: number, side: 1 | -1): Mark {
    return this.line([
      [u + side * R, w - R],
      [u + side * 1.6 * R, w],
      [u + side * R, w + R],
    ]);
  }
  /** A line bowed out by `by` between two levels. */
  bow(u: number, from: number, to: number, by: number): Mark {
    return this.line(
      Array.from({ length: 17 }, (_, i): Point => [u + by * Math.sin((Math.PI * i) / 16), from + ((to - from) * i) / 16]),
    );
  }
}

/** A beam's joint upside down, back on its real side: z from the top of a beam of depth h. */
export const upsideDown =
  (h: number) =>
  ([u, w]: Point): Point => [u, -h - w];
