import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJob } from '../job/document.ts';
import { jointModel } from '../job/field.ts';
import { fieldStrengths } from '../standards/en1993/field-strengths.ts';
import { analyse, systemOf } from './analyse.ts';
import { oneBolt } from './bench-models.testing.ts';
import { meshOf } from './mesh.ts';
import { readFieldModel } from './model.ts';
import { holeAt, offHole } from './outline.ts';
import { netArea, sheetHole } from './sheet.ts';

const tern = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const job = { ...tern, joints: tern.joints.filter((j) => j.mark === 'B1-01') };
const model = (holes: object) => {
  const joint = job.joints[0]!;
  return jointModel({ ...joint, input: { ...(joint.input as object), holes } }, job, { preview: true }).model;
};

describe('a slot of a plate', () => {
  it('is what is within half its width of its centre line', () => {
    const slot = { x: 10, y: 0, d: 22, sx: 8 };
    expect([offHole(slot, 14, 3), offHole(slot, 6, -3), offHole(slot, 17, 4)]).toEqual([3, 3, 5]);
    expect(offHole({ x: 0, y: 0, d: 22, sy: 8 }, 3, 8)).toBe(5);
    expect(offHole({ x: 1, y: 1, d: 22 }, 4, 5)).toBe(5);
    expect(holeAt([slot], 10.5, 0.5)).toBe(slot);
    expect(holeAt([slot], 13, 0)).toBeUndefined();
  });
  it('has a direction, and a hole drilled half a millimetre longer is round', () => {
    expect(sheetHole({ x: 1, z: 2, d_h: 26, d_v: 22 })).toEqual({ x: 1, y: 2, d: 22, sx: 4 });
    expect(sheetHole({ x: 1, z: 2, d_h: 22, d_v: 30 })).toEqual({ x: 1, y: 2, d: 22, sy: 8 });
    expect(sheetHole({ x: 1, z: 2, d_h: 22.5, d_v: 22 })).toEqual({ x: 1, y: 2, d: 22.5 });
  });
  it('takes d s of steel more than a round hole', () => {
    const outline = [
      [0, 0],
      [100, 0],
      [100, 80],
      [0, 80],
    ] as const;
    const area = (hole: object): number => {
      const raw = { plates: [{ name: 'p', t: 10, fy: 275, outline, holes: [{ x: 50, y: 40, d: 20, ...hole }], h: 4 }] };
      const m = readFieldModel({ ...raw, pressures: [{ plate: 'p', q: [0, 0, 1] }] });
      return meshOf(m).tributary.reduce((s, A) => s + A, 0);
    };
    expect((area({}) - area({ sx: 30 })) / (20 * 30)).toBeCloseTo(1, 1);
    expect((area({}) - area({ sy: 30 })) / (20 * 30)).toBeCloseTo(1, 1);
    expect(netArea({ outline, holes: [{ x: 50, y: 40, d: 20, sx: 30 }] })).toBeCloseTo(8000 - Math.PI * 100 - 600, 9);
  });
});

describe('a bolt in a slot', () => {
  const pulled = (sx: number, sy: number) => {
    const lap = oneBolt(0);
    const plates = lap.plates.map((p) =>
      p.name === 'upper' ? { ...p, holes: [{ x: 0, y: 0, d: 22, ...(sx ? { sx } : {}), ...(sy ? { sy } : {}) }] } : p,
    );
    const probes = [{ name: 'end', plate: 'upper', point: [60, 0, 15] }];
    const made = analyse({ ...lap, plates, probes, loads: [{ ...lap.loads[0]!, F: [50_000, 0, 0], M: [0, 0, 0] }] });
    return { multiple: made.multiple, moved: made.design!.probes['end']![0] };
  };
  it('goes along it by half of what it is longer, and then bears as in a round hole', () => {
    const [round, slot, across] = [pulled(0, 0), pulled(10, 0), pulled(0, 10)];
    // 94.08 kN of the shear plane over 50.
    expect(round.multiple).toBeCloseTo(94.08 / 50, 1);
    expect(slot.multiple / round.multiple).toBeCloseTo(1, 1);
    expect(slot.moved - round.moved).toBeCloseTo(5, 1);
    expect(across.moved).toBeCloseTo(round.moved, 1);
    expect(across.multiple / round.multiple).toBeCloseTo(1, 2);
  });
  it('moves in proportion, from none on', () => {
    const none = pulled(1e-3, 0).moved;
    for (const sx of [0.01, 0.1, 1, 4]) expect((pulled(sx, 0).moved - none) / ((sx - 1e-3) / 2)).toBeCloseTo(1, 1);
  });
});

describe('a hole that is pushed', () => {
  /** Force, kN, at which a lap of one strong bolt stops, its upper plate with a slot along x pulled at so many degrees to it. */
  const stops = (degrees: number) => {
    const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
    const lap = oneBolt(0);
    const plates = lap.plates.map((p) => (p.name === 'upper' ? { ...p, holes: [{ x: 0, y: 0, d: 22, sx: 6 }] } : p));
    const bolts = lap.bolts.map((b) => ({ ...b, F_v_Rd: 1e6, F_b_Rd: [1e6, [100e3, 60e3]] }));
    const loads = [{ section: 'pulled', F: [50_000 * c, 50_000 * s, 0], M: [0, 0, -60 * 50_000 * s] }];
    const holds = [{ ...lap.holds[0]!, held: ['rx', 'ry'] }];
    // One bolt lets it turn: its end does not.
    const sections = lap.sections.map((x) => (x.fixed ? x : { ...x, held: ['rz'] }));
    const made = analyse({ ...lap, plates, bolts, loads, holds, sections });
    const of = (kind: string) => made.limit!.uses.find((u) => u.kind === kind && u.ply === 'upper')!.value;
    return { F: 50 * made.multiple, bearing: of('bearing'), pushed: of('bearing-crush') };
  };
  it('is crushed at its resistance along the slot, across it, and between them on the ellipse of both', () => {
    for (const [degrees, known] of [
      [0, 100],
      [90, 60],
      [45, 1 / Math.hypot(Math.SQRT1_2 / 100, Math.SQRT1_2 / 60)],
    ] as const) {
      const { F, bearing, pushed } = stops(degrees);
      // At all of it, and pushed by some of a sixth of the bolt.
      expect(bearing * 0.95).toBeCloseTo(1, 1);
      expect(pushed).toBeGreaterThan(0.02);
      expect(F / known).toBeGreaterThan(0.98);
      expect(F / known).toBeLessThan(1.03);
    }
  });
});

describe('bearing in holes that are not normal', () => {
  const UNDER = { factors: { gamma_M2: 1.25 }, set: '', settings: {} };
  const part = { d: 20, d0: 22, t: 10, f_u: 430, f_ub: 800, end: 40, pitch: 70, edge: 50, gauge: null };
  const F = (more: object): number => fieldStrengths.bearing({ ...part, ...more }, UNDER).F_b_Rd;
  it('has 0.6 across a slot, 0.8 in an oversize hole, all of it along a slot and under the washer of an anchor', () => {
    // alpha_b = 40/66 = 0.60606, k_1 = 2.5: 2.5 x 0.60606 x 430 x 20 x 10/1.25 = 104.24 kN.
    expect(F({}) / 1e3).toBeCloseTo(104.24, 2);
    expect(F({ slot: { long: 26, across: true } }) / F({})).toBeCloseTo(0.6, 12);
    expect(F({ slot: { long: 26, across: false } })).toBe(F({}));
    // d_0 = 24: alpha_b = 40/72, pitch 70/72 - 0.25; x 0.8.
    expect(F({ d0: 24 }) / 1e3).toBeCloseTo((0.8 * 2.5 * (40 / 72) * 430 * 200) / 1.25 / 1e3, 6);
    expect(F({ d0: 24, anchor: true }) / F({ d0: 24 })).toBeCloseTo(1 / 0.8, 12);
  });
  it('stands so in the model of a fin plate: across its slots 0.6, along them from the middle of their ends', () => {
    const [round, slotted] = [model({ plate: 'normal', web: 'normal' }), model({ plate: 'short_slot_h', web: 'normal' })];
    const of = (m: typeof round) => m.bolts[0]!.F_b_Rd![m.bolts[0]!.plies.indexOf('plate')] as readonly [number, number];
    const [[along, down], [alongSlot, downSlot]] = [of(round), of(slotted)];
    expect(downSlot / down).toBeCloseTo(0.6, 9);
    // e_2 = 50 less 3 of the slot 28 long: 47/66 in place of 50/66.
    const plate = slotted.plates.find((p) => p.name === 'plate')!;
    const { sx, d } = plate.holes[0]!;
    expect([sx, d]).toEqual([4, 22]);
    const edge = Math.max(...plate.outline.map((p) => p[0])) - plate.holes[0]!.x;
    expect(alongSlot / along).toBeCloseTo(Math.min(1, (edge - 2) / 66) / Math.min(1, edge / 66), 6);
  });
  it('can be analysed: a web with slots gives as its bearing does, 0.6 of a round one', () => {
    const at = (web: string): number => analyse(model({ plate: 'normal', web })).multiple;
    const ratio = at('short_slot_h') / at('normal');
    expect(ratio).toBeGreaterThan(0.6);
    expect(ratio).toBeLessThan(0.8);
    expect(systemOf(model({ plate: 'normal', web: 'long_slot_h' })).n).toBeGreaterThan(1000);
  });
});
