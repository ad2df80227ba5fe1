import { describe, expect, it } from 'vitest';
import { firstToGive, judged, openJoint, openRegister, saved } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const row = (mark: string) => on.page.locator('tbody tr', { has: on.page.getByRole('link', { name: mark, exact: true }) });

describe('many joints at once', () => {
  it('are chosen by keyboard, one field of all is changed, before and after in one table, and dropped again', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    await page.getByLabel('Filter joints').fill('B1-0');
    await page.keyboard.press('Enter');
    await page.keyboard.press(' ');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press(' ');
    await page.getByText('2 chosen').waitFor();
    await page.getByRole('button', { name: 'Change a field of all' }).click();
    const box = page.getByRole('dialog');
    await box.getByLabel('Field').selectOption({ label: 'Gap' });
    await box.getByLabel(/^New value/).fill('lots');
    await box.getByText('Gap: "lots" can\'t be read').waitFor();
    await box.getByLabel(/^New value/).fill('14');
    await box.getByText('10 → 14').first().waitFor();
    expect(await box.locator('tbody tr').count()).toBe(2);
    await page.keyboard.press('Enter');
    await box.waitFor({ state: 'detached' });
    await expect.poll(() => row('B1-01').innerText()).toContain('gap 14');
    expect(await row('B1-02').innerText()).toContain('gap 14');
    expect(await row('B1-07').innerText()).toContain('gap 10');
    await page.getByRole('link', { name: 'Take in a table' }).click();
    await page.getByText('Gap of 2 joints').waitFor();
    await page.getByRole('button', { name: 'Drop it again, whole' }).click();
    await page.getByText(/^dropped \d{4}/).waitFor();
    await openRegister(on.app, page);
    await expect.poll(() => row('B1-01').innerText()).toContain('gap 10');
  });

  it('take a part of the detail line, each in its own line; the register judges all anew and says what it found', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    await page.getByLabel('Choose B1-01').check();
    await page.getByLabel('Choose B2-03').check();
    await page.getByRole('button', { name: 'Change a field of all' }).click();
    const box = page.getByRole('dialog');
    await box.getByLabel('Field').selectOption({ label: 'Part of the detail line' });
    const part = box.getByLabel('Part, as it stands in the line');
    await part.fill('grout 30');
    await box
      .getByText(/"grout 30" fits no part of FP/)
      .first()
      .waitFor();
    await part.fill('fw 10');
    await box.getByText('| fw 8 → FP |').first().waitFor();
    await part.press('Enter');
    await box.waitFor({ state: 'detached' });
    await expect.poll(() => row('B2-03').innerText()).toContain('fw 10');
    expect(await row('B1-01').innerText()).toContain('fw 10');
    await page.getByRole('button', { name: 'Re-check' }).press('Enter');
    await page.getByText(/^31 re-checked in [\d.]+ s; all stand as before\.$/).waitFor();
  });

  it('are proposed as groups where they are alike, and one proposal is chosen to share a detail', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    await page.getByLabel('Choose all that are shown').check();
    await page.getByRole('button', { name: 'Propose groups' }).click();
    const box = page.getByRole('dialog');
    const first = box.getByRole('listitem').filter({ hasText: 'M1-05, M1-04' });
    expect(await first.innerText()).toContain('depth 300 to 360 mm');
    await box.getByLabel('Force within, %').fill('x');
    await box.getByText('accepted are per cents').waitFor();
    await box.getByLabel('Force within, %').fill('50');
    await first.getByRole('button', { name: 'Share one detail' }).click();
    await page.getByRole('heading', { name: '2 joints share one detail' }).waitFor();
    await page.keyboard.press('Escape');
  });

  it('share one detail: changed at one of them it is changed at all, the worst is named, one leaves with a copy', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    for (const mark of ['E1-01', 'E1-02']) await page.getByLabel(`Choose ${mark}`).check();
    await page.getByRole('button', { name: 'Share one detail' }).click();
    const box = page.getByRole('dialog');
    await box.getByLabel('The detail of').selectOption({ index: 1 });
    await box.getByText('takes the detail').waitFor();
    expect(await box.getByLabel('Name of the group').inputValue()).toBe('S2');
    await box.getByRole('button', { name: 'Share the detail' }).click();
    await box.waitFor({ state: 'detached' });
    await expect.poll(() => row('E1-01').innerText()).toContain('5xM20-8.8');
    expect(await row('E1-01').innerText()).toMatch(/\bS2\b/);
    await openJoint(on.app, page, 'E1-01');
    const shared = page.getByRole('region', { name: 'Shared detail' });
    await expect.poll(() => shared.innerText()).toMatch(/E1-02\s+holds · 1\.33 ×/);
    await page.locator('[data-field="plate.t"]').first().click();
    await page.keyboard.type('12');
    await page.keyboard.press('Enter');
    await expect.poll(() => page.locator('[data-line-token]').allInnerTexts()).toContain('12x200x360 S275');
    await saved(page);
    await openJoint(on.app, page, 'E1-02');
    expect(await page.locator('[data-line-token]').allInnerTexts()).toContain('12x200x360 S275');
    const before = await firstToGive(page);
    await shared.getByRole('button', { name: 'Leave with a copy' }).click();
    await shared.waitFor({ state: 'detached' });
    await saved(page);
    await page.reload();
    await judged(page);
    expect(await firstToGive(page)).toBe(before);
    await openRegister(on.app, page);
    expect(await row('E1-02').innerText()).not.toMatch(/\bS2\b/);
  });

  it('each keep their versions, of which any two are compared', async () => {
    const { page } = on;
    await openJoint(on.app, page, 'B1-08');
    await page.locator('[data-field="gap"]').first().click();
    await page.keyboard.type('14');
    await page.keyboard.press('Enter');
    await expect.poll(() => page.locator('[data-line-token]').allInnerTexts()).toContain('gap 14');
    await saved(page);
    await page.getByRole('tab', { name: 'History' }).click();
    await page.getByLabel('Compare version 2').check();
    await page.getByLabel('Compare version 1').check();
    const compared = page.getByRole('region', { name: 'Two versions compared' });
    await expect
      .poll(async () => (await compared.innerText()).replace(/\s+/g, ' '))
      .toMatch(/Verdict holds · [\d.]+ × U12 holds · [\d.]+ × U12 Gap 10 mm 14 mm$/);
  });
});
