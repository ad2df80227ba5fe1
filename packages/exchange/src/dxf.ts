import { Colors, DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf';
import type { Template } from '@ample/core';

const COLOURS: readonly number[] = [Colors.White, Colors.Cyan, Colors.Red, Colors.Yellow, Colors.Blue];

/** A drawing in true size as DXF: millimetres, a layer for each part; x to the right, y up. */
export function templateDxf(t: Template): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  t.layers.forEach((layer, i) => {
    dxf.addLayer(layer.name, COLOURS[i % COLOURS.length]!, 'Continuous');
    dxf.setCurrentLayerName(layer.name);
    for (const points of layer.closed)
      dxf.addLWPolyline(
        points.map(([x, y]) => ({ point: point2d(x, y) })),
        { flags: LWPolylineFlags.Closed },
      );
    for (const { at, r } of layer.circles) dxf.addCircle(point3d(at[0], at[1]), r);
    for (const [a, b] of layer.lines) dxf.addLine(point3d(a[0], a[1]), point3d(b[0], b[1]));
    for (const { at, text, height } of layer.texts) dxf.addText(point3d(at[0], at[1]), height, text);
  });
  return dxf.stringify();
}
