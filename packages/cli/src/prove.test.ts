import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { demo, gusset, useFolder } from './cli.testing.ts';
import { readJobFile } from './input.ts';
import { plainProved, printProved, proveJoint } from './prove.ts';

const { file, folder } = useFolder();
interface Held {
  mark: string;
  state: string;
  combinations: { name: string; checks: { id: string; multiple: number }[] }[];
}
interface Job {
  basis: { settings: object };
  joints: { mark: string; loads?: object; combinations: object[] }[];
}
/** The demo job with one fin plate, sheared and twisted so much, in a job whose basis lets analysis prove or does not. */
function twisted(name: string, T: number, lets = true): string {
  const job = JSON.parse(readFileSync(demo, 'utf8')) as Job;
  const { loads: _cases, ...plate } = job.joints.find((j) => j.mark === 'B1-01')!;
  return file(name, {
    ...job,
    basis: { ...job.basis, settings: { ...job.basis.settings, analysis_proves: lets } },
    joints: [{ ...plate, combinations: [{ name: 'C1', V_Ed: 60, N_Ed: 0, N_tie: 0, T }] }],
  });
}
const SIGNED = { by: 'R. Quill', note: 'the plate twists with the web of the girder', at: '2026-11-30T10:00:00.000Z' };
const signed = ['--by', SIGNED.by, '--why', SIGNED.note];

describe('gusset prove', () => {
  it('analyses what no check takes and signs that it is carried; the job that it writes holds by it', async () => {
    const path = twisted('twisted.json', 0.5);
    expect((await gusset('check', path)).code).toBe(1);
    const out = join(folder, 'proved.json');
    const r = await gusset('prove', path, 'B1-01', ...signed, '-o', out, '--json');
    expect([r.code, r.err]).toEqual([0, '']);
    const said = JSON.parse(r.out) as {
      proved: boolean;
      combinations: { combination: string; multiple: number; against: string }[];
    };
    expect([said.proved, said.combinations.map((c) => [c.combination, c.against])]).toEqual([true, [['C1', '']]]);
    const { multiple } = said.combinations[0]!;
    expect(multiple).toBeGreaterThan(1);
    const checked = await gusset('check', out, '--json');
    expect(checked.code).toBe(0);
    const [held] = (JSON.parse(checked.out) as { joints: [Held] }).joints;
    expect(held.state).toBe('holds');
    expect(held.combinations[0]!.checks.find((c) => c.id === 'plate-analysis')!.multiple).toBe(multiple);
    // Signed for this joint: one that is another by now is not whole again.
    const other = JSON.parse(readFileSync(out, 'utf8')) as { joints: [{ line?: string; input: { plate: { t: number } } }] };
    other.joints[0].input.plate.t += 2;
    delete other.joints[0].line;
    const lapsed = await gusset('check', file('other.json', other));
    expect([lapsed.code, lapsed.out]).toEqual([1, expect.stringContaining('the joint is another since')]);
  }, 300_000);

  it.each([
    [{ multiple: 0.62, buckling: [] }, 'the analysis carries 0.62 of it; accepted is 1 or more'],
    [
      { multiple: 1.4, buckling: [{ multiple: 2.4, plate: 'beam web' }] },
      'plate beam web buckles at 2.4 of the load, elastic; accepted is 3 or more, where the plastic result is valid',
    ],
  ])('signs nothing that is not carried: %j', (result, against) => {
    const asked: string[] = [];
    const proved = proveJoint(readJobFile(twisted('far.json', 40)), 'B1-01', SIGNED, (joint, _job, options) => {
      asked.push(`${joint.mark} ${options?.combination} ${options?.buckling}`);
      return { result };
    });
    expect(asked).toEqual(['B1-01 C1 true']);
    expect(printProved(proved)).toBe(`B1-01, C1: ${against}.\nNot proved: nothing is signed.\n`);
    expect([proved.job, plainProved(proved).proved]).toEqual([null, false]);
  });

  it.each<[string, () => string[], RegExp]>([
    [
      'a basis that does not let it',
      () => [twisted('strict.json', 0.5, false), 'B1-01', ...signed],
      /the basis of the job does not let a plate analysis prove/,
    ],
    ['nothing to prove', () => [twisted('plain.json', 0), 'B1-01', ...signed], /the checks take all that acts on this joint/],
    [
      'nobody who answers',
      () => [twisted('nobody.json', 0.5), 'B1-01', '--by', ' ', '--why', 'it does'],
      /by: nobody answers for the proof/,
    ],
    ['no reason', () => [twisted('why.json', 0.5), 'B1-01', '--by', 'R. Quill'], /--why/],
    ['a joint that is not there', () => [twisted('mark.json', 0.5), 'B9-99', ...signed], /there is no joint "B9-99"/],
  ])('is refused in a sentence before any analysis: %s', async (_what, of, said) => {
    const r = await gusset('prove', ...of());
    expect(r.code).toBe(2);
    expect(r.err).toMatch(said);
    expect(r.err.trim().split('\n')).toHaveLength(1);
    expect(r.out).toBe('');
  });
});
