import {
  edgeAt,
  planeOf,
  supportSpan,
  type AnchorPart,
  type BoltPart,
  type MemberPart,
  type PlatePart,
  type PrismPart,
  type Solid,
  type Vector,
  type WeldPart,
} from '@ample/core';
import { BufferGeometry, CylinderGeometry, ExtrudeGeometry, Float32BufferAttribute, Matrix4, Path, Shape, Vector3 } from 'three';
import { mergeGeometries } from 'three/examples/jsm/utils/BufferGeometryUtils.js';

/** One part that can be shown, hidden and picked. Millimetres, axes of the joint: x along the beam, y across, z up. */
export interface ScenePart {
  readonly id: string;
  readonly label: string;
  /** Names under which checks speak of it. */
  readonly parts: readonly string[];
  readonly look: 'member' | 'plate' | 'bolt' | 'weld' | 'concrete' | 'grout';
  readonly geometry: BufferGeometry;
}

/** Extrusions: their shape's axes and the direction they grow, all right-handed so that faces look outwards. */
const ALONG_X = (x: number): Matrix4 =>
  new Matrix4().makeBasis(new Vector3(0, 1, 0), new Vector3(0, 0, 1), new Vector3(1, 0, 0)).setPosition(x, 0, 0);
const AGAINST_Y = (y: number): Matrix4 =>
  new Matrix4().makeBasis(new Vector3(1, 0, 0), new Vector3(0, 0, 1), new Vector3(0, -1, 0)).setPosition(0, y, 0);

const UPWARDS = (z: number): Matrix4 => new Matrix4().makeTranslation(0, 0, z);

const extruded = (shape: Shape, depth: number, to: Matrix4): BufferGeometry =>
  new ExtrudeGeometry(shape, { depth, bevelEnabled: false, curveSegments: 20 }).applyMatrix4(to);
const polygon = (points: readonly (readonly [number, number])[]): Shape => {
  const s = new Shape();
  points.forEach(([u, v], i) => (i === 0 ? s.moveTo(u, v) : s.lineTo(u, v)));
  s.closePath();
  return s;
};

/** Cross-section with its root fillets: across, and down from the top at 0. `top` and `bottom` cut it off at a notch. */
function crossSection(m: MemberPart, top: number, bottom: number): Shape {
  const { h, b, tw, tf, r } = m;
  const half = tw / 2;
  const channel = m.shape === 'C';
  const [l, right] = channel ? [-half, b - half] : [-b / 2, b / 2];
  const arc = (cu: number, cv: number, from: number): [number, number][] =>
    Array.from({ length: 7 }, (_, i) => [
      cu + r * Math.cos(from + (i * Math.PI) / 12),
      cv + r * Math.sin(from + (i * Math.PI) / 12),
    ]);
  const upper = top >= -1e-6;
  const lower = bottom <= -h + 1e-6;
  const upperFillet = arc(half + r, -tf - r, Math.PI / 2);
  const lowerFillet = arc(half + r, -h + tf + r, Math.PI);
  // Right side from the top down, then the left side back up; a channel has a plain back.
  const points: [number, number][] = [
    ...(upper
      ? [[right, 0] as [number, number], [right, -tf] as [number, number], ...upperFillet]
      : [[half, top] as [number, number]]),
    ...(lower
      ? [...lowerFillet, [right, -h + tf] as [number, number], [right, -h] as [number, number], [l, -h] as [number, number]]
      : [[half, bottom] as [number, number], [-half, bottom] as [number, number]]),
    ...(lower && !channel ? [[l, -h + tf] as [number, number], ...mirrored(lowerFillet)] : []),
    ...(upper && !channel ? [...mirrored(upperFillet), [l, -tf] as [number, number]] : []),
    ...(upper ? [[l, 0] as [number, number]] : [[-half, top] as [number, number]]),
  ];
  return polygon(points);
}
const mirrored = (points: [number, number][]): [number, number][] => points.map(([u, v]): [number, number] => [-u, v]).reverse();

/** The supported beam, in lengths between its notches. */
function beamGeometry(m: MemberPart): BufferGeometry {
  const xs = [...new Set(m.outline.map((p) => p[0]))].sort((a, b) => a - b);
  const pieces = xs.slice(1).map((x2, i) => {
    const x1 = xs[i]!;
    const mid = (x1 + x2) / 2;
    return extruded(crossSection(m, edgeAt(m.outline, mid, 1), edgeAt(m.outline, mid, -1)), x2 - x1, ALONG_X(x1));
  });
  return mergeGeometries(pieces);
}

/** A hollow section about its axis, its depth along the first axis. */
function tube(m: MemberPart): Shape {
  const outline = (h: number, b: number): Shape => {
    if (m.shape === 'RHS')
      return polygon([
        [-h / 2, -b / 2],
        [h / 2, -b / 2],
        [h / 2, b / 2],
        [-h / 2, b / 2],
      ]);
    const s = new Shape();
    s.absarc(0, 0, h / 2, 0, 2 * Math.PI, false);
    return s;
  };
  const outer = outline(m.h, m.b);
  outer.holes.push(new Path(outline(m.h - 2 * m.tf, m.b - 2 * m.tf).getPoints(32)));
  return outer;
}

/** The support: a column with a face of its flange or web at x = 0, or a beam across; shown over its span. */
function supportGeometry(m: MemberPart, [low, high]: readonly [number, number]): BufferGeometry {
  const { type, top } = m.place!;
  const length = high - low;
  if (type === 'hss_face') return extruded(tube(m), length, new Matrix4().makeTranslation(-m.h / 2, 0, low));
  const shape = crossSection(m, 0, -m.h);
  if (type === 'beam_web') {
    // The section's across axis is x; its web face nearest to the beam is at x = 0.
    return extruded(shape, length, AGAINST_Y(length / 2).multiply(new Matrix4().makeTranslation(-m.tw / 2, top, 0)));
  }
  if (type === 'column_flange') {
    const turned = new Matrix4()
      .makeBasis(new Vector3(0, 1, 0), new Vector3(1, 0, 0), new Vector3(0, 0, -1))
      .setPosition(0, 0, high);
    return extruded(shape, length, turned);
  }
  const turned = new Matrix4().makeTranslation(-m.tw / 2, m.h / 2, low);
  return extruded(shape, length, turned);
}

/** A column standing up, its depth along x; its outline holds the heights between which it is drawn. */
function columnGeometry(m: MemberPart): BufferGeometry {
  const [from, to] = m.outline[0]!;
  if (m.shape === 'I' || m.shape === 'C') {
    // The section hangs down from its top at 0: turned so that its depth runs along x, about the column axis.
    const turned = new Matrix4()
      .makeBasis(new Vector3(0, 1, 0), new Vector3(-1, 0, 0), new Vector3(0, 0, 1))
      .setPosition(-m.h / 2, 0, from);
    return extruded(crossSection(m, 0, -m.h), to - from, turned);
  }
  return extruded(tube(m), to - from, UPWARDS(from));
}

function anchorGeometry(a: AnchorPart): BufferGeometry {
  const piece = (from: number, to: number, radius: number, sides: number, turn = 0): BufferGeometry => {
    const g = new CylinderGeometry(radius, radius, to - from, sides);
    g.rotateX(Math.PI / 2);
    if (turn) g.rotateZ(turn);
    return g.translate(a.x, a.y, (from + to) / 2);
  };
  const nut = a.seat + a.washer;
  const pieces = [piece(a.z[0], a.z[1], a.d / 2, 20), piece(nut, nut + a.nut, a.flats / Math.sqrt(3), 6)];
  if (a.washer > 0) pieces.push(piece(a.seat, nut, a.washerWidth / 2, 24));
  if (a.head?.shape === 'hook') {
    const foot = new CylinderGeometry(a.d / 2, a.d / 2, a.head.width, 16);
    foot.rotateZ(Math.PI / 2);
    pieces.push(foot.translate(a.x + a.head.width / 2, a.y, a.head.z[0] + a.d / 2));
  } else if (a.head)
    pieces.push(
      a.head.shape === 'round'
        ? piece(a.head.z[0], a.head.z[1], a.head.width / 2, 24)
        : piece(a.head.z[0], a.head.z[1], a.head.width / Math.SQRT2, 4, Math.PI / 4),
    );
  return mergeGeometries(pieces);
}

const prismGeometry = (p: PrismPart): BufferGeometry => extruded(polygon(p.outline), p.z[1] - p.z[0], UPWARDS(p.z[0]));

/** Where the outline of a plate is extruded from, against or along the direction in which its range counts. */
function standing({ plane, y }: PlatePart): Matrix4 {
  const p = planeOf(plane);
  const [u, v, n] = [p.u, p.v, p.n].map((x) => new Vector3(...x)) as [Vector3, Vector3, Vector3];
  const w = u.clone().cross(v);
  const from = w.dot(n) > 0 ? y[0] : y[1];
  return new Matrix4().makeBasis(u, v, w).setPosition(new Vector3(...p.origin).addScaledVector(n, from));
}

function plateGeometry(p: PlatePart): BufferGeometry {
  const shape = polygon(p.outline);
  for (const h of p.holes) {
    const hole = new Path();
    const r = Math.min(h.d_h, h.d_v) / 2;
    const [a, b] = [h.d_h / 2 - r, h.d_v / 2 - r];
    hole.absarc(h.x + a, h.z + b, r, 0, Math.PI / 2, false);
    hole.absarc(h.x - a, h.z + b, r, Math.PI / 2, Math.PI, false);
    hole.absarc(h.x - a, h.z - b, r, Math.PI, 1.5 * Math.PI, false);
    hole.absarc(h.x + a, h.z - b, r, 1.5 * Math.PI, 2 * Math.PI, false);
    shape.holes.push(hole);
  }
  return extruded(shape, p.y[1] - p.y[0], standing(p));
}

function boltGeometry(b: BoltPart): BufferGeometry {
  const [head, far] = b.y;
  const away = Math.sign(head - far) || -1;
  const piece = (from: number, to: number, radius: number, sides: number): BufferGeometry => {
    const g = new CylinderGeometry(radius, radius, Math.abs(to - from), sides);
    if (b.axis === 'x') g.rotateZ(Math.PI / 2);
    const middle = (from + to) / 2;
    return b.axis === 'y' ? g.translate(b.x, middle, b.z) : g.translate(middle, b.x, b.z);
  };
  const nut = far - away * b.washer;
  return mergeGeometries([
    piece(head, head + away * b.head, b.flats / Math.sqrt(3), 6),
    piece(head, head - away * b.length, b.d / 2, 20),
    piece(far, nut, b.washerDiameter / 2, 24),
    piece(nut, nut - away * b.nut, b.flats / Math.sqrt(3), 6),
  ]);
}

/** A fillet as a prism between its two legs. */
function weldGeometry(w: WeldPart): BufferGeometry {
  const at = (root: Vector, leg?: Vector): number[] => root.map((x, i) => x + (leg ? leg[i]! * w.leg : 0));
  // The legs turn the same way round the run of every weld, so that all faces look outwards.
  const run = new Vector3(...w.to).sub(new Vector3(...w.from));
  const right = run.dot(new Vector3(...w.legs[0]).cross(new Vector3(...w.legs[1]))) > 0;
  const [l1, l2] = right ? w.legs : [w.legs[1], w.legs[0]];
  const ends = [w.from, w.to].map((root) => [at(root), at(root, l1), at(root, l2)]);
  const [[a0, a1, a2], [b0, b1, b2]] = ends as [number[][], number[][]] as [
    [number[], number[], number[]],
    [number[], number[], number[]],
  ];
  const triangles = [a0, a2, a1, b0, b1, b2, a1, a2, b2, a1, b2, b1, a0, a1, b1, a0, b1, b0, a0, b0, b2, a0, b2, a2];
  const g = new BufferGeometry();
  g.setAttribute('position', new Float32BufferAttribute(triangles.flat(), 3));
  g.computeVertexNormals();
  return g;
}

/** Bolts in the beam, and in the support. */
const boltParts = (solid: Solid): ScenePart[] =>
  (
    [
      ['y', 'Bolts in the beam web'],
      ['x', 'Bolts in the support'],
    ] as const
  ).flatMap(([axis, words]): ScenePart[] => {
    const bolts = solid.bolts.filter((b) => b.axis === axis);
    if (!bolts.length) return [];
    // Where a joint has bolts both ways, those of the support are named apart in its checks.
    const apart = axis === 'x' && solid.bolts.some((b) => b.axis === 'y');
    return [
      {
        id: `bolts-${axis}`,
        label: words,
        parts: axis === 'y' ? ['bolts'] : apart ? ['support bolts'] : ['bolts', 'support bolts'],
        look: 'bolt',
        geometry: mergeGeometries(bolts.map(boltGeometry)),
      },
    ];
  });

/** All parts of the solid detail as things to show. */
export function sceneOf(solid: Solid): ScenePart[] {
  const span = supportSpan(solid);
  const named = { beam: ['Beam', 'beam web'], support: ['Support', 'support'], column: ['Column', 'column'] } as const;
  const parts: ScenePart[] = solid.members.map((m) => ({
    id: m.id,
    label: `${named[m.id][0]}, ${m.label.replace(/(\d)x(?=\d)/g, '$1×')}`,
    parts: [named[m.id][1]],
    look: 'member',
    geometry: m.id === 'beam' ? beamGeometry(m) : m.id === 'column' ? columnGeometry(m) : supportGeometry(m, span),
  }));
  for (const p of solid.plates)
    parts.push({
      id: p.id,
      label: `${p.id.charAt(0).toUpperCase()}${p.id.slice(1)}, ${p.label}`,
      parts: p.parts,
      look: 'plate',
      geometry: plateGeometry(p),
    });
  parts.push(...boltParts(solid));
  if (solid.anchors?.length)
    parts.push({
      id: 'anchors',
      label: 'Anchors',
      parts: ['anchors'],
      look: 'bolt',
      geometry: mergeGeometries(solid.anchors.map(anchorGeometry)),
    });
  for (const p of solid.prisms ?? [])
    parts.push({
      id: p.id,
      label: p.label,
      parts: p.parts,
      look: p.look === 'steel' ? 'plate' : p.look,
      geometry: prismGeometry(p),
    });
  if (solid.other)
    parts.push({
      id: 'other',
      label: solid.other.label,
      parts: [],
      look: 'plate',
      geometry: mergeGeometries(
        [...solid.other.plates.map(plateGeometry), ...solid.other.bolts.map(boltGeometry)].map((g) =>
          g.index ? g.toNonIndexed() : g,
        ),
      ),
    });
  if (solid.welds.length)
    parts.push({
      id: 'welds',
      label: 'Welds',
      parts: ['weld'],
      look: 'weld',
      geometry: mergeGeometries(solid.welds.map(weldGeometry)),
    });
  return parts;
}
