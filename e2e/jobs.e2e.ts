import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { judged, lineOf, openRegister, saved, firstToGive } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const marks = (): Promise<string[]> => on.page.locator('tbody tr td:nth-child(2) a').allInnerTexts();

describe('jobs', () => {
  it('makes, copies, archives, exports and imports', async () => {
    await on.page.goto(on.app.url);
    await on.page.getByRole('button', { name: 'New job' }).click();
    await on.page.getByLabel('Name', { exact: true }).fill('Petrel boat shed');
    await on.page.getByRole('button', { name: 'Make the job' }).click();
    await on.page.getByText('No joint yet.').waitFor();
    await on.page.goto(on.app.url);
    const row = (name: string) => on.page.locator('tbody tr').filter({ has: on.page.getByRole('link', { name, exact: true }) });
    await row('Petrel boat shed').getByRole('button', { name: 'Archive' }).click();
    await on.page.getByRole('button', { name: 'Show 1 archived' }).waitFor();
    await row('Tern Quay ferry hall').getByRole('button', { name: 'Copy' }).click();
    await row('Tern Quay ferry hall, copy').waitFor();
    const [download] = await Promise.all([
      on.page.waitForEvent('download'),
      row('Tern Quay ferry hall').getByRole('link', { name: 'Export' }).click(),
    ]);
    const path = await download.path();
    expect(JSON.parse(readFileSync(path, 'utf8')).joints).toHaveLength(31);
    await on.page.getByLabel('Job file to import').setInputFiles(path);
    await on.page.locator('tbody tr').nth(17).waitFor();
  });
  it('refuses a file that is no job, in one sentence', async () => {
    await on.page.goto(on.app.url);
    await on.page
      .getByLabel('Job file to import')
      .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"format":"other"}') });
    await on.page.getByRole('alert').getByText('format: "other" is not a job of this product').waitFor();
  });
});

describe('the register', () => {
  it('sorts, filters by words and by state, and counts', async () => {
    // All rows in sight: a long register draws only those.
    await on.page.setViewportSize({ width: 1280, height: 1200 });
    await openRegister(on.app, on.page);
    await expect.poll(async () => (await marks()).length).toBe(31);
    await on.page.getByRole('button', { name: 'Multiple' }).click();
    expect((await marks())[0]).toBe('B2-15');
    await on.page.getByLabel('Filter joints').fill('hea bearing');
    expect(await marks()).toEqual(['C1-01', 'C1-02']);
    await on.page.getByLabel('Filter joints').fill('');
    await on.page.getByRole('button', { name: '1 rule broken' }).click();
    expect(await marks()).toEqual(['B2-16']);
  });
  it('brings the row that the arrows go to wholly into sight', async () => {
    await on.page.setViewportSize({ width: 1280, height: 800 });
    await openRegister(on.app, on.page);
    await on.page.getByRole('table', { name: /^Register/ }).focus();
    /** How far the row that is chosen ends above the end of what the rows scroll in, px. */
    const clear = () =>
      on.page.evaluate(() => {
        const row = document.querySelector('tr.selected')!;
        let box = row.parentElement!;
        while (box.scrollHeight <= box.clientHeight + 1 || getComputedStyle(box).overflowY === 'visible')
          box = box.parentElement!;
        return box.getBoundingClientRect().bottom - row.getBoundingClientRect().bottom;
      });
    for (const steps of [18, 4, 4]) {
      for (let i = 0; i < steps; i += 1) await on.page.keyboard.press('ArrowDown');
      await expect.poll(clear).toBeGreaterThanOrEqual(0);
    }
    expect(await on.page.locator('tr.selected').getAttribute('data-index')).toBe('26');
    await on.page.setViewportSize({ width: 1280, height: 1200 });
  });
  it('copies to a new mark, deletes with undo', async () => {
    await openRegister(on.app, on.page);
    await on.page.locator('tbody tr', { hasText: 'B2-14' }).click();
    await on.page.getByRole('button', { name: 'Copy', exact: true }).click();
    await on.page.getByLabel('New mark').fill('B2-17');
    await on.page.getByRole('dialog').getByRole('button', { name: 'Copy' }).click();
    await on.page.locator('tbody tr', { hasText: 'B2-17' }).click();
    await expect.poll(async () => (await marks()).length).toBe(32);
    await on.page.getByRole('button', { name: 'Delete', exact: true }).click();
    await expect.poll(async () => (await marks()).length).toBe(31);
    await on.page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
    await expect.poll(async () => (await marks()).length).toBe(32);
  });
  it('is refused a mark that is taken', async () => {
    await openRegister(on.app, on.page);
    await on.page.getByRole('button', { name: 'Copy', exact: true }).click();
    await on.page.getByLabel('New mark').fill('B2-14');
    await on.page.getByRole('dialog').getByRole('button', { name: 'Copy' }).click();
    await on.page.getByRole('alert').getByText('"B2-14" is used by another joint').waitFor();
  });
});

describe('by keyboard alone', () => {
  it('finds a joint, changes it on the drawing, reads its workings and goes on to the next', async () => {
    await openRegister(on.app, on.page);
    const press = async (...keys: string[]): Promise<void> => {
      for (const k of keys) await on.page.keyboard.press(k);
    };
    await on.page.getByLabel('Filter joints').focus();
    await on.page.keyboard.type('B1');
    await press('ArrowDown', 'ArrowDown', 'Enter');
    await judged(on.page);
    expect(await on.page.title()).toMatch(/^B1-02/);
    const before = await lineOf(on.page);
    // Tab to the first dimension of the drawing, open it, step to the next practical value, take it and Tab on.
    for (let i = 0; i < 40 && !(await on.page.evaluate(() => document.activeElement?.hasAttribute('data-dimension'))); i += 1)
      await press('Tab');
    await press('Enter', 'ArrowUp', 'Tab');
    await expect.poll(() => lineOf(on.page)).not.toBe(before);
    expect(await on.page.evaluate(() => document.activeElement?.tagName)).toBe('INPUT');
    await press('Escape');
    await saved(on.page);
    for (let i = 0; i < 60 && !(await on.page.evaluate(() => document.activeElement?.hasAttribute('data-check'))); i += 1)
      await press('Tab');
    await press('Enter');
    await on.page.locator('.work-section .katex').first().waitFor();
    await press('Control+z');
    await expect.poll(() => lineOf(on.page)).toBe(before);
    await saved(on.page);
    await press(']');
    await expect.poll(() => on.page.title()).toMatch(/^B1-03/);
    expect(await firstToGive(on.page)).toContain('First to give');
  });
});

describe('basis', () => {
  it('takes own factors and an own section, and judges with them', async () => {
    await openRegister(on.app, on.page);
    const first = await on.page.locator('tbody tr').first().innerText();
    await on.page.getByRole('link', { name: /^Basis/ }).click();
    await on.page.getByLabel('Factors and steels').selectOption('custom');
    await on.page.getByLabel(/γ_M2/).fill('1.5');
    await on.page.getByRole('button', { name: 'Add a section' }).click();
    await on.page.getByLabel('Name of the section').fill('Tern I 420');
    await on.page.getByRole('button', { name: 'Save basis' }).click();
    await on.page.getByRole('status').getByText('Saved.').waitFor();
    await on.page.getByRole('link', { name: 'Tern Quay ferry hall' }).click();
    await on.page.locator('tbody tr').first().waitFor();
    expect(await on.page.locator('tbody tr').first().innerText()).not.toBe(first);
    // Signed joints are stale under another basis.
    expect(await on.page.getByRole('button', { name: /3 stale/ }).isVisible()).toBe(true);
  });
});
