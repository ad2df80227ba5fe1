import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv from 'ajv/dist/2019.js';
import { describe, expect, it } from 'vitest';
import { demo, gusset, useFolder } from './cli.testing.ts';

const { folder, file } = useFolder();
const member = (id: string, section: string, from: number[], to: number[], up = [0, 0, 1]) => ({
  id,
  name: id,
  section,
  from,
  to,
  up,
});
const FRAME = {
  format: 'ample-gusset-exchange',
  version: 1,
  members: [
    member('C1', 'UC 254x254x89', [0, 0, 0], [0, 0, 4000], [1, 0, 0]),
    member('B1', 'Skerry 450', [140, 0, 3500], [5860, 0, 3500]),
  ],
  joints: [{ mark: 'B1-1', rows: [{ name: 'C1', forces: { V_z: 80 } }] }],
};
const EMPTY = { format: 'ample-gusset-job', version: 1, name: 'Yard', joints: [] };

describe('gusset model', () => {
  it('proposes joints, asks for sections, and writes the job with them', async () => {
    const [job, model, out] = [file('yard.json', EMPTY), file('frame.json', FRAME), join(folder, 'out.json')];
    const asked = await gusset('model', job, model);
    expect(asked.code).toBe(1);
    expect(asked.out).toMatch(/1 of "Skerry 450": not known/);
    expect(asked.out).toMatch(/B1-1: kind: there is no joint B1-1/);
    const done = await gusset('model', job, model, '--section', 'Skerry 450=UB 457x191x67', '--prefer', 'cleats', '-o', out);
    expect(done.out).toMatch(/2 members, 2 joints, 1 places without one/);
    // Forces that came with the members are what the first detail is made for.
    expect(done.out).toMatch(/B1-1: holds: holds · [\d.]+ × C1/);
    const { joints } = JSON.parse(readFileSync(out, 'utf8')) as { joints: { mark: string; kind: string }[] };
    expect(joints.map((j) => [j.mark, j.kind])).toEqual([
      ['B1-1', 'cleats'],
      ['C1-B', 'column-base'],
    ]);
  });
  it('takes a job that it exported, and changes nothing', async () => {
    const out = join(folder, 'exchange.json');
    expect((await gusset('export', demo, '--format', 'json', '-o', out)).code).toBe(0);
    const { code, out: said } = await gusset('model', demo, out);
    expect(code).toBe(0);
    expect(said).toMatch(/0 members, 31 joints/);
    expect(said).toMatch(/unaffected: 31/);
    // What was written is what its schema says.
    const { out: schema } = await gusset('schema', '--exchange');
    const ajv = new Ajv({ strict: false });
    const valid = ajv.validate(JSON.parse(schema), JSON.parse(readFileSync(out, 'utf8')));
    expect([valid, ajv.errors]).toEqual([true, null]);
  });
  it('says in one sentence what it can not read', async () => {
    const job = file('yard2.json', EMPTY);
    for (const [args, says] of [
      [[file('x.json', { format: 'x' })], /format.*accepted/],
      [[join(folder, 'none.ifc')], /can't be read \(ENOENT\)/],
      [[file('frame2.json', FRAME), '--prefer', 'hinge'], /prefer: "hinge" is no kind of joint/],
      [[file('frame3.json', FRAME), '--reach', '-4'], /reach: "-4" can't be used/],
      [[file('frame4.json', FRAME), '--section', 'B450'], /section: "B450" can't be read/],
    ] as const) {
      const { code, err } = await gusset('model', job, ...args);
      expect([code, err.trim().split('\n').length]).toEqual([2, 1]);
      expect(err).toMatch(says);
    }
    expect(existsSync(join(folder, 'none.json'))).toBe(false);
  });
});
