import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { checkJoint } from '../report.ts';
import { demoBase } from './demo.testing.ts';
import type { BaseInput } from './input.ts';

const P1 = demoBase('P1-01');

describe('rows of anchors between the flanges', () => {
  // UC 203x203x60, web of 9.4 mm in S355; twelve anchors on a circle of R 170: between the flanges stand rows of two at z 0 and at z 170 sin 30 = 85.
  const input: BaseInput = {
    ...P1,
    plate: { ...P1.plate, h: 480, b: 480, t: 25 },
    anchors: { ...P1.anchors, d: 16, hole: 20, head: 45, pattern: { type: 'circle', n: 12, R: 170, start: 0 } },
    concrete: { ...P1.concrete, B_y: 2000, B_z: 2000 },
  };
  const { checks } = checkJoint(
    { kind: 'column-base', input, combinations: [{ name: 'U', V_Ed: 0, N_tie: 0, N_Ed: 60 }] },
    DEFAULT_BASIS,
  ).combinations[0]!;
  const web = checks.find((c) => c.id === 'column-web-tension')!;
  it('pull at the web where its width for them is least: 60 kN on twelve are 10 kN a row, and a row at the end has less width than one between two', () => {
    expect(web).toMatchObject({ type: 'strength', where: 'row at z \u221285' });
    if (web.type !== 'strength') return;
    expect(web.demand).toBeCloseTo(10_000, 0);
    // b = R/(t_w f_y): under the 85 mm of a row between two, over half of it.
    const b = web.resistance / (9.4 * 355);
    expect(b).toBeGreaterThan(85 / 2);
    expect(b).toBeLessThan(85);
  });
});
