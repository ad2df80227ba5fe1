import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { oneBolt } from '../../core/src/analysis/bench-models.testing.ts';
import { demo, gusset, useFolder } from './cli.testing.ts';

const { file, folder } = useFolder();
/** The demo job with one joint changed. */
function changed(
  name: string,
  mark: string,
  change: (joint: { input: Record<string, object>; combinations: object[] }) => void,
): string {
  const job = JSON.parse(readFileSync(demo, 'utf8')) as {
    joints: { mark: string; input: Record<string, object>; combinations: object[] }[];
  };
  change(job.joints.find((j) => j.mark === mark)!);
  return file(name, job);
}

describe('gusset field', () => {
  it('loads a model of plates until something stops it: one bolt at 30 degrees to its plane', async () => {
    const path = file('bolt.json', oneBolt(30));
    const r = await gusset('field', '--model', path, '--json');
    // 0.852 of the load is carried: the exit code says that it does not hold.
    expect([r.code, r.err]).toEqual([1, '']);
    const said = JSON.parse(r.out) as { multiple: number; words: string; events: { kind: string; at: number }[]; states: object };
    expect(said.multiple).toBeCloseTo(0.852, 2);
    expect(said.events.map((e) => e.kind)).toContain('bolt-combined');
    expect(said.states).toMatchObject({
      limit: { balance: { force: expect.any(Number) as number }, uses: [{ part: 'bolt', kind: 'bolt' }] },
    });
    const words = await gusset('field', '--model', path);
    expect(words.out).toMatch(/^Stops at 0\.852 of the load/);
    expect(words.out).toMatch(/100 % {2}bolt: shear with tension/);
  });
  it('loads a joint of a job, beside the hand method', async () => {
    const r = await gusset('field', demo, 'C1-01', '--preview', '--mesh');
    expect([r.code, r.err]).toEqual([0, '']);
    // The same cells twice.
    expect(r.out).toContain('Mesh effect 0.0 %: the cells are fine enough.');
    expect(r.out).toMatch(/^C1-01, U\d+: Stops at 1\.\d+ of the load: hole crushed by bolt \d in plate beam web\./);
    expect(r.out).toMatch(/The hand method gives at 1\.03 \(Bearing, beam web\): ratio 1\.\d\d\./);
    expect(r.out).toContain('Events, by load multiple:');
    expect(r.out).toMatch(/Beside the checks: by hand, analysed, ratio\n +\d+ % +\d+ % +\d\.\d\d {2}Bearing, beam web: bolt \d/);
    expect(r.out).toContain('Not computed: second order');
  });
  it('goes through the combinations that the hand method proposes, and says the extreme of each part', async () => {
    const r = await gusset('field', demo, 'P1-04', '--worst', '--preview', '--json');
    expect([r.code, r.err]).toEqual([0, '']);
    const said = JSON.parse(r.out) as {
      combination: string;
      combinations: { combination: string; multiple: number }[];
      uses: { part: string; combination: string }[];
      left: unknown[];
    };
    expect([said.combination, said.combinations.map((c) => c.combination), said.left]).toEqual(['C4', ['C4', 'C5', 'C1'], []]);
    expect(said.uses.find((u) => u.part === 'anchor 2')!.combination).toBe('C5');
    // Those that can't be analysed are told beside the others, and it is not whole.
    const sheared = changed('sheared.json', 'R2-04', (j) => {
      j.combinations = j.combinations.map((c, i) => (i === 0 ? { ...c, V_far: 40 } : c));
    });
    const tied = await gusset('field', sheared, 'R2-04', '--worst', '--preview');
    expect(tied.code).not.toBe(0);
    expect(tied.out + tied.err).toMatch(/V_far: C1 has it, and it is not in the model/);
    expect(tied.out).toContain('C4: Stops at');
  });
  it.each([
    [['field'], /mark: no joint is named; accepted are a job and a mark, or --model/],
    [['field', demo, 'Z9'], /mark: there is no joint "Z9" in the job/],
    [['field', demo, 'B2-14', '--combination', 'C9'], /there is none "C9"; accepted are C1/],
    [['field', '--model', join(folder, 'nothing.json')], /can't be read/],
    [['field', '--model', demo], /tern-quay\.json: model.*/],
  ])('says in one sentence what it can not do: %j', async (args, said) => {
    const r = await gusset(...args);
    expect([r.code, r.err.trim().split('\n').length]).toEqual([2, 1]);
    expect(r.err).toMatch(said);
  });
  it('says why a joint has no model', async () => {
    const slot = (j: { input: Record<string, object> }): void => {
      j.input['holes'] = { ...j.input['holes'], plate: 'short_slot_v' };
    };
    const unlike = await gusset('field', changed('unlike.json', 'B2-14', slot), 'B2-14');
    expect([unlike.code, unlike.err]).toEqual([2, expect.stringMatching(/^joint B2-14: line and input disagree/)]);
    const short = changed('short.json', 'R1-01', (j) => {
      j.input['column'] = { ...j.input['column'], end_below: 90 };
    });
    const r = await gusset('field', short, 'R1-01');
    expect(r.code).toBe(2);
    expect(r.err).toMatch(/joint R1-01: detail: the column ends over and under the joint, and nothing holds it/);
  });
});
