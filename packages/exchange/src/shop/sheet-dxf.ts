import { Colors, DxfWriter, LWPolylineFlags, point2d, point3d, TextHorizontalAlignment, Units } from '@tarikjabiri/dxf';
import type { DxfBlock } from '@tarikjabiri/dxf';
import type { Drawing, Item, LineStyle, Measure, Point } from '@ample/core';
import type { DimensionForm } from './formats.ts';
import type { LengthUnit } from './flat-dxf.ts';

/** Layers of a joint drawing by what their lines mean. */
const LAYERS: Readonly<Record<Exclude<LineStyle, 'none'>, readonly [string, number, string]>> = {
  outline: ['OUTLINE', Colors.White, 'Continuous'],
  thin: ['THIN', Colors.White, 'Continuous'],
  hidden: ['HIDDEN', Colors.White, 'HIDDEN'],
  centre: ['CENTRE', Colors.Blue, 'CENTER'],
  dimension: ['DIMENSION', Colors.Cyan, 'Continuous'],
  failure: ['FAILURE', Colors.Red, 'Continuous'],
  'failure-thin': ['FAILURE', Colors.Red, 'Continuous'],
  force: ['FORCE', Colors.Green, 'Continuous'],
  old: ['FORMER', 8, 'Continuous'],
};
const TEXT = 'TEXT';
const layerOf = (item: Item): string =>
  item.k === 'text'
    ? item.style === 'dimension'
      ? 'DIMENSION'
      : item.style === 'failure'
        ? 'FAILURE'
        : item.style === 'force'
          ? 'FORCE'
          : TEXT
    : item.line === 'none'
      ? 'DIMENSION'
      : LAYERS[item.line][0];

/** What lines and texts are added to: the drawing, or the block of a dimension. */
type Into = Pick<DxfBlock, 'addCircle' | 'addLWPolyline' | 'addText'>;

/** A drawing of a joint in model space: its main views in true size, the sheet round them at their scale; x to the right, y up. */
export function sheetDxf(
  drawing: Drawing,
  items: readonly Item[],
  unit: LengthUnit,
  dimensions: DimensionForm = 'lines',
): string {
  const dxf = new DxfWriter();
  dxf.setUnits(unit === 'mm' ? Units.Millimeters : Units.Inches);
  dxf.tables.addLType('HIDDEN', 'Hidden __ __ __', [6, -3]);
  dxf.tables.addLType('CENTER', 'Centre ____ _ ____', [24, -4, 4, -4]);
  for (const [name, colour, type] of new Map(Object.values(LAYERS).map((l) => [l[0], l])).values())
    dxf.addLayer(name, colour, type);
  dxf.addLayer(TEXT, Colors.White, 'Continuous');
  const enlarged = (drawing.views[0]?.frame.scale ?? 1) * (unit === 'mm' ? 1 : 1 / 25.4);
  const at = ([x, y]: Point): Point => [x * enlarged, (drawing.height - y) * enlarged];
  // Areas without an outline are colour alone, but for the heads of arrows.
  const drawn = items.filter((i) => i.k === 'text' || i.line !== 'none' || i.fill === 'dimension' || i.fill === 'ink');
  const measured = new Map<Measure, Item[]>();
  for (const item of drawn) {
    const measure = item.k === 'circle' ? undefined : item.measure;
    if (dimensions === 'entities' && measure !== undefined) {
      // Extension lines are those of each dimension.
      if (measure !== 'extension') measured.set(measure, [...(measured.get(measure) ?? []), item]);
      continue;
    }
    dxf.setCurrentLayerName(layerOf(item));
    put(dxf, item, at, enlarged);
  }
  dxf.setCurrentLayerName('DIMENSION');
  let n = 0;
  for (const [measure, parts] of measured) addDimension(dxf, `*D${(n += 1)}`, measure, parts, at, enlarged);
  return dxf.stringify();
}

function put(into: Into, item: Item, at: (p: Point) => Point, enlarged: number): void {
  if (item.k === 'circle') {
    const [x, y] = at(item.at);
    into.addCircle(point3d(x, y), item.r * enlarged);
  } else if (item.k === 'path')
    into.addLWPolyline(
      item.points.map((p) => ({ point: point2d(...at(p)) })),
      item.closed ? { flags: LWPolylineFlags.Closed } : {},
    );
  else {
    const [x, y] = at(item.at);
    into.addText(point3d(x, y), item.size * 0.72 * enlarged, item.text, {
      ...(item.rotate ? { rotation: item.rotate } : {}),
      ...(item.anchor === 'start'
        ? {}
        : {
            horizontalAlignment: item.anchor === 'middle' ? TextHorizontalAlignment.Center : TextHorizontalAlignment.Right,
            secondAlignmentPoint: point3d(x, y),
          }),
    });
  }
}

/** A dimension as an entity, with the block that draws it: a program that knows none of the one shows the other. */
function addDimension(
  dxf: DxfWriter,
  name: string,
  { axis, from, to, on, text }: Measure,
  parts: readonly Item[],
  at: (p: Point) => Point,
  enlarged: number,
): void {
  const block = dxf.document.blocks.addBlock(name, dxf.document.objects, false);
  for (const p of parts) put(block, p, at, enlarged);
  const over = axis === 'x' ? Math.sign(on[1] - from[1]) : Math.sign(on[0] - from[0]);
  const foot = (p: Point): Point => (axis === 'x' ? [p[0], on[1] + over * 1.4] : [on[0] + over * 1.4, p[1]]);
  for (const p of [from, to]) block.addLWPolyline([p, foot(p)].map((q) => ({ point: point2d(...at(q)) })));
  const [first, second, line] = [from, to, on].map((p) => point3d(...at(p))) as [Vec, Vec, Vec];
  const words = parts.find((i) => i.k === 'text');
  dxf.addLinearDim(first, second, {
    ...{ blockName: name, definitionPoint: line, text, angle: axis === 'x' ? 0 : 90 },
    ...(words?.k === 'text' ? { middlePoint: point3d(...at(words.at)) } : {}),
    ActualMeasurement: Math.abs(axis === 'x' ? first.x - second.x : first.y - second.y),
  });
}
type Vec = ReturnType<typeof point3d>;
