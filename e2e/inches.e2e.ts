import { describe, expect, it } from 'vitest';
import { firstToGive, issuedText, lineOf, newJoint, openJoint, openRegister, saved } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const dimension = (field: string) => on.page.locator(`[data-field="${field}"]`).first();
const shownIn = async (system: string): Promise<void> => {
  await openRegister(on.app, on.page);
  await on.page.getByRole('link', { name: /^Basis/ }).click();
  await on.page.getByLabel('Shown in').selectOption(system);
  await on.page.getByRole('button', { name: 'Save basis' }).click();
  await on.page.getByText(/^Saved/).waitFor();
};

describe('a job in inches and kips', () => {
  it('shows the same joints, in inches on the drawing, in the register and on paper; and back', async () => {
    await openJoint(on.app, on.page, 'B2-14');
    const verdict = await firstToGive(on.page);
    await shownIn('US');
    await openJoint(on.app, on.page, 'B2-14');
    expect(await firstToGive(on.page)).toBe(verdict);
    expect(await lineOf(on.page)).toMatch(/^FP in \| 10mmx100mmx290mm S275 \| /);
    await on.page.getByText('PL 0.394×3.937×11.417 S275').first().waitFor();
    // 207 kN under C3 is 46.535 kip.
    expect(await on.page.locator('.strip').innerText()).toContain('V 46.535');
    const text = await issuedText(on.page, 'Issue details', 2);
    expect(text).toContain('FP in |');
    expect(text).toMatch(/[\d.]+ kip/);
    expect(text).not.toMatch(/\d kN|\d MPa/);
    await shownIn('SI');
    await openJoint(on.app, on.page, 'B2-14');
    expect(await lineOf(on.page)).toMatch(/^FP \| 10x100x290 S275 \| /);
  });
  it('takes fractions, feet and inches, kips, and a detail line in inches', async () => {
    await shownIn('US');
    await newJoint(
      on.app,
      on.page,
      { Mark: 'U1-01', Form: 'Fin plate', 'Beam section': 'UB 457x191x67', 'Support section': 'UC 254x254x73' },
      'C1; 30; 0; 0; office',
    );
    await expect.poll(() => on.page.locator('.strip').innerText()).toContain('V 30');
    await on.page.keyboard.press('l');
    await on.page
      .getByLabel('Detail line')
      .fill('FP in | 3/8x4-1/2x12 S275 | 4xM20-8.8 @3 | e 1-1/2:2 | gap 1/2 | top 3 | fw 5/16');
    await on.page.keyboard.press('Enter');
    await expect
      .poll(() => lineOf(on.page))
      .toMatch(/^FP in \| 3\/8x4-1\/2x12 S275 \| 4xM20-8\.8 @3 \| e 1-1\/2:2 \| gap 1\/2 \|/);
    await dimension('gap').click();
    await on.page.keyboard.type('3/4');
    await on.page.keyboard.press('Enter');
    await expect.poll(() => lineOf(on.page)).toContain('gap 3/4');
    await dimension('plate.h').click();
    await on.page.keyboard.type("1'-0 1/2");
    await on.page.keyboard.press('Enter');
    await expect.poll(() => lineOf(on.page)).toMatch(/x12-1\/2 S275/);
    // What does not fit is refused in the same units.
    await dimension('plate.h').click();
    await on.page.keyboard.type("2'-6 1/2");
    await on.page.keyboard.press('Enter');
    await on.page
      .getByRole('alert')
      .getByText(/2'-6 1\/2" is deeper than the beam's clear web; accepted is at most [\d. /]+ in/)
      .waitFor();
    await on.page.keyboard.press('Escape');
    await on.page.getByRole('button', { name: 'Edit actions' }).click();
    await on.page.getByLabel('V_Ed kip, row 1').fill('1.2 kip/ft x 30 ft');
    await on.page.getByRole('button', { name: 'Take these actions' }).click();
    // 1.2 x 30/2 = 18 kip, kept to a hundredth of a kilonewton, 80.07 kN: 18.0004 kip.
    await expect.poll(() => on.page.locator('.strip').innerText()).toMatch(/V 18\n/);
    await saved(on.page);
    await shownIn('SI');
  });
});
