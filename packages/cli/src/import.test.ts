import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { gusset, only, useFolder } from './cli.testing.ts';

const { folder, file } = useFolder();

describe('a table taken into a job', () => {
  const table = (text: string): string => {
    const path = join(folder, 'forces.csv');
    writeFileSync(path, text);
    return path;
  };
  it('says what becomes of each joint, writes the job, and comparing shows it', async () => {
    const old = file('old.json', only('B1-01', 'B1-02', 'B2-14'));
    const out = join(folder, 'new.json');
    const rows = 'mark;case;Vz (kN)\nB1-01;Q;40\nB1-02;Q;500\nX9-01;G;5\nB2-14;G;much';
    const imported = await gusset('import', old, table(rows), '-o', out, '--json');
    // Not every row and joint was taken.
    expect(imported.code).toBe(1);
    const told = JSON.parse(imported.out) as {
      rows: number;
      faults: object[];
      gone: string[];
      joints: { mark: string; group: string }[];
    };
    expect(told).toMatchObject({ rows: 4, gone: [] });
    expect(told.faults).toEqual([
      { row: 5, of: 'B2-14', message: 'row 5: Vz (kN): "much" is not a force in kN; accepted is a number.' },
    ]);
    expect(told.joints.map((j) => [j.mark, j.group])).toEqual([
      ['B1-01', 'holds'],
      ['B1-02', 'state'],
      ['X9-01', 'refused'],
    ]);
    const compared = await gusset('compare', old, out);
    expect(compared.code).toBe(0);
    expect(compared.out).toContain('  case Q: V_Ed 35.2 -> V_Ed 40\n');
    expect(compared.out).toMatch(/B1-02 {2}changed {2}holds: .* -> gives: /);
    expect(compared.out).toContain('2 of 3 joints differ');
    const again = await gusset('recheck', out);
    expect(again.code).toBe(1);
    expect(again.out).toContain('3 joints: 1 holds, 1 gives, 1 close');
    expect((await gusset('recheck', old, '--json')).code).toBe(0);
  });
  it('makes new joints of what the office makes details of, and leaves its rules out of the job', async () => {
    const old = file('old.json', only('B1-01'));
    const rules = file('rules.json', {
      format: 'ample-gusset-house-rules',
      version: 1,
      rules: { details: { bolts: [24], plates: [12] } },
    });
    const out = join(folder, 'new.json');
    const rows =
      'mark;kind of joint;section of the beam;support;supportType;case;Vz (kN)\nN1;fin plate;UB 406x140x39;UC 203x203x60;column_flange;Q;60';
    const { code, err } = await gusset('import', old, table(rows), '--rules', rules, '-o', out, '--json');
    expect([code, err]).toEqual([0, '']);
    const job = JSON.parse(readFileSync(out, 'utf8')) as { office?: unknown; joints: { mark: string; line: string }[] };
    expect(job.joints.find((j) => j.mark === 'N1')!.line).toMatch(/^FP \| 12x.*xM24-8\.8/);
    expect(job.office).toBeUndefined();
  });
  it('takes columns by a mapping, and refuses what it can not use', async () => {
    const old = file('old.json', only('B1-01'));
    const map = file('map.json', { roles: { Knoten: 'mark', Fall: 'name', Q: 'V_z' }, force: 'N', turned: ['V_z'] });
    const { out } = await gusset('import', old, table('Knoten;Fall;Q\nB1-01;Q;-40000'), '--map', map, '--json');
    expect(JSON.parse(out)).toMatchObject({ joints: [{ mark: 'B1-01', change: 'changed', after: { state: 'holds' } }] });
    const bad = async (...args: string[]): Promise<string> => {
      const { code, err } = await gusset('import', old, ...args);
      expect(code).toBe(2);
      return err;
    };
    expect(await bad(table('a;b\n1;2'))).toContain('none names the joint');
    expect(await bad(table('mark;V\nB1;2'), '--sheet', 'no')).toContain('there is no sheet "no"; accepted are table');
    expect(await bad(join(folder, 'none.csv'))).toContain("the file can't be read (ENOENT)");
    expect(await bad(table('x'), '--map', file('bad.json', { roles: { x: 'toString' } }))).toContain(
      'roles: "x" can\'t be "toString"',
    );
  });
});
