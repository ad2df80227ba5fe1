// Public benchmarks of the analysis as models: what they are and what is known of them stands in docs/method.md.

const rect = (x0: number, y0: number, x1: number, y1: number): [number, number][] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
];

/** Cook's panel: v at the middle of the right edge is 23.96. */
export const cook = (n: number) => ({
  plates: [
    {
      ...{ name: 'panel', t: 1, E: 1, nu: 1 / 3, fy: null, cells: [n, n] },
      outline: [
        [0, 0],
        [48, 44],
        [48, 60],
        [0, 44],
      ],
    },
  ],
  holds: [{ plates: ['panel'], point: [0, 0, 0], normal: [1, 0, 0], held: ['x', 'y', 'z', 'rx', 'ry'] }],
  lines: [{ plate: 'panel', p0: [48, 44, 0], p1: [48, 60, 0], q: [0, 1 / 16, 0] }],
  probes: [{ name: 'tip', plate: 'panel', point: [48, 52, 0] }],
});

/** A stub of an I section, fixed at one end, loaded at the other: 300 x 150 x 7.1 x 10.7. */
export function stub(F: readonly number[], M: readonly number[], h = 25) {
  const [H, b, tw, tf, L] = [300, 150, 7.1, 10.7, 600];
  const z = H / 2 - tf;
  const all = ['web', 'top', 'bottom'];
  const flange = (name: string, s: number) => ({
    ...{ name, t: tf, fy: 275, ex: [1, 0, 0], ey: [0, 1, 0], origin: [0, 0, (s * (H - tf)) / 2] },
    outline: rect(0, -b / 2, L, b / 2),
  });
  return {
    h,
    plates: [
      { name: 'web', t: tw, fy: 275, ex: [1, 0, 0], ey: [0, 0, 1], outline: rect(0, -z, L, z) },
      flange('top', 1),
      flange('bottom', -1),
    ],
    welds: [1, -1].map((s) => ({ a: 'web', b: s > 0 ? 'top' : 'bottom', p0: [0, 0, s * z], p1: [L, 0, s * z], type: 'butt' })),
    sections: [
      { name: 'foot', plates: all, point: [0, 0, 0], normal: [1, 0, 0], fixed: true },
      { name: 'end', plates: all, point: [L, 0, 0], normal: [1, 0, 0] },
    ],
    loads: [{ section: 'end', F, M }],
  };
}

/** A web on a thick plate with two fillets, pulled square to it or along them. */
export const weld = (F: readonly number[], M: readonly number[] = [0, 0, 0]) => ({
  plates: [
    { name: 'base', t: 40, fy: null, outline: rect(-120, -130, 120, 130), h: 16 },
    { name: 'web', t: 15, fy: null, origin: [0, 0, 20], ex: [0, 1, 0], ey: [0, 0, 1], outline: rect(-100, 0, 100, 120), h: 12 },
  ],
  welds: [
    { name: 'seam', a: 'web', b: 'base', p0: [0, -100, 20], p1: [0, 100, 20], type: 'fillet', throat: 5, fu: 430, beta_w: 0.85 },
  ],
  sections: [
    { name: 'left', plates: ['base'], point: [-120, 0, 0], normal: [1, 0, 0], fixed: true },
    { name: 'right', plates: ['base'], point: [120, 0, 0], normal: [1, 0, 0], fixed: true },
    { name: 'top', plates: ['web'], point: [0, 0, 140], normal: [0, 0, 1] },
  ],
  loads: [{ section: 'top', F, M }],
});

const M20 = { d: 20, d0: 22, d_w: 34, F_t_Rd: 141_120, F_v_Rd: 94_080, k_t: 600_000, k_v: (8 * 400 * 800) / 16, L_b: 60 };

/** Two thick plates and one bolt, pulled at an angle to the shear plane. */
export function oneBolt(degrees: number) {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const hole = [{ x: 0, y: 0, d: 22 }];
  return {
    contact: false,
    h: 10,
    plates: [
      { name: 'lower', t: 30, fy: null, origin: [0, 0, -15], outline: rect(-60, -60, 60, 60), holes: hole },
      { name: 'upper', t: 30, fy: null, origin: [0, 0, 15], outline: rect(-60, -60, 60, 60), holes: hole },
    ],
    bolts: [{ ...M20, name: 'bolt', point: [0, 0, 0], direction: [0, 0, 1], plies: ['lower', 'upper'], k_b: [1e6, 1e6] }],
    sections: [
      { name: 'held', plates: ['lower'], point: [-60, 0, 0], normal: [1, 0, 0], fixed: true },
      { name: 'pulled', plates: ['upper'], point: [60, 0, 0], normal: [1, 0, 0] },
    ],
    // The line of the force goes through the bolt at the interface.
    loads: [{ section: 'pulled', F: [1e5 * c, 0, 1e5 * s], M: [0, 60 * 1e5 * s, 0] }],
    holds: [{ plates: ['upper'], point: [60, 0, 0], normal: [1, 0, 0], held: ['y', 'rx', 'ry'] }],
  };
}

/** A fin plate with three bolts on a column flange; V with no moment at the face of the flange. */
export function finPlate(h?: number, V = 60_000) {
  const K = (t: number): number => 12 * 1.0 * Math.min((1.5 * t) / 16, 2.5) * 20 * 430;
  const rows = [-70, 0, 70];
  const y = (10 + 7.1) / 2;
  return {
    ...(h ? { h } : {}),
    plates: [
      { name: 'flange', t: 15, fy: 275, origin: [-7.5, 0, 0], ex: [0, 1, 0], ey: [0, 0, 1], outline: rect(-100, -250, 100, 250) },
      {
        name: 'fin',
        t: 10,
        fy: 275,
        ex: [1, 0, 0],
        ey: [0, 0, 1],
        outline: rect(0, -110, 110, 110),
        holes: rows.map((z) => ({ x: 60, y: z, d: 22 })),
      },
      {
        ...{ name: 'web', t: 7.1, fy: 275, origin: [0, y, 0], ex: [1, 0, 0], ey: [0, 0, 1], outline: rect(20, -160, 180, 160) },
        holes: rows.map((z) => ({ x: 60, y: z, d: 22 })),
      },
    ],
    welds: [
      {
        name: 'weld',
        a: 'fin',
        b: 'flange',
        p0: [0, 0, -110],
        p1: [0, 0, 110],
        type: 'fillet',
        throat: 5.6,
        fu: 430,
        beta_w: 0.85,
      },
    ],
    bolts: rows.map((z, i) => ({
      ...M20,
      ...{ name: `bolt ${i + 1}`, point: [60, 0, z], direction: [0, 1, 0], plies: ['fin', 'web'], L_b: 38 },
      ...{ k_b: [K(10), K(7.1)], F_b_Rd: [104_200, 74_010] },
    })),
    sections: [
      { name: 'under', plates: ['flange'], point: [-7.5, 0, -250], normal: [0, 0, 1], fixed: true },
      { name: 'over', plates: ['flange'], point: [-7.5, 0, 250], normal: [0, 0, 1], fixed: true },
      { name: 'beam', plates: ['web'], point: [180, y, 0], normal: [1, 0, 0] },
    ],
    holds: [{ plates: ['web'], point: [180, y, 0], normal: [1, 0, 0], held: ['y'] }],
    loads: [{ section: 'beam', F: [0, 0, -V], M: [0, -180 * V, 0] }],
  };
}

/** A welded T-stub on a rigid backing, one bolt each side: 2 x 76.4 kN. */
export function tStub(h: number, F = 100_000) {
  const e = 6 + 0.8 * Math.SQRT2 * 5;
  const [m, n] = [e + 40, e + 80];
  return {
    plates: [
      {
        name: 'flange',
        t: 12,
        fy: 275,
        H: 21,
        outline: rect(-n, -75, n, 75),
        h,
        holes: [-m, m].map((x) => ({ x, y: 0, d: 22 })),
      },
      { name: 'web', t: 12, fy: null, origin: [0, 0, 6], ex: [0, 1, 0], ey: [0, 0, 1], outline: rect(-75, 0, 75, 80), h: 12 },
    ],
    welds: [{ name: 'weld', a: 'web', b: 'flange', p0: [0, -75, 6], p1: [0, 75, 6], type: 'fillet', throat: 5, strong: true }],
    bolts: [-m, m].map((x, i) => ({
      ...{ name: `bolt ${i + 1}`, point: [x, 0, 0], direction: [0, 0, 1], plies: ['flange'], ground: true },
      ...{ d: 20, d0: 22, d_w: 34, k_t: 800_000, F_t_Rd: 160_000, L_b: 60 },
    })),
    beds: [{ plate: 'flange', side: -1, k: 210000 / 12 }],
    sections: [{ name: 'pull', plates: ['web'], point: [0, 0, 86], normal: [0, 0, 1] }],
    holds: [{ plates: ['web'], point: [0, 0, 86], normal: [0, 0, 1], held: ['x', 'y'] }],
    loads: [{ section: 'pull', F: [0, 0, F], M: [0, 0, 0] }],
    probes: [{ name: 'web', plate: 'web', point: [0, 0, 86] }],
  };
}

/** A barrel roof: a quarter of it as 16 facets of 16 cells, on diaphragms, under its own weight. The free edge drops 0.3024. */
export function roof(facets = 16, cells = 16) {
  const [R, L, half] = [25, 50, (40 * Math.PI) / 180];
  const at = (i: number): readonly [number, number] => {
    const a = (half * i) / facets;
    return [R * Math.sin(a), R * Math.cos(a)];
  };
  const plates = Array.from({ length: facets }, (_, i) => {
    const [a, b] = [at(i), at(i + 1)];
    const w = Math.hypot(b[0] - a[0], b[1] - a[1]);
    return {
      ...{ name: `facet ${i}`, t: 0.25, E: 4.32e8, nu: 0, fy: null, cells: [cells, 1] },
      ...{ origin: [0, a[0], a[1]], ex: [1, 0, 0], ey: [0, (b[0] - a[0]) / w, (b[1] - a[1]) / w], outline: rect(0, 0, L / 2, w) },
    };
  });
  const all = plates.map((p) => p.name);
  return {
    plates,
    welds: plates
      .slice(1)
      .map((p, i) => ({ ...{ a: all[i]!, b: p.name, type: 'seam' }, ...{ p0: [0, ...at(i + 1)], p1: [L / 2, ...at(i + 1)] } })),
    holds: [
      // Diaphragm at x = 0; symmetry at the middle of the length and along the crown.
      { plates: all, point: [0, 0, 0], normal: [1, 0, 0], held: ['y', 'z'] },
      { plates: all, point: [L / 2, 0, 0], normal: [1, 0, 0], held: ['x', 'ry', 'rz'] },
      { plates: [all[0]!], point: [0, 0, R], normal: [0, 1, 0], held: ['y', 'rx'] },
    ],
    pressures: all.map((plate) => ({ plate, q: [0, 0, -90] })),
    probes: [{ name: 'edge', plate: all.at(-1)!, point: [L / 2, ...at(facets)] }],
  };
}

/** A plate of 4 mm under uniform compression of 1 N/mm along x, its edges held square and hard; the far long edge free or not. */
export function pressed(long: number, wide: number, cells: readonly [number, number], free: boolean) {
  const edge = (point: number[], normal: number[], held: string[]) => ({ plates: ['plate'], point, normal, held });
  return {
    plates: [{ name: 'plate', t: 4, fy: null, outline: rect(0, 0, long, wide), cells }],
    holds: [
      edge([0, 0, 0], [1, 0, 0], ['x', 'z', 'rx']),
      edge([long, 0, 0], [1, 0, 0], ['z', 'rx']),
      edge([0, 0, 0], [0, 1, 0], ['z', 'ry']),
      ...(free ? [] : [edge([0, wide, 0], [0, 1, 0], ['z', 'ry'])]),
      edge([0, wide / 2, 0], [0, 1, 0], ['y']),
    ],
    lines: [{ plate: 'plate', p0: [long, 0, 0], p1: [long, wide, 0], q: [-1, 0, 0] }],
  };
}

/** A square plate of 1000 under uniform pressure of 1 MPa, its edges held hard and simply or clamped; what its middle does. */
export function floor(t: number, clamped: boolean, n = 16) {
  const edge = (point: number[], normal: number[], held: string[]) => ({ plates: ['plate'], point, normal, held });
  const all = ['z', 'rx', 'ry'];
  return {
    plates: [{ name: 'plate', t, fy: null, outline: rect(0, 0, 1000, 1000), cells: [n, n] }],
    holds: [
      ...[0, 1000].map((x) => edge([x, 0, 0], [1, 0, 0], clamped ? all : ['z', 'rx'])),
      ...[0, 1000].map((y) => edge([0, y, 0], [0, 1, 0], clamped ? all : ['z', 'ry'])),
      edge([0, 0, 0], [1, 0, 0], ['x', 'y']),
    ],
    pressures: [{ plate: 'plate', q: [0, 0, -1] }],
    probes: [{ name: 'middle', plate: 'plate', point: [500, 500, 0] }],
  };
}

/** A square of 400 x 4 under shear of 1 N/mm along all its edges, held square and hard. */
export const sheared = (n = 16) => {
  const square = pressed(400, 400, [n, n], false);
  const line = (p0: number[], p1: number[], q: number[]) => ({ plate: 'plate', p0, p1, q });
  return {
    ...square,
    holds: [
      ...square.holds.slice(0, 4).map((h) => ({ ...h, held: h.held.filter((x) => x !== 'x') })),
      // Sheared with u alone: nothing moves along y, and the middle not along x.
      ...[0, 400].map((x) => ({ plates: ['plate'], point: [x, 0, 0], normal: [1, 0, 0], held: ['y'] })),
      { plates: ['plate'], point: [0, 200, 0], normal: [0, 1, 0], held: ['x'] },
    ],
    lines: [
      line([400, 0, 0], [400, 400, 0], [0, 1, 0]),
      line([0, 0, 0], [0, 400, 0], [0, -1, 0]),
      line([0, 400, 0], [400, 400, 0], [1, 0, 0]),
      line([0, 0, 0], [400, 0, 0], [-1, 0, 0]),
    ],
  };
};
