import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJob } from '../job/document.ts';
import { basisOf } from '../standards/job-basis.ts';
import { tryBuild } from './judge.ts';
import { thinnerPlates } from './thinner.ts';

const job = readJob(JSON.parse(readFileSync('demo/tern-quay.json', 'utf8')));
const of = (mark: string) => {
  const joint = job.joints.find((j) => j.mark === mark)!;
  const basis = basisOf(job, joint.settings);
  const moves = thinnerPlates(joint.kind, joint.input, basis);
  const thick = (input: unknown) =>
    new Map(tryBuild(joint.kind, input, [], basis)!.built.solid.plates.map((p) => [p.id, Math.abs(p.y[1] - p.y[0])] as const));
  return { moves, thick, input: joint.input };
};

describe('a thinner plate', () => {
  it('is a step of the field of its thickness: the fin plate of B1-01 from 10 to 8', () => {
    const { moves, thick } = of('B1-01');
    expect([...moves.keys()]).toEqual(['plate']);
    expect(moves.get('plate')!.label).toContain('10 → 8');
    expect(thick(moves.get('plate')!.input).get('plate')).toBe(8);
  });

  it('is of each plate of a joint by itself, where it has a thickness of its own', () => {
    const { moves, thick, input } = of('R1-01');
    const was = thick(input);
    for (const id of ['plate', 'haunch-web', 'haunch-flange', 'stiffener-top-near', 'stiffener-bottom-far']) {
      const now = thick(moves.get(id)!.input);
      expect(now.get(id), id).toBeLessThan(was.get(id)!);
      const others = [...was].filter(([other, t]) => now.get(other) !== t).map(([other]) => other.replace(/-(near|far)$/, ''));
      expect(new Set(others), id).toEqual(new Set([id.replace(/-(near|far)$/, '')]));
    }
  });

  it('is both legs of an angle together', () => {
    const { moves } = of('A1-01');
    const labels = new Set([...moves.values()].map((m) => m.label));
    expect(moves.size).toBe(4);
    expect(labels.size).toBe(1);
  });

  it('is none where the plate is as thin as its field goes', () => {
    const joint = job.joints.find((j) => j.mark === 'B1-01')!;
    const basis = basisOf(job, joint.settings);
    const thin = { ...joint.input, plate: { ...(joint.input as { plate: object }).plate, t: 6 } };
    expect(thinnerPlates(joint.kind, thin, basis).size).toBe(0);
  });
});
