import { readFileSync } from 'node:fs';
import DxfParser from 'dxf-parser';
import Excel from 'exceljs';
import JSZip from 'jszip';
import { describe, expect, it } from 'vitest';
import type { Page } from 'playwright-core';
import { openJoint, openRegister } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();

/** Chooses what is made in the dialog that is open, by keyboard where it has the focus, and takes the file. */
async function made(page: Page, format: RegExp, copy?: RegExp): Promise<{ name: string; data: Buffer }> {
  await page.getByRole('radio', { name: format }).check();
  if (copy) await page.getByRole('radio', { name: copy }).check();
  await page.getByRole('button', { name: 'Write the files' }).click();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: /^Download/ }).click()]);
  return { name: download.suggestedFilename(), data: readFileSync(await download.path()) };
}

describe('files for the shop', () => {
  it('of a joint: drawing without failure and flat plates, asked for in Issue', async () => {
    const { page } = on;
    await openJoint(on.app, page, 'B2-14');
    await page.getByRole('button', { name: 'Issue details' }).click();
    const { name, data } = await made(page, /^Drawing and flat plates/, /^For the shop/);
    expect(name).toMatch(/B2-14-dxf\.zip$/);
    const zip = await JSZip.loadAsync(data);
    expect(Object.keys(zip.files).sort()).toEqual(['B2-14-p1.dxf', 'B2-14.dxf', 'index.csv']);
    const sheet = new DxfParser().parseSync(await zip.file('B2-14.dxf')!.async('string'))!;
    expect(sheet.entities.length).toBeGreaterThan(40);
    expect(sheet.entities.filter((e) => e.layer === 'FAILURE')).toEqual([]);
    // What was chosen is offered first the next time.
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Issue details' }).click();
    expect(await page.getByRole('radio', { name: /^Drawing and flat plates/ }).isChecked()).toBe(true);
  });
  it('of a job: lists with totals on screen and as a workbook, machine files as one package', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    await page.getByRole('link', { name: 'Lists', exact: true }).click();
    const table = page.getByRole('table', { name: 'Plates and angles' });
    await table.waitFor();
    const total = await table.locator('tfoot td').allInnerTexts();
    expect(total[0]).toBe('Total');
    await page.getByRole('button', { name: 'Issue lists' }).click();
    const { data } = await made(page, /^Lists \(XLSX\)/);
    const book = new Excel.Workbook();
    await book.xlsx.load(data as never);
    const sheet = book.getWorksheet('Plates and angles')!;
    // The same total in the workbook as on the screen.
    expect((sheet.getRow(sheet.rowCount).getCell(10).value as { result: number }).result).toBe(Number(total[9]));
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Issue lists' }).click();
    const package_ = await made(page, /^Files for machines/);
    const zip = await JSZip.loadAsync(package_.data);
    const index = await zip.file('index.csv')!.async('string');
    expect(index.split('\r\n').filter((l) => /\.nc1,/.test(l)).length).toBe(Object.keys(zip.files).length - 1);
    expect(await zip.file('B2-14-p1.nc1')!.async('string')).toMatch(/^ST\r\n/);
  });
});
