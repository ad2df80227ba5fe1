import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { checkJoint, tryCheckJoint } from '../report.ts';
import { endPlate } from './index.ts';
import { endPlateField } from './fields.ts';
import type { EndPlateInput } from './input.ts';

/** W4's plate widened for two columns a side: 10x316x286 S275, 4 x 2 M20 8.8 a side at 70/106/60, edge 45; web of 8.1 in S355. */
const base: EndPlateInput = {
  beam: { h: 448, b: 151, tw: 8.1, tf: 13.1, r: 10.5, steel: { grade: 'S355' }, notch: { type: 'none' } },
  support: { type: 'column_flange', t: 13, b: 340, tw: 8.4, r: 11, steel: { grade: 'S355' } },
  plate: { t: 10, h: 286, b: 316, e1: 38, top: 54, full_depth: false, steel: { grade: 'S275' } },
  bolts: {
    d: 20,
    cls: '8.8',
    n1: 4,
    p1: 70,
    p3: 106,
    n2: 2,
    p2: 60,
    threads_in_plane: true,
    category: 'A',
    friction: 'B',
    packing: 0,
  },
  weld: { s: 8 },
  holes: { plate: 'normal', support: 'normal' },
};
const C = { name: 'C', V_Ed: 150, N_Ed: 60, N_tie: 84 };
const report = (input: EndPlateInput) => checkJoint({ kind: 'end-plate', input, combinations: [C] }, DEFAULT_BASIS);
const resistance = (input: EndPlateInput, id: string): number => {
  const found = report(input).combinations[0]!.checks.find((c) => c.id === id)!;
  if (found.type !== 'strength') throw new Error(`${id}: ${found.type === 'skip' ? found.reason : found.type}`);
  return found.resistance / 1e3;
};
const demand = (input: EndPlateInput, id: string): number =>
  (report(input).combinations[0]!.checks.find((c) => c.id === id) as { demand: number }).demand;
const one: EndPlateInput = endPlateField('bolts.n2').set(base, 1);

describe('two columns of bolts on each side of the web', () => {
  // n_s = 2 x 4 x 2 = 16; 0.8 x 16 x 94.08 = 1204.22 kN.
  it('share the reaction', () => expect(resistance(base, 'bolt-group-shear')).toBeCloseTo(1204.22, 1));
  // k1 = 1.4 x 60/22 - 1.7 = 2.11818 (not p_3 = 106: 2.5); end row alpha_b 38/66 = 0.575758: 2.11818 x 0.575758 x 410 x 20 x 10/1.25 = 80.003 kN;
  // inner 112.64 kN is over F_v,Rd = 94.08, so all at the lowest: 16 x 80.003 = 1280.05 kN.
  it('bear with the pitch across', () => expect(resistance(base, 'plate-bearing')).toBeCloseTo(1280.05, 1));
  // Weak bolts that are no weaker than the holes take the sum: M20 10.9 threads in the plane 98 kN; plate 8 thick: end 64.00, inner 90.11 kN;
  // 4 x 64.002 + 12 x 90.109 = 256.01 + 1081.31 = 1337.3 kN.
  it('take the sum where no hole is stronger than its bolt', () =>
    expect(
      resistance({ ...base, plate: { ...base.plate, t: 8 }, bolts: { ...base.bolts, cls: '10.9' } }, 'plate-bearing'),
    ).toBeCloseTo(1337.3, 0));
  // alpha_b = 70/66 - 0.25 = 0.810606 in all rows: 2.11818 x 0.810606 x 470 x 20 x 13/1.25 = 167.855 kN over 94.08: 16 x 167.855 = 2685.7 kN.
  it('bear on the support with the pitch across', () => expect(resistance(base, 'support-bearing')).toBeCloseTo(2685.7, 0));
  // A_nt = 10 (45 + 60 - 33) = 720, A_nv = 10 (38 + 210 - 77) = 1710: V_1 = 0.5 x 410 x 720/1.25 + 275 x 1710/sqrt3 = 118.080 + 271.499 = 389.579; twice 779.16 kN.
  // The outer column with half the load: 4 (0.5 x 410 x 340/1.25 + 271.499) = 1309 kN.
  it('tear out together', () => expect(resistance(base, 'plate-block-shear')).toBeCloseTo(779.16, 1));
  // One row: A_nv = 10 (38 - 11) = 270: 42.868 kN. Both columns 150 apart: A_nt = 10 (45 + 150 - 33) = 1620: 2 (265.68 + 42.868) = 617.1; outer: 4 (55.76 + 42.868) = 394.5 kN.
  it('or the outer column alone, where the columns stand far apart', () => {
    const wide = {
      ...base,
      plate: { ...base.plate, h: 76, b: 496 },
      bolts: { ...base.bolts, n1: 1, p1: 0, p2: 150 },
      support: { ...base.support, b: 560 },
    };
    expect(resistance(wide, 'plate-block-shear')).toBeCloseTo(394.5, 0);
  });
  // 286 >= 1.36 (106 + 60) = 225.8: shear governs. Two rows, h = 146: W = 10 x 146^2/6 = 35526.7, lever (106 + 60 - 8.1)/2 = 78.95; 2 x 35526.7 x 275/78.95 = 247.50 kN.
  it('bend the plate at the middle of the columns', () => {
    const skip = report(base).combinations[0]!.checks.find((c) => c.id === 'plate-bending')!;
    expect(skip.type === 'skip' && skip.reason).toBe(
      'The plate is deep enough (h_p >= 1.36 (p_3 + p_2)): shear governs before bending.',
    );
    expect(
      resistance({ ...base, plate: { ...base.plate, h: 146 }, bolts: { ...base.bolts, n1: 2 } }, 'plate-bending'),
    ).toBeCloseTo(247.5, 1);
  });
  // The stub is that of the inner bolts: m = 42.6143, n = min(45 + 60, 53.2679) = 53.2679, M_pl = 1.96625 kNm (as W4 with f_y);
  // (8 x 53.2679 - 18.5) 1.96625e6/(2 x 42.6143 x 53.2679 - 9.25 x 95.8822) = 407.643 x 1.96625e6/3653.03 = 219.42 kN.
  it('leave a pull to the inner columns', () => {
    expect(resistance(base, 'plate-tstub')).toBeCloseTo(219.42, 1);
    // 8 x lower of plate 0.6 pi 32.3205 x 10 x 410/1.1 = 227.076 and support 13 x 470: 338.40 -> 8 x 227.076 = 1816.6 kN, as with one column.
    expect(resistance(base, 'tie-bolt-punching')).toBeCloseTo(1816.6, 0);
    expect(resistance(one, 'tie-bolt-punching')).toBeCloseTo(1816.6, 0);
    // Shear on each of 16: 9.375 kN; at F_1 a bolt pulls min(219.42 + 2 x 1966.25/53.2679, 1128.96)/8 = 36.655 kN, at 60 kN 10.0233: 9.375/(0.8 x 94.08) + 10.0233/(1.4 x 141.12) = 0.175295.
    expect(demand(base, 'combined-shear-tension')).toBeCloseTo(0.175295, 4);
  });
  it('leave the checks that know nothing of the bolts as they are', () => {
    for (const id of [
      'plate-shear-gross',
      'beam-web-shear-gross',
      'beam-web-shear-plate',
      'weld-strength',
      'tie-weld',
      'tie-web-tension',
    ])
      expect([id, resistance(base, id)]).toEqual([id, resistance(one, id)]);
  });
  it('have their own rules', () => {
    const rule = (p2: number) =>
      report({ ...base, bolts: { ...base.bolts, p2 } })
        .rules.filter((r) => r.type === 'rule' && r.id.startsWith('detail-p2'))
        .map((r) => [r.id, r.pass]);
    expect(rule(60)).toEqual([
      ['detail-p2', true],
      ['detail-p2-max', true],
    ]);
    expect(rule(50)[0]).toEqual(['detail-p2', false]); // 2.4 x 22 = 52.8
    expect(report(one).rules.find((r) => r.id === 'detail-p2')!.type).toBe('skip');
  });
  it('keep the edge distance when a column comes, goes or moves', () => {
    expect(one.plate.b).toBe(196);
    expect(one.bolts).not.toHaveProperty('p2');
    expect(endPlateField('bolts.n2').set(one, 2)).toEqual(base);
    expect(endPlateField('bolts.p2').set(base, 70).plate.b).toBe(336);
    expect(endPlateField('plate.e2').set(base, 50).plate.b).toBe(326);
    expect(endPlateField('plate.e2').get(base)).toBe(45);
  });
  it('are refused beyond the flange or web that they are bolted to', () => {
    const refused = (support: EndPlateInput['support']): string => {
      const r = tryCheckJoint({ kind: 'end-plate', input: { ...base, support }, combinations: [C] }, DEFAULT_BASIS);
      return 'refusal' in r ? r.refusal.message : 'taken';
    };
    expect(refused({ ...base.support, b: 240 })).toBe(
      "bolts.p2: 60 mm puts the outer bolts at or beyond the edge of the column's flange; accepted is one column a side, or less than 56 mm.",
    );
    expect(refused({ type: 'column_web', t: 10, d2: 200, steel: { grade: 'S355' } })).toBe(
      'bolts.p2: 60 mm puts the outer bolts beyond the clear web of the column; accepted is one column a side, or less than 47 mm.',
    );
    expect(refused({ type: 'beam_web', t: 10, d2: 200, steel: { grade: 'S355' } })).toBe('taken');
  });
  it('give the same upside down under an uplift, with a beam on the far face', () => {
    const far = { n1: 2, p1: 70, p3: 106, drop: 40 };
    const web = { type: 'beam_web' as const, t: 9, t_ref: 13, d2: 430, steel: { grade: 'S275' }, e_side: 60 };
    const one: EndPlateInput = {
      ...base,
      support: { ...web, e_top: 120, e_bottom: 90, other_side: { V_Ed: 110, bolts: far } },
      plate: { ...base.plate, e1: 45, h: 315, top: 60 },
      bolts: { ...base.bolts, p1: [60, 70, 80] },
    };
    // Ends 45 and 60 change places, and so do the edges of the support; the far rows hang from the other end: 210 - 40 - 70 = 100.
    const two: EndPlateInput = {
      ...one,
      support: { ...web, e_top: 90, e_bottom: 120, other_side: { V_Ed: 110, bolts: { ...far, drop: 100 } } },
      plate: { ...one.plate, e1: 60, top: 448 - 60 - 315 },
      bolts: { ...one.bolts, p1: [80, 70, 60] },
    };
    const all = (input: EndPlateInput, V_Ed: number) =>
      checkJoint({ kind: 'end-plate', input, combinations: [{ ...C, V_Ed }] }, DEFAULT_BASIS).combinations[0]!.checks.map((c) => [
        c.id,
        c.type === 'strength' ? c.multiple.toPrecision(9) : c.type,
      ]);
    // The far beam still hangs down under an uplift: the web between is checked for the two apart, so here for the beam alone.
    const answers = (input: EndPlateInput, V_Ed: number) => all(input, V_Ed).filter(([id]) => id !== 'support-local-shear');
    expect(answers(two, -150)).toEqual(answers(one, 150));
    expect(answers(two, 150)).not.toEqual(answers(one, 150));
    const local = (input: EndPlateInput, V_Ed: number) => all(input, V_Ed).find(([id]) => id === 'support-local-shear');
    expect(local(two, -150)).toEqual(local({ ...one, support: { ...one.support, other_side: undefined } }, 150));
    expect(Number(local(one, 150)![1])).toBeLessThan(Number(local(two, -150)![1]));
  });
  it('stand in the line and in the solid', () => {
    expect(endPlate.line.print(base)).toBe('EP | 10x316x286 S275 | 4x2xM20-8.8 @70/106/60 | e1 38 | top 54 | fw 8');
    const solid = endPlate.build(base, DEFAULT_BASIS).solid;
    expect([...new Set(solid.bolts.map((b) => b.x))]).toEqual([-113, -53, 53, 113]);
    expect(solid.plates[0]!.holes).toHaveLength(16);
    expect(() => endPlate.line.parse('EP | 10x316x286 S275 | 4x2xM20-8.8 @70/106 | e1 38 | top 54 | fw 8', base)).toThrow(
      '"@70/106" can\'t be read here; expected pitch, gauge and pitch across, as in @70/106/60.',
    );
  });
});
