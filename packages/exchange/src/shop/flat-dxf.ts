import { Colors, DxfWriter, LWPolylineFlags, point2d, point3d, Units, type LWPolylineVertex } from '@tarikjabiri/dxf';
import { layerName, type DxfLayer, type Flat, type HouseRules, type Point } from '@ample/core';
import { markPlace } from './mark-place.ts';

/** Layers by meaning. */
const LAYERS = [
  ['CONTOUR', Colors.White],
  ['HOLES', Colors.Red],
  ['MARK', Colors.Yellow],
  ['SHEET', Colors.Blue],
] as const;
export type LengthUnit = 'mm' | 'in';

/** A quarter or half circle in a polyline: the tangent of a quarter of its angle. */
const HALF_CIRCLE = 1;

/** A drawing to which flat faces are added, in true size, x to the right and y up. */
export class FlatDrawing {
  private readonly dxf = new DxfWriter();

  constructor(
    private readonly unit: LengthUnit,
    private readonly layers: HouseRules['layers'] = {},
  ) {
    this.dxf.setUnits(unit === 'mm' ? Units.Millimeters : Units.Inches);
    const all = new Map<string, number>(LAYERS.map(([id, colour]) => [layerName(layers, id), colour]));
    for (const [name, colour] of all) this.dxf.addLayer(name, colour, 'Continuous');
  }

  /** One face with its lower left corner at a point, and its mark where there is room for it. */
  add(flat: Flat, mark: string, [dx, dy]: Point = [0, 0]): void {
    const at = ([x, y]: Point): Point => [x + dx, y + dy];
    this.on('CONTOUR');
    if (flat.disc === null) this.closed(flat.contour.map(at));
    else this.circle(at([flat.disc / 2, flat.disc / 2]), flat.disc / 2);
    this.on('HOLES');
    for (const { at: centre, d, slot } of flat.holes) {
      const [x, y] = at(centre);
      if (!slot) {
        this.circle([x, y], d / 2);
        continue;
      }
      const e = (slot.long - d) / 2;
      const r = d / 2;
      const ends: Point[] =
        slot.along === 'x'
          ? [
              [x - e, y - r],
              [x + e, y - r],
              [x + e, y + r],
              [x - e, y + r],
            ]
          : [
              [x + r, y - e],
              [x + r, y + e],
              [x - r, y + e],
              [x - r, y - e],
            ];
      this.closed(ends, (i) => (i % 2 === 1 ? HALF_CIRCLE : 0));
    }
    const place = markPlace(flat, mark.length);
    if (!place) return;
    this.on('MARK');
    const [x, y] = at(place.at);
    this.dxf.addText(point3d(this.size(x), this.size(y)), this.size(place.height), mark);
  }

  /** The outline of a sheet that pieces are cut from. */
  sheet([x, y]: Point, width: number, height: number, said: string): void {
    this.on('SHEET');
    this.closed([
      [x, y],
      [x + width, y],
      [x + width, y + height],
      [x, y + height],
    ]);
    this.say(said, [x, y + height + 20]);
  }

  /** A line of text beside the pieces. */
  say(text: string, [x, y]: Point): void {
    this.on('SHEET');
    this.dxf.addText(point3d(this.size(x), this.size(y)), this.size(40), text);
  }

  text(): string {
    return this.dxf.stringify();
  }

  private on(layer: DxfLayer): void {
    this.dxf.setCurrentLayerName(layerName(this.layers, layer));
  }
  private size(mm: number): number {
    return this.unit === 'mm' ? mm : mm / 25.4;
  }
  private circle([x, y]: Point, r: number): void {
    this.dxf.addCircle(point3d(this.size(x), this.size(y)), this.size(r));
  }
  /** `bulge`: of the side that starts at a corner. */
  private closed(points: readonly Point[], bulge: (i: number) => number = () => 0): void {
    this.dxf.addLWPolyline(
      points.map(([x, y], i): LWPolylineVertex => ({ point: point2d(this.size(x), this.size(y)), bulge: bulge(i) })),
      { flags: LWPolylineFlags.Closed },
    );
  }
}

/** One face in true size: contour, holes and mark on layers of their own. */
export function flatDxf(flat: Flat, mark: string, unit: LengthUnit, layers: HouseRules['layers'] = {}): string {
  const drawing = new FlatDrawing(unit, layers);
  drawing.add(flat, mark);
  return drawing.text();
}
