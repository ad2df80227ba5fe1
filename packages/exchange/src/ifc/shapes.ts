import {
  flangeSpan,
  planeOf,
  type AnchorPart,
  type BoltPart,
  type Hole,
  type MemberPart,
  type PlatePart,
  type Point,
  type PrismPart,
  type Vector,
  type WeldPart,
} from '@ample/core';
import { Word, type Ref, type Step } from './step.ts';

/** A frame in space: its origin, its third axis and its first. */
export interface Frame {
  readonly at: Vector;
  readonly z: Vector;
  readonly x: Vector;
}
const X: Vector = [1, 0, 0];
const Y: Vector = [0, 1, 0];
const Z: Vector = [0, 0, 1];
const minus = (v: Vector): Vector => [-v[0], -v[1], -v[2]];
const plus = (a: Vector, b: Vector, k = 1): Vector => [a[0] + k * b[0], a[1] + k * b[1], a[2] + k * b[2]];
const cross = (a: Vector, b: Vector): Vector => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** An extrusion: its profile in the first two axes of the frame, and how far along the third. */
export interface Extrusion {
  readonly frame: Frame;
  readonly profile: Ref;
  readonly depth: number;
}

/** Makes extrusions as the lines of a file. */
export class Shapes {
  constructor(
    private readonly step: Step,
    private readonly body: Ref,
  ) {}

  point3 = (p: Vector): Ref => this.step.once('IFCCARTESIANPOINT', [...p]);
  private point2 = (p: Point): Ref => this.step.once('IFCCARTESIANPOINT', [...p]);
  private direction = (v: readonly number[]): Ref => this.step.once('IFCDIRECTION', [...v]);
  placed = ({ at, z, x }: Frame): Ref =>
    this.step.once('IFCAXIS2PLACEMENT3D', this.point3(at), this.direction(z), this.direction(x));
  private flat = (at: Point): Ref => this.step.once('IFCAXIS2PLACEMENT2D', this.point2(at), null);

  polygon(points: readonly Point[]): Ref {
    const line = this.step.add('IFCPOLYLINE', [...points, points[0]!].map(this.point2));
    return this.step.add('IFCARBITRARYCLOSEDPROFILEDEF', new Word('AREA'), null, line);
  }
  circle = (r: number, at: Point = [0, 0]): Ref =>
    this.step.once('IFCCIRCLEPROFILEDEF', new Word('AREA'), null, this.flat(at), r);
  private rectangle = (x: number, y: number): Ref =>
    this.step.once('IFCRECTANGLEPROFILEDEF', new Word('AREA'), null, this.flat([0, 0]), x, y);
  private hexagon = (flats: number): Ref =>
    this.polygon(
      Array.from({ length: 6 }, (_, i): Point => [
        (flats / Math.sqrt(3)) * Math.cos((i * Math.PI) / 3),
        (flats / Math.sqrt(3)) * Math.sin((i * Math.PI) / 3),
      ]),
    );

  /** The representation of an element by its extrusions. */
  shape(parts: readonly Extrusion[]): Ref {
    const solids = parts.map(({ frame, profile, depth }) =>
      this.step.add('IFCEXTRUDEDAREASOLID', profile, this.placed(frame), this.direction(Z), depth),
    );
    return this.step.add('IFCPRODUCTDEFINITIONSHAPE', null, null, [
      this.step.add('IFCSHAPEREPRESENTATION', this.body, 'Body', 'SweptSolid', solids),
    ]);
  }

  plate(p: PlatePart): Extrusion {
    return {
      frame: plateFrame(p),
      profile: p.round ? this.circle(p.round.r, p.round.at) : this.polygon(p.outline),
      depth: p.y[1] - p.y[0],
    };
  }
  /** A hole through a plate, a little longer than it is thick. */
  plateHole(p: PlatePart, hole: Hole): Extrusion {
    const { at, z, x } = plateFrame(p);
    return { frame: { at: plus(at, z, -1), z, x }, profile: this.hole(hole), depth: p.y[1] - p.y[0] + 2 };
  }
  private hole({ x, z, d_h, d_v }: Hole): Ref {
    const r = Math.min(d_h, d_v) / 2;
    const [a, b] = [d_h / 2 - r, d_v / 2 - r];
    if (a < 1e-6 && b < 1e-6) return this.circle(r, [x, z]);
    const half = (from: number, cx: number, cy: number): Point[] =>
      Array.from({ length: 25 }, (_, i): Point => [
        cx + r * Math.cos(from + (i * Math.PI) / 24),
        cy + r * Math.sin(from + (i * Math.PI) / 24),
      ]);
    return this.polygon(
      a > b
        ? [...half(-Math.PI / 2, x + a, z), ...half(Math.PI / 2, x - a, z)]
        : [...half(0, x, z + b), ...half(Math.PI, x, z - b)],
    );
  }

  private section(m: MemberPart): Ref {
    const area = new Word('AREA');
    const at = this.flat([0, 0]);
    if (m.shape === 'I') return this.step.once('IFCISHAPEPROFILEDEF', area, m.label, at, m.b, m.h, m.tw, m.tf, m.r, null, null);
    if (m.shape === 'C') return this.step.once('IFCUSHAPEPROFILEDEF', area, m.label, at, m.h, m.b, m.tw, m.tf, m.r, null, null);
    if (m.shape === 'CHS') return this.step.once('IFCCIRCLEHOLLOWPROFILEDEF', area, m.label, at, m.h / 2, m.tw);
    return this.step.once('IFCRECTANGLEHOLLOWPROFILEDEF', area, m.label, at, m.h, m.b, m.tw, null, null);
  }

  /** A member near the joint; a support over its span. */
  member(m: MemberPart, [low, high]: readonly [number, number]): Extrusion {
    const profile = this.section(m);
    // A profile lies about the middle of its box; the web of a channel is at one side of it.
    const [f1, f2] = flangeSpan(m);
    const aside = (f1 + f2) / 2;
    if (m.place) {
      const { type, top } = m.place;
      if (type === 'hss_face') return { frame: { at: [-m.h / 2, 0, low], z: Z, x: X }, profile, depth: high - low };
      if (type === 'column_flange') return { frame: { at: [-m.h / 2, aside, low], z: Z, x: Y }, profile, depth: high - low };
      if (type === 'column_web') return { frame: { at: [-m.tw / 2 + aside, 0, low], z: Z, x: X }, profile, depth: high - low };
      const reach = (high - low) / 2;
      return { frame: { at: [-m.tw / 2 + aside, reach, top - m.h / 2], z: minus(Y), x: X }, profile, depth: 2 * reach };
    }
    if (m.id === 'column') {
      const [from, to] = m.outline[0]!;
      const hollow = m.shape === 'RHS' || m.shape === 'CHS';
      return { frame: { at: [0, hollow ? 0 : aside, from], z: Z, x: hollow ? X : Y }, profile, depth: to - from };
    }
    const xs = m.outline.map((p) => p[0]);
    const [from, to] = [Math.min(...xs), Math.max(...xs)];
    return { frame: { at: [from, aside, -m.h / 2], z: X, x: Y }, profile, depth: to - from };
  }
  /** What notches take from the end of a member, and the holes in its web. */
  memberCuts(m: MemberPart): Extrusion[] {
    if (m.place || m.outline.length < 4) return [];
    const [f1, f2] = flangeSpan(m);
    const end = Math.min(...m.outline.map((p) => p[0]));
    const at = m.outline.filter((p) => p[0] === end).map((p) => p[1]);
    const far = (z: number): number => Math.min(...m.outline.filter((p) => Math.abs(p[1] - z) < 1e-9).map((p) => p[0]));
    const block = (z1: number, z2: number, to: number): Extrusion => ({
      frame: { at: [end - 1, (f1 + f2) / 2, (z1 + z2) / 2], z: X, x: Y },
      profile: this.rectangle(f2 - f1 + 2, z2 - z1),
      depth: to - end + 1,
    });
    return [
      ...(Math.max(...at) < -1e-9 ? [block(Math.max(...at), 1, far(0))] : []),
      ...(Math.min(...at) > -m.h + 1e-9 ? [block(-m.h - 1, Math.min(...at), far(-m.h))] : []),
      ...(m.holes ?? []).map((h): Extrusion => ({
        // Looked at from the near side: x to the right, z up, into the web.
        frame: { at: [0, m.tw / 2 + 1, 0], z: minus(Y), x: X },
        profile: this.hole(h),
        depth: m.tw + 2,
      })),
    ];
  }

  bolt(b: BoltPart): Extrusion[] {
    const [head, far] = b.y;
    const away = Math.sign(head - far) || -1;
    const out: Vector = b.axis === 'y' ? [0, away, 0] : [away, 0, 0];
    const piece = (from: number, along: number, profile: Ref): Extrusion => ({
      frame: { at: b.axis === 'y' ? [b.x, from, b.z] : [from, b.x, b.z], z: along > 0 ? out : minus(out), x: Z },
      profile,
      depth: Math.abs(along),
    });
    return [
      piece(head, b.head, this.hexagon(b.flats)),
      piece(head, -b.length, this.circle(b.d / 2)),
      piece(far, -b.washer, this.circle(b.washerDiameter / 2)),
      piece(far - away * b.washer, -b.nut, this.hexagon(b.flats)),
    ];
  }

  anchor(a: AnchorPart): Extrusion[] {
    const up = (from: number, to: number, profile: Ref): Extrusion => ({
      frame: { at: [a.x, a.y, from], z: Z, x: X },
      profile,
      depth: to - from,
    });
    const nut = a.seat + a.washer;
    return [
      up(a.z[0], a.z[1], this.circle(a.d / 2)),
      up(nut, nut + a.nut, this.hexagon(a.flats)),
      ...(a.washer > 0 ? [up(a.seat, nut, this.circle(a.washerWidth / 2))] : []),
      ...(a.head?.shape === 'hook'
        ? [
            {
              frame: { at: [a.x, a.y, a.head.z[0] + a.d / 2], z: X, x: Y } as Frame,
              profile: this.circle(a.d / 2),
              depth: a.head.width,
            },
          ]
        : a.head
          ? [
              up(
                a.head.z[0],
                a.head.z[1],
                a.head.shape === 'round' ? this.circle(a.head.width / 2) : this.rectangle(a.head.width, a.head.width),
              ),
            ]
          : []),
    ];
  }

  /** A fillet as the triangle of its legs along its run. */
  weld(w: WeldPart): Extrusion {
    const run: Vector = [w.to[0] - w.from[0], w.to[1] - w.from[1], w.to[2] - w.from[2]];
    const length = Math.hypot(...run);
    const z: Vector = [run[0] / length, run[1] / length, run[2] / length];
    const [l1, l2] = w.legs;
    const y = cross(z, l1);
    const at = (v: Vector): Point => [w.leg * dot(v, l1), w.leg * dot(v, y)];
    return { frame: { at: w.from, z, x: l1 }, profile: this.polygon([[0, 0], at(l1), at(l2)]), depth: length };
  }

  prism(p: PrismPart): Extrusion {
    return { frame: { at: [0, 0, p.z[0]], z: Z, x: X }, profile: this.polygon(p.outline), depth: p.z[1] - p.z[0] };
  }
}

/** Where the outline of a plate is extruded from. */
function plateFrame({ plane, y }: PlatePart): Frame {
  const { origin, u, v, n } = planeOf(plane);
  const z = cross(u, v);
  return { at: plus(origin, n, dot(z, n) > 0 ? y[0] : y[1]), z, x: u };
}
