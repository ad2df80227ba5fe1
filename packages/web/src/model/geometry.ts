import { findModelSection, type CustomSection, type ModelMember, type SectionShape } from '@ample/core';
import { BufferGeometry, ExtrudeGeometry, Matrix4, Path, Shape, Vector3 } from 'three';

/** Members of one section, drawn as one: its outline a unit long, and where each stands. */
export interface Drawn {
  readonly name: string;
  readonly geometry: BufferGeometry;
  readonly places: readonly Matrix4[];
  readonly members: readonly ModelMember[];
}

/** A section that is not known is drawn as a thin bar. */
const UNKNOWN: SectionShape = { shape: 'RHS', h: 120, b: 120, t: 60 };

/** The outline of a section, its depth along y. */
function outline(s: SectionShape): Shape {
  const shape = new Shape();
  const box = (path: Path, b: number, h: number): void => {
    path
      .moveTo(-b / 2, -h / 2)
      .lineTo(b / 2, -h / 2)
      .lineTo(b / 2, h / 2)
      .lineTo(-b / 2, h / 2)
      .closePath();
  };
  if (s.shape === 'CHS') {
    shape.absarc(0, 0, s.d / 2, 0, 2 * Math.PI);
    return shape;
  }
  if (s.shape === 'RHS') {
    box(shape, s.b, s.h);
    return shape;
  }
  const [b, h, w, f] = [s.b / 2, s.h / 2, s.tw / 2, s.tf];
  const points =
    s.shape === 'C'
      ? [
          [-b, -h],
          [b, -h],
          [b, -h + f],
          [-b + 2 * w, -h + f],
          [-b + 2 * w, h - f],
          [b, h - f],
          [b, h],
          [-b, h],
        ]
      : [
          [-b, -h],
          [b, -h],
          [b, -h + f],
          [w, -h + f],
          [w, h - f],
          [b, h - f],
          [b, h],
          [-b, h],
          [-b, h - f],
          [-w, h - f],
          [-w, -h + f],
          [-b, -h + f],
        ];
  points.forEach(([x, y], i) => (i ? shape.lineTo(x!, y!) : shape.moveTo(x!, y!)));
  shape.closePath();
  return shape;
}

/** The members of a model by their sections, ready to be drawn. */
export function drawnMembers(
  members: readonly ModelMember[],
  own: readonly CustomSection[],
  choices: Readonly<Record<string, string>>,
): Drawn[] {
  const groups = new Map<string, { shape: SectionShape; members: ModelMember[] }>();
  for (const m of members) {
    const name = `${m.section} ${JSON.stringify(m.size ?? '')}`;
    const known = groups.get(name);
    if (known) known.members.push(m);
    else groups.set(name, { shape: findModelSection(m, own, choices).section ?? m.size ?? UNKNOWN, members: [m] });
  }
  return [...groups].map(([name, { shape, members: list }]) => ({
    name,
    geometry: new ExtrudeGeometry(outline(shape), { depth: 1, bevelEnabled: false, curveSegments: 10, steps: 1 }),
    places: list.map(placeOf),
    members: list,
  }));
}

/** From a section in its own plane, a unit long along z, to where a member stands. */
export function placeOf({ from, to, up }: Pick<ModelMember, 'from' | 'to' | 'up'>): Matrix4 {
  const [a, b] = [new Vector3(...from), new Vector3(...to)];
  const way = b.clone().sub(a);
  const z = way.clone().normalize();
  const y = new Vector3(...up).addScaledVector(z, -new Vector3(...up).dot(z)).normalize();
  const x = y.clone().cross(z);
  return new Matrix4().makeBasis(x, y, way).setPosition(a);
}
