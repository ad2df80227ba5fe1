import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { demo, gusset, only, useFolder } from './cli.testing.ts';

const { folder, file } = useFolder();

describe('gusset export', () => {
  it('writes the setting-out as CSV and as DXF, and says what there is', async () => {
    const [csv, dxf] = [join(folder, 's.csv'), join(folder, 's.dxf')];
    expect((await gusset('export', demo, 'P1-04', '--list', 'setting-out', '-o', csv)).code).toBe(0);
    expect(readFileSync(csv, 'utf8').split('\r\n').slice(0, 2)).toEqual([
      'Anchor,z mm,y mm,Size,Top above concrete mm',
      expect.stringMatching(/^0,-210,-105,M30,/),
    ]);
    expect((await gusset('export', demo, 'P1-04', '--template', '-o', dxf)).code).toBe(0);
    expect(readFileSync(dxf, 'utf8')).toContain('LWPOLYLINE');
    const none = await gusset('export', demo, 'B1-01', '--list', 'anchors', '-o', csv);
    expect([none.code, none.err]).toEqual([
      2,
      expect.stringMatching(/there is no list "anchors"; accepted for B1-01 are fittings, bolts, welds/),
    ]);
  });
  it('writes the files of a joint into a folder, of a job into a ZIP, and one where there is one', async () => {
    const into = `${join(folder, 'cut')}/`;
    expect(await gusset('export', demo, 'B2-14', '--format', 'nc1', '-o', into)).toMatchObject({ code: 0 });
    expect(readdirSync(into).sort()).toEqual(['B2-14-beam.nc1', 'B2-14-p1.nc1']);
    const zip = join(folder, 'all.zip');
    const all = await gusset('export', demo, '--format', 'dxf', '-o', zip);
    expect([all.code, all.out]).toEqual([0, expect.stringMatching(/all\.zip: \d\d+ files/)]);
    expect(readFileSync(zip).subarray(0, 4).toString('latin1')).toBe('PK\u0003\u0004');
    const model = join(folder, 'model.ifc');
    expect((await gusset('export', demo, 'P1-04', '--format', 'ifc', '-o', model)).code).toBe(0);
    expect(readFileSync(model, 'utf8')).toMatch(/^ISO-10303-21;[\s\S]*IFCFOOTING[\s\S]*END-ISO-10303-21;\n$/);
    const everything = `${join(folder, 'everything')}/`;
    expect((await gusset('export', demo, 'B2-14', '--format', 'zip', '--level', 'verdict', '-o', everything)).code).toBe(0);
    expect(readdirSync(everything).sort()).toEqual([
      '2417-B2-14-drawings.pdf',
      '2417-B2-14.ifc',
      '2417-B2-14.pdf',
      'drawings',
      'job.json',
      'lists',
      'machines',
      'sheets',
    ]);
    expect(JSON.parse(readFileSync(join(everything, 'job.json'), 'utf8')).joints).toHaveLength(1);
    const words = join(folder, 'one.txt');
    expect((await gusset('export', demo, 'B2-14', '--format', 'txt', '-o', words)).code).toBe(0);
    expect(readFileSync(words, 'utf8')).toContain('B2-14: holds');
    const lists = join(folder, 'lists.csv');
    expect((await gusset('export', demo, '--format', 'csv', '-o', lists)).code).toBe(0);
    expect(readFileSync(lists, 'utf8')).toMatch(/^Plates and angles\r\nMark,Number,/);
  });
  it('keeps the files of joints apart whose marks are alike to a file system', async () => {
    const two = only('B1-01');
    two.joints = [
      { ...two.joints[0], mark: 'A/1' },
      { ...two.joints[0], mark: 'A 1' },
    ];
    const into = `${join(folder, 'apart')}/`;
    expect((await gusset('export', file('apart.json', two), '--format', 'svg', '-o', into)).code).toBe(0);
    expect(readdirSync(into).sort()).toEqual(['A-1-2.svg', 'A-1.svg']);
  });
  it('says in one sentence what it can not write, and leaves no file of nothing', async () => {
    const one = join(folder, 'one.dxf');
    const many = await gusset('export', demo, 'B2-14', '--format', 'dxf', '-o', one);
    expect([many.code, many.err]).toEqual([2, expect.stringMatching(/dxf makes 2 files.*ends in \.zip, or a folder/)]);
    expect(existsSync(one)).toBe(false);
    expect((await gusset('export', demo, '--format', 'nest', '--sheet', '3000', '-o', `${folder}/`)).err).toMatch(
      /accepted is length and width in mm/,
    );
    expect((await gusset('export', demo, 'Q9', '--format', 'svg', '-o', one)).err).toMatch(/there is no joint "Q9"/);
    const broken = only('B1-01');
    delete broken.joints[0].line;
    broken.joints[0].input.plate.h = 60;
    const short = join(folder, 'short.out.zip');
    for (const format of ['nc1', 'drawings', 'ifc']) {
      const refused = await gusset('export', file('short.json', broken), '--format', format, '-o', short);
      expect([format, refused.code, existsSync(short)]).toEqual([format, 2, false]);
      expect(refused.err).toMatch(/joint B1-01: .*accepted/);
    }
  });
  it('tells a joint that has no drawing, and draws the others', async () => {
    const two = only('B1-01');
    const broken = structuredClone(two.joints[0]);
    delete broken.line;
    broken.input.plate.h = 60;
    two.joints.push({ ...broken, mark: 'B1-99' });
    const out = join(folder, 'two.pdf');
    const told = await gusset('export', file('two.json', two), '--format', 'drawings', '-o', out);
    expect([told.code, existsSync(out), told.err]).toEqual([1, true, expect.stringMatching(/^joint B1-99: .*accepted/)]);
    expect(told.err).not.toMatch(/B1-01/);
  });
  it('goes by the house rules of a file, and by those of the job before them', async () => {
    const rules = demo.replace('tern-quay', 'house-rules');
    const of = async (job: string, ...more: string[]): Promise<string> => {
      const path = join(folder, 'ruled.txt');
      expect(await gusset('export', job, 'B2-14', '--format', 'txt', '-o', path, ...more)).toMatchObject({ code: 0, err: '' });
      return readFileSync(path, 'utf8');
    };
    expect(await of(demo)).not.toContain('Marram');
    expect(await of(demo, '--rules', rules)).toContain('Marram Connection Design');
    const own = file('own.json', { ...JSON.parse(readFileSync(demo, 'utf8')), rules: { office: 'Ruddock', decimal: 'comma' } });
    const ruled = await of(own, '--rules', rules);
    expect(ruled).toContain('rev A · Ruddock');
    expect(ruled).toMatch(/= 5,6 mm/);
    const zip = `${join(folder, 'ruled')}/`;
    expect((await gusset('export', own, 'B2-14', '--format', 'zip', '--rules', rules, '-o', zip)).code).toBe(0);
    const kept = JSON.parse(readFileSync(join(zip, 'job.json'), 'utf8')) as Record<string, unknown>;
    expect([kept['rules'], kept['office']]).toEqual([{ office: 'Ruddock', decimal: 'comma' }, undefined]);
    const bad = await gusset('export', demo, 'B2-14', '--format', 'txt', '--rules', demo, '-o', join(folder, 'no.txt'));
    expect([bad.code, bad.err, existsSync(join(folder, 'no.txt'))]).toEqual([
      2,
      expect.stringMatching(/tern-quay\.json: format: "ample-gusset-job" in version 1 is no file of house rules/),
      false,
    ]);
  });
});
