import { readFileSync, writeFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { looker } from './axe.ts';
import { judged, openJoint, openRegister, saved, typeLine } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();

describe('what was sent', () => {
  it('is kept with its reason, found again by its file, and what changed since is marked and sent alone', async () => {
    const { page } = on;
    const { look } = looker(on);
    await openRegister(on.app, page);
    await page.getByRole('button', { name: 'Issue job' }).click();
    await page.getByRole('radio', { name: /^Lists \(CSV\)/ }).check();
    // The rest by keyboard.
    await page.getByRole('checkbox', { name: /^Keep it as an issue/ }).focus();
    await page.keyboard.press('Space');
    await page.keyboard.press('Tab');
    await page.keyboard.type('for approval');
    await look('issue that is kept');
    await page.keyboard.press('Enter');
    await page.getByText('Kept as issue 1 of the job.').waitFor();
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: /^Download/ }).click()]);
    const file = await download.path();
    await page.getByRole('link', { name: 'issue 1' }).click();

    const table = page.getByRole('table', { name: 'Issues of the job' });
    await table.waitFor();
    const row = table.locator('tbody tr').first();
    expect(await row.innerText()).toMatch(/for approval/);
    expect(await row.innerText()).toMatch(/Lists \(CSV\) · 31 joints/);
    await page.getByText('Nothing changed since issue 1.').waitFor();
    await look('issues');
    const which = page.getByLabel('Which issue is a file?');
    await which.setInputFiles(file);
    await page.getByText(/is issue 1 of .*, byte for byte\./).waitFor();
    const other = `${file}.csv`;
    writeFileSync(other, Buffer.concat([readFileSync(file), Buffer.from('x')]));
    await which.setInputFiles(other);
    await page.getByText(/is none of these issues, or it was changed since/).waitFor();

    await openJoint(on.app, page, 'B2-14');
    await typeLine(page, 'FP | 12x100x290 S275 | 4xM20-8.8 @70 | e 40/50 | gap 10 | top 50 | fw 8');
    await judged(page);
    await saved(page);
    await openRegister(on.app, page);
    await page.getByLabel('Filter joints').fill('B2-1');
    const marked = page.getByRole('row').filter({ hasText: 'changed since issue 1' });
    await marked.first().waitFor();
    expect(await marked.count()).toBe(1);
    expect(await marked.innerText()).toContain('B2-14');

    await page.getByRole('link', { name: 'Issues', exact: true }).click();
    await page.getByText('Since issue 1: 1 joint: B2-14.').waitFor();
    await page.getByRole('button', { name: 'Issue what changed' }).click();
    expect(await page.getByRole('checkbox', { name: /^Only what changed since issue 1/ }).isChecked()).toBe(true);
    await page.getByRole('radio', { name: /^Calculation \(text\)/ }).check();
    await page.getByRole('button', { name: 'Write the document' }).click();
    await page.getByText('Kept as issue 2 of the job.').waitFor();
    const [again] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: /^Download/ }).click()]);
    const text = readFileSync(await again.path(), 'utf8');
    expect([text.includes('B2-14:'), text.includes('B1-01:')]).toEqual([true, false]);
    await page.keyboard.press('Escape');
    await page.getByText('Nothing changed since issue 2.').waitFor();
    // From the first issue on, it is drawn over what it was.
    await page.getByRole('link', { name: 'Changes since issue 1' }).click();
    await page.getByText(/when it was issued/).waitFor({ state: 'attached' });
    await page.getByText('B2-14').first().waitFor();
  });
});
