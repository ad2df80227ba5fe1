import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { leastMultiple, tryBuild } from '../design/judge.ts';
import { costOf } from '../design/cost.ts';
import { readJob } from './document.ts';
import { searchOf } from './search.ts';
import { detailOf, sameDetail } from './shared.ts';
import { standardise, type Standardised, type StandardStage } from './standardise.ts';

const rules = { details: { bolts: [16, 20], plates: [8, 10], legs: [6, 8], pitches: [70], steels: ['S275'], most_lines: 1 } };
const job = { ...readJob(JSON.parse(readFileSync('demo/tern-quay.json', 'utf8'))), rules };
const joints = (...marks: string[]) => marks.map((m) => job.joints.find((j) => j.mark === m)!);
function all(of: ReturnType<typeof joints>, most: number): { made: Standardised; stages: StandardStage[] } {
  const steps = standardise(of, job, most);
  const stages: StandardStage[] = [];
  for (;;) {
    const step = steps.next();
    if (step.done) return { made: step.value, stages };
    stages.push(step.value);
  }
}
const four = joints('B1-01', 'B1-03', 'B2-03', 'C1-02');

describe('few details for many joints', () => {
  it('hold at each joint that they serve, with its own members and forces, and cost what they say', () => {
    const { made, stages } = all(four, 2);
    expect([made.details.length, made.proved]).toEqual([2, true]);
    for (const j of made.joints) {
      if (!j.served) continue;
      const joint = job.joints.find((x) => x.mark === j.mark)!;
      const { acting, basis, rates } = searchOf(joint, job);
      const tried = tryBuild(j.served.kind, j.served.input, acting(j.served.kind), basis)!;
      expect(['holds', 'close']).toContain(tried.report.state);
      expect(tried.report.brokenRules).toEqual([]);
      expect([costOf(tried.built, rates), leastMultiple(tried.report)]).toEqual([j.served.cost, j.served.multiple]);
      // Its own members.
      if (j.served.kind === joint.kind)
        expect((j.served.input as { beam: unknown }).beam).toEqual((joint.input as { beam: unknown }).beam);
      expect(made.details[j.served.detail]!.marks).toContain(j.mark);
    }
    // Joints of one detail have one detail.
    for (const d of made.details) {
      const [a, ...rest] = made.joints.filter((j) => d.marks.includes(j.mark)).map((j) => j.served!);
      for (const b of rest) expect(sameDetail(a!, b)).toBe(true);
    }
    expect(stages.map((s) => s.stage)).toContain('compare');
    expect(stages.every((s) => s.done < s.of && s.of === 4)).toBe(true);
  });

  it('cost each joint the cheapest of its own where there may be as many, and more the fewer there may be', () => {
    const made = [4, 3, 2].map((k) => all(four, k).made);
    expect(made[0]!.total).toBeCloseTo(made[0]!.apart, 9);
    for (const j of made[0]!.joints) expect(j.served!.cost).toBe(j.cheapest);
    const costs = made.map((m) => [m.joints.filter((j) => !j.served).length, m.total] as const);
    for (let i = 1; i < costs.length; i += 1) {
      const [before, after] = [costs[i - 1]!, costs[i]!];
      // More left out, or all of them dearer.
      expect(after[0] > before[0] || after[1] >= before[1] - 1e-9).toBe(true);
    }
    for (const m of made) {
      expect(m.total - m.apart).toBeGreaterThanOrEqual(-1e-9);
      expect(m.details.reduce((s, d) => s + d.cost, 0)).toBeCloseTo(m.total, 9);
    }
  });

  it('are as cheap as any of all pairs of what was tried, worked out joint by joint', () => {
    const two = joints('B1-01', 'B1-03');
    const { made } = all(two, 1);
    const one = made.details[0]!;
    // Each of the details of the search of either joint, at both.
    const own = all(two, 2).made;
    for (const j of own.joints) {
      const { served } = j;
      const both = two.map((joint) => {
        const { acting, basis, rates } = searchOf(joint, job);
        const input = { ...(joint.input as object), ...detailOf(served!) };
        const tried = served!.kind === joint.kind ? tryBuild(served!.kind, input, acting(served!.kind), basis) : null;
        const holds = tried && ['holds', 'close'].includes(tried.report.state) && !tried.report.brokenRules.length;
        return holds ? costOf(tried.built, rates) : Infinity;
      });
      expect(one.cost).toBeLessThanOrEqual(both[0]! + both[1]! + 1e-9);
    }
  });

  it('leave a joint out with a reason, and refuse joints of two families', () => {
    const idle = { ...joints('B1-01')[0]!, mark: 'IDLE', combinations: [], loads: undefined } as never;
    const { made } = all([...joints('B1-03'), idle], 2);
    expect(made.joints[1]).toMatchObject({
      mark: 'IDLE',
      served: null,
      refusal: expect.stringMatching(/nothing acts on this joint/) as string,
    });
    expect(made.joints[0]!.served).not.toBeNull();
    expect(() => all(joints('B1-01', 'P1-01'), 2)).toThrow(
      /P1-01 joins other members than B1-01; accepted are joints of one family/,
    );
  });
});
