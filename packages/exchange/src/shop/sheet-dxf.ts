import { Colors, DxfWriter, LWPolylineFlags, point2d, point3d, TextHorizontalAlignment, Units } from '@tarikjabiri/dxf';
import type { DxfBlock } from '@tarikjabiri/dxf';
import {
  layerName,
  letterFactor,
  USUAL_RULES,
  type Drawing,
  type DxfLayer,
  type HouseRules,
  type Item,
  type LineStyle,
  type Measure,
  type Point,
} from '@ample/core';
import type { DimensionForm } from './formats.ts';
import type { LengthUnit } from './flat-dxf.ts';
import type { Picture } from '../report/paper.ts';

/** Layers of a joint drawing by what their lines mean. */
const LAYERS: Readonly<Record<Exclude<LineStyle, 'none'>, readonly [DxfLayer, number, string]>> = {
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
const layerOf = (item: Item): DxfLayer =>
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

export interface DxfForm {
  readonly rules?: HouseRules;
  readonly dimensions?: DimensionForm | undefined;
}

/** A drawing of a joint in model space: its main views in true size, the sheet round them at their scale; x to the right, y up. A logo is left out. */
export function sheetDxf(
  drawing: Pick<Drawing, 'height' | 'views'> & Picture,
  unit: LengthUnit,
  { rules = USUAL_RULES, dimensions = 'lines' }: DxfForm = {},
): string {
  const dxf = new DxfWriter();
  dxf.setUnits(unit === 'mm' ? Units.Millimeters : Units.Inches);
  dxf.tables.addLType('HIDDEN', 'Hidden __ __ __', [6, -3]);
  dxf.tables.addLType('CENTER', 'Centre ____ _ ____', [24, -4, 4, -4]);
  const called = (id: DxfLayer): string => layerName(rules.layers, id);
  const layers = [...Object.values(LAYERS), [TEXT, Colors.White, 'Continuous'] as const];
  for (const [name, [, colour, type]] of new Map(layers.map((l) => [called(l[0]), l]))) dxf.addLayer(name, colour, type);
  const enlarged = (drawing.views[0]?.frame.scale ?? 1) * (unit === 'mm' ? 1 : 1 / 25.4);
  const pen: Pen = { enlarged, rules, at: ([x, y]) => [x * enlarged, (drawing.height - y) * enlarged] };
  // Areas without an outline are colour alone, but for the heads of arrows.
  const drawn = drawing.items.filter(
    (i): i is Item => i.k !== 'image' && (i.k === 'text' || i.line !== 'none' || i.fill === 'dimension' || i.fill === 'ink'),
  );
  const measured = new Map<Measure, Item[]>();
  for (const item of drawn) {
    const measure = item.k === 'circle' ? undefined : item.measure;
    if (dimensions === 'entities' && measure !== undefined) {
      // Extension lines are those of each dimension.
      if (measure !== 'extension') measured.set(measure, [...(measured.get(measure) ?? []), item]);
      continue;
    }
    dxf.setCurrentLayerName(called(layerOf(item)));
    put(dxf, item, pen);
  }
  dxf.setCurrentLayerName(called('DIMENSION'));
  let n = 0;
  for (const [measure, parts] of measured) addDimension(dxf, `*D${(n += 1)}`, measure, parts, pen);
  return dxf.stringify();
}

/** How what is on the sheet stands in the drawing. */
interface Pen {
  readonly enlarged: number;
  readonly rules: HouseRules;
  readonly at: (p: Point) => Point;
}

function put(into: Into, item: Item, { at, enlarged, rules }: Pen): void {
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
    into.addText(point3d(x, y), item.size * 0.72 * letterFactor(rules, item.style) * enlarged, item.text, {
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
  pen: Pen,
): void {
  const { at } = pen;
  const block = dxf.document.blocks.addBlock(name, dxf.document.objects, false);
  for (const p of parts) put(block, p, pen);
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
