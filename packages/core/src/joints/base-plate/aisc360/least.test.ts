import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inNewtons, timesLoad } from '../../../actions/combination.ts';
import { jobs } from '../../../design/search.testing.ts';
import { Run } from '../../../formula/index.ts';
import { basisOf } from '../../../standards/job-basis.ts';
import { to } from '../../aisc360.testing.ts';
import { kindOf } from '../../registry.ts';
import { base, load } from './worked.testing.ts';

const bases = jobs.heron.joints
  .filter((j) => j.kind === 'column-base')
  .map((j) => ({ j, built: kindOf(j.kind).build(j.input, basisOf(jobs.heron, j.settings)) }));

describe('what a base to AISC 360 says of a load without its multiples', () => {
  it('is nothing where all holds, and else one of those that give, with a bound of what gives first', () => {
    let [held, gave] = [0, 0];
    fc.assert(
      fc.property(fc.nat(), fc.nat(), fc.double({ min: 0.1, max: 6, noNaN: true }), (n, m, k) => {
        const { j, built } = bases[n % bases.length]!;
        const { prepared } = built;
        const run = new Run(prepared.sheet);
        const load = timesLoad(inNewtons(j.combinations[m % j.combinations.length]!), k);
        const results = prepared.check(load, run).results.flatMap((x) => (x.type === 'strength' && !x.info ? [x] : []));
        const giving = results.filter((x) => !x.pass);
        const said = prepared.least!(load, run, 1);
        // Asked for no bound it leaves the multiples to the results.
        expect(prepared.least!(load, run)).toBeNull();
        if (!giving.length) {
          held += 1;
          expect(said).toBeNull();
          return;
        }
        gave += 1;
        expect(said!.passes).toBe(false);
        expect(said!.first!.multiple).toBeLessThan(1);
        // The most used of them.
        const most = giving.reduce((a, b) => ((b.utilisation ?? Infinity) > (a.utilisation ?? Infinity) ? b : a));
        expect(said!.first).toMatchObject({ id: most.id, title: most.title });
        if (most.utilisation !== null) expect(said!.first!.multiple).toBeCloseTo(Math.min(1 / most.utilisation, 0.9999), 9);
      }),
      { numRuns: 150 },
    );
    expect([held > 20, gave > 20]).toEqual([true, true]);
  });
  it('is nothing where an action has no path, since something is missing there', () => {
    const { j, built } = bases[0]!;
    const load = { ...timesLoad(inNewtons(j.combinations[0]!), 50), V_y: 1e6 };
    const run = new Run(built.prepared.sheet);
    expect(built.prepared.least!(load, run, 1)).toBeNull();
  });
  it('is nothing where something gives beside a check that could not be made: the results say what', () => {
    // ASD: anchors in tension are left open, and the plate gives.
    const built = kindOf('column-base').build(base(), to('ASD'));
    const run = new Run(built.prepared.sheet);
    const both = [700, 1000, 1400, 2000]
      .map((M) => inNewtons(load(70, M)))
      .filter((c) => {
        const list = built.prepared.check(c, run).results;
        return list.some((x) => x.type === 'skip' && x.missing) && list.some((x) => x.type === 'strength' && !x.pass);
      });
    expect(both.length).toBeGreaterThan(0);
    for (const c of both) expect(built.prepared.least!(c, run, 1)).toBeNull();
  });
});
