import Excel from 'exceljs';
import { describe, expect, it } from 'vitest';
import { firstToGive, openJoint, openRegister } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();

async function openTable(): Promise<void> {
  await openRegister(on.app, on.page);
  await on.page.getByRole('link', { name: 'Take in a table' }).click();
  await on.page.getByRole('heading', { name: 'A table of forces, members or joints' }).waitFor();
}
const changes = () => on.page.getByRole('region', { name: 'What it changes' });

describe('a table of forces', () => {
  it('comes from a workbook, says what it changes before it is taken, and is dropped again whole', async () => {
    const { page } = on;
    await openJoint(on.app, page, 'B1-02');
    const before = await firstToGive(page);
    const book = new Excel.Workbook();
    book.addWorksheet('Read me').addRow(['nothing']);
    const sheet = book.addWorksheet('Reactions');
    sheet.addRows([
      ['Joint', 'Load case', 'Fz (kN)', 'Fx', 'remark'],
      ['B1-02', 'G', -30, 0, ''],
      ['B1-02', 'Q', -400, 0, ''],
      ['B1-03', 'Q', { formula: '-60-8', result: -68 }, 0, ''],
      ['B1-07', 'Q', -70, 0, ''],
      ['B1-07', 'X', -70, 0, ''],
      ['E1-01', 'G', 'broken', 0, ''],
    ]);
    await openTable();
    await page
      .locator('input[type=file]')
      .setInputFiles({
        name: 'reactions.xlsx',
        mimeType: '',
        buffer: Buffer.from((await book.xlsx.writeBuffer()) as ArrayBuffer),
      });
    await page.getByText('reactions.xlsx').waitFor();
    // The sheet with rows is found; heads are known, what is not known is not read.
    expect(await page.getByLabel('What column Fz (kN) is').inputValue()).toBe('V_z');
    expect(await page.getByLabel('What column remark is').inputValue()).toBe('');
    expect(await page.getByLabel('What the names are').inputValue()).toBe('cases');
    // A part of the sheet, where the table does not begin at its corner; all of it again.
    const range = page.getByLabel('Range');
    await range.fill('nothing');
    await range.press('Enter');
    await page.getByText('the range "nothing" can not be read; accepted is one such as B4:H200.').waitFor();
    await range.fill('A1:C7');
    await range.press('Enter');
    await page.getByLabel('What column remark is').waitFor({ state: 'detached' });
    await range.fill('');
    await range.press('Enter');
    await page.getByLabel('What column remark is').waitFor();
    await page.getByLabel('V z turned').check();
    await page.getByRole('button', { name: 'Show what it changes' }).click();
    await changes().getByText('6 rows, 4 joints').or(changes().getByText('6 rows, 3 joints')).waitFor();
    const said = (await changes().innerText()).replace(/\s+/g, ' ');
    expect(said).toContain('row 7: Fz (kN): "broken" is not a force in kN');
    expect(said).toMatch(/1 change their state.*B1-02 holds · [\d.]+ × U12 gives · 0\.\d+ × U12 T1/);
    expect(said).toMatch(/1 change and hold as before.*B1-03/);
    expect(said).toMatch(/1 can not be taken.*B1-07.*name: "X" is no load case/);
    expect(said).toContain('joints of the job are not in the table');
    await changes().getByLabel('Take B1-03').uncheck();
    await changes().getByRole('button', { name: 'Take 1 joint' }).click();
    await page.getByRole('region', { name: 'Tables taken before' }).getByText('reactions.xlsx').waitFor();
    await openJoint(on.app, page, 'B1-02');
    expect(await firstToGive(page)).toMatch(/at 0\.\d\d × U12$/);
    await openTable();
    // What the columns were is kept for the next table of the job.
    await page.getByLabel('Paste a table').fill('Joint;Load case;Fz (kN)\nB1-02;G;-37');
    await page.getByRole('button', { name: 'Read it' }).click();
    expect(await page.getByLabel('V z turned').isChecked()).toBe(true);
    await page.getByRole('button', { name: 'Drop it again, whole' }).click();
    await page.getByText(/^dropped \d{4}/).waitFor();
    await openJoint(on.app, page, 'B1-02');
    expect(await firstToGive(page)).toBe(before);
  });

  it('makes new joints with their first detail, by keyboard alone', async () => {
    const { page } = on;
    await openTable();
    await page.getByLabel('Paste a table').focus();
    await page.keyboard.insertText(
      'mark;kind;beam;support;support type;case;V\nW1-01;fin-plate;UB 406x140x39;UC 203x203x60;column_flange;G;40\nW1-01;;;;;Q;60',
    );
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    const look = page.getByRole('button', { name: 'Show what it changes' });
    await look.waitFor();
    await look.focus();
    await page.keyboard.press('Enter');
    const take = changes().getByRole('button', { name: 'Take 1 joint' });
    await take.waitFor();
    expect((await changes().innerText()).replace(/\s+/g, ' ')).toMatch(/1 new.*W1-01 none yet holds · /);
    await take.focus();
    await page.keyboard.press('Enter');
    await page.getByRole('region', { name: 'Tables taken before' }).getByText('pasted').waitFor();
    await openJoint(on.app, page, 'W1-01');
    // 1.35 x 40 + 1.5 x 60 = 144.
    expect(await page.locator('.strip').innerText()).toContain('V 144');
  });

  it('that is hostile gets one sentence', async () => {
    const { page } = on;
    await openTable();
    const give = (name: string, buffer: Buffer) => page.locator('input[type=file]').setInputFiles({ name, mimeType: '', buffer });
    await give('bomb.xlsx', Buffer.from('PK\u0003\u0004 no workbook'));
    await page.getByRole('alert').getByText('table: the file is damaged; accepted are whole CSV and XLSX files.').waitFor();
    await give('wide.csv', Buffer.from(`${'a,'.repeat(100_000)}\n1`));
    await page.getByRole('alert').getByText('table: a row has 100001 columns; accepted are 60 or fewer.').waitFor();
    await page.getByLabel('Paste a table').fill('mark;V\n=cmd|calc;1');
    await page.getByRole('button', { name: 'Read it' }).click();
    await page.getByRole('button', { name: 'Show what it changes' }).click();
    await changes()
      .getByText(/row 2: it has forces and no name/)
      .waitFor();
  });
});
