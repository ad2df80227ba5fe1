import { describe, expect, it } from 'vitest';
import { inches as inch, KIP, KSI } from '../../catalogue/index.ts';
import { basisOf, DEFAULT_BASIS, usualBasis } from '../../standards/job-basis.ts';
import { standardOf } from '../../standards/registry.ts';
import { calculate, toolOf, TOOLS, type Calculation } from '../index.ts';

const to = (format: 'LRFD' | 'ASD' = 'LRFD') =>
  basisOf({ basis: { ...usualBasis(standardOf('AISC 360-22')), format }, sections: [], steels: [] });
const run = (tool: string, change: object = {}, basis = to()): Calculation => {
  const answer = calculate(tool, { ...toolOf(tool).start, ...change }, basis);
  if ('refusal' in answer) throw new Error(answer.refusal.message);
  return answer.ok;
};
const refusal = (tool: string, change: object): string => {
  const answer = calculate(tool, { ...toolOf(tool).start, ...change }, to());
  return 'refusal' in answer ? answer.refusal.message : 'nothing refused';
};
const result = (c: Calculation, section: string, symbol: string): string => {
  const step = c.sections.find((s) => s.id === section)!.steps.findLast((s) => s.anchor.endsWith(`.${symbol}`))!;
  return `${(step.result as { text: string }).text} ${step.unit}`.trim();
};
const kip = (x: number): number => (x * KIP) / 1e3;

describe('one bolt', () => {
  // 3/4 in 120-N: 0.75 x 54 x 0.4418 = 17.89; 0.75 x 90 x 0.4418 = 29.82; 3/8 A36, 1-1/4 to the end: 0.75 x 1.2 x 0.84375 x 0.375 x 58 = 16.52.
  it('is 3/4 in, group 120, threads in the plane', () => {
    const c = run('us-bolt');
    expect([result(c, 'bolt-shear', 'R_c'), result(c, 'bolt-tension', 'R_c'), result(c, 'bolt-bearing', 'R_c')]).toEqual([
      '17.89 kip',
      '29.82 kip',
      '16.52 kip',
    ]);
    // 0.30 x 1.13 x 28 = 9.492, phi 1.00.
    expect(result(c, 'bolt-slip', 'R_c')).toBe('9.492 kip');
  });
  it('has the published 24.3 of 7/8 in 120-N and 40.0 of 1 in 120-X in its table, by exact areas', () => {
    const [N] = run('us-bolt').tables;
    const [X] = run('us-bolt', { threads: 'X' }).tables;
    const shear = (t: typeof N, bolt: string): number => Number(t!.rows.find((r) => r[0] === bolt)![2]);
    expect(shear(N, '7/8 in')).toBeCloseTo(24.35, 1);
    expect(shear(X, '1 in')).toBeCloseTo(40.06, 1);
  });
  it('is half of its nominal strength in ASD, whatever the diameter', () => {
    const [lrfd, asd] = [run('us-bolt', { d: 21.3 }), run('us-bolt', { d: 21.3 }, to('ASD'))];
    expect(result(lrfd, 'bolt-shear', 'R_n')).toBe(result(asd, 'bolt-shear', 'R_n'));
    expect(
      Number.parseFloat(result(lrfd, 'bolt-shear', 'R_c')) / Number.parseFloat(result(asd, 'bolt-shear', 'R_c')),
    ).toBeCloseTo(1.5, 2);
  });
  it('takes tension beside its shear: 1.3 x 90 - 90/(0.75 x 54) x 12/0.4418', () => {
    const c = run('us-bolt', { V: kip(12), T: kip(10) });
    const F = 117 - (90 / 40.5) * (12 / ((Math.PI / 4) * 0.75 ** 2));
    expect(Number.parseFloat(result(c, 'bolt-combined', 'F_nt_r'))).toBeCloseTo(F, 1);
    expect(c.state).toBe('holds');
  });
});

describe('bolt group', () => {
  it('has C = n for a force through it, and a published coefficient beside it', () => {
    expect(run('us-bolt-group', { x_a: 0 }).answer).toMatch(/^C = 4\.000 of 4 bolts/);
    // Four bolts at 3 in, the force 4 in off: 1.97 elastic, 2.28 in the manual's tables as we recall them.
    const { answer } = run('us-bolt-group');
    const [C, E] = [...answer.matchAll(/(\d\.\d{3})/g)].map((m) => Number(m[1])) as [number, number];
    expect(C).toBeGreaterThan(E);
    // Elastic: 1/hypot(1/4, 4 x 4.5/45).
    expect(E).toBeCloseTo(1 / Math.hypot(1 / 4, (4 * 4.5) / 45), 3);
  });
  it('is in balance: the forces of the bolts make the load', () => {
    const c = run('us-bolt-group', { rows: 3, cols: 2, V_x: kip(7), V_z: kip(-20) });
    const total = c.tables[0]!.rows.map((r) => Number(r[3]));
    expect(Math.max(...total)).toBeLessThan(21.2);
    expect(c.picture!.items.some((x) => x.k === 'text' && x.text === 'IC')).toBe(true);
  });
  it('turns about its centroid under a moment alone: the sum of r by the law', () => {
    // Four bolts at +-1.5 and +-4.5 in: 2 (4.5 x 0.9815 + 1.5 x (1 - exp(-3.4/3))^0.55)
    const law = (x: number): number => (1 - Math.exp(-3.4 * x)) ** 0.55;
    const C = 2 * (4.5 * law(1) + 1.5 * law(1 / 3));
    expect(run('us-bolt-group', { V_z: 0, M: 2 }).answer).toContain(`C' = ${C.toPrecision(3)}`);
  });
  it('refuses no load, and one bolt under a moment', () => {
    expect(refusal('us-bolt-group', { V_z: 0 })).toMatch(/^V_z: the load is missing/);
    expect(refusal('us-bolt-group', { rows: 1, cols: 1 })).toMatch(/^rows: .*one bolt takes no moment/);
  });
});

describe('weld group', () => {
  it('takes a line along the load with its length: 0.75 x 0.6 x 70 x 0.7071 x 1/4 x 10', () => {
    const c = run('us-weld-group', { runs: '0 0 0 254', x_a: 0, V_z: kip(-40) });
    expect(Number.parseFloat(result(c, 'centre', 'R_c'))).toBeCloseTo(0.75 * 0.6 * 70 * Math.SQRT1_2 * 0.25 * 10, 1);
  });
  it('gives where the force is more than its strength', () => {
    expect(run('us-weld-group').state).toBe('holds');
    expect(run('us-weld-group', { V_z: kip(-400) }).state).toBe('gives');
    expect(run('us-weld-group').tables[0]!.rows.map((r) => r[0])).toEqual([
      '1, start',
      '1, end',
      '2, start',
      '2, end',
      '3, start',
      '3, end',
    ]);
  });
  it('is never weaker than elastic, and a moment of its own moves the force', () => {
    const c = run('us-weld-group');
    const [ic, el] = [result(c, 'centre', 'R_c'), result(c, 'elastic', 'R_c')].map((x) => Number.parseFloat(x));
    expect(ic).toBeGreaterThan(el!);
    // 40 kip 3 in further out is the same as 120 kip-in of moment, clockwise.
    const moved = run('us-weld-group', { x_a: inch(11) });
    const turned = run('us-weld-group', { M: -(kip(120) * 25.4) / 1e3 });
    expect(result(turned, 'centre', 'C')).toBe(result(moved, 'centre', 'C'));
  });
});

describe('prying', () => {
  // b' = 1.75 - 0.375 = 1.375, a' = 1.25 + 0.375 = 1.625, rho 0.84615; delta = 1 - 0.8125/3 = 0.72917.
  it('is as the hand works it, without shear', () => {
    const c = run('us-prying', { V: 0, T: kip(10) });
    const B = 0.75 * 90 * ((Math.PI / 4) * 0.75 ** 2);
    const t_c = Math.sqrt((4 * B * 1.375) / (0.9 * 3 * 58));
    const alpha = ((t_c / 0.5) ** 2 - 1) / (0.72917 * 1.84615);
    expect(Number.parseFloat(result(c, 'prying', 't_c'))).toBeCloseTo(t_c, 3);
    const Q = alpha > 1 ? (0.5 / t_c) ** 2 * 1.72917 : (0.5 / t_c) ** 2 * (1 + 0.72917 * alpha);
    expect(Number.parseFloat(result(c, 'prying', 'R_c'))).toBeCloseTo(B * Q, 1);
    expect(c.answer).toContain('the part limits; a bigger bolt does not help');
  });
  it('between a thin and a thick fitting both limit together: (t/t_c)^2 (1 + delta alpha)', () => {
    const c = run('us-prying', { V: 0, T: kip(10), t: inch(0.9) });
    const B = 0.75 * 90 * ((Math.PI / 4) * 0.75 ** 2);
    const t_c = Math.sqrt((4 * B * 1.375) / (0.9 * 3 * 58));
    const delta = 1 - 0.8125 / 3;
    const alpha = ((t_c / 0.9) ** 2 - 1) / (delta * (1 + 1.375 / 1.625));
    expect([alpha > 0, alpha < 1]).toEqual([true, true]);
    expect(Number.parseFloat(result(c, 'prying', 'R_c'))).toBeCloseTo(B * (0.9 / t_c) ** 2 * (1 + delta * alpha), 1);
    expect(c.answer).toContain('limit together');
    // At this load the bolt has more to spare: no prying force yet.
    expect(Number.parseFloat(result(c, 'prying', 'q'))).toBe(0);
  });
  it('has a prying force where the load asks for it: B delta alpha rho (t/t_c)^2', () => {
    const c = run('us-prying', { V: 0, T: kip(22), t: inch(0.8) });
    const B = 0.75 * 90 * ((Math.PI / 4) * 0.75 ** 2);
    const t_c = Math.sqrt((4 * B * 1.375) / (0.9 * 3 * 58));
    const [delta, rho] = [1 - 0.8125 / 3, 1.375 / 1.625];
    const alpha = Math.min(1, ((22 / B) * (t_c / 0.8) ** 2 - 1) / delta);
    expect(alpha).toBeGreaterThan(0);
    expect(Number.parseFloat(result(c, 'prying', 'q'))).toBeCloseTo(B * delta * alpha * rho * (0.8 / t_c) ** 2, 1);
  });
  it('tells the thickness that would do, and at that thickness it does', () => {
    const first = run('us-prying', { T: kip(12), t: inch(0.25) });
    const t = Number.parseFloat(result(first, 'prying', 't_min'));
    expect(first.state).toBe('gives');
    expect(run('us-prying', { T: kip(12), t: t * 25.4 * 1.002 }).state).toBe('holds');
    expect(run('us-prying', { T: kip(12), t: t * 25.4 * 0.998 }).state).toBe('gives');
  });
});

describe('coped beam end', () => {
  it('is 0.6 F_y h_o t_w in shear, and bends at the face of the cope', () => {
    // W16x31: 15.9 deep, web 0.275; coped 2 in.
    const c = run('us-cope');
    expect(Number.parseFloat(result(c, 'web-shear-yield', 'R_c'))).toBeCloseTo(0.6 * 50 * 13.9 * 0.275, 1);
    expect(Number.parseFloat(result(c, 'web-cope-flexure', 'D')) * 12).toBeCloseTo(40 * 5.5, 0);
  });
  it('of both flanges is a plate, weaker than of one', () => {
    const strength = (change: object): number => Number.parseFloat(result(run('us-cope', change), 'web-cope-flexure', 'M_c'));
    expect(strength({ d_cb: inch(2) })).toBeLessThan(strength({}));
  });
  it('refuses what the method does not cover', () => {
    expect(refusal('us-cope', { c: inch(33) })).toMatch(/^c: the cope is longer than twice the depth/);
    expect(refusal('us-cope', { d_ct: inch(15.8) })).toMatch(/^d_ct: .* leaves no web/);
    expect(refusal('us-cope', { section: 'SHS 200x200x10' })).toMatch(/^section: .*no I or H/);
  });
});

describe('base plate', () => {
  // W10x49 on 16 x 16: n = (16 - 0.8 x 10)/2 = 4; f_p = 250/256; t = 4 sqrt(2 x 0.97656/(0.9 x 36)) = 0.982.
  it('is as thick as practice has it', () => {
    const c = run('us-base-plate');
    const need = 4 * Math.sqrt((2 * (250 / 256)) / (0.9 * 36));
    expect(Number.parseFloat(/under W10x49: ([\d.]+)/.exec(c.answer)![1]!)).toBeCloseTo(need, 2);
    expect(c.state).toBe('holds');
  });
  it('goes as far as no anchor is pulled, and names its own fields', () => {
    expect(run('us-base-plate', { M: 40 }).state).not.toBe('none');
    expect(refusal('us-base-plate', { M: 400 })).toMatch(/^M: .*anchors would have to hold/);
    expect(refusal('us-base-plate', { section: 'nothing' })).toMatch(/^section: /);
    expect(refusal('us-base-plate', { N: inch(8) })).toMatch(/^N: /);
  });
  it('answers in kips whatever job it is opened in', () => {
    const job = basisOf({ basis: usualBasis(standardOf('EN 1993-1-8')), sections: [], steels: [] });
    expect(run('us-base-plate', {}, job).answer).toMatch(/mm thick would do/);
    for (const tool of TOOLS)
      expect(run(tool.id, {}, tool.standard === 'EN 1993-1-8' ? to() : DEFAULT_BASIS).answer).not.toMatch(
        /NaN|undefined|Infinity/,
      );
  });
  it('stress in the concrete is of ksi or MPa', () =>
    expect(run('us-base-plate', { f_c: 3 * KSI }).answer).toMatch(/bearing used 0\.\d+/));
});
