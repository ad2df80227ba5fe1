import { pathsUnder, type Mark, type Marker, type Paths } from '../../../detail/mark.ts';
import { jointMarks, panelMark, sides } from '../marks.ts';
import type { MomentPlateModel } from '../model.ts';
import { patternReach, type End } from './form.ts';
import { leg, type MomentCase } from './sheet.ts';

/** Failure paths that are drawn as those of other checks. */
const SAME: Readonly<Record<string, string>> = {
  'mep-web-weld-tension-zone': 'mep-web-weld-shear',
  'weld-min': 'mep-flange-weld',
  'weld-min-web': 'mep-web-weld-shear',
  'mep-plate-thick': 'mep-plate-yield',
  'mep-column-end': 'mep-column-flange',
};

/** Heights of a tension end, up to and down from its flange: outermost and innermost row, faces of the flange. */
function reach(end: End, h: number, tf: number) {
  const up = end.at === 'top' ? 1 : -1;
  const face = end.at === 'top' ? 0 : -h;
  return { up, outer: end.outside.at(-1)!, inner: end.inside.at(-1)!, face, inside: face - up * tf };
}

/** Yield lines of the plate: hinges along the web and the flange, along the rows, and out to the edge at `s` past the innermost. */
function platePattern(m: MomentPlateModel, { ten, form }: MomentCase, on: Marker): Mark[] {
  const { h, tf, tw } = m.beam.dims;
  const b = Math.min(m.input.plate.b, m.beam.dims.b + 25.4) / 2;
  const g = m.input.bolts.w / 2;
  const s = patternReach(2 * b, 2 * g);
  const { up, outer, inner, face, inside } = reach(ten, h, tf);
  const root = tw / 2 + leg(m.input.welds.web);
  const far =
    form === '4E' ? outer : up > 0 ? Math.min(outer + s, m.input.plate.top) : Math.max(outer - s, -h - m.input.plate.bottom);
  return [
    on.level(-b, b, face),
    on.level(-b, b, inside),
    ...(form === '4E' ? [on.level(-b, b, outer)] : []),
    ...sides((k) => [
      on.line([
        [k * b, inner],
        [k * root, inner - up * s],
        [k * root, inside],
      ]),
      on.line([
        [k * g, inside],
        [k * g, inner - (up * s) / 2],
      ]),
      ...(form === '4E'
        ? []
        : [
            on.line([
              [k * b, outer],
              [k * root, far],
              [k * root, face],
            ]),
            on.line([
              [k * g, face],
              [k * g, (outer + far) / 2],
            ]),
          ]),
    ]),
  ];
}

/** The same on the flange of the column, cut in two where stiffeners stand. */
function flangePattern(m: MomentPlateModel, { ten, stiff }: MomentCase, on: Marker): Mark[] {
  const { b, tw } = m.column!.dims;
  const g = m.input.bolts.w / 2;
  const s = patternReach(b, 2 * g);
  const { up, outer, inner, face, inside } = reach(ten, m.beam.dims.h, m.beam.dims.tf);
  const root = tw / 2 + m.column!.s;
  return [
    ...(stiff.ten ? [on.level(-b / 2, b / 2, (face + inside) / 2)] : []),
    ...sides((k) => [
      on.line([
        [(k * b) / 2, outer],
        [k * root, outer + up * s],
        [k * root, inner - up * s],
        [(k * b) / 2, inner],
      ]),
      on.line([
        [k * g, outer + (up * s) / 2],
        [k * g, inner - (up * s) / 2],
      ]),
    ]),
  ];
}

/** Failure paths of every check under a sense of the moment; `l` the length of the column's web that yields. */
export function failurePaths(m: MomentPlateModel, c: MomentCase | null): Paths {
  const x = jointMarks(m);
  const { h, tf } = m.beam.dims;
  const own: Record<string, Mark[]> = {
    'mep-bolt-shear': x.cut,
    'mep-bolt-bearing': [...x.bearingPlate, ...x.bearingColumn],
    'mep-beam-web-shear': x.beamShear,
    'mep-web-weld-shear': x.web(-tf, -h + tf),
    'mep-flange-weld': [0, -tf, -h + tf, -h].map((z) => x.on.level(-m.beam.dims.b / 2, m.beam.dims.b / 2, z)),
  };
  if (c) Object.assign(own, loadedPaths(m, c, x));
  return pathsUnder(SAME, own);
}

function loadedPaths(m: MomentPlateModel, c: MomentCase, x: ReturnType<typeof jointMarks>): Record<string, Mark[]> {
  const { h, tf } = m.beam.dims;
  const { dims, s } = m.column!;
  const [x1, x2] = [-dims.h + dims.tf, -dims.tf];
  const [y_ten, y_com] = c.sense === 1 ? [-tf / 2, -h + tf / 2] : [-h + tf / 2, -tf / 2];
  const half = 3 * (dims.tf + s) + tf / 2 + m.input.plate.t;
  const strip = (y: number): Mark => x.along.box(x1, x2, y - half, y + half);
  const wrinkle: Mark = x.along.bow((x1 + x2) / 2, y_com - half, y_com + half, (x2 - x1) / 10);
  const pulled = [...c.ten.outside, ...c.ten.inside];
  const across = pulled.flatMap((y): Mark[] => [x.on.level(-m.input.plate.b / 2, m.input.plate.b / 2, y)]);
  const stiffened = (['ten', 'com'] as const).flatMap((k) =>
    c.stiff[k] ? [x.along.level(x1, x2, k === 'ten' ? y_ten : y_com)] : [],
  );
  const edge = (k: 'ten' | 'com', y: number): Mark[] => (c.stiff[k] ? [x.along.upright(x2, y - 12, y + 12)] : []);
  return {
    'mep-bolt-tension': pulled.flatMap(x.row),
    'mep-plate-yield': platePattern(m, c, x.on),
    'mep-plate-shear-yield': across.slice(0, 1),
    'mep-plate-shear-rupture': across.slice(0, 1),
    'mep-column-flange': flangePattern(m, c, x.column),
    'mep-column-web-yield': [strip(c.stiff.com ? y_ten : y_com)],
    'mep-column-web-crippling': [strip(y_com), wrinkle],
    'mep-column-web-buckling': [wrinkle],
    'mep-panel-zone': [panelMark(m, x.along, Math.max(y_ten, y_com), Math.min(y_ten, y_com))],
    'mep-column-stiffener': stiffened,
    'mep-stiffener-flange-weld': [...edge('ten', y_ten), ...edge('com', y_com)],
    'mep-stiffener-web-weld': stiffened,
  };
}
