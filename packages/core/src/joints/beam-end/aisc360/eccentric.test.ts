import { beforeAll, describe, expect, it, vi } from 'vitest';
import { readFileSync } from 'node:fs';
import { inNewtons } from '../../../actions/combination.ts';
import { checkCombination } from '../../../checks/check.ts';
import { Run } from '../../../formula/index.ts';
import { readJob } from '../../../job/document.ts';
import type { LineMark, Mark } from '../../../detail/mark.ts';
import { basisOf } from '../../../standards/job-basis.ts';
import * as bolts from '../../../standards/aisc360/bolt-group.ts';
import { kips } from '../../aisc360.testing.ts';
import { kindOf } from '../../registry.ts';
import type { Joint } from '../../kind.ts';

vi.mock(import('../../../standards/aisc360/bolt-group.ts'), { spy: true });

const TITLE = { job: 'J', number: '1', revision: 'A', mark: 'M', kind: 'K', verdict: 'v', checked: 'c', basis: 'b' };
const job = readJob(JSON.parse(readFileSync(new URL('../../../../../../demo/heron-street.json', import.meta.url), 'utf8')));
const built = (mark: string, settings: object = {}): Joint => {
  const j = job.joints.find((x) => x.mark === mark)!;
  return kindOf(j.kind).build(j.input, basisOf(job, settings as never));
};
const load = (V: number, N = 0) => ({ name: 'C', V_Ed: kips(V), N_Ed: kips(N), N_tie: 0 });
const steps = (joint: Joint, c: ReturnType<typeof load>, section: string) => {
  const run = new Run(joint.prepared.sheet);
  run.startTrace();
  checkCombination(joint.prepared, inNewtons(c), run);
  return new Map(run.steps!.filter((s) => s.def.slot.section === section).map((s) => [s.def.slot.symbol, s]));
};

describe('an eccentric group in the workings', () => {
  it.each([
    ['D1-03', 'sp-bolt-shear', 'C'],
    ['D3-04', 'sa-osl-bolt-shear', 'C'],
    ['D3-03', 'da-web-weld', 'C_w'],
  ])('of %s stands by both methods, with what is between them', (mark, section, symbol) => {
    const [ic, el] = [steps(built(mark), load(14), section), steps(built(mark, { bolt_groups: 'elastic' }), load(14), section)];
    const value = (m: typeof ic, s: string): number => m.get(s)!.value;
    expect(value(ic, `${symbol}_el`)).toBe(value(el, symbol));
    expect(value(el, `${symbol}_ic`)).toBe(value(ic, symbol));
    for (const m of [ic, el]) expect(value(m, 'q')).toBeCloseTo(value(el, symbol) / value(ic, symbol), 12);
    // A line of bolts or fillets gains by turning about its instantaneous centre.
    expect(value(ic, 'q')).toBeLessThan(1);
    expect(value(ic, 'q')).toBeGreaterThan(0.5);
  });
  it('is not worked by the other method where nothing is recorded, and counts the same', () => {
    const { prepared } = built('D1-03');
    const elastic = vi.mocked(bolts.elasticGroup);
    elastic.mockClear();
    const plain = checkCombination(prepared, inNewtons(load(14)), new Run(prepared.sheet));
    expect(elastic).not.toHaveBeenCalled();
    const traced = new Run(prepared.sheet);
    traced.startTrace();
    expect(checkCombination(prepared, inNewtons(load(14)), traced)).toEqual(plain);
    expect(elastic).toHaveBeenCalled();
  });
});

describe('an eccentric group on the drawing', () => {
  const lines = (marks: readonly Mark[], line: string): LineMark[] =>
    marks.filter((m): m is LineMark => m.k === 'line' && m.line === line);
  /** Arrows, without their heads and without the cross of the centre, as from and to. */
  const arrows = (marks: readonly Mark[]) =>
    lines(marks, 'force')
      .filter((m) => m.points.length === 2)
      .slice(0, marks.filter((m) => m.k === 'ring').length)
      .map(({ points: [a, b] }) => [b![0] - a![0], b![1] - a![1]] as const);
  const path = (joint: Joint, c: ReturnType<typeof load>, id: string): readonly Mark[] => joint.drawing(TITLE, c).paths[id]!;
  let plate: Joint;
  beforeAll(() => {
    plate = built('D1-03');
  });

  it('has an arrow at each bolt along its force, which together are along the load, and radii to the centre', () => {
    const marks = path(plate, load(30, 8), 'sp-bolt-shear');
    const sum = arrows(marks).reduce(([x, y], a) => [x + a[0], y + a[1]] as const, [0, 0] as const);
    expect(arrows(marks)).toHaveLength(5);
    expect(sum[1]).toBeLessThan(0);
    // The load is 8 away from the support to 30 down.
    expect(sum[0] / sum[1]).toBeCloseTo(-8 / 30, 6);
    const radii = lines(marks, 'failure-thin').filter((m) => m.points.length === 2);
    expect(radii).toHaveLength(5);
    const [centre] = radii[0]!.points;
    for (const r of radii) expect(r.points[0]).toEqual(centre);
    // Each force is square to its radius.
    arrows(marks).forEach(([x, y], i) => {
      const [[u, w], [p, q]] = radii[i]!.points as [readonly [number, number], readonly [number, number]];
      expect(Math.abs(x * (p - u) + y * (q - w))).toBeLessThan(1e-6 * Math.hypot(x, y) * Math.hypot(p - u, q - w) + 1e-9);
    });
    // The load is at the weld: the centre is on the other side of the bolts.
    expect(centre![0]).toBeGreaterThan(7.75 * 25.4);
  });
  it('is turned over for uplift', () => {
    const [down, up] = [load(30), load(-30)].map((c) => arrows(path(plate, c, 'sp-bolt-bearing')));
    expect(down!.every(([, y]) => y < 0)).toBe(true);
    expect(up!.every(([, y]) => y > 0)).toBe(true);
  });
  it('of the elastic method has forces and no centre; without a load it is drawn as bolts alone', () => {
    const elastic = path(built('D1-03', { bolt_groups: 'elastic' }), load(30), 'sp-bolt-shear');
    expect(arrows(elastic)).toHaveLength(5);
    expect(lines(elastic, 'failure-thin')).toEqual([]);
    expect(arrows(path(plate, load(0), 'sp-bolt-shear'))).toEqual([]);
    expect(arrows(plate.drawing(TITLE, null).paths['sp-bolt-shear']!)).toEqual([]);
  });
  it('of a single angle stands on both legs: at the support its reaction is to the right of the bolts', () => {
    const angle = built('D3-04');
    const support = path(angle, load(14), 'sa-osl-bolt-shear');
    expect(support.every((m) => m.plane === 'yz')).toBe(true);
    const [top] = arrows(support);
    // Turned clockwise by a load to their right, the upper bolts move right.
    expect(top![0]).toBeGreaterThan(0);
    // Its web bolts are within 3 in of the heel: no eccentricity, all forces down and alike.
    const web = arrows(path(angle, load(14), 'sa-web-bolt-slip'));
    expect(web.every(([x, y]) => Math.abs(x) < 1e-9 && Math.abs(y - web[0]![1]) < 1e-9)).toBe(true);
  });
});
