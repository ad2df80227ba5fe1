import { PassThrough } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import Excel from 'exceljs';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { inCommas, readJob, tryCheckStored, type JobDocument } from '@ample/core';
import { jobOffice, jointOffice, printedJob } from './office.ts';
import type { Level } from './level.ts';
import { converted, NO_OFFICE, office } from './office.testing.ts';

const demo = (name: string): JobDocument =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8')));
const [tern, heron] = [demo('tern-quay'), demo('heron-street')];
const options = { date: '2026-05-04' };

async function read(bytes: Uint8Array): Promise<Excel.Workbook> {
  const book = new Excel.Workbook();
  await book.xlsx.load(Buffer.from(bytes) as unknown as Excel.Buffer);
  return book;
}
async function written(write: (out: PassThrough) => Promise<void>): Promise<Buffer> {
  const out = new PassThrough();
  const [bytes] = await Promise.all([buffer(out), write(out)]);
  return bytes;
}
const jobBook = (job: JobDocument, level?: Level) =>
  written((out) => jobOffice(printedJob(job), 'workbook', { ...options, ...(level ? { level } : {}) }, out));
const jointBook = (job: JobDocument, mark: string, level?: Level) =>
  written((out) =>
    jointOffice(
      job,
      job.joints.find((j) => j.mark === mark)!,
      'workbook',
      { ...options, ...(level ? { level } : {}) },
      out,
    ),
  );
const cells = (book: Excel.Workbook): Excel.Cell[] => {
  const list: Excel.Cell[] = [];
  book.eachSheet((s) => s.eachRow((r) => r.eachCell((c) => void list.push(c))));
  return list;
};
const texts = (sheet: Excel.Worksheet): string[] => {
  const list: string[] = [];
  sheet.eachRow((r) => r.eachCell((c) => void list.push(c.text)));
  return list;
};
/** The row whose first cell says so; `at`: and that has a formula there. */
const rowOf = (sheet: Excel.Worksheet, text: string, at?: number): Excel.Row => {
  for (let i = 1; i <= sheet.rowCount; i += 1) {
    const row = sheet.getRow(i);
    if (row.getCell(1).text === text && (at === undefined || row.getCell(at).formula)) return row;
  }
  throw new Error(`no row "${text}"`);
};
const tried = (mark: string, job = tern) => {
  const checked = tryCheckStored(
    job.joints.find((j) => j.mark === mark)!,
    job,
  );
  if ('refusal' in checked) throw new Error(checked.refusal.message);
  return checked;
};

describe('a workbook with a decimal comma', () => {
  it('has it in its words; numbers, formulas, clauses and the detail line stand as they are', async () => {
    const comma = { ...tern, rules: { ...tern.rules, decimal: 'comma' } } as JobDocument;
    const [point, said] = [await read(await jointBook(tern, 'B2-14')), await read(await jointBook(comma, 'B2-14'))];
    const [a, b] = [cells(point), cells(said)];
    expect(b.length).toBe(a.length);
    let changed = 0;
    a.forEach((cell, i) => {
      const other = b[i]!;
      expect([other.address, other.formula, other.names]).toEqual([cell.address, cell.formula, cell.names]);
      if (typeof cell.value !== 'string') return expect(other.value).toEqual(cell.value);
      if (other.value !== cell.value) {
        expect(other.value).toBe(inCommas(cell.value));
        changed += 1;
      }
    });
    expect(changed).toBeGreaterThan(5);
    const sheet = said.getWorksheet('B2-14')!;
    expect(sheet.getCell('A1').text).toMatch(/: holds · 1,08 × C3$/);
    const all = texts(sheet);
    expect(all).toContain(tern.joints.find((j) => j.mark === 'B2-14')!.line);
    expect(all.filter((t) => /^EN 1993-1-8, .*3,/.test(t))).toEqual([]);
    const formulas = (list: readonly Excel.Cell[]): string[] => list.map((c) => c.text).filter((t) => t.startsWith('= '));
    expect(formulas(a).length).toBeGreaterThan(50);
    expect(formulas(b)).toEqual(formulas(a));
    expect(all).toContain('8.8');
  });
});

describe('the calculation of a joint as a workbook', () => {
  it('has what is given in named cells, formulas over their names, and demand over resistance', async () => {
    const book = await read(await jointBook(tern, 'B2-14'));
    const sheet = book.getWorksheet('B2-14')!;
    const thickness = rowOf(sheet, 'thickness of the fin plate').getCell(3);
    expect([thickness.value, thickness.names]).toEqual([10, ['t_p']]);
    const shear = rowOf(sheet, 'Gross shear, plate', 6);
    expect(shear.getCell(6).formula).toMatch(/^C(\d+)\/E\1$/);
    expect(shear.getCell(6).result).toBeCloseTo(207 / Number(shear.getCell(5).result), 9);
    expect(shear.getCell(8).formula).toMatch(/^IF\(F\d+<=1,"holds","gives"\)$/);
    // Bolt shear of Table 3.4: 0.6 x 800 x 245 / 1.25 = 94.08 kN; what is shown in kN is worked in N.
    const bolt = cells(book).find((c) => c.formula === '(planes*beta_Lf*beta_p*alpha_v*f_ub*A_bolt/gamma_M2)/1000')!;
    expect(bolt.result).toBeCloseTo(94.08, 9);
    expect(bolt.names.length).toBe(1);
  });
  it('says the largest utilisation of the combination that gives first', async () => {
    const { report } = tried('B2-14');
    const sheet = (await read(await jointBook(tern, 'B2-14'))).getWorksheet('B2-14')!;
    const largest = Math.max(
      ...report.combinations[report.worst]!.checks.map((c) => (c.type === 'strength' && !c.info ? c.utilisation! : 0)),
    );
    expect(rowOf(sheet, 'Largest utilisation').getCell(6).result).toBeCloseTo(largest, 12);
    expect(texts(sheet)).toContain(`B2-14: ${report.verdict}`);
  });
  it('as far as its level goes: verdict without workings, governing with those of one check, everything with all', async () => {
    const count = async (level: Level): Promise<number> =>
      cells(await read(await jointBook(tern, 'B2-14', level))).filter((c) => c.names.length > 0).length;
    const [verdict, governing, everything] = [await count('verdict'), await count('governing'), await count('everything')];
    expect(verdict).toBe(0);
    expect(governing).toBeGreaterThan(10);
    expect(everything).toBeGreaterThan(3 * governing);
  });
  it('of one that can not be checked says why', async () => {
    const broken = structuredClone(tern);
    const joint = broken.joints.find((j) => j.mark === 'B2-14')!;
    (joint.input as { plate: { h: number } }).plate.h = 60;
    const sheet = (await read(await jointBook(broken, 'B2-14'))).getWorksheet('B2-14')!;
    expect(texts(sheet).join(' ')).toMatch(/This joint can't be checked\. .*accepted/);
  });
  it('of one where a check has no resistance at all names no largest utilisation: there is none', async () => {
    const job = structuredClone(tern);
    const joint = job.joints.find((j) => j.mark === 'R2-04')!;
    // Pulled off by more than its rows on the one side can turn into compression on the other.
    const input = joint.input as { rows: { y: number; role: string }[] };
    input.rows = input.rows.slice(0, 2);
    Object.assign(joint, { combinations: [{ ...joint.combinations[0], name: 'C1', M_Ed: 50, N_Ed: 300 }] });
    const { report } = tried('R2-04', job);
    expect(report.combinations[0]!.checks.some((c) => c.type === 'strength' && c.utilisation === null)).toBe(true);
    const book = await read(await jobBook({ ...job, joints: [joint] }));
    const sheet = book.getWorksheet('R2-04')!;
    expect(texts(sheet)).toContain('no resistance');
    expect(texts(sheet)).not.toContain('Largest utilisation');
    expect(rowOf(book.getWorksheet('Register')!, 'R2-04').getCell(6).text).toBe('–');
  });
  it('takes no text for a formula, and a mark for a name of a sheet as it can', async () => {
    const job = structuredClone(tern);
    const joint = job.joints.find((j) => j.mark === 'B2-14')!;
    Object.assign(joint, { mark: "=1+1'[x]", note: '=HYPERLINK("x")' });
    const book = await read(await jobBook({ ...job, name: '=cmd', joints: [joint] }));
    expect(book.worksheets.map((s) => s.name)).toEqual(['=1+1  x', 'Register']);
    for (const c of cells(book)) if (c.formula) expect(c.formula).not.toMatch(/cmd|HYPERLINK|1\+1'/);
  });
});

describe('the calculation of a job as a workbook', () => {
  it('has a sheet a joint, and a register that takes its utilisations from them', async () => {
    const book = await read(await jobBook(tern));
    expect(book.worksheets.map((s) => s.name)).toEqual([...tern.joints.map((j) => j.mark), 'Register']);
    const register = book.getWorksheet('Register')!;
    for (const { mark } of tern.joints) {
      const row = rowOf(register, mark);
      expect((row.getCell(1).value as { hyperlink: string }).hyperlink).toBe(`#'${mark}'!A1`);
      const { report } = tried(mark);
      if (report.state === 'none') continue;
      expect(row.getCell(6).formula, mark).toMatch(new RegExp(`^'${mark}'!F\\d+$`));
      expect(row.getCell(4).text).toBe(report.combinations[report.worst]!.first!.title);
    }
    expect(rowOf(register, 'B2-15').getCell(7).text).toBe('gives');
  });
  it('works to the same numbers in LibreOffice, where it is here: every formula of both demo jobs', async ({ skip }) => {
    skip(!office, NO_OFFICE);
    for (const job of [tern, heron]) {
      const book = await read(await jobBook(job, 'everything'));
      const want = new Map<string, unknown>();
      for (const c of cells(book))
        if (c.formula) {
          want.set(`${c.worksheet.name}!${c.address}`, c.result);
          // Without its result, so that it has to be worked.
          c.value = { formula: c.formula } as Excel.CellFormulaValue;
        }
      const again = await read(
        converted('bare.xlsx', new Uint8Array(await book.xlsx.writeBuffer()), 'xlsx:Calc MS Excel 2007 XML'),
      );
      expect(want.size).toBeGreaterThan(2000);
      for (const [place, value] of want) {
        const [sheet, address] = place.split('!') as [string, string];
        const got = again.getWorksheet(sheet)!.getCell(address).result;
        if (typeof value === 'number')
          expect(Math.abs(Number(got) - value) <= 1e-9 * Math.max(1, Math.abs(value)), place).toBe(true);
        else expect(got, place).toBe(value);
      }
    }
  }, 300_000);
});
