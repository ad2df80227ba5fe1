import { describe, expect, it } from 'vitest';
import { firstToGive, issuedText, judged, lineOf, openRegister, saved } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const basis = async (label: string, option: string): Promise<void> => {
  await on.page.getByRole('link', { name: /^Basis/ }).click();
  await on.page.getByLabel(label).selectOption({ label: option });
  await on.page.getByRole('button', { name: 'Save basis' }).click();
  await on.page.getByText(/^Saved/).waitFor();
  await on.page.getByRole('link', { name: 'Heron Street annex', exact: true }).first().click();
};

describe('a job to AISC 360', () => {
  it('gets a single plate in US practice, in LRFD and in ASD, with workings and paper that say which', async () => {
    const { page } = on;
    await page.goto(on.app.url);
    await page.getByRole('button', { name: 'New job', exact: true }).click();
    await page.getByRole('dialog').getByLabel('Name', { exact: true }).fill('Heron Street annex');
    await page.getByRole('button', { name: 'Make the job' }).click();
    await page.getByText('No joint yet').waitFor();
    await basis('Standard', 'ANSI/AISC 360-22');
    await page.getByRole('button', { name: 'New joint' }).first().click();
    await page.getByText(/name; V_u; N_u; note, in kip and kip-ft/).waitFor();
    await page.getByLabel(/^Beam section/).fill('w16 31');
    await page.getByLabel(/^Support section/).fill('W10x49');
    await page.getByLabel(/^Actions/).fill('C1; 36; 0; office');
    await page.getByRole('button', { name: 'Make a first detail' }).click();
    await judged(page);
    // 0.75 x 0.6 x 58 (8.5 - 3 x 0.875) x 1/4 = 38.33 kip against 36: 1.06.
    expect(await firstToGive(page)).toBe('First to give: shear rupture of the plate at 1.06 × C1');
    expect(await lineOf(page)).toMatch(/^FP in \| 1\/4x3-3\/4x8-1\/2 A36 \| 3x3\/4in-120 @3 \| e 1-1\/4:1-1\/2 \| gap 1\/2 \|/);
    await page.getByText('(3) 3/4 in-120 × 1 3/4, holes 13/16').first().waitFor();
    await page.getByRole('tab', { name: 'Workings' }).click();
    await page.getByText('available strength, LRFD').first().waitFor();
    await saved(page);
    const text = await issuedText(page, 'Issue details', 2);
    expect(text).toContain('AISC 360-22, LRFD format');
    expect(text).toContain('38.3 kip');
    await page.getByRole('button', { name: 'Close' }).click();
    await page.getByRole('link', { name: 'Heron Street annex', exact: true }).first().click();
    await basis('Design format', 'ASD, allowable strength');
    await page.getByRole('link', { name: 'J-01', exact: true }).click();
    await judged(page);
    // Omega 2.00: 51.1/2 = 25.55 kip against 36: 0.710.
    await expect.poll(() => firstToGive(page)).toBe('First to give: shear rupture of the plate at 0.71 × C1');
    // Another standard, which does not know the bolts, says so; nothing is lost.
    await page.getByRole('link', { name: 'Heron Street annex', exact: true }).first().click();
    await basis('Standard', 'EN 1993-1-8 with EN 1993-1-1');
    await page
      .getByText(/there is no steel grade "A992"/)
      .first()
      .waitFor();
    await basis('Standard', 'ANSI/AISC 360-22');
    await page.getByText('Shear rupture of the plate').first().waitFor();
    await openRegister(on.app, page);
  });
});
