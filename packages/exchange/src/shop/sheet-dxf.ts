import { Colors, DxfWriter, LWPolylineFlags, point2d, point3d, TextHorizontalAlignment, Units } from '@tarikjabiri/dxf';
import type { Drawing, Item, LineStyle, Point } from '@ample/core';
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

/** A drawing of a joint in model space: its main views in true size, the sheet round them at their scale; x to the right, y up. */
export function sheetDxf(drawing: Drawing, items: readonly Item[], unit: LengthUnit): string {
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
  for (const item of drawn) {
    dxf.setCurrentLayerName(layerOf(item));
    if (item.k === 'circle') {
      const [x, y] = at(item.at);
      dxf.addCircle(point3d(x, y), item.r * enlarged);
    } else if (item.k === 'path')
      dxf.addLWPolyline(
        item.points.map((p) => ({ point: point2d(...at(p)) })),
        item.closed ? { flags: LWPolylineFlags.Closed } : {},
      );
    else {
      const [x, y] = at(item.at);
      dxf.addText(point3d(x, y), item.size * 0.72 * enlarged, item.text, {
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
  return dxf.stringify();
}
