import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import Ajv from 'ajv/dist/2019.js';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { proofOf, readJob, withActions } from '@ample/core';
import { CASES, demo, gusset, job, JOINTS, only, useFolder } from './cli.testing.ts';

const { folder, file } = useFolder();

/** Text of every page of a PDF, by another program's parser. */
async function pdfText(path: string): Promise<string[]> {
  const doc = await getDocument({ data: new Uint8Array(readFileSync(path)), useSystemFonts: false, verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let i = 1; i <= doc.numPages; i += 1)
    pages.push((await (await doc.getPage(i)).getTextContent()).items.map((t) => ('str' in t ? t.str : '')).join(' '));
  return pages;
}

describe('gusset check', () => {
  it('exits 0 when all hold, 1 when something gives or breaks a rule, 2 on bad input', async () => {
    const [good, gives, rule, bad] = await Promise.all([
      gusset('check', file('good.json', only('B1-01')), '--json'),
      gusset('check', file('gives.json', only('B2-15')), '--json'),
      gusset('check', file('rule.json', only('B2-16')), '--json'),
      gusset('check', file('bad.json', '{ nothing'), '--json'),
    ]);
    expect([good.code, gives.code, rule.code, bad.code]).toEqual([0, 1, 1, 2]);
    expect(bad.err).toMatch(/bad\.json: the file is not JSON/);
    expect(JSON.parse(gives.out).joints[0]).toMatchObject({ mark: 'B2-15', state: 'gives', verdict: 'gives · 0.82 × C3' });
  });
  it.each([
    ['w1', 'fin-plate'],
    ['w2', 'fin-plate'],
    ['w3', 'fin-plate'],
    ['w4', 'end-plate'],
    ['w5', 'end-plate'],
    ['w6', 'cleats'],
  ])('reproduces worked case %s from its job file', async (name, kind) => {
    const worked = (
      JSON.parse(readFileSync(join(JOINTS, kind, 'worked-cases.json'), 'utf8')) as {
        title: string;
        governs: string;
        expected: { id: string; demand: number | null; resistance: number | null; result: string; reason?: string }[];
      }[]
    ).find((c) => c.title.toLowerCase().startsWith(name))!;
    const { out, code } = await gusset('check', join(JOINTS, kind, 'jobs', `${name}.json`), '--json');
    expect(code).toBe(0);
    const joint = JSON.parse(out).joints[0];
    type Entry = {
      id: string;
      type: string;
      demand: number;
      resistance: number;
      utilisation?: number;
      pass?: boolean;
      reason?: string;
      governs?: boolean;
    };
    const entries = new Map([...joint.combinations[0].checks, ...joint.rules].map((c: Entry) => [c.id, c] as const));
    for (const { id, demand, resistance, result, reason } of worked.expected) {
      const found = entries.get(id)!;
      if (result === 'skip') expect([id, found.type, found.reason]).toEqual([id, 'skip', reason]);
      else {
        expect(Math.abs(found.demand / demand! - 1), id).toBeLessThan(1e-3);
        expect(Math.abs(found.resistance / resistance! - 1), id).toBeLessThan(1e-3);
        if (result !== 'pass' && result !== 'advise') expect(found.utilisation, id).toBeCloseTo(Number(result), 3);
      }
    }
    expect(entries.get(worked.governs)!.governs).toBe(true);
  });
  it.each(['w1', 'w2', 'w3', 'w4', 'w5'])(
    'reproduces column base %s from its job file, with where each check is and what governs',
    async (name) => {
      type Worked = {
        name: string;
        governs: string;
        checks: { id: string; where: string; info: boolean; demand: number; utilisation: number | null }[];
      };
      const worked = (JSON.parse(readFileSync(join(JOINTS, 'base-plate/worked-cases.json'), 'utf8')) as Worked[]).find(
        (c) => c.name === name,
      )!;
      const { out, code } = await gusset('check', join(JOINTS, 'base-plate/jobs', `${name}.json`), '--json');
      expect(code).toBe(0);
      const c = JSON.parse(out).joints[0].combinations[0] as {
        governs: string;
        checks: {
          id: string;
          where?: string;
          info?: boolean;
          type: string;
          demand: number;
          utilisation?: number | null;
          governs?: boolean;
        }[];
      };
      expect(c.governs.split('@')[0]).toBe(worked.governs);
      expect(c.checks.filter((x) => x.governs).map((x) => x.id)).toEqual([worked.governs]);
      for (const w of worked.checks) {
        const x = c.checks.find((y) => y.id === w.id && (y.where ?? '') === w.where) ?? c.checks.find((y) => y.id === w.id)!;
        expect([w.id, Math.abs(x.demand / w.demand - 1) < 0.005, x.info ?? false]).toEqual([w.id, true, w.info]);
        if (w.utilisation !== null) expect([w.id, x.utilisation]).toEqual([w.id, expect.closeTo(w.utilisation, 3)]);
      }
    },
  );
  it('prints every named value with --trace', async () => {
    const { out } = await gusset('check', join(CASES, 'w1.json'), '--json', '--trace');
    const check = JSON.parse(out).joints[0].combinations[0].checks.find((c: { id: string }) => c.id === 'plate-bearing');
    expect(check.values.alpha_b_ver.value).toBeCloseTo(0.606061, 5);
    expect(check.values.F_b_hor_Rd).toEqual({ value: expect.closeTo(124.242, 2), unit: 'kN' });
  });
  it('names the joint, the field and what would be accepted', async () => {
    const broken = only('B1-01');
    broken.joints[0] = {
      ...broken.joints[0],
      line: undefined,
      input: { ...broken.joints[0].input, plate: { ...broken.joints[0].input.plate, h: 900 } },
    };
    const { code, err } = await gusset('check', file('deep.json', broken));
    expect(code).toBe(2);
    expect(err).toMatch(/joint B1-01: plate\.h: 900 mm is deeper than the beam's clear web; accepted is at most 283 mm\./);
    expect((await gusset('check', join(folder, 'none.json'))).err).toMatch(/can't be read \(ENOENT\)/);
    expect((await gusset('frobnicate')).code).toBe(2);
  });
  it('reports a joint that can not be built and goes on with the others', async () => {
    const [good, bad] = [only('B1-01').joints[0], only('B1-02').joints[0]];
    const two = {
      ...job,
      joints: [{ ...bad, line: undefined, input: { ...bad.input, plate: { ...bad.input.plate, h: 900 } } }, good],
    };
    const { out, err, code } = await gusset('check', file('refused.json', two), '--json');
    const result = JSON.parse(out);
    expect(code).toBe(2);
    expect(result.joints.map((j: { state: string }) => j.state)).toEqual(['refused', 'holds']);
    expect(result).toMatchObject({ ok: false, refused: 1 });
    expect(result.joints[0]).toMatchObject({
      mark: 'B1-02',
      refusal: { field: 'plate.h', message: expect.stringMatching(/^plate\.h: 900 mm is deeper/) as string },
      combinations: [],
    });
    expect(err).toMatch(/^joint B1-02: plate\.h: 900 mm is deeper than the beam's clear web; accepted is .*\.\n$/);
    expect((await gusset('check', file('refused.json', two))).out).toMatch(
      /B1-02[\s\S]*refused: plate\.h: 900[\s\S]*B1-01[\s\S]*holds · 1\.56/,
    );
  });
  it('does not pass a joint that is not whole', async () => {
    const { out, code } = await gusset('check', file('lifted.json', only('M1-06')), '--json');
    expect(code).toBe(1);
    const joint = JSON.parse(out).joints[0];
    expect(joint).toMatchObject({
      state: 'not-whole',
      missing: [
        {
          id: 'beam-notch-ltb',
          title: 'Lateral-torsional buckling at the notch',
          reason: expect.stringMatching(/^Uplift/) as string,
        },
      ],
    });
    expect(
      joint.combinations
        .find((c: { name: string }) => c.name === 'C4')
        .checks.find((c: { id: string }) => c.id === 'beam-notch-ltb'),
    ).toMatchObject({ type: 'skip', missing: true });
    expect((await gusset('check', file('lifted.json', only('M1-06')))).out).toContain(
      'not checked: Lateral-torsional buckling at the notch: Uplift compresses',
    );
  });
  it('takes a joint that gives its detail as a line', async () => {
    const lined = only('B1-01');
    const { beam, support } = lined.joints[0].input;
    lined.joints[0] = { ...lined.joints[0], input: { beam, support } };
    const { code, out } = await gusset('check', file('line.json', lined), '--json');
    expect(code).toBe(0);
    expect(JSON.parse(out).joints[0].line).toBe(job.joints[0].line);
  });
});

describe('gusset house', () => {
  const details = fileURLToPath(new URL('../../../demo/house-details.json', import.meta.url));
  it('prints the resistances of each house detail of a file, the same as JSON and CSV', async () => {
    const out = join(folder, 'house.csv');
    const [text, json, csv] = await Promise.all([
      gusset('house', details, '--name', 'FP-3'),
      gusset('house', details, '--name', 'FP-3', '--json'),
      gusset('house', details, '--name', 'FP-3', '--csv', out),
    ]);
    expect([text.code, json.code, csv.code]).toEqual([0, 0, 0]);
    expect(text.out).toMatch(/^FP-3 {2}FP \| 10x100x220 S275 \| 3xM20-8\.8 @70/);
    const [{ table }] = JSON.parse(json.out) as [
      { table: { rows: { names: string[]; cells: { value: number; why: string }[] }[] } },
    ];
    const row = table.rows.find((r) => r.names[0] === 'UB 356x171x51')!;
    expect(text.out).toContain(`UB 356x171x51 S275  ±V_Ed ${row.cells[0]!.value} (${row.cells[0]!.why})`);
    expect(readFileSync(out, 'utf8')).toContain(`UB 356x171x51,S275,${row.cells[0]!.value},"${row.cells[0]!.why}"`);
  });
  it('refuses a name that is none and a file that is none, and ends with 2', async () => {
    const none = await gusset('house', details, '--name', 'X');
    expect([none.code, none.err]).toEqual([
      2,
      expect.stringContaining('there is no house detail "X" in the file; accepted are FP-3, FP-4'),
    ]);
    const bad = await gusset('house', demo);
    expect([bad.code, bad.err]).toEqual([2, expect.stringContaining('is no file of house details')]);
  });
});

describe('gusset report, line, schema', () => {
  it('writes a PDF whose text another parser reads, with the verdict of the check', async () => {
    const out = join(folder, 'out.pdf');
    const { code } = await gusset('report', file('two.json', only('B2-14', 'B2-16')), '-o', out);
    expect(code).toBe(1);
    expect(statSync(out).size).toBeGreaterThan(20_000);
    const pages = await pdfText(out);
    const text = pages.join('\n');
    expect(text).toContain('B2-14: holds · 1.08 × C3');
    expect(text).toContain('rule broken: Edge distance for rotation, plate');
    expect(text).toContain('Bearing, beam web');
    expect(text).toContain(
      job.joints
        .find((j: { mark: string }) => j.mark === 'B2-14')
        .line.split(' | ')[1]
        .split(' ')[0],
    );
    // The fraction of a bearing check is set as a formula: its symbols stand in the text with subscripts of their own.
    expect(text).toMatch(/α\s*b,ver\s*=\s*min/);
  });
  it('reads a line and points at what it can not read', async () => {
    const line = 'FP | 10x110x290 S275 | 4xM20-8.8 @70 | e 40/50 | gap 10 | top 50 | fw 8';
    expect((await gusset('line', line)).out.split('\n')[0]).toBe(line);
    for (const other of [
      'EP | 10x196x286 S275 | 4xM20-8.8 @70/106 | e1 38 | top 54 | fw 8',
      'CB | 35x380x540 S275 | 2x2xM27-8.8 @240/430 | washer 95x16 hef 450 | hole 30 welded | grout 30 G35 | block C30 1400x1700x900 | fw 8/5',
      'CB | 25xD520 S275 | 6xM24-8.8 R205 from 0 | head 50x20 hef 420 | hole 26 | grout 30 G40 | block C32 -x-x900 at 0/-140 | bw | shear friction+key | key plate 160x40 d150 z a8 S275',
      'AC | 2x150x90x10 r12 L280 S275 | 4xM20-8.8 @60+80+60 | e 40/47 | support 4xM20-8.8 @70/140 | es 40 | gap 10 | top 50 | weld beam | fw 6',
    ])
      expect((await gusset('line', other)).out.split('\n')[0]).toBe(other);
    const bad = await gusset('line', line.replace('@70', '70'));
    expect(bad.code).toBe(2);
    expect(bad.err).toMatch(/^line, character \d+: "70" can't be read here; expected a pitch[^\n]*\n$/);
  });
  it('prints a schema that the demo job satisfies and a broken one does not', async () => {
    const schema = JSON.parse((await gusset('schema')).out);
    const validate = new Ajv({ strict: false, allErrors: false }).compile(schema);
    expect(validate(job), JSON.stringify(validate.errors)).toBe(true);
    expect(validate({ ...job, version: 7 })).toBe(false);
    expect(validate({ ...job, joints: [{ ...job.joints[0], input: { ...job.joints[0].input, gap: -1 } }] })).toBe(false);
  });
});

describe('gusset combine', () => {
  const cases = {
    code: 'EN1990',
    annex: 'recommended',
    expression: '6.10ab',
    cases: [
      { id: 'G', kind: 'G' },
      { id: 'S', kind: 'Q', category: 'snow' },
    ],
  };
  it('prints each combination with its clause, and how many can not govern; with --all, which', async () => {
    const path = file('cases.json', cases);
    const { code, out } = await gusset('combine', path);
    expect(code).toBe(0);
    expect(out.trim().split('\n')).toEqual([
      'ULS 6.10a: 1.35 G',
      'ULS 6.10a: 1.35 G + 0.75 S',
      'ULS 6.10a: G',
      'ULS 6.10b: 1.1475 G + 1.5 S [snow]',
      'ULS 6.10b: G + 1.5 S [snow]',
      "kept 5 of 7; 2 can't govern (8 generated)",
    ]);
    expect((await gusset('combine', path, '--all')).out).toContain(
      'pruned: ULS 6.10b: 1.1475 G (lies between two others: it can not govern)',
    );
  });
  it('gives factors and what they are made of as JSON', async () => {
    const { out } = await gusset('combine', file('cases.json', cases), '--json');
    const read = JSON.parse(out) as { kept: number; combinations: { name: string; factors: object; why: object }[] };
    expect(read.kept).toBe(read.combinations.length);
    const c = read.combinations.find((x) => x.name === '1.1475 G + 1.5 S')!;
    expect(c.factors).toEqual({ G: 0.85 * 1.35, S: 1.5 });
    expect(c.why).toEqual({ G: '0.85 x 1.35: xi x gamma_G,sup', S: '1.5: gamma_Q' });
  });
  it('refuses with the file, the field and what would be accepted, and ends with 2', async () => {
    const { code, err } = await gusset('combine', file('cases.json', { ...cases, cases: [{ id: 'S', kind: 'Q' }] }));
    expect(code).toBe(2);
    expect(err).toMatch(/cases\.json: cases\.0\.category: the value is missing; it must be given\.\n$/);
    expect((await gusset('combine', file('empty.json', ' '))).err).toMatch(/the file is empty; it must hold load cases as JSON/);
  });
});

describe('what is no use to the command', () => {
  it('never exits 1, says one line, and lets other joints be judged', async () => {
    const [good] = only('B1-01').joints;
    const bad = {
      ...structuredClone(good),
      mark: 'X1',
      line: undefined,
      input: { ...good.input, plate: { ...good.input.plate, steel: { grade: 'toString' } } },
    };
    const odd = { ...structuredClone(good), mark: 'X2', line: undefined, input: { ...good.input, gap: { toString: 1 } } };
    const { code, out, err } = await gusset(
      'check',
      file('some.json', { ...job, joints: [good, bad, odd], calculations: [] }),
      '--json',
    );
    expect(code).toBe(2);
    const result = JSON.parse(out) as { refused: number; joints: { mark: string; state: string }[] };
    expect(result.refused).toBe(2);
    expect(result.joints.map((j) => [j.mark, j.state])).toEqual([
      ['B1-01', 'holds'],
      ['X1', 'refused'],
      ['X2', 'refused'],
    ]);
    expect(err.trim().split('\n')).toEqual([
      'joint X1: plate.steel: there is no steel grade "toString"; accepted are S235, S275, S355, S460.',
      'joint X2: input.gap: there is no field "toString"; leave it out.',
    ]);
  });
  it('counts what a plate analysis proves where the basis lets it, and tells it', async () => {
    const tern = readJob(job);
    const { loads: _cases, checked: _signed, group: _shared, ...plate } = tern.joints.find((j) => j.mark === 'B1-01')!;
    const joint = { ...plate, combinations: [{ name: 'C1', V_Ed: 60, N_Ed: 0, N_tie: 0, T: 0.4 }] };
    const lets = readJob({ ...tern, basis: { ...tern.basis, settings: { analysis_proves: true } }, joints: [joint] });
    const carried = [{ combination: 'C1', multiple: 1.62, buckling: [] }];
    const proof = proofOf(withActions(lets.joints[0]!, lets), lets, carried, {
      by: 'R. Quill',
      note: 'looked at',
      at: '2026-11-30',
    });
    const checked = async (loads: object) => {
      const said = await gusset('check', file('proof.json', { ...lets, joints: [{ ...joint, loads }] }), '--json');
      const [only] = (JSON.parse(said.out) as { joints: { state: string; governing: { check: string; multiple: number } }[] })
        .joints;
      return { code: said.code, ...only! };
    };
    expect(await checked({})).toMatchObject({ code: 1, state: 'not-whole' });
    expect(await checked({ proof })).toMatchObject({
      ...{ code: 0, state: 'holds', governing: { check: 'plate-analysis', multiple: 1.62 }, missing: [] },
      proof: { by: 'R. Quill', stands: 'yes' },
    });
    expect(await checked({ proof: { ...proof, of: '0' } })).toMatchObject({ code: 1, state: 'not-whole' });
  });

  it('escapes control characters of what it was given', async () => {
    const { code, err } = await gusset('line', 'FP | \u001b[31mred\nline');
    expect(code).toBe(2);
    // eslint-disable-next-line no-control-regex -- that none is left is what is asked
    expect(err.trim()).not.toMatch(/[\u0000-\u001f]/);
  });
});
