import { Marker, upsideDown, type Mark, type Paths } from '../../detail/mark.ts';
import type { Point } from '../../detail/solid.ts';
import { groupMarks, groupPaths, type LoadedGroup } from '../beam-end/group-marks.ts';
import { columnWebPath } from '../beam-end/paths.ts';
import type { CleatsModel } from './model.ts';

/** Where things lie that the paths run along, mm: x from the support's face, z from the top of the beam, y across. */
function places(m: CleatsModel, mirror: boolean) {
  const { input, beam } = m;
  const { cleat, bolts } = input;
  const h = beam.h;
  const top = -m.cleatTop;
  const row1 = -m.top_to_bolt;
  const first = top - m.e1_s;
  const rows = m.rows.map((z) => row1 - z);
  const lines = Array.from({ length: bolts.n2 }, (_, j) => m.z_p + j * bolts.p2);
  const supportRows = m.supportRows.map((z) => first - z);
  const sides: readonly (-1 | 1)[] = input.arrangement === 'single' ? [-1] : [-1, 1];
  const face = beam.tw / 2;
  const g = bolts.p3 / 2;
  const turn = mirror ? upsideDown(h) : undefined;
  return {
    m,
    h,
    top,
    bottom: top - cleat.h,
    row1,
    rowN: row1 - m.L1,
    first,
    lastS: supportRows[supportRows.length - 1]!,
    xLast: m.z_p + m.B2,
    face,
    half: face + cleat.leg_support,
    g,
    R: m.hole.normal / 2,
    webTop: m.notchTop ? -m.d_nt : -beam.tf,
    webBottom: m.notchBottom ? -h + m.d_nb : -h + beam.tf,
    webBolts: rows.flatMap((z) => lines.map((x): Point => [x, z])),
    supportBolts: sides.flatMap((s) => supportRows.map((z): Point => [s * g, z])),
    each: (make: (s: -1 | 1) => Mark[]): Mark[] => sides.flatMap(make),
    /** On the web leg, on the web where a single cleat leaves it open, on the legs at the support and on the support. */
    onLeg: new Marker({ plane: 'xz', at: -face - cleat.t }, turn),
    onWeb: new Marker({ plane: 'xz', at: sides.length === 1 ? face : -face }, turn),
    onSupportLeg: new Marker({ plane: 'yz', at: cleat.t }, turn),
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

function boltPaths({ onLeg, onWeb, onSupportLeg, onSupport, webBolts, supportBolts, xLast, row1, rowN, R }: Places): Paths {
  const web = webBolts.map((p) => onLeg.ring(p, R));
  const worst = [row1, rowN].map((z) => onLeg.ring([xLast, z], R * 1.25, 'failure-soft'));
  const support = supportBolts.map((p) => onSupportLeg.ring(p, R));
  const pressed = (on: Marker, holes: readonly Point[], side: 1 | -1): Mark[] => holes.map((p) => on.crescent(p, R, side));
  const pushed = (on: Marker, side: 1 | -1): Mark[] => webBolts.map((p) => on.wedge(p, R, side));
  return {
    'bolt-group-shear': [...web, ...worst],
    'bolt-group-slip': [...web, ...worst],
    'tie-bolt-shear': web,
    'cleat-bearing-web-leg': [...pressed(onLeg, webBolts, -1), ...pushed(onLeg, 1)],
    'beam-web-bearing': [...pressed(onWeb, webBolts, 1), ...pushed(onWeb, -1)],
    'tie-bearing-cleat': pushed(onLeg, 1),
    'tie-bearing-web': pushed(onWeb, -1),
    'support-bolt-shear': support,
    'support-bolt-slip': support,
    'combined-shear-tension': support,
    'bolt-punching': support,
    'tie-bolt-punching': support,
    'cleat-bearing-support-leg': pressed(onSupportLeg, supportBolts, 1),
    'support-bearing': pressed(onSupport, supportBolts, -1),
  };
}

function legPaths(k: Places): Paths {
  const { m, each, onLeg: on, onSupportLeg: end, face, g, half, top, bottom, row1, lastS, R } = k;
  const { cleat, gap } = m.input;
  const block = on.area([
    [cleat.leg_web, row1],
    [m.z_p, row1],
    [m.z_p, bottom],
    [cleat.leg_web, bottom],
  ]);
  const heels = each((s) => [end.upright(s * (face + cleat.t), top, bottom)]);
  const boltLines = each((s) => [end.upright(s * g, top, bottom)]);
  const stub = [...heels, ...(m.toSupport ? boltLines : [])];
  const net = [on.upright(m.z_p, top, bottom)];
  const lap = [
    on.line([
      [gap, top],
      [cleat.leg_web, top],
      [cleat.leg_web, bottom],
      [gap, bottom],
    ]),
  ];
  return {
    'web-leg-gross': [on.upright(m.toBeam ? m.z_p - R - 3 : cleat.t + 3, top, bottom)],
    'web-leg-net': net,
    'web-leg-block': [block],
    'web-leg-bending': [on.upright(cleat.t + 3, top, bottom)],
    'web-leg-compression': [on.upright((cleat.t + m.z_p) / 2, top, bottom)],
    'support-leg-gross': each((s) => [end.upright(s * (m.toSupport ? g - R - 3 : face + cleat.t + 3), top, bottom)]),
    'support-leg-net': boltLines,
    'support-leg-block': each((s) => [
      end.area([
        [s * half, lastS],
        [s * g, lastS],
        [s * g, top],
        [s * half, top],
      ]),
    ]),
    'support-leg-bending': heels,
    'cleat-net-interaction': net,
    'cleat-block-interaction': [block],
    'cleat-tstub': stub,
    'tie-cleat-tstub': stub,
    'tie-cleat-gross': [on.upright(m.z_p - R - 3, top, bottom)],
    'tie-cleat-net': net,
    'tie-cleat-block': [pulled(on, k, cleat.leg_web, m.z_p)],
    'weld-beam': lap,
    'beam-web-at-weld': lap,
    'tie-weld-beam': lap,
  };
}

function webPaths(k: Places): Paths {
  const { m, onWeb: on, h, top, bottom, xLast, rowN, webTop, webBottom, R } = k;
  const { beam, input } = m;
  const { gap, cleat } = input;
  const notchEnd = gap + m.l_n;
  const notch = [
    on.upright(notchEnd, m.notchTop ? -m.d_nt : -beam.tf, m.notchBottom ? -h + m.d_nb : -h),
    ...(m.notchTop
      ? [
          on.line([
            [notchEnd, -m.d_nt],
            [notchEnd - 35, -m.d_nt - 60],
          ]),
        ]
      : []),
  ];
  const gross = [on.upright(gap + 3, webTop, webBottom)];
  const last = [on.upright(xLast, webTop, webBottom)];
  const block = [pulled(on, k, gap, xLast)];
  return {
    'beam-web-shear-gross': gross,
    'beam-web-shear-net': [on.upright(m.z_p, webTop, webBottom)],
    'beam-web-block-shear': [
      on.area([
        [gap, rowN],
        [xLast, rowN],
        [xLast, webTop],
        [gap, webTop],
      ]),
    ],
    'beam-second-line': last,
    'beam-notch-bending': notch,
    'beam-notch-stability': notch,
    'web-gross-interaction': gross,
    'web-net-interaction': last,
    'web-block-interaction': block,
    'web-lap-bending': [on.upright(xLast + R + 3, Math.min(webTop, top), Math.max(webBottom, bottom))],
    'tie-web-gross': [on.upright((m.toBeam ? xLast : cleat.leg_web) + R + 3, top, bottom)],
    'tie-web-net': last,
    'tie-web-block': block,
  };
}

function supportPaths({ m, each, onSupport: on, onLeg, g, half, first, lastS, top, bottom }: Places): Paths {
  const spread = 60;
  const middle = (first + lastS) / 2;
  const rhomboid = [
    on.line([
      [-g, first + 20],
      [g, first + 20],
      [g + spread, middle],
      [g, lastS - 20],
      [-g, lastS - 20],
      [-g - spread, middle],
      [-g, first + 20],
    ]),
  ];
  const toes = each((s) => [on.upright(s * half, top, bottom)]);
  const flange = m.toSupport ? each((s) => [on.upright(s * g, top, bottom)]) : toes;
  return {
    'support-local-shear': m.toSupport ? each((s) => [on.upright(s * g, first + 25, lastS - 25)]) : toes,
    'support-flange': flange,
    'support-web': rhomboid,
    'tie-support-flange': flange,
    'tie-support-web': rhomboid,
    'weld-support': toes,
    'tie-weld': toes,
    'detail-on-flange': toes,
    ...columnWebPath(m.support, top, bottom, onLeg),
  };
}

function rulePaths(k: Places): Paths {
  const { m, each, onLeg: leg, onWeb: web, onSupportLeg: end, g, half, first, lastS, top, bottom, row1, rowN, xLast, webTop } = k;
  const { cleat, gap } = m.input;
  const pitch = [leg.upright(m.z_p, row1, rowN)];
  const supportPitch = each((s) => [end.upright(s * g, first, lastS)]);
  const toEdge = each((s) => [end.level(s * g, s * half, first)]);
  const columns = [leg.level(m.z_p, xLast, row1)];
  return {
    'detail-depth': [leg.upright(cleat.leg_web + 2, top, bottom)],
    'detail-gap': [web.level(0, gap, webTop)],
    'detail-e1': [
      ...(m.toBeam ? [leg.upright(m.z_p, top, row1), leg.upright(m.z_p, bottom, rowN)] : []),
      ...(m.toSupport ? each((s) => [end.upright(s * g, top, first), end.upright(s * g, bottom, lastS)]) : []),
    ],
    'detail-e2-web-leg': [leg.level(xLast, cleat.leg_web, row1)],
    'detail-e2b': [web.level(gap, m.z_p, row1)],
    'detail-e2-support-leg': toEdge,
    'detail-support-e-side': toEdge,
    'detail-gauge': [end.level(-g, g, first)],
    'detail-p1': pitch,
    'detail-p1-max': pitch,
    'detail-p1-support': supportPitch,
    'detail-p1-support-max': supportPitch,
    'detail-p2': columns,
    'detail-p2-max': columns,
  };
}

/** Failure paths on the solid, by check. `m` is the joint as checked; `mirror` puts an uplift's path back on the real side. */
export function failurePaths(m: CleatsModel, mirror: boolean): Paths {
  const k = places(m, mirror);
  return { ...boltPaths(k), ...legPaths(k), ...webPaths(k), ...supportPaths(k), ...rulePaths(k) };
}

/** The bolts of each leg as they carry a combination together. */
export function groupFailures(m: CleatsModel, mirror: boolean, groups: readonly LoadedGroup[]): Paths {
  const { onLeg, onSupportLeg, webBolts, supportBolts, R } = places(m, mirror);
  return groupPaths(groups, (group) =>
    group.of === 'web' ? groupMarks(onLeg, group, webBolts, R) : groupMarks(onSupportLeg, group, supportBolts, R),
  );
}
