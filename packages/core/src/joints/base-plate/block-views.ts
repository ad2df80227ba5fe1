import type { FillStyle } from '../../detail/style.ts';
import type { Point } from '../../detail/solid.ts';
import { breakLine, path, project, text, type Frame, type Item } from '../../drawing/index.ts';
import type { BaseFlow } from './flow.ts';
import type { BaseModel } from './model.ts';
import { columnOutlines, coneSides, coneSquares } from './shapes.ts';
import { ELEVATION, hidden, rectangle } from './sheet-places.ts';
import { anchorParts, drawnBlock, flat } from './solid.ts';

/** The base from its side, with its column, plate, anchors and key in the block. */
export function elevation(m: BaseModel, f: Frame, flow: BaseFlow | null): Item[] {
  const at = (x: number, z: number): Point => project(f, [x, z]);
  const { grout, plate } = m.input;
  const b = drawnBlock(m);
  const p = m.plateBox;
  const top = -grout.t;
  const rect = (x1: number, x2: number, z1: number, z2: number, line: 'outline' | 'thin' | 'none', fill?: FillStyle): Item =>
    path([at(x1, z1), at(x2, z1), at(x2, z2), at(x1, z2)], line, true, fill);
  const items: Item[] = [rect(b.x1, b.x2, top, top - b.H, 'none', 'concrete'), path([at(b.x1, top), at(b.x2, top)], 'outline')];
  for (const [x, edge] of [
    [b.x1, m.block.z1],
    [b.x2, m.block.z2],
  ] as const)
    items.push(Number.isFinite(edge) ? path([at(x, top), at(x, top - b.H)], 'outline') : breakLine(at(x, top), at(x, top - b.H)));
  items.push(
    Number.isFinite(m.H)
      ? path([at(b.x1, top - b.H), at(b.x2, top - b.H)], 'outline')
      : breakLine(at(b.x1, top - b.H), at(b.x2, top - b.H)),
  );
  if (grout.t > 0) items.push(rect(p.z1, p.z2, 0, top, 'thin', 'cut'));
  const key = m.input.shear.key;
  if (key && m.input.shear.path.endsWith('key')) {
    const half = (key.along === 'z' ? (key.type === 'I' ? key.h! : key.t!) : key.b) / 2;
    items.push(rect(-half, half, 0, -key.depth, 'outline', 'paper'));
  }
  for (const a of anchorParts(m)) {
    const w = Math.max(a.d / 2, 0.25 * f.scale);
    items.push(rect(a.x - w, a.x + w, a.z[1], a.z[0], 'thin', 'paper'));
    if (a.head && a.head.shape !== 'hook')
      items.push(rect(a.x - a.head.width / 2, a.x + a.head.width / 2, a.head.z[1], a.head.z[0], 'outline', 'ink'));
    if (a.head?.shape === 'hook') items.push(rect(a.x - w, a.x + a.head.width, a.head.z[1], a.head.z[0], 'thin', 'paper'));
  }
  items.push(rect(p.z1, p.z2, 0, plate.t, 'outline', 'plate'));
  for (const a of anchorParts(m))
    items.push(rect(a.x - a.flats / 2, a.x + a.flats / 2, a.seat, a.seat + a.washer + a.nut, 'thin', 'paper'));
  const { h, t_f, shape } = m.column;
  const up = plate.t + ELEVATION.column * f.scale;
  items.push(
    rect(-h / 2, h / 2, plate.t, up, 'none', 'paper'),
    path([at(-h / 2, plate.t), at(-h / 2, up)], 'outline'),
    path([at(h / 2, plate.t), at(h / 2, up)], 'outline'),
  );
  for (const x of [-h / 2 + t_f, h / 2 - t_f])
    items.push(path([at(x, plate.t), at(x, up)], shape === 'I' ? 'outline' : 'hidden'));
  items.push(breakLine(at(-h / 2 - 4, up), at(h / 2 + 4, up)));
  if (flow) items.push(...coneSides(m, flow.cones).map((q) => hidden(f, q, false)), ...forcesBeside(m, f, flow));
  return items;
}

/** C upwards under the plate, anchor forces as bars, in the elevation. */
function forcesBeside(m: BaseModel, f: Frame, flow: BaseFlow): Item[] {
  const items: Item[] = [];
  const most = Math.max(0, ...flow.T);
  const top = -m.input.grout.t;
  flow.T.forEach((F, i) => {
    if (most === 0 || F <= 1e-3 * most) return;
    const [x, y] = project(f, [m.anchors[i]!.z, top]);
    const l = 8 * (F / most);
    items.push(
      path(
        [
          [x + 1, y],
          [x + 1, y + l],
        ],
        'force',
      ),
      path(
        [
          [x + 1, y + l],
          [x + 0.3, y + l - 1.6],
          [x + 1.7, y + l - 1.6],
        ],
        'force',
        true,
      ),
    );
  });
  for (const z of flow.pushes) {
    const [x, y] = project(f, [z, top]);
    items.push(
      path(
        [
          [x, y + 9],
          [x, y + 0.4],
        ],
        'force',
      ),
      path(
        [
          [x, y + 0.4],
          [x - 0.7, y + 2],
          [x + 0.7, y + 2],
        ],
        'force',
        true,
      ),
      text([x + 1, y + 8.6], 'C', { style: 'force', size: 3 }),
    );
  }
  return items;
}

/** The block from above. */
export function blockPlan(m: BaseModel, f: Frame, flow: BaseFlow | null): Item[] {
  const at = (p: Point): Point => project(f, p);
  const b = drawnBlock(m);
  const p = m.plateBox;
  const { plate, anchors } = m.input;
  const side = (a: Point, c: Point, edge: number): Item =>
    Number.isFinite(edge) ? path([at(a), at(c)], 'outline') : breakLine(at(a), at(c));
  const outline: Item =
    plate.shape === 'circle'
      ? { k: 'circle', at: at([plate.z, plate.y]), r: plate.D! / 2 / f.scale, line: 'outline', fill: 'plate' }
      : path(rectangle(p.z1, p.z2, p.y1, p.y2).map(at), 'outline', true, 'plate');
  return [
    path(rectangle(b.x1, b.x2, b.y1, b.y2).map(at), 'none', true, 'concrete'),
    side([b.x1, b.y1], [b.x1, b.y2], m.block.z1),
    side([b.x2, b.y1], [b.x2, b.y2], m.block.z2),
    side([b.x1, b.y1], [b.x2, b.y1], m.block.y1),
    side([b.x1, b.y2], [b.x2, b.y2], m.block.y2),
    outline,
    path(columnOutlines(m).outer.map(at), 'thin', true, 'cut'),
    ...m.anchors.map((a): Item => ({
      k: 'circle',
      at: at(flat(a.y, a.z)),
      r: Math.max(0.5, anchors.d / 2 / f.scale),
      line: 'thin',
      fill: 'ink',
    })),
    ...(flow ? coneSquares(m, flow.cones).map((q) => hidden(f, q, true)) : []),
  ];
}
