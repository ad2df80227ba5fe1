import { Marker, upsideDown, type Mark, type Paths } from '../../detail/mark.ts';
import type { Point } from '../../detail/solid.ts';
import { columnWebPath } from '../beam-end/paths.ts';
import type { EndPlateModel } from './model.ts';

/** Where things lie that the paths run along, mm: x from the support's face, z from the top of the beam, y across. */
function places(m: EndPlateModel, mirror: boolean) {
  const { input, beam } = m;
  const { plate, bolts, weld } = input;
  const h = beam.h;
  const top = -m.plateTop;
  const row1 = -m.top_to_bolt;
  const turn = mirror ? upsideDown(h) : undefined;
  return {
    m,
    h,
    top,
    bottom: top - plate.h,
    row1,
    rowN: row1 - m.L1,
    rows: m.rows.map((z) => row1 - z),
    /** Places across of the bolts beside the web and of the outermost, on one side. */
    g: bolts.p3 / 2,
    far: m.across[m.across.length - 1]!,
    half: plate.b / 2,
    R: m.hole.normal / 2,
    beside: beam.tw / 2 + weld.s,
    onPlate: new Marker({ plane: 'yz', at: plate.t }, turn),
    onSupport: new Marker({ plane: 'yz', at: 0 }, turn),
    onBeam: new Marker({ plane: 'xz', at: -beam.tw / 2 }, turn),
  };
}
type Places = ReturnType<typeof places>;

const both = (make: (side: 1 | -1) => Mark[]): Mark[] => [...make(-1), ...make(1)];
const uprights = (on: Marker, y: number, from: number, to: number): Mark[] => both((s) => [on.upright(s * y, from, to)]);
const levels = (on: Marker, y1: number, y2: number, z: number): Mark[] => both((s) => [on.level(s * y1, s * y2, z)]);

function boltPaths({ m, rows, R, g, row1, rowN, onPlate: plate, onSupport: support, onBeam }: Places): Paths {
  const holes = (side: 1 | -1): Point[] => rows.flatMap((z) => m.across.map((y): Point => [side * y, z]));
  // The shanks are cut where plate and support meet.
  const cut = onBeam.line([
    [0, row1 + R],
    [0, rowN - R],
  ]);
  const bolted = [...both((s) => holes(s).map((p) => plate.ring(p, R))), cut];
  const pulled = [...rows.flatMap((z) => both((s) => [plate.ring([s * g, z], R)])), cut];
  const pressed = (on: Marker, side: 1 | -1): Mark[] => both((s) => holes(s).map((p) => on.crescent(p, R, side)));
  return {
    'bolt-group-shear': bolted,
    'bolt-group-slip': bolted,
    'combined-shear-tension': bolted,
    'plate-bearing': pressed(plate, 1),
    'support-bearing': pressed(support, -1),
    'bolt-punching': pulled,
    'tie-bolt-punching': pulled,
  };
}

function platePaths({ onPlate: on, beside, g, half, rowN, top, bottom }: Places): Paths {
  const block = both((s) => [
    on.area([
      [s * half, rowN],
      [s * g, rowN],
      [s * g, top],
      [s * half, top],
    ]),
  ]);
  const stub = [...uprights(on, beside, top, bottom), ...uprights(on, g, top, bottom)];
  return {
    'plate-shear-gross': uprights(on, beside + 3, top, bottom),
    'plate-shear-net': uprights(on, g, top, bottom),
    'plate-block-shear': block,
    'plate-bending': uprights(on, beside, top, bottom),
    'plate-tstub': stub,
    'tie-plate-tstub': stub,
  };
}

function beamPaths({ m, h, onBeam: on, onPlate, top, bottom }: Places): Paths {
  const { beam, input } = m;
  const { t } = input.plate;
  const end = t + m.l_n;
  const overPlate = [on.upright(t + 4, top, bottom)];
  const notch = [
    on.upright(end, m.notchTop ? -m.d_nt : -beam.tf, m.notchBottom ? -h + m.d_nb : -h),
    ...(m.notchTop
      ? [
          on.line([
            [end, -m.d_nt],
            [end - 30, -m.d_nt - 55],
          ]),
        ]
      : []),
  ];
  const welds = [...uprights(onPlate, beam.tw / 2, top, bottom), on.upright(t, top, bottom)];
  return {
    'beam-web-shear-gross': [on.upright(t + 8, m.notchTop ? -m.d_nt : -beam.tf, m.notchBottom ? -h + m.d_nb : -h + beam.tf)],
    'beam-web-shear-plate': overPlate,
    'web-gross-interaction': overPlate,
    'tie-web-tension': overPlate,
    'weld-strength': welds,
    'weld-full-strength': welds,
    'weld-full-strength-tension': welds,
    'weld-leg-max': welds,
    'tie-weld': welds,
    'beam-notch-bending': notch,
    'beam-notch-stability': notch,
    'beam-notch-ltb': notch,
  };
}

function supportPaths({ m, onSupport: on, onBeam, g, far, row1, rowN, top, bottom }: Places): Paths {
  const spread = 70;
  const rhomboid = [
    on.line([
      [-g, row1 + 20],
      [g, row1 + 20],
      [g + spread, (row1 + rowN) / 2],
      [g, rowN - 20],
      [-g, rowN - 20],
      [-g - spread, (row1 + rowN) / 2],
      [-g, row1 + 20],
    ]),
    ...uprights(on, g, row1 + 20, rowN - 20),
  ];
  const flange = uprights(on, g, top, bottom);
  return {
    'support-local-shear': uprights(on, far, row1 + 30, rowN - 30),
    'support-flange': flange,
    'support-web': rhomboid,
    'tie-support-flange': flange,
    'tie-support-web': rhomboid,
    ...columnWebPath(m.support, top, bottom, onBeam),
  };
}

function rulePaths({ onPlate: on, g, far, half, row1, rowN, top, bottom }: Places): Paths {
  const gauge = [on.level(-g, g, row1)];
  const toEdge = levels(on, far, half, row1);
  const columns = levels(on, g, far, row1);
  const pitch = uprights(on, g, row1, rowN);
  const sides = uprights(on, half + 2, top, bottom);
  return {
    'detail-depth': sides,
    'detail-on-flange': sides,
    'detail-gauge': gauge,
    'detail-p3': gauge,
    'detail-e1': both((s) => [on.upright(s * g, top, row1), on.upright(s * g, bottom, rowN)]),
    'detail-e2': toEdge,
    'detail-support-e-side': toEdge,
    'detail-p2': columns,
    'detail-p2-max': columns,
    'detail-p1': pitch,
    'detail-p1-max': pitch,
  };
}

/** Failure paths on the solid, by check. `m` is the joint as checked; `mirror` puts an uplift's path back on the real side. */
export function failurePaths(m: EndPlateModel, mirror: boolean): Paths {
  const k = places(m, mirror);
  return { ...boltPaths(k), ...platePaths(k), ...beamPaths(k), ...supportPaths(k), ...rulePaths(k) };
}
