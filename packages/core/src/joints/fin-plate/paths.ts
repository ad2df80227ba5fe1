import { Marker, upsideDown, type Mark, type Paths } from '../../detail/mark.ts';
import type { Point, Solid } from '../../detail/solid.ts';
import { groupMarks, groupPaths, type LoadedGroup } from '../beam-end/group-marks.ts';
import { columnWebPath } from '../beam-end/paths.ts';
import type { FinPlateModel } from './model.ts';

/** Where things lie that the paths run along, mm: x from the support's face, z from the top of the beam, y across. */
function places(m: FinPlateModel, solid: Solid, mirror: boolean) {
  const { input, beam } = m;
  const { plate, bolts } = input;
  const h = beam.h;
  const top = -m.plateTop;
  const x1 = m.z_p;
  const row1 = -m.top_to_bolt;
  const turn = mirror ? upsideDown(h) : undefined;
  const far = plate.side === 'far';
  const face = solid.plates[0]!.y;
  const rows = m.rows.map((z) => row1 - z);
  const lines = Array.from({ length: bolts.n2 }, (_, j) => x1 + j * bolts.p2);
  return {
    m,
    h,
    top,
    bottom: top - plate.h,
    x1,
    xLast: x1 + m.B2,
    row1,
    rowN: row1 - m.L1,
    bolts: rows.flatMap((z) => lines.map((x): Point => [x, z])),
    R: m.hole.normal / 2,
    webTop: m.notchTop ? -m.d_nt : -beam.tf,
    webBottom: m.notchBottom ? -h + m.d_nb : -h + beam.tf,
    /** The plate across the beam, at the support. */
    y0: far ? beam.tw / 2 : -beam.tw / 2 - plate.t,
    yp: far ? beam.tw / 2 + plate.t : -beam.tw / 2,
    /** On the plate's open face, on the face of the web that it leaves open, and on the support. */
    onPlate: new Marker({ plane: 'xz', at: far ? face[1] : face[0] }, turn),
    onWeb: new Marker({ plane: 'xz', at: far ? -beam.tw / 2 : beam.tw / 2 }, turn),
    onSupport: new Marker({ plane: 'yz', at: 0 }, turn),
  };
}
type Places = ReturnType<typeof places>;

const pulled = (on: Marker, { row1, rowN }: Places, edge: number, inner: number): Mark =>
  on.area([
    [edge, row1],
    [inner, row1],
    [inner, rowN],
    [edge, rowN],
  ]);

function boltPaths(k: Places): Paths {
  const { onPlate, onWeb, bolts, R, row1, rowN, xLast } = k;
  const every = bolts.map((b) => onPlate.ring(b, R));
  const worst = [row1, rowN].map((z) => onPlate.ring([xLast, z], R * 1.25, 'failure-soft'));
  const pressed = (on: Marker, side: 1 | -1): Mark[] => bolts.map((b) => on.crescent(b, R, side));
  const pushed = (on: Marker, side: 1 | -1): Mark[] => bolts.map((b) => on.wedge(b, R, side));
  return {
    'bolt-group-shear': [...every, ...worst],
    'bolt-group-slip': [...every, ...worst],
    'tie-bolt-shear': every,
    'plate-bearing': [...pressed(onPlate, -1), ...pushed(onPlate, 1)],
    'beam-web-bearing': [...pressed(onWeb, 1), ...pushed(onWeb, -1)],
    'tie-bearing-plate': pushed(onPlate, 1),
    'tie-bearing-web': pushed(onWeb, -1),
  };
}

function platePaths(k: Places): Paths {
  const { m, onPlate: on, top, bottom, x1, row1, R } = k;
  const root = m.input.weld.s;
  const block = on.area([
    [m.width, row1],
    [x1, row1],
    [x1, bottom],
    [m.width, bottom],
  ]);
  const tieBlock = pulled(on, k, m.width, x1);
  const gross = on.upright(Math.max(x1 - R - 3, root + 3), top, bottom);
  const net = on.upright(x1, top, bottom);
  const atRoot = on.upright(root, top, bottom);
  const bow = on.bow(m.z_p / 3, top, bottom, m.z_p / 6);
  return {
    'plate-shear-gross': [gross],
    'plate-shear-net': [net],
    'plate-block-shear': [block],
    'plate-bending': [atRoot],
    'plate-ltb': [bow, atRoot],
    'plate-axial-bending': [atRoot],
    'plate-net-interaction': [net],
    'plate-block-interaction': [block, tieBlock],
    'plate-axial-buckling': [bow],
    'plate-lap-bending': [atRoot, bow],
    'tie-plate-gross': [gross],
    'tie-plate-net': [net],
    'tie-plate-block': [tieBlock],
  };
}

function webPaths(k: Places): Paths {
  const { m, onWeb: on, h, top, bottom, x1, xLast, rowN, R, webTop, webBottom } = k;
  const { gap } = m.input;
  const block = on.area([
    [gap, rowN],
    [xLast, rowN],
    [xLast, webTop],
    [gap, webTop],
  ]);
  const panel = pulled(on, k, gap, xLast);
  const net = on.upright(xLast, webTop, webBottom);
  const gross = on.upright(gap + 3, webTop, webBottom);
  const notchEnd = gap + m.l_n;
  const corner = (z: number, sign: 1 | -1): Mark =>
    on.line([
      [notchEnd, z],
      [notchEnd - 35, z + sign * 60],
    ]);
  return {
    'beam-web-shear-gross': [gross],
    'beam-web-shear-net': [on.upright(x1, webTop, webBottom)],
    'beam-web-block-shear': [block],
    'beam-second-line': [net],
    'beam-web-panel-bending': [panel],
    'beam-notch-bending': [
      on.upright(notchEnd, m.notchTop ? -m.d_nt : -m.beam.tf, m.notchBottom ? -h + m.d_nb : -h),
      ...(m.notchTop ? [corner(-m.d_nt, -1)] : []),
      ...(m.notchBottom ? [corner(-h + m.d_nb, 1)] : []),
    ],
    'beam-notch-stability': [on.bow(notchEnd - m.l_n / 2, webTop, webTop - 80, m.z_p / 6)],
    'web-lap-bending': [on.upright(xLast + R + 3, Math.min(webTop, top), Math.max(webBottom, bottom))],
    'web-gross-interaction': [gross],
    'web-net-interaction': [net],
    'web-block-interaction': [panel],
    'tie-web-gross': [on.upright(xLast + R + 3, top, bottom)],
    'tie-web-net': [on.upright(xLast, top, bottom)],
    'tie-web-block': [panel],
  };
}

function weldPaths({ m, onPlate: on, top, bottom }: Places): Paths {
  const { gap, weld } = m.input;
  const tip = (z: number, sign: 1 | -1): Mark =>
    on.line(
      [
        [0, z],
        [weld.s * 1.5, z],
        [0, z + sign * weld.s * 3],
      ],
      'failure-thin',
    );
  const welds = [on.upright(2, top, bottom), tip(top, -1), tip(bottom, 1)];
  const lap = [
    on.line([
      [gap, top],
      [m.width, top],
      [m.width, bottom],
      [gap, bottom],
    ]),
  ];
  return {
    'weld-strength': welds,
    'weld-full-strength': welds,
    'weld-leg-max': welds,
    'tie-weld': welds,
    'weld-beam': lap,
    'beam-web-at-weld': lap,
    'tie-weld-beam': lap,
  };
}

function supportPaths({ m, onSupport: on, onPlate, y0, yp, top, bottom }: Places): Paths {
  const root = on.outline([
    [y0, top],
    [yp, top],
    [yp, bottom],
    [y0, bottom],
  ]);
  const spread = Math.min((m.support.d2 ?? 200) / 2, 120);
  const yc = (y0 + yp) / 2;
  const to = (y: number, z: number, side: 1 | -1, end: 1 | -1): Mark =>
    on.line([
      [y, z],
      [yc + side * spread, z - end * 10],
    ]);
  const atPlate = onPlate.upright(0, top, bottom);
  const rhomboid = [
    root,
    on.outline([
      [yc - spread, top - 10],
      [yc, top + spread * 0.6],
      [yc + spread, top - 10],
      [yc + spread, bottom + 10],
      [yc, bottom - spread * 0.6],
      [yc - spread, bottom + 10],
    ]),
    to(y0, top, -1, 1),
    to(yp, top, 1, 1),
    to(y0, bottom, -1, -1),
    to(yp, bottom, 1, -1),
    atPlate,
  ];
  return {
    'support-local-shear': [on.upright(y0 - 2, top, bottom), on.upright(yp + 2, top, bottom), atPlate],
    'support-punching': [root],
    'support-web-axial': rhomboid,
    'tie-support-web': rhomboid,
    'detail-rotation-thickness': [root],
    ...columnWebPath(m.support, top, bottom, onPlate),
  };
}

function rulePaths({ m, onPlate: plate, onWeb: web, x1, xLast, row1, rowN, top, bottom, webTop }: Places): Paths {
  const { gap } = m.input;
  const toEdge = [plate.level(xLast, m.width, row1)];
  const toEnd = [web.level(gap, x1, row1)];
  const pitch = [plate.upright(x1, row1, rowN)];
  const acrossGap = [web.level(0, gap, webTop)];
  return {
    'detail-depth': [plate.upright(m.width + 2, top, bottom)],
    'detail-e1': [plate.upright(x1, top, row1), plate.upright(x1, bottom, rowN)],
    'detail-e2': toEdge,
    'detail-edge-2d-plate': toEdge,
    'detail-e2b': toEnd,
    'detail-edge-2d-web': toEnd,
    'detail-p1': pitch,
    'detail-p1-max': pitch,
    'detail-gap': acrossGap,
    'weld-clear-of-beam': acrossGap,
  };
}

/** Failure paths on the solid, by check. `m` is the joint as checked: for uplift the upturned one, and `mirror` puts the path back on the real side. */
export function failurePaths(m: FinPlateModel, solid: Solid, mirror: boolean): Paths {
  const k = places(m, solid, mirror);
  return { ...boltPaths(k), ...platePaths(k), ...webPaths(k), ...weldPaths(k), ...supportPaths(k), ...rulePaths(k) };
}

/** The bolts as they carry a combination together. */
export function groupFailures(m: FinPlateModel, solid: Solid, mirror: boolean, groups: readonly LoadedGroup[]): Paths {
  const { onPlate, bolts, R } = places(m, solid, mirror);
  return groupPaths(groups, (group) => groupMarks(onPlate, group, bolts, R));
}
