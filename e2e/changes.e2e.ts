import { describe, expect, it } from 'vitest';
import { issuedText, judged, openJoint, openRegister, saved, typeLine } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const row = (mark: string) => on.page.locator('tbody tr', { has: on.page.getByRole('link', { name: mark, exact: true }) });

describe('what is said of a joint, signed, and changed since', () => {
  it('is commented by keyboard and by a click on the drawing, answered and resolved, and told in register and history', async () => {
    const { page } = on;
    await openJoint(on.app, page, 'B2-14');
    await page.getByRole('tab', { name: 'Comments' }).press('Enter');
    await page.getByLabel('New comment').fill('The bearing is close.');
    await page.getByLabel('Pinned to').selectOption({ label: 'Bearing, beam web' });
    await page.getByLabel('New comment').press('Control+Enter');
    const first = page.getByRole('listitem', { name: 'Comment 1' });
    await first.getByText('The bearing is close.').waitFor();
    await page.locator('.comment-sheet').click({ position: { x: 150, y: 120 } });
    await page.getByLabel('New comment').fill('Room for the wrench?');
    await page.getByRole('button', { name: 'Comment', exact: true }).click();
    await page.getByRole('listitem', { name: 'Comment 2' }).getByText('on the drawing').waitFor();
    expect(await page.locator('.comment-pin').allInnerTexts()).toEqual(['2']);
    await first.getByLabel('Answer comment 1').fill('1.08, as agreed');
    await first.getByLabel('Answer comment 1').press('Enter');
    await first.getByText('1.08, as agreed').waitFor();
    await first.getByRole('button', { name: 'Resolve' }).click();
    await page.getByRole('tab', { name: 'Comments · 1' }).waitFor();
    await first.getByRole('button', { name: 'Bearing, beam web' }).click();
    await page.locator('.work-section .katex').first().waitFor();
    await page.getByRole('tab', { name: 'History' }).click();
    await page.getByText('comment 1 resolved').waitFor();
    await openRegister(on.app, page);
    expect(await row('B2-14').innerText()).toContain('1 comment');
  });

  it('is signed with a note, and stale when it is changed; the changes since are listed, drawn, and on paper', async () => {
    const { page } = on;
    await openJoint(on.app, page, 'B2-14');
    await page.getByRole('button', { name: 'Sign off' }).click();
    const box = page.getByRole('dialog');
    await box.getByText('One comment is open.').waitFor();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('M. Teal');
    await page.keyboard.press('Tab');
    await page.keyboard.type('bearing by hand');
    await page.keyboard.press('Control+Enter');
    await box.waitFor({ state: 'detached' });
    await typeLine(page, 'FP | 10x110x290 S275 | 4xM20-8.8 @70 | e 40/60 | gap 10 | top 50 | fw 8');
    await saved(page);
    await judged(page);
    await openRegister(on.app, page);
    await expect.poll(() => row('B2-14').innerText()).toContain('stale · M. Teal');
    await page.getByRole('link', { name: 'Changes' }).click();
    await page.getByText('1 changed,').waitFor();
    const joint = page.getByRole('region', { name: 'What changed of B2-14' });
    await joint.getByText('What it was stands in grey.').waitFor();
    expect(await joint.locator('tbody').innerText()).toMatch(/Edge distance\s+50 mm\s+60 mm/);
    expect(await joint.locator('[stroke="var(--old)"]').count()).toBeGreaterThan(0);
    const text = await issuedText(page, 'Issue changes', 1);
    expect(text).toContain('1 joint changed, 30 as they were.');
    await page.keyboard.press('Escape');
    await openJoint(on.app, page, 'B2-14');
    const calculation = await issuedText(page, 'Issue details', 2);
    expect(calculation).toMatch(/M\. Teal, \d{4}-\d\d-\d\d: bearing by hand/);
    expect(calculation).toMatch(/Open comment 2, .*Room for the wrench\?/);
  });
});
