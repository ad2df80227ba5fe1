import { describe, expect, it } from 'vitest';
import { firstToGive, judged, openJoint, openRegister, saved } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();

/** The page of the load cases of the demo job. */
async function openLoads(): Promise<void> {
  await openRegister(on.app, on.page);
  await on.page.getByRole('link', { name: /^Load cases/ }).click();
  await on.page.getByRole('heading', { name: 'Combinations' }).waitFor();
}
const saveLoads = async (): Promise<void> => {
  await on.page.getByRole('button', { name: 'Save load cases' }).click();
  await on.page.getByText('Saved. Joints with forces', { exact: false }).waitFor();
};
const counted = () => on.page.getByRole('region', { name: 'Combinations' }).getByRole('status').innerText();

describe('load cases of a job', () => {
  it('are guessed from their names, confirmed, combined, and judge the joints anew', async () => {
    const { page } = on;
    await openJoint(on.app, page, 'B1-02');
    const before = await firstToGive(page);
    expect(before).toMatch(/at 1\.36 × U12$/);
    await openLoads();
    expect(await counted()).toBe(
      '48 of 58 are used where every case acts; 10 lie between two others then, and are used only where fewer act',
    );
    await page.getByLabel('New load cases').fill('A1 impact of a ferry, Sx earthquake');
    await page.keyboard.press('Enter');
    // A guess is not taken unseen.
    await page
      .getByRole('alert')
      .getByText(/^A1, Sx: what these cases are was guessed from the name; confirm it/)
      .waitFor();
    await page.getByRole('button', { name: 'A1 is what was guessed' }).click();
    await page.getByLabel('Kind of Sx').selectOption('Q');
    await page.getByRole('alert').getByText('loads.cases.6.category: the value is missing; it must be given.').waitFor();
    await page.getByRole('button', { name: 'Save load cases' }).click();
    await page.getByRole('button', { name: 'Remove Sx' }).click();
    await page.getByLabel('accidental', { exact: true }).check();
    // Partial factors of the office: 1.5 x 1.2 on what is variable.
    await page.getByText('Factors', { exact: true }).click();
    await page.getByLabel('K_FI, reliability class').fill('1.2');
    await saveLoads();
    await openJoint(on.app, page, 'B1-02');
    expect(await firstToGive(page)).toMatch(/at 1\.1\d × U12$/);
    await page.reload();
    await judged(page);
    expect(await firstToGive(page)).toMatch(/at 1\.1\d × U12$/);
  });

  it('say what a factor is made of; one can be left out with a reason, and one added by hand', async () => {
    const { page } = on;
    await openLoads();
    await page.getByRole('button', { name: 'U6', exact: true }).click();
    const made = page.getByRole('complementary', { name: 'How U6 is made' });
    expect((await made.innerText()).replace(/\s+/g, ' ')).toContain('W-x 0.9 1.5 x 1.2 x 0.5: gamma_Q x K_FI x psi_0 of wind');
    await made.getByLabel('Why U6 is left out').fill('snow never lies in this wind');
    await made.getByRole('button', { name: 'Leave it out' }).click();
    await page.getByText('left out: snow never lies in this wind').waitFor();
    await page.getByLabel('By hand: name').fill('ferry');
    await page.getByLabel('Factor of G').fill('1');
    await page.getByLabel('Factor of Q').fill('9');
    await page.getByRole('button', { name: 'Add it to the list' }).click();
    await page.getByRole('cell', { name: 'G + 9 Q', exact: true }).waitFor();
    await saveLoads();
    await openJoint(on.app, page, 'B1-02');
    expect(await firstToGive(page)).toMatch(/at 0\.\d\d × ferry$/);
  });
});

describe('forces of a joint', () => {
  it('are typed by load case; what the joint does not take makes it not whole until it is set aside with a reason', async () => {
    const { page } = on;
    await openJoint(on.app, page, 'B1-08');
    await page.getByRole('button', { name: 'Edit actions' }).click();
    const box = page.getByRole('dialog');
    await box.getByText(/^\d+ combinations? of load cases; /).waitFor();
    await box.getByLabel('V_Ed of G').fill('lots');
    await box.getByRole('button', { name: 'Take these actions' }).click();
    await box.getByRole('alert').getByText('G: V_Ed: "lots" is not a force; accepted is a force in kN').waitFor();
    await box.getByLabel('V_Ed of G').fill('20');
    await box.getByLabel(/^Every force of the member/).check();
    await box.getByLabel('T of Q').fill('1.5');
    await box.getByRole('button', { name: 'Take these actions' }).click();
    await page
      .getByText(/T has no path in this joint/)
      .first()
      .waitFor();
    expect(await page.locator('.strip .card').first().innerText()).toMatch(/not whole|gives/);
    expect(await page.locator('.strip').innerText()).toContain('T not taken');
    await page.getByRole('button', { name: 'Edit actions' }).click();
    await box.getByLabel('Why T may be set aside').fill('the slab holds the beam upright');
    await box.getByRole('button', { name: 'Take these actions' }).click();
    await expect.poll(() => page.locator('.strip').innerText()).toContain('T set aside');
    expect(await page.getByText(/T has no path in this joint/).count()).toBe(0);
    await saved(page);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await expect.poll(() => page.locator('.strip').innerText()).not.toContain('T ');
    await saved(page);
  });

  it('come with a new joint by the names of the cases', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    await page.getByRole('button', { name: 'New joint' }).click();
    await page.getByLabel(/^Actions/).fill('G; 30\nQ; 44\nT1; 0; 0; 75; tying');
    await page.getByLabel('Support section', { exact: true }).fill('UC 203x203x60');
    await page.getByLabel('Beam section', { exact: true }).fill('UB 406x140x39');
    await page.getByRole('button', { name: 'Make a first detail' }).click();
    await judged(page);
    expect(await page.locator('.strip').innerText()).toContain('1.62 G + 1.8 Q');
    await saved(page);
  });
});
