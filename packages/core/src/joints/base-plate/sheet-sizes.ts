import type { Point } from '../../detail/solid.ts';
import {
  dimensionChain,
  path,
  project,
  text,
  textWidth,
  type DimensionSegment,
  type Frame,
  type Item,
} from '../../drawing/index.ts';
import type { Units } from '../../units/system.ts';
import { edgeOf } from './fields.ts';
import type { BaseModel } from './model.ts';
import type { BaseFrames } from './shapes.ts';
import { SIDE } from './sheet-places.ts';
import { drawnBlock, flat } from './solid.ts';

/** Dimensions of plan, elevation and block. */
export const dimensions = (m: BaseModel, frames: BaseFrames): Item[] => [
  ...planDimensions(m, frames.plan),
  ...elevationDimensions(m, frames.elevation),
  ...blockDimensions(m, frames.block),
];

/** Distances between edges and places, each by the field of the edge or of the gap. */
function chainOf(
  u: Units,
  places: readonly number[],
  [from, to]: readonly [number, number],
  fields: { readonly edge?: string; readonly gap: string },
  map: (x: number) => number,
): DimensionSegment[] {
  const all = [from, ...places, to];
  return all.slice(1).map((x, i) => {
    const field = i === 0 || i === all.length - 2 ? fields.edge : fields.gap;
    return { from: map(all[i]!), to: map(x), text: u.near(x - all[i]!), ...(field ? { field } : {}) };
  });
}

function planDimensions(m: BaseModel, f: Frame): Item[] {
  const u = m.basis.units;
  const X = (x: number): number => project(f, [x, 0])[0];
  const Y = (y: number): number => project(f, [0, y])[1];
  const p = m.plateBox;
  const { plate } = m.input;
  const low = Y(p.y1);
  const left = X(p.z1);
  const wide: DimensionSegment = { from: X(p.z1), to: X(p.z2), text: '' };
  const sides =
    plate.shape === 'rectangle'
      ? [
          ...dimensionChain('x', low + 14, low + 1, [{ ...wide, text: u.length(plate.h!), field: 'plate.h' }]),
          ...dimensionChain('y', left - 11 - Math.max(11, textWidth(u.length(plate.b!)) + 2.2), left - 1, [
            { from: Y(p.y2), to: Y(p.y1), text: u.length(plate.b!), field: 'plate.b' },
          ]),
        ]
      : dimensionChain('x', low + 9, low + 1, [{ ...wide, text: `D ${u.length(plate.D!)}`, field: 'plate.D' }]);
  return [...anchorDimensions(m, f, { X, Y, low, left }), ...sides];
}

/** Places of the anchors: along both edges of the plate, or by the radius of their circle. */
function anchorDimensions(
  m: BaseModel,
  f: Frame,
  at: { X(x: number): number; Y(y: number): number; readonly low: number; readonly left: number },
): Item[] {
  const u = m.basis.units;
  const { anchors, plate } = m.input;
  const { pattern } = anchors;
  const p = m.plateBox;
  if (pattern.type === 'circle' && m.anchors.length) {
    const c: Point = [at.X(plate.z + anchors.z), at.Y(plate.y + anchors.y)];
    const q = m.anchors[0]!;
    const tip = project(f, flat(q.y, q.z));
    return [
      { k: 'circle', at: c, r: pattern.R / f.scale, line: 'centre' },
      path([c, tip], 'dimension'),
      text([(c[0] + 2 * tip[0]) / 3 + 1, (c[1] + 2 * tip[1]) / 3 - 1], `R${u.length(pattern.R)}`, {
        style: 'dimension',
        field: 'pattern.R',
      }),
    ];
  }
  if (pattern.type !== 'rows') return [];
  const distinct = (k: 'y' | 'z'): number[] =>
    [...new Set(m.anchors.map((a) => Math.round(a[k] * 1e4) / 1e4))].sort((a, b) => a - b);
  const centred = (k: 'y' | 'z'): boolean => plate.shape === 'rectangle' && Math.abs(anchors[k]) < 1e-9 && edgeOf(m.input, k) > 0;
  const fields = (k: 'y' | 'z') => ({ ...(centred(k) ? { edge: `edge.${k}` } : {}), gap: `pattern.s_${k}` });
  return [
    ...dimensionChain('x', at.low + 7, at.low + 1, chainOf(u, distinct('z'), [p.z1, p.z2], fields('z'), at.X)),
    ...dimensionChain('y', at.left - 11, at.left - 1, chainOf(u, distinct('y'), [p.y1, p.y2], fields('y'), at.Y)),
  ];
}

function elevationDimensions(m: BaseModel, e: Frame): Item[] {
  const u = m.basis.units;
  const { anchors, concrete, grout } = m.input;
  const b = drawnBlock(m);
  const EZ = (z: number): number => project(e, [0, z])[1];
  const right = project(e, [b.x2, 0])[0];
  const top = -grout.t;
  const depth = (size: number, field: string): DimensionSegment[] => [
    { from: EZ(top), to: EZ(top - size), text: u.length(size), field },
  ];
  return [
    ...(m.anchors.length ? dimensionChain('y', right + 4, right + 1, depth(anchors.h_ef, 'anchors.h_ef')) : []),
    ...(concrete.H !== undefined
      ? dimensionChain('y', SIDE.left + 1, project(e, [b.x1, 0])[0] - 0.6, depth(b.H, 'concrete.H'))
      : []),
  ];
}

function blockDimensions(m: BaseModel, k: Frame): Item[] {
  const u = m.basis.units;
  const { B_y, B_z } = m.input.concrete;
  const b = drawnBlock(m);
  const [left, bottom] = project(k, [b.x1, b.y1]);
  const [right, top] = project(k, [b.x2, b.y2]);
  return [
    ...(B_z !== undefined
      ? dimensionChain('x', bottom + 5, bottom + 1, [{ from: left, to: right, text: u.length(B_z), field: 'concrete.B_z' }])
      : []),
    ...(B_y !== undefined
      ? dimensionChain('y', right + 4, right + 1, [{ from: top, to: bottom, text: u.length(B_y), field: 'concrete.B_y' }])
      : []),
  ];
}
