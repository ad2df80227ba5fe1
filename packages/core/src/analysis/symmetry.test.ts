import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readJob } from '../job/document.ts';
import { jointModel } from '../job/field.ts';
import { analyse, analyseSystem, systemOf, type FieldResult } from './analyse.ts';
import { oneBolt, stub, tStub, weld } from './bench-models.testing.ts';
import { bucklingOf } from './buckling.ts';
import { readFieldModel, type FieldModel } from './model.ts';
import { follow, solverOf, type State } from './path.ts';
import type { Memory, System } from './system.ts';

const tern = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const model = (mark: string, more: Readonly<Record<string, number>> = {}): FieldModel => {
  const joint = tern.joints.find((j) => j.mark === mark)!;
  const combinations = joint.combinations.map((c) => ({ ...c, ...more }));
  return jointModel({ ...joint, combinations }, tern, { preview: true }).model;
};
const mirrored = (m: FieldModel): boolean => systemOf(m).mirror !== null;

/** The last state on the way to what stops a model. */
function limitOf(system: System): State {
  let last: State | null = null;
  const result = analyseSystem(system, { progress: (_lam, states) => (last = states.last) });
  expect(result.multiple).toBeGreaterThan(0);
  return last!;
}

/** Every layer and every link as the whole remembers it. */
function sameMemory(half: Memory, whole: Memory): void {
  expect(half.yielded).toEqual(whole.yielded);
  const most = (x: Float64Array): number => x.reduce((m, v) => Math.max(m, Math.abs(v)), 0);
  for (const of of ['layers', 'links'] as const) {
    expect(most(whole[of])).toBeGreaterThan(1e-3);
    expect(most(half[of].map((v, i) => v - whole[of][i]!)) / most(whole[of])).toBeLessThan(1e-6);
  }
}

describe('a model that is its own mirror image', () => {
  // Cleats whose bolts go through the plane, so that their plies change sides; a base on its bed and anchors.
  it.each(['A2-01', 'P1-01'])('%s: half of it gives what the whole does', (mark) => {
    const m = model(mark);
    const [half, whole] = [systemOf(m), systemOf(m, { whole: true })];
    expect(half.assembly.pattern.unknowns).toBeLessThan(0.52 * half.n);
    expect([whole.n, whole.assembly.pattern.unknowns, whole.mirror]).toEqual([half.n, half.n, null]);
    const last: State[] = [];
    const [a, b] = [half, whole].map((system, i) =>
      analyseSystem(system, { buckling: true, progress: (_lam, states) => (last[i] = states.last) }),
    ) as [FieldResult, FieldResult];
    sameMemory(last[0]!.memory, last[1]!.memory);
    expect(a.multiple).toBeCloseTo(b.multiple, 7);
    expect([a.end, a.steps, a.iterations, a.events.length]).toEqual([b.end, b.steps, b.iterations, b.events.length]);
    expect([a.size.solved, b.size.solved]).toEqual([half.assembly.pattern.unknowns, half.n]);
    const [of, all] = [a.limit!, b.limit!];
    expect(of.bolts.map((x) => x.name)).toEqual(all.bolts.map((x) => x.name));
    of.bolts.forEach((bolt, i) => {
      expect(Math.abs(bolt.F_t - all.bolts[i]!.F_t)).toBeLessThan(0.01);
      bolt.planes.forEach((p, k) => expect(Math.abs(p.F_v - all.bolts[i]!.planes[k]!.F_v)).toBeLessThan(0.01));
    });
    for (const use of of.uses) {
      const same = all.uses.find((u) => u.kind === use.kind && u.part === use.part && u.ply === use.ply)!;
      expect(Math.abs(use.value - same.value)).toBeLessThan(1e-5);
    }
    a.buckling.forEach((mode, i) => expect(mode.multiple / b.buckling[i]!.multiple).toBeCloseTo(1, 4));
  });
  it('is remembered on both sides', () => {
    const m = readFieldModel(tStub(8));
    expect(mirrored(m)).toBe(true);
    const [a, b] = [{}, { whole: true }].map((o) => limitOf(systemOf(m, o)).memory) as [Memory, Memory];
    expect(a.yielded.reduce((s, y) => s + y, 0)).toBeGreaterThan(100);
    sameMemory(a, b);
  });
  it('is one movement or its opposite: what moves alike and what moves against make the whole', () => {
    const m = model('P1-01');
    const half = systemOf(m);
    const against = half.against()!;
    expect(half.assembly.pattern.unknowns + against.pattern.unknowns).toBe(half.n);
    expect(systemOf(m, { whole: true }).against()).toBeNull();
  });
  it('buckles out of its plane as the whole does in the same state', () => {
    const m = model('E1-05');
    const [half, whole] = [systemOf(m), systemOf(m, { whole: true })];
    const solver = solverOf(half);
    let at: State | null = null;
    follow(solver, { until: 'design', stopRatio: () => 0, accepted: ({ state }) => (at = state) });
    const [a, b] = [bucklingOf(half, at!, solver.factor), bucklingOf(whole, at!, solverOf(whole).factor)];
    expect(a).toHaveLength(2);
    a.forEach((mode, i) => {
      expect(mode.plate).toBe(b[i]!.plate);
      expect(mode.multiple / b[i]!.multiple).toBeCloseTo(1, 6);
    });
  });
  it('has each image as the image of its image', () => {
    const { mirror } = systemOf(model('A2-01'));
    const { unknowns, signs, cells, vertices, links } = mirror!;
    expect([...unknowns].every((j, i) => unknowns[j] === i && signs[j] === signs[i] && Math.abs(signs[i]!) === 1)).toBe(true);
    expect([...cells].every((d, c) => cells[d] === c)).toBe(true);
    expect([...vertices].every((w, v) => vertices[w] === v)).toBe(true);
    for (const [link, image] of links) expect(links.get(image.link)!.link).toBe(link);
    expect(mirror!.plane).toEqual({ n: [0, 1, 0], at: [0, 0, 0] });
  });
});

describe('a model that is not', () => {
  it('is solved as a whole: forces of one side, one cleat, one plate of two', () => {
    expect(mirrored(model('E1-05'))).toBe(true);
    expect(mirrored(model('E1-05', { V_y: 1 }))).toBe(false);
    expect(mirrored(model('E1-05', { T: 0.5 }))).toBe(false);
    expect(mirrored(model('B1-01'))).toBe(false);
    expect(mirrored(model('P1-01'))).toBe(true);
    expect(mirrored(model('P1-01', { V_y: 1 }))).toBe(false);
  });
  it('is so by anything that one side has alone', () => {
    const m = model('E1-05');
    const [bolt, other] = m.bolts;
    expect(bolt!.point[1]).toBeCloseTo(-other!.point[1], 9);
    const first = (of: FieldModel['bolts'], change: Partial<FieldModel['bolts'][number]>) => [
      { ...of[0]!, ...change },
      ...of.slice(1),
    ];
    const unlike: Partial<FieldModel>[] = [
      { bolts: first(m.bolts, { F_t_Rd: bolt!.F_t_Rd * 0.99 }) },
      { bolts: first(m.bolts, { clearance: 0.5 }) },
      { bolts: first(m.bolts, { k_v: bolt!.k_v! * 1.01 }) },
      { bolts: m.bolts.slice(1) },
      {
        plates: m.plates.map((p) => (p.name === 'plate' ? { ...p, outline: p.outline.map(([x, y]) => [x + 1, y] as const) } : p)),
      },
      { plates: m.plates.map((p) => (p.name === 'beam top flange' ? { ...p, holes: [{ x: 200, y: 40, d: 24 }] } : p)) },
      { lines: [{ plate: 'plate', p0: [10, 20, -80], p1: [10, 60, -80], q: [1, 0, 0] }] },
    ];
    for (const change of unlike) expect(mirrored({ ...m, ...change })).toBe(false);
  });
  it('is so where a weld is on one side', () => {
    const both = weld([0, 0, 1000]);
    expect(mirrored(readFieldModel(both))).toBe(true);
    const one = { ...both, welds: both.welds.map((w) => ({ ...w, sides: 1 })) };
    const { mirror } = systemOf(readFieldModel(one));
    // Along the weld it still has its middle.
    expect(mirror === null || Math.abs(mirror.plane.n[1]) === 1).toBe(true);
  });
  it('gives the same multiple however it is pushed off its plane of symmetry: a little of a load is a little of a change', () => {
    const at = (V_y: number): number => analyse(oneSided(V_y)).multiple;
    const none = at(0);
    for (const V_y of [1, 10, 100]) expect(Math.abs(at(V_y) / none - 1)).toBeLessThan(1e-3);
  });
});

/** An I stub in bending with a force sideways, N. */
const oneSided = (V_y: number): object => stub([0, V_y, 0], [0, 165.58e6, 0]);

describe('what nothing holds against its image', () => {
  it('is refused, although no load moves it', () => {
    const held = tStub(8);
    expect(analyse(held).multiple).toBeGreaterThan(0.5);
    // A bar that is pulled straight, its end held along it alone: it could go sideways.
    const bar = {
      plates: [
        {
          name: 'bar',
          t: 10,
          fy: 275,
          outline: [
            [0, -30],
            [200, -30],
            [200, 30],
            [0, 30],
          ],
          h: 15,
        },
      ],
      sections: [{ name: 'end', plates: ['bar'], point: [200, 0, 0], normal: [1, 0, 0] }],
      holds: [{ plates: ['bar'], point: [0, 0, 0], normal: [1, 0, 0], held: ['x', 'z', 'ry'] }],
      loads: [{ section: 'end', F: [1000, 0, 0] }],
    };
    expect(() => analyse(bar)).toThrow(/plate bar is not held: it moves in its plane/);
    const right = { ...bar, holds: [{ ...bar.holds[0]!, held: ['x', 'y', 'z', 'ry'] }] };
    expect(mirrored(readFieldModel(right))).toBe(true);
    expect(analyse(right, { until: 'design' }).words).toBe('Carries the design load.');
  });
});

describe('a bolt at a slant', () => {
  it('needs no image: whatever its angle, half and whole agree', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 90, noNaN: true }), (angle) => {
        const m = readFieldModel(oneBolt(angle));
        const [a, b] = [{}, { whole: true }].map((o) => analyseSystem(systemOf(m, o), {}).multiple);
        expect(a! / b!).toBeCloseTo(1, 6);
      }),
      { numRuns: 4 },
    );
  });
});
