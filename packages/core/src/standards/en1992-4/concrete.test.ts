import { describe, expect, it } from 'vitest';
import { eccentricity, EDGES, groupsOf, type Anchorage, type AnchorPlace, type Edge } from '../anchorage.ts';
import { BlowOut, faceRows } from './blowout.ts';
import { Cone, coneGeometry } from './cone.ts';
import { ConcreteEdge, shareShear, shearFaces } from './edge.ts';
import { block, worked, type Standing } from './hand.testing.ts';

/** The same anchors as a circle has them. */
const onCircle = (m: Anchorage): Anchorage => ({
  ...m,
  input: { ...m.input, anchors: { ...m.input.anchors, pattern: { type: 'circle', n: 4, R: 100 } } },
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

describe('heads', () => {
  it('bear by their ring, or by their square less the bar, as far as they are stiff', () => {
    const of = (type: 'headed' | 'washer', t_h: number): number => {
      const m = block([{ y: 0, z: 0 }], { type, h_ef: 400, faces: { y2: 100 } });
      const { r, of: blow } = worked({ h_ef: 400, t_h }, (s) => new BlowOut(s));
      return blow.work(r, m, faceRows(m, [0])[0]!, [1]);
    };
    // One anchor: A/A0 = 400 x 400/400^2. 8.7 x 100 x 5 x sqrt(A_h)/1.5 with A_h = 1511.11 and 2500 - 452.39 = 2047.61.
    expect(of('headed', 10)).toBeCloseTo(2900 * Math.sqrt(1511.106), 0);
    expect(of('washer', 10)).toBeCloseTo(2900 * Math.sqrt(2047.611), 0);
    // A head of 3 mm is stiff over 6 x 3 + 24 = 42 of its 50.
    expect(of('headed', 3)).toBeCloseTo(2900 * Math.sqrt(0.785398 * (42 ** 2 - 24 ** 2)), 0);
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
    // The mean of unequal gaps.
    const uneven = block(
      [0, 100, 300].map((z) => ({ y: 0, z })),
      { h_ef: 400, faces: { y2: 100 } },
    );
    expect(faceRows(uneven, [0, 1, 2]).map((x) => [x.s_2, x.l])).toEqual([[150, 700]]);
    // A face farther off than half the embedment does not count.
    expect(faceRows(block([{ y: 0, z: 0 }], { h_ef: 400, faces: { y2: 200 } }), [0])).toHaveLength(1);
    expect(faceRows(block([{ y: 0, z: 0 }], { h_ef: 400, faces: { y2: 201 } }), [0])).toHaveLength(0);
  });
});

/** Strength of one anchor at an edge, EN 1992-4, 7.2.2.5(2), as its text has it; N and mm, in cracked C25. */
const atEdge = (d: number, l_f: number, c: number): number =>
  1.7 * d ** (0.1 * (l_f / c) ** 0.5) * l_f ** (0.1 * (d / c) ** 0.2) * 5 * c ** 1.5;

describe('concrete edge', () => {
  const edgeOf = (anchors: readonly AnchorPlace[], set: Standing, d = 24) => {
    const m = block(anchors, set);
    const { r, of } = worked({ d, h_ef: set.h_ef ?? 200, H: set.H ?? Infinity }, (s) => new ConcreteEdge(s));
    const at = { ...m, input: { ...m.input, anchors: { ...m.input.anchors, d } } };
    const face = shearFaces(at).find((f) => f.edge === 'y+')!;
    return { face, resistance: (V_y: number, V_z = 0, T = 0) => of.work(r, at, face, shareShear(at, V_y, V_z, T))!.resistance };
  };
  const pair = [-150, 150].map((z) => ({ y: 0, z }));

  it('is disturbed by the nearer corner, and ends there', () => {
    for (const faces of [
      { y2: 120, z2: 250 },
      { y2: 120, z1: -250 },
    ]) {
      const { face, resistance } = edgeOf(pair, { faces });
      expect([face.c_2, face.l]).toEqual([100, 580]);
      // psi_s = 0.7 + 0.3 x 100/180 = 0.866667.
      expect(resistance(20e3)).toBeCloseTo((atEdge(24, 200, 120) * ((580 * 180) / (4.5 * 120 ** 2)) * 0.8666667) / 1.5, 0);
    }
  });

  it('counts no farther than a thin and narrow member reaches', () => {
    const near = [-50, 50].map((z) => ({ y: 0, z }));
    const { face, resistance } = edgeOf(near, { H: 90, faces: { y2: 120, z1: -200, z2: 110 } });
    // Corners at 150 and 60, both under 180, as H is: c' = max(150/1.5, 90/1.5, 100/3) = 100. Reach 150 each way: 200 + 110.
    expect([face.c_e, face.c_2, face.l]).toEqual([100, 60, 310]);
    // h = min(150, 90); psi_h = sqrt(150/90) = 1.290994; psi_s = 0.7 + 0.3 x 60/150 = 0.82.
    expect(resistance(20e3)).toBeCloseTo((atEdge(24, 200, 100) * ((310 * 90) / 45_000) * 1.290994 * 0.82) / 1.5, 0);
    // A third of the gap, or two thirds of the depth, where those are more.
    expect(
      edgeOf(
        [-60, 300].map((z) => ({ y: 0, z })),
        { H: 90, faces: { y2: 120, z1: -100, z2: 340 } },
      ).face.c_e,
    ).toBe(120);
    expect(edgeOf(near, { H: 165, faces: { y2: 120, z1: -100, z2: 110 } }).face.c_e).toBe(110);
    // One corner that is far, or a depth that is: no narrow member.
    expect(edgeOf(near, { H: 90, faces: { y2: 120, z1: -200, z2: 231 } }).face.thin).toBeNull();
    expect(edgeOf(near, { H: 181, faces: { y2: 120, z1: -200, z2: 110 } }).face.thin).toBeNull();
  });

  it('bears on 12 d of an anchor up to 24 mm, on the larger of 8 d and 300 over that, and on no more than it has', () => {
    for (const [d, l_f] of [
      [20, 240],
      [24, 288],
      [25, 300],
      [30, 300],
      [40, 320],
    ] as const) {
      const whole = (330 * 2 * 180) / (4.5 * 120 ** 2);
      expect(edgeOf(pair, { h_ef: 500, faces: { y2: 120 } }, d).resistance(20e3)).toBeCloseTo(
        (atEdge(d, l_f, 120) * whole) / 1.5,
        0,
      );
    }
    expect(edgeOf([{ y: 0, z: 0 }], { h_ef: 150, faces: { y2: 120 } }).resistance(20e3)).toBeCloseTo(
      (atEdge(24, 150, 120) * ((360 * 180) / (4.5 * 120 ** 2))) / 1.5,
      0,
    );
  });

  it('is pressed by a twist where single anchors go to it, whatever the whole shear does', () => {
    const square = [
      { y: -100, z: -100 },
      { y: 100, z: -100 },
      { y: 100, z: 100 },
      { y: -100, z: 100 },
    ];
    const { face, resistance } = edgeOf(square, { faces: { y2: 200 } });
    expect([face.c_1, face.front.length, face.l]).toEqual([100, 2, 500]);
    const straight = (atEdge(24, 200, 100) * ((500 * 150) / 45_000)) / 1.5;
    const off = (e: number): number => straight / (1 + (2 * e) / 300);
    // 8 kNm: 10 kN on one anchor of the row, 100 mm off its middle. So too where the shear goes the other way.
    expect(resistance(0, 0, 8e6)).toBeCloseTo(off(100), 0);
    expect(resistance(-4e3, 0, 8e6)).toBeCloseTo(off(100), 0);
    // 4 kN with 0.2 kNm: T/V = 50 mm; with 2 kNm no farther than the row reaches.
    for (const T of [0.2e6, -0.2e6]) expect(resistance(4e3, 0, T)).toBeCloseTo(off(50), 0);
    expect(resistance(4e3, 0, 0.5e6)).toBeCloseTo(off(100), 0);
    expect(resistance(4e3)).toBeCloseTo(straight, 0);
    // Three in the row: 10 kNm is 10, 0 and -10 kN, 6 kN are 1 each: 11, 1 and nothing, at (-1100 + 0)/12 = -91.667. T/V would be the end of the row,
    // and half of the way counts, as 6 of 12 kN do: 95.833.
    const six = [-100, 100].flatMap((y) => [-100, 0, 100].map((z) => ({ y, z })));
    const three = edgeOf(six, { faces: { y2: 200 } });
    expect(three.face.front).toHaveLength(3);
    expect(three.resistance(6e3, 0, 10e6)).toBeCloseTo(off(95.8333), 0);
  });

  it('is held by close stirrups, where the concrete is cracked', () => {
    const [plain, held] = [false, true].map((stirrups) => edgeOf(pair, { stirrups, faces: { y2: 120 } }).resistance(20e3));
    expect(held! / plain!).toBeCloseTo(1.4, 12);
  });

  it('that is farther than 10 h_ef and 60 d is none', () => {
    const faces = (h_ef: number, c: number) => shearFaces(block([{ y: 0, z: 0 }], { h_ef, faces: { y2: c } })).length;
    // 60 x 24 = 1440; 10 x 200 = 2000.
    expect([faces(100, 1440), faces(100, 1441), faces(200, 2000), faces(200, 2001)]).toEqual([1, 0, 1, 0]);
  });
});

describe('anchors that act together', () => {
  const stepped = (...back: number[]): Anchorage =>
    block(
      back.map((b, k) => ({ y: -b, z: 60 * k })),
      { h_ef: 400, faces: { y2: 100 } },
    );

  it('at a face are those as near as the nearest, on a circle those a quarter farther', () => {
    for (const [m, idx] of [
      [stepped(0, 1, 1.1), [0, 1]],
      [onCircle(stepped(0, 25, 25.1)), [0, 1]],
    ] as const) {
      expect(faceRows(m, [0, 1, 2]).map((x) => x.idx)).toEqual([idx]);
      expect(shearFaces(m).map((x) => x.front)).toEqual([idx]);
    }
  });

  it('are a chain whose squares touch', () => {
    const m = block([0, 299, 598, 1000].map((z) => ({ y: 0, z })));
    expect(groupsOf(m, [0, 1, 2, 3], 300)).toEqual([[0, 1, 2], [3]]);
    expect(groupsOf(m, [3, 0], 300)).toEqual([[3], [0]]);
    expect(groupsOf(block([0, 300].map((y) => ({ y, z: 0 }))), [0, 1], 300)).toEqual([[0], [1]]);
  });

  it('have their resultant off their own centroid, wherever they stand', () => {
    const m = block([
      { y: 100, z: 500 },
      { y: 200, z: 700 },
    ]);
    // 1 to 3: three quarters of the way, a quarter of it off the middle.
    expect(eccentricity(m, [0, 1], [1, 3])).toEqual({ y: 25, z: 50 });
    expect(eccentricity(m, [0, 1], [3, 1])).toEqual({ y: 25, z: 50 });
    expect(eccentricity(m, [1], [1, 3])).toEqual({ y: 0, z: 0 });
  });
});

describe('narrow members', () => {
  it('let a cone be as deep as a third of the largest gap, of a row and of a circle', () => {
    const row = block(
      [-75, 75].map((y) => ({ y, z: 0 })),
      { faces: { y1: -135, y2: 135, z1: -50 } },
    );
    // c_max = 60, 60/1.5 = 40; s_max = 150, 150/3 = 50.
    expect(coneGeometry(row, [0, 1]).h_e).toBe(50);
    // The gap of the widest two neighbours, not that of the ends.
    const three = block(
      [-75, 25, 75].map((y) => ({ y, z: 0 })),
      { faces: { y1: -135, y2: 135, z1: -50 } },
    );
    expect(coneGeometry(three, [0, 1, 2]).h_e).toBe(40);
    const places = [0, 1, 2, 3].map((k) => ({ y: 100 * Math.cos((k * Math.PI) / 2), z: 100 * Math.sin((k * Math.PI) / 2) }));
    const plain = block(places, { faces: { y1: -110, y2: 110, z1: -110 } });
    // Chord 2 x 100 x sin 45 = 141.42.
    expect(coneGeometry(onCircle(plain), [0, 1, 2, 3]).h_e).toBeCloseTo(141.4214 / 3, 3);
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
    // Across: 10 kN in z, 100 mm off: all of it on the one at the axis.
    const across = shareShear(block([0, 200].map((y) => ({ y, z: 0 }))), 0, 10e3, 0);
    expect(across.each.map((v) => v.z)).toEqual([10e3, 0]);
  });
});
