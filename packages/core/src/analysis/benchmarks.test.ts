import { describe, expect, it } from 'vitest';
import { analyse } from './analyse.ts';
import { buckledPicture } from './buckling.ts';
import { cook, finPlate, floor, oneBolt, pressed, roof, sheared, stub, tStub, weld } from './bench-models.testing.ts';

/** Known within so many hundredths. */
const within = (value: number, known: number, percent: number): void => {
  expect(Math.abs(value / known - 1) * 100, `${value} against ${known}`).toBeLessThan(percent);
};
const balanced = (r: ReturnType<typeof analyse>): void => {
  const { force, moment, plate } = (r.limit ?? r.design)!.balance;
  for (const b of [force, moment, plate]) expect(b).toBeLessThan(1e-3);
};

describe('the analysis against what is known', () => {
  it("S03: Cook's panel", () => {
    const tip = (n: number): number => analyse(cook(n), { until: 'design' }).design!.probes['tip']![1];
    within(tip(4), 23.02, 0.1);
    within(tip(16), 23.96, 0.6);
  });
  it.each([
    [60, 15],
    [60, 5],
    [30, 10],
  ])('a strip of %s x 10 that is pulled along itself yields all at once, where nothing bends: cells of %s mm', (b, h) => {
    const [L, w] = [200, b / 2];
    const end = (name: string, x: number) => ({ name, plates: ['strip'], point: [x, 0, 0], normal: [1, 0, 0] });
    const corners = [[0, -w] as const, [L, -w] as const, [L, w] as const, [0, w] as const];
    const pulled = analyse({
      plates: [{ name: 'strip', t: 10, fy: 275, outline: corners, h }],
      sections: [end('end', L), { ...end('foot', 0), fixed: true }],
      loads: [{ section: 'end', F: [1000, 0, 0] }],
    });
    // b x 10 x 275 N over 1 kN; its held ends do not thin as it does.
    expect(pulled.multiple / (2.75 * b)).toBeGreaterThan(0.999);
    expect(pulled.multiple / (2.75 * b)).toBeLessThan(1.01);
    expect(pulled.end).toBe('limit-load');
  });
  it.each([
    // w D/(q a^4); half the side with eight cells is known to give these.
    ['E05: a thick plate, simply held', 200, false, 0.0049043, 0.0049],
    ['E08: a thin plate, clamped', 10, true, 0.0012653, 0.001281],
  ] as const)('%s', (_, t, clamped, known, cells) => {
    const w = -analyse(floor(t, clamped), { until: 'design' }).design!.probes['middle']![2];
    const D = (210_000 * t ** 3) / 12 / 0.91;
    within((w * D) / 1e12, known, 1.5);
    within((w * D) / 1e12, cells, 0.3);
  });
  it('S08: a barrel roof as facets', () => {
    const r = analyse(roof(), { until: 'design' });
    within(r.design!.probes['edge']![2], -0.3024, 2);
    balanced(r);
  });
  it.each([
    ['L01: plastic moment of an I stub', [0, 0, 0], [0, 165.58e6, 0]],
    ['L03: its moment beside 0.3 of its plastic force', [428_000, 0, 0], [0, 142.1e6, 0]],
  ])('%s', (_, F, M) => {
    const r = analyse(stub(F, M));
    within(r.multiple, 1, 2);
    expect(r.end).toBe('limit-load');
    expect(r.words).toMatch(/^Stops at (1\.00|0\.99)\d of the load: it can take no more\.$/);
    balanced(r);
  });
  it('W01: two fillets pulled square to the face carry 2 a L f_w/sqrt2, and along it 2 a L f_w/sqrt3', () => {
    // f_w = 430/(0.85 x 1.25) = 404.7 MPa; 2 x 5 x 200 x 404.7/sqrt2 = 572.3 kN, /sqrt3 = 467.3 kN.
    const pulled = analyse(weld([0, 0, 572_300]));
    within(pulled.multiple, 1, 2);
    expect(pulled.stop).toMatchObject({ kind: 'weld-slip', part: 'seam' });
    // The full directional value is met at the same load.
    within(pulled.limit!.uses.find((u) => u.kind === 'weld')!.value / pulled.multiple, 1, 1);
    within(analyse(weld([0, 467_300, 0], [467_300 * 120, 0, 0])).multiple, 1, 2);
    balanced(pulled);
  });
  it.each([
    [0, 94.08],
    [30, 85.21],
    [60, 103.11],
    // In tension alone the axis stops it, not the interaction.
    [90, 141.12],
  ])('B02: one bolt at %d degrees to its shear plane', (degrees, known) => {
    const r = analyse(oneBolt(degrees));
    within(r.multiple * 100, known, 0.2);
    balanced(r);
  });
  it('B06: a fin plate, elastic as its bolt group and at last about its instantaneous centre', () => {
    const r = analyse(finPlate());
    // V/3 and V 60/(2 x 70) of 60 kN: 32.57 kN.
    for (const i of [0, 2]) within(r.design!.bolts[i]!.planes[0]!.F_v, 32_570, 0.6);
    within(r.multiple * 60, 148.9, 3);
    expect(r.stop!.kind).toBe('bearing-crush');
    expect(r.events.map((e) => e.kind)).toEqual(expect.arrayContaining(['yield', 'bearing']));
    // What a bolt takes from one ply it gives to the other.
    for (const b of r.design!.bolts) {
      const { F_v, bearing } = b.planes[0]!;
      for (const ply of bearing) within(ply.F, F_v, 0.5);
    }
    balanced(r);
  });
  it('T01: a welded T-stub on a rigid backing', () => {
    const r = analyse(tStub(5));
    within(r.multiple * 50, 76.4, 6);
    // The strip between the toes turns as one: without that it would move 0.1206 mm under 30 kN.
    within(analyse(tStub(5, 30_000), { until: 'design' }).design!.probes['web']![2], 0.1049, 1);
    expect(r.stop).toMatchObject({ kind: 'strain', part: 'flange' });
    within(r.limit!.bolts[0]!.F_t, 151_000, 15);
    balanced(r);
  });
  it.each([
    ['K01: a square in compression', 400, 400, [16, 16], false, 4, 1],
    ['K04: a strip with one long edge free', 1000, 200, [40, 8], true, 0.465, 3],
  ] as const)('%s buckles as known', (_, long, wide, cells, free, known, percent) => {
    const r = analyse(pressed(long, wide, [...cells], free), { until: 'design', buckling: true });
    // k = sigma b^2 t/(pi^2 D), D = E t^3/(12 (1 - nu^2)): the load is 1 N/mm.
    const D = (210_000 * 64) / 12 / 0.91;
    within((r.buckling[0]!.multiple * wide * wide) / (Math.PI ** 2 * D), known, percent);
    expect(r.buckling[1]!.multiple).toBeGreaterThan(r.buckling[0]!.multiple);
  });
  it('K01: its shape is half a wave each way, out of its plane, nothing of it where no picture was asked for', () => {
    const model = pressed(400, 400, [16, 16], false);
    const [none, seen] = [false, true].map((pictures) => analyse(model, { until: 'design', buckling: true, pictures }));
    expect(none!.buckling[0]!.shape).toBeUndefined();
    const { places } = seen!.design!.picture!;
    const shape = seen!.buckling[0]!.shape!;
    const x = [...places].filter((_v, i) => i % 3 === 0);
    const y = [...places].filter((_v, i) => i % 3 === 1);
    const sign = Math.sign(shape.reduce((s, v) => s + v, 0));
    x.forEach((at, n) => {
      const wave = Math.sin((Math.PI * (at - Math.min(...x))) / 400) * Math.sin((Math.PI * (y[n]! - Math.min(...y))) / 400);
      expect(Math.abs(sign * shape[3 * n + 2]! - wave)).toBeLessThan(0.02);
      expect(Math.hypot(shape[3 * n]!, shape[3 * n + 1]!)).toBeLessThan(1e-3);
    });
    // As far as the load moves it: the same scale shows both.
    const buckled = buckledPicture(seen!.design!.picture!, shape);
    const most = (list: Float32Array): number => list.reduce((m, v) => Math.max(m, Math.abs(v)), 0);
    expect(most(buckled.moves)).toBeCloseTo(most(seen!.design!.picture!.moves), 6);
    expect(buckled.stress).toBe(seen!.design!.picture!.stress);
  });
  it('a square in shear buckles at k = 9.34', () => {
    const r = analyse(sheared(), { until: 'design', buckling: true });
    const D = (210_000 * 64) / 12 / 0.91;
    within((r.buckling[0]!.multiple * 160_000) / (Math.PI ** 2 * D), 9.34, 3);
  });
  it('nothing buckles that is pulled', () => {
    const pulled = pressed(400, 400, [8, 8], false);
    const r = analyse(
      { ...pulled, lines: pulled.lines.map((l) => ({ ...l, q: [1, 0, 0] })) },
      { until: 'design', buckling: true },
    );
    expect(r.buckling).toEqual([]);
  });
});
