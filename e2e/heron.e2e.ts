import { describe, expect, it } from 'vitest';
import { firstToGive, HERON, issuedText, judged, lineOf, openJoint, openRegister, saved } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const open = (mark: string): Promise<void> => openJoint(on.app, on.page, mark, HERON);
const dimension = (field: string) => on.page.locator(`[data-field="${field}"]`).first();

describe('the demo job of the United States', () => {
  it('shows every state in its register, in inches', async () => {
    await openRegister(on.app, on.page, HERON);
    const table = await on.page.getByRole('table', { name: /^Register/ }).innerText();
    for (const word of ['CB in |', 'Plate and bolts in tension, with prying', 'gives', 'close', 'holds'])
      expect(table).toContain(word);
    expect(table).not.toMatch(/\d mm|\d kN/);
  });
  it('has a column base whose plate is changed on the drawing in inches, its weld by its leg, its shear by a lug', async () => {
    const { page } = on;
    await open('A1-02');
    expect(await firstToGive(page)).toMatch(/^First to give: plate in bending, compression side at 1\.94 × C3/);
    await dimension('plate.h').click();
    await page.keyboard.type("1'-10");
    await page.keyboard.press('Enter');
    await expect.poll(() => lineOf(page)).toContain('1-1/2x16x22 A572-50');
    await page.getByText('1/2 / web 1/4').first().click();
    await page
      .getByRole('dialog')
      .getByLabel(/^Fillet of flanges/)
      .fill('5/8');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    await expect.poll(() => lineOf(page)).toContain('fl 5/8:1/4');
    await page
      .getByText(/^shear: anchors/)
      .first()
      .click();
    await page.getByRole('dialog').getByLabel('Shear goes by').selectOption({ label: 'a shear lug' });
    await page.keyboard.press('Escape');
    await expect.poll(() => lineOf(page)).toContain('key plate 8x1-1/2 d4-1/2 z w5/16 A36');
    await page.getByText('Concrete edge before the shear lug').first().waitFor();
    // A combination with an action that has no path gets no numbers, and says which and why.
    await page.getByRole('button', { name: 'Edit actions' }).click();
    await expect.poll(() => page.getByLabel(/^V_u,y/).count()).toBe(0);
    await page.keyboard.press('Escape');
    await saved(page);
  });
  it('has no EN choices on a base to AISC 360, and none of AISC on one to EN 1993', async () => {
    const { page } = on;
    const labels = async (): Promise<string> => {
      await page
        .getByText(/^shear: /)
        .first()
        .click();
      const text = await page.getByRole('dialog').innerText();
      await page.keyboard.press('Escape');
      return text;
    };
    await open('A1-01');
    expect(await labels()).not.toMatch(/Friction counts on/);
    await openJoint(on.app, page, 'P1-04');
    expect(await labels()).toMatch(/Friction counts on/);
  });
  it('goes to paper with its factors and its format', async () => {
    const { page } = on;
    await open('A1-02');
    await page.getByRole('tab', { name: 'Workings' }).click();
    await page.getByText('bearing stress', { exact: false }).first().waitFor();
    const text = await issuedText(page, 'Issue details', 2);
    expect(text).toContain('AISC 360-22, LRFD format');
    expect(text).toMatch(/M_?u,?y/);
    expect(text).not.toMatch(/\d kN|\d MPa|\d mm/);
  });
  it('is put beside itself under EN 1993, its materials matched, and the pairs can be chosen', async () => {
    const { page } = on;
    await open('D1-01');
    await page.getByRole('tab', { name: 'Alternatives' }).click();
    const both = page.getByRole('table', { name: /^Both failure orders/ });
    await both.waitFor();
    expect(await both.innerText()).toMatch(/Shear yielding of the plate\s+1\.21\s+0\.87/);
    await page.getByLabel('Steel A36 there').selectOption({ label: 'S355' });
    await expect.poll(() => both.innerText()).not.toMatch(/Shear yielding of the plate\s+1\.21\s+0\.87/);
    // The verdict of the job stays its own.
    expect(await firstToGive(page)).toMatch(/at 1\.01 × B4/);
    await openJoint(on.app, page, 'P2-01');
    await page.getByRole('tab', { name: 'Alternatives' }).click();
    await page.getByText(/Under AISC 360-22: plate\.shape: a round plate is not covered/).waitFor();
  });
  it('puts a plate on the face of a hollow section, says what its wall does not take, and has no counterpart under EN 1993', async () => {
    const { page } = on;
    await open('D1-01');
    await page.getByText('W10×49 A992').first().click();
    const callout = page.getByRole('dialog');
    await callout.locator('select').first().selectOption({ label: 'face of a hollow section' });
    await page.getByText('HSS8×8×3/8 A500-C').first().waitFor();
    await callout.getByLabel('Hollow section of the support').fill('HSS8x8x1/8');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    await page.getByText('HSS8×8×1/8 A500-C').first().waitFor();
    // A plate of 1/4 in on a wall of 0.116 in: over 62 x 0.116/36 = 0.2 in, and a wall 65.8 wide for its thickness.
    await page.getByText('Plate yields before it punches through the wall').first().waitFor();
    await page.getByText('Wall of the hollow section not slender').first().waitFor();
    await page.getByRole('tab', { name: 'Alternatives' }).click();
    await page
      .getByText(/face of a hollow section is not covered to EN 1993-1-8/)
      .first()
      .waitFor();
    await page.getByRole('tab', { name: 'Detail' }).click();
    await judged(page);
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByText('W10×49 A992').first().waitFor();
    await saved(page);
  });
  it('asks for a hollow section where the support is one, and forgets it for a form that can not stand on it', async () => {
    const { page } = on;
    await openRegister(on.app, page, HERON);
    await page.getByRole('button', { name: 'New joint' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Support', { exact: true }).selectOption({ label: 'face of a hollow section' });
    await dialog.getByLabel('Form').selectOption({ label: 'Shear end plate' });
    expect(await dialog.getByLabel('Support', { exact: true }).inputValue()).toBe('column_flange');
    await dialog.getByLabel('Support section', { exact: true }).waitFor();
    await dialog.getByLabel('Form').selectOption({ label: 'Single plate' });
    await dialog.getByLabel('Support', { exact: true }).selectOption({ label: 'face of a hollow section' });
    await dialog.getByLabel('Beam section', { exact: true }).fill('W16x26');
    await dialog.getByLabel('Hollow section of the support', { exact: true }).fill('HSS6x6x1/4');
    await dialog.getByLabel(/^Actions/).fill('C1; 24; 0; gravity');
    await dialog.getByRole('button', { name: 'Make a first detail' }).click();
    await page.getByText('HSS6×6×1/4 A500-C').first().waitFor();
    expect(await firstToGive(page)).toMatch(/ × C1$/);
  });
  it('is edited by keyboard alone: line, dimension, undo', async () => {
    const { page } = on;
    await open('D2-01');
    const before = await lineOf(page);
    await page.keyboard.press('l');
    await page
      .getByLabel('Detail line')
      .fill('EP in | 3/8x8x8-1/2 A36 | 3x3/4in-120 @3:5-1/2 | e1 1-1/4 | top 1-3/4 | fw 1/4 | cat A/A');
    await page.keyboard.press('Enter');
    await expect.poll(() => lineOf(page)).toMatch(/^EP in \| 3\/8x8x8-1\/2 A36 .* fw 1\/4/);
    await judged(page);
    await page.keyboard.press('Control+z');
    await expect.poll(() => lineOf(page)).toBe(before);
  });
  it('has a bench of its own: the standard is switched, a bolt typed in inches, the format changed', async () => {
    const { page } = on;
    await page.goto(`${on.app.url}/bench`);
    await page.getByLabel('Standard').selectOption('AISC 360-22');
    await page.getByLabel('Design format').waitFor();
    await page.getByLabel(/^Diameter/).fill('7/8');
    // 0.75 x 54 x 0.6013 = 24.35 kip; over 2.00 in ASD 16.24.
    await page.getByText(/7\/8 in 120-N: shear 24\.4 kip/).waitFor();
    await page.getByLabel('Design format').selectOption('ASD');
    await page.getByText(/7\/8 in 120-N: shear 16\.2 kip/).waitFor();
    await page.getByRole('link', { name: 'Bolt group' }).click();
    await page.getByText(/by the instantaneous centre, 2\.120 elastic/).waitFor();
    await page.getByLabel('Title').fill('Bracket on grid 4');
    await page.getByLabel('Job').selectOption({ label: HERON });
    await page.getByRole('button', { name: 'Attach' }).click();
    await page.getByText('In the job').waitFor();
    // In its job the format is that of the job.
    await expect.poll(() => page.getByLabel('Design format').count()).toBe(0);
    const text = await issuedText(page, 'Issue', 1);
    expect(text).toContain('Bracket on grid 4');
    expect(text).toContain('instantaneous centre');
  });
});
