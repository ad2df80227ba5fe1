import { describe, expect, it } from 'vitest';
import { Run, Sheet, type FormulaSection } from '../../formula/index.ts';
import { eccentricity, EDGES, type Anchorage, type AnchorPlace, type Edge } from '../anchorage.ts';
import { BlowOut, faceRows } from './blowout.ts';
import { Cone, coneGeometry } from './cone.ts';
import { ConcreteEdge, shareShear, shearFaces } from './edge.ts';

// Two or three headed anchors, 24 mm, in C25 of no end but for the faces that a test gives; gamma_Mc = gamma_C = 1.5. By hand, EN 1992-4 beside it.
const GIVEN = {
  k_1: [7.7, 'cone'],
  k_5: [8.7, 'face'],
  k_9: [1.7, 'cone'],
  f_ck: [25, 'MPa'],
  d: [24, 'mm'],
  a_h: [50, 'mm'],
  t_h: [10, 'mm'],
  h_ef: [200, 'mm'],
  H: [Infinity, 'mm'],
  gamma_Mc: [1.5, '-'],
  gamma_C: [1.5, '-'],
} as const;
function worked<T>(over: Partial<Record<keyof typeof GIVEN, number>>, make: (s: FormulaSection) => T): { r: Run; of: T } {
  const sheet = new Sheet();
  const slots = Object.entries(GIVEN).map(([symbol, [value, unit]]) => ({
    slot: sheet.given(symbol, unit, symbol),
    value: over[symbol as keyof typeof GIVEN] ?? value,
  }));
  const of = make(sheet.section('one'));
  const r = new Run(sheet);
  for (const { slot, value } of slots) r.v[slot.index] = value;
  return { r, of };
}

interface Set {
  readonly h_ef?: number;
  readonly H?: number;
  readonly faces?: Partial<Anchorage['block']>;
}
const block = (anchors: readonly AnchorPlace[], { h_ef = 200, H = Infinity, faces = {} }: Set = {}): Anchorage => ({
  anchors,
  block: { y1: -Infinity, y2: Infinity, z1: -Infinity, z2: Infinity, ...faces },
  H,
  input: {
    anchors: { pattern: { type: 'rows' }, type: 'headed', d: 24, h_ef, product: { alpha_sus: 0, psi_sus_0: 1 } },
    concrete: { wide_mesh: false, cracked: true, edge_bars: 'none' },
  },
});

/** The same anchors and faces seen from each side: those of face y+, turned to another. */
const TURNS: Readonly<Record<Edge, (p: AnchorPlace) => AnchorPlace>> = {
  'y+': (p) => p,
  'y-': ({ y, z }) => ({ y: -y, z: -z }),
  'z+': ({ y, z }) => ({ y: -z, z: y }),
  'z-': ({ y, z }) => ({ y: z, z: -y }),
};
const faceAt = (edge: Edge, at: number): Partial<Anchorage['block']> => ({
  [`${edge[0]}${edge[1] === '+' ? 2 : 1}`]: edge[1] === '+' ? at : -at,
});

describe.each(EDGES)('concrete at the face %s', (edge) => {
  const turn = TURNS[edge];
  const pair = [turn({ y: 0, z: -150 }), turn({ y: 0, z: 150 })];

  it('blows out at its side, less where the forces are off the middle of the row', () => {
    const m = block(pair, { h_ef: 400, faces: faceAt(edge, 100) });
    const rows = faceRows(m, [0, 1]);
    expect(rows.map((x) => [x.edge, x.c_1, x.l, x.s_2])).toEqual([[edge, 100, 700, 300]]);
    const { r, of } = worked({ h_ef: 400 }, (s) => new BlowOut(s));
    // A_h = pi/4 (50^2 - 24^2) = 1511.1; N0 = 8.7 x 100 x sqrt(1511.1) x sqrt(25) = 169.097 kN; A/A0 = 700 x 400/400^2 = 1.75;
    // psi_g = 1.4142 - 0.4142 x 300/400 = 1.10355; even: 169.097 x 1.75 x 1.10355/1.5.
    expect(of.work(r, m, rows[0]!, [40e3, 40e3])).toBeCloseTo(217_709.2, 0);
    // 60 and 20: e = 150 x 40/80 = 75; psi_ec = 1/(1 + 2 x 75/400) = 0.72727.
    for (const F of [
      [60e3, 20e3],
      [20e3, 60e3],
    ])
      expect(of.work(r, m, rows[0]!, F)).toBeCloseTo(158_334, 0);
  });

  it('gives in shear towards it, less where a twist moves that off the middle', () => {
    const m = block(pair, { faces: faceAt(edge, 120) });
    const [face, ...others] = shearFaces(m);
    expect([face!.edge, face!.c_1, face!.l, others]).toEqual([edge, 120, 150 * 2 + 360, []]);
    const { r, of } = worked({}, (s) => new ConcreteEdge(s));
    const shear = (towards: number, along: number, T = 0) => {
      const { y, z } = turn({ y: towards, z: along });
      return of.work(r, m, face!, shareShear(m, y, z, T));
    };
    // l_f = min(200, 288); alpha = 0.1 sqrt(200/120) = 0.12910; beta = 0.1 (24/120)^0.2 = 0.07248;
    // V0 = 1.7 x 24^0.12910 x 200^0.07248 x 5 x 120^1.5 = 24.726 kN; A/A0 = 660 x 180/(4.5 x 120^2) = 1.83333.
    const straight = 24_725.739 * 1.833333;
    expect(shear(20e3, 0)!.resistance).toBeCloseTo(straight / 1.5, 0);
    // T/V = 30 mm: psi_ec = 1/(1 + 2 x 30/360) = 0.857143, whichever way it turns.
    for (const T of [600e3, -600e3]) expect(shear(20e3, 0, T)!.resistance).toBeCloseTo((straight * 0.857143) / 1.5, 0);
    // As much along it, all of it on this row: V = 28.284, psi_alpha = 1/sqrt(0.5 + 0.25 x 0.5) = 1.264911.
    const inclined = shear(20e3, 20e3)!;
    expect(inclined.demand).toBeCloseTo(28_284.27, 1);
    expect(inclined.resistance).toBeCloseTo((straight * 1.264911) / 1.5, 0);
    // Away from it, and nothing along it: it is not asked.
    expect(shear(-20e3, 0)).toBeNull();
  });
});

describe('concrete cone', () => {
  it('is the union of what its anchors hold, less where their resultant is off their centroid, in either direction', () => {
    const { r, of } = worked({}, (s) => new Cone(s));
    for (const inZ of [false, true]) {
      const m = block([-75, 75].map((x) => (inZ ? { y: 0, z: x } : { y: x, z: 0 })));
      const geo = coneGeometry(m, [0, 1]);
      expect([geo.A_c, geo.narrow, geo.c_min]).toEqual([750 * 600, null, Infinity]);
      // N0 = 7.7 x 5 x 200^1.5 = 108.894 kN; A/A0 = 750 x 600/600^2 = 1.25; psi_re = min(1, 0.5 + 200/200).
      expect(of.work(r, m, geo, eccentricity(m, [0, 1], [1, 1]), null)).toBeCloseTo(136_118.1, 0);
      // 3 to 1: e = 75 x 2/4 = 37.5; psi_ec = 1/(1 + 75/600) = 0.888889.
      expect(of.work(r, m, geo, eccentricity(m, [0, 1], [3, 1]), null)).toBeCloseTo(120_993.8, 0);
    }
  });

  it('is disturbed by an edge that is nearer than 1.5 h_ef, and cut by it', () => {
    const { r, of } = worked({}, (s) => new Cone(s));
    const at = (c: number): number => {
      const m = block([{ y: 0, z: 0 }], { faces: { y2: c } });
      return of.work(r, m, coneGeometry(m, [0]), { y: 0, z: 0 }, null);
    };
    // c = 150: A = (300 + 150) x 600, psi_s = 0.7 + 0.3 x 150/300 = 0.85.
    expect(at(150)).toBeCloseTo(108_894.44 * 0.75 * 0.85, 0);
    expect(at(300)).toBeCloseTo(108_894.44, 0);
    expect(at(301)).toBeCloseTo(108_894.44, 0);
    expect(at(299)).toBeLessThan(108_894);
  });

  it('counts as deep as a narrow member lets it be: three near edges', () => {
    const { r, of } = worked({}, (s) => new Cone(s));
    const m = block([{ y: 0, z: 0 }], { faces: { y1: -120, y2: 150, z1: -90 } });
    const geo = coneGeometry(m, [0]);
    // h' = max(c_max/1.5, s_max/3) = 150/1.5 = 100: c_cr = 150; A = (120 + 150) x (90 + 150), psi_s = 0.7 + 0.3 x 90/150.
    expect([geo.h_e, geo.A_c]).toEqual([100, 270 * 240]);
    expect(of.work(r, m, geo, { y: 0, z: 0 }, null)).toBeCloseTo(7.7 * 5 * 1000 * ((270 * 240) / 300 ** 2) * 0.88, 0);
  });
});

describe('rows at a face', () => {
  it('end at a corner, and fall apart where their anchors are more than 4 c_1 apart', () => {
    const { r, of } = worked({ h_ef: 400 }, (s) => new BlowOut(s));
    const m = block(
      [
        { y: 0, z: -150 },
        { y: 0, z: 150 },
      ],
      { h_ef: 400, faces: { y2: 100, z2: 250 } },
    );
    const [row] = faceRows(m, [0, 1]);
    expect([row!.c_2, row!.l]).toEqual([100, 600]);
    // As above, with A/A0 = 600 x 400/400^2 = 1.5, psi_s = 0.7 + 0.3 x 100/200 = 0.85 and e = 75.
    expect(of.work(r, m, row!, [60e3, 20e3])).toBeCloseTo(115_357.6, 0);

    const apart = (gap: number) =>
      faceRows(
        block(
          [
            { y: 0, z: 0 },
            { y: 0, z: gap },
          ],
          { h_ef: 400, faces: { y2: 100 } },
        ),
        [0, 1],
      );
    expect(apart(400).map((x) => x.idx)).toEqual([[0, 1]]);
    expect(apart(401).map((x) => x.idx)).toEqual([[0], [1]]);
    // A face farther off than half the embedment does not count.
    expect(faceRows(block([{ y: 0, z: 0 }], { h_ef: 400, faces: { y2: 200 } }), [0])).toHaveLength(1);
    expect(faceRows(block([{ y: 0, z: 0 }], { h_ef: 400, faces: { y2: 201 } }), [0])).toHaveLength(0);
  });
});

describe('shear among anchors', () => {
  it('is shared alike, and a twist turns them about their centroid', () => {
    const m = block([
      { y: -100, z: -100 },
      { y: 100, z: -100 },
      { y: 100, z: 100 },
      { y: -100, z: 100 },
    ]);
    // J = 4 x (100^2 + 100^2) = 80,000: T = 8 kNm gives 0.1 kN/mm x 100 in each direction.
    const { each, twist } = shareShear(m, 40e3, 0, 8e6);
    expect(twist).toBe(8e6);
    expect(each.map((v) => [v.y / 1e3, v.z / 1e3])).toEqual([
      [20, -10],
      [20, 10],
      [0, 10],
      [0, -10],
    ]);
  });

  it('that goes past their centroid twists them', () => {
    const m = block([
      { y: 0, z: 0 },
      { y: 0, z: 200 },
    ]);
    // V_y = 10 kN through the column axis is 100 mm off their centroid: T = 1 kNm, +-5 kN at 100 mm each.
    const { each, twist } = shareShear(m, 10e3, 0, 0);
    expect(twist).toBeCloseTo(1e6, 6);
    expect(each.map((v) => v.y)).toEqual([10e3, 0]);
    // The sum is what acts.
    expect(each.reduce((s, v) => s + v.y, 0)).toBe(10e3);
  });
});
