import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { issuedText, judged, openJoint, openRegister, saved } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const row = (mark: string) => on.page.locator('tbody tr', { has: on.page.getByRole('link', { name: mark, exact: true }) });
const panel = () => on.page.getByRole('region', { name: 'House detail' });

describe('a house detail', () => {
  it('is kept from a joint with the range that the checks let have it, and stands with its table of resistances', async () => {
    const { page } = on;
    await openJoint(on.app, page, 'B2-03');
    await page.getByRole('button', { name: 'Keep as a house detail' }).click();
    const box = page.getByRole('dialog');
    await box.getByText(/^Beam: UB, .* deep$/).waitFor();
    // The name has the focus: typed blind, Enter keeps it.
    await page.keyboard.press('Enter');
    await box.getByText('Name: it is missing').waitFor();
    await page.keyboard.type('FP-5');
    await page.keyboard.press('Enter');
    await box.waitFor({ state: 'detached' });
    await panel().getByText('followed').waitFor();
    await saved(page);
    await panel().getByRole('link', { name: 'FP-5' }).click();
    await page.getByRole('heading', { name: 'FP-5' }).waitFor();
    const table = page.getByRole('region', { name: 'Resistances' });
    await table.locator('tbody tr').first().waitFor();
    const own = table.locator('tbody tr', { hasText: 'UB 533x210x82' });
    expect(await own.innerText()).toMatch(/S275/);
    const V = Number(/\b(\d{3})\b/.exec(await own.locator('td').nth(2).innerText())![1]);
    const [download] = await Promise.all([page.waitForEvent('download'), table.getByRole('button', { name: 'CSV' }).click()]);
    const csv = readFileSync(await download.path(), 'utf8').split('\r\n');
    expect(csv[0]).toMatch(/^Beam,Beam steel,±V_Ed kN,±V_Ed gives first/);
    expect(csv.find((l) => l.startsWith('UB 533x210x82'))).toContain(`,${V},`);
    const text = await issuedText(page, 'PDF', 2);
    expect(text).toContain('FP-5: fin plate');
    expect(text.replace(/\s+/g, ' ')).toContain(`UB 533x210x82 S275 ${V}`);
  });

  it('gets a version more by its line and its range, refused in one sentence where it is none', async () => {
    const { page } = on;
    await page.goto(`${on.app.url}/house`);
    await page.getByRole('link', { name: /^FP-4/ }).click();
    await page.getByRole('heading', { name: 'FP-4' }).waitFor();
    const line = page.getByLabel('Detail line: Enter takes it');
    const before = await line.inputValue();
    await line.fill(before.replace('10x100x290', '10x100x9000'));
    await line.press('Enter');
    await page.getByRole('alert').first().waitFor();
    await line.fill(before.replace('10x100x290', '12x100x290'));
    await line.press('Enter');
    await page.getByLabel('Beam, depth to').fill('412');
    await page.getByLabel('Beam, depth to').press('Enter');
    await page.getByLabel('What changed, and why').fill('thicker plate for the quay');
    await page.getByLabel('What changed, and why').press('Enter');
    await page.getByText('Fin plate · EN 1993-1-8 UK · version 2').waitFor();
    const versions = page.getByRole('region', { name: 'Versions' }).locator('tbody tr');
    await expect.poll(() => versions.count()).toBe(2);
    const said = await versions.first().innerText();
    expect(said).toContain('thicker plate for the quay');
    expect(said).toContain('Plate thickness: 10 mm → 12 mm');
    expect(said).toMatch(/Beam meant: UB, 398 mm to 480.6 mm deep → UB, 398 mm to 412 mm deep/);
    const rows = page.getByRole('region', { name: 'Resistances' }).locator('tbody tr');
    await rows.first().waitFor();
    for (const r of await rows.all()) expect(await r.innerText()).toMatch(/UB 406/);
  });

  it('is told at a joint that strayed, taken again, taken in its new version, and let go', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    await page.getByLabel('Filter joints').fill('strayed');
    await expect.poll(() => page.locator('tbody tr[data-index]').count()).toBe(3);
    expect(await row('B2-16').innerText()).toContain('FP-4 v1, strayed: Edge distance: 35 mm for 50 mm');
    await openJoint(on.app, page, 'B2-16');
    await panel().getByText('Edge distance: 35 mm for 50 mm').waitFor();
    await panel().getByText('Version 2 stands: thicker plate for the quay').waitFor();
    await panel().getByRole('button', { name: 'Take it again' }).click();
    await panel().getByText('followed').waitFor();
    await panel().getByRole('button', { name: 'Take version 2' }).click();
    await panel().getByText(', version 2').waitFor();
    await saved(page);
    await judged(page);
    // B2-16 is of 457 mm, and version 2 is meant for 412 at most.
    await panel().getByText('outside its range').waitFor();
    await page.keyboard.press('Control+z');
    await panel().getByText('followed').waitFor();
    await panel().getByRole('button', { name: 'Let it go' }).click();
    await page.getByRole('button', { name: 'Keep as a house detail' }).waitFor();
    await saved(page);
    await openRegister(on.app, page);
    await expect.poll(() => row('B2-16').innerText()).not.toContain('FP-4');
  });

  it('is taken for many joints by keyboard, before and after in one table', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    await page.getByLabel('Filter joints').fill('B2-1');
    await page.keyboard.press('Enter');
    for (let i = 0; i < 3; i += 1) {
      await page.keyboard.press(' ');
      await page.keyboard.press('ArrowDown');
    }
    await page.getByText('3 chosen').waitFor();
    await page.getByRole('button', { name: 'Take a house detail' }).press('Enter');
    const box = page.getByRole('dialog');
    await box.locator('tbody tr').nth(2).waitFor();
    const at = await box.getByLabel('House detail').locator('option', { hasText: 'FP-3' }).getAttribute('value');
    await box.getByLabel('House detail').selectOption(at);
    await expect
      .poll(() => box.locator('tbody tr', { hasText: 'B2-15' }).innerText())
      .toContain('Plate depth: 250 mm → 220 mm; Pitch: 85 mm → 70 mm');
    await box.getByRole('button', { name: /^Take it for/ }).press('Enter');
    await box.waitFor({ state: 'detached' });
    await expect.poll(() => row('B2-15').innerText()).toContain('10x100x220');
    expect(await row('B2-15').innerText()).toContain('FP-3 v1');
  });
});
