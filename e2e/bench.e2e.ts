import { describe, expect, it } from 'vitest';
import { issuedText, openRegister } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const said = (): Promise<string> => on.page.getByRole('heading', { level: 1 }).innerText();
const open = async (tool: string): Promise<void> => {
  await openRegister(on.app, on.page);
  await on.page.getByRole('link', { name: 'Bench' }).click();
  await on.page.getByRole('link', { name: tool }).click();
  await on.page.locator('nav[aria-label="Calculators"] a[aria-current="page"]', { hasText: tool }).waitFor();
  await on.page.getByRole('form', { name: tool }).waitFor();
  await on.page.getByRole('heading', { level: 1 }).waitFor();
};

describe('the bench', () => {
  it('gives the strength of a bolt of any diameter, with its derivation', async () => {
    await open('One bolt');
    expect(await said()).toBe('M20 8.8: shear 94.1 kN a plane, tension 141 kN, bearing 99.4 kN');
    await on.page.getByLabel('Diameter').fill('45');
    await expect.poll(said).toContain('45 mm 8.8: shear 502 kN a plane, tension 752 kN');
    await on.page.locator('#w-area .katex').first().waitFor();
    await on.page.getByLabel('Diameter').fill('21');
    await on.page.getByRole('alert').getByText('Pitch of the thread: 21 mm is no size with a known coarse thread').waitFor();
    // What was found before stays in view, said to be older.
    await on.page.getByText('Of the values before the last change.').waitFor();
    await on.page.getByLabel('Pitch of the thread').fill('2,5');
    await expect.poll(said).toContain('21 mm 8.8');
  });
  it('makes the load combinations of cases that are typed a line each, and names the line that is none', async () => {
    await open('Load combinations');
    expect(await said()).toBe('16 combinations of 16');
    await on.page.getByRole('cell', { name: '1.35 G + 1.05 Q + 1.5 W-', exact: true }).waitFor();
    await on.page.getByLabel('Load cases').fill('G G\nQ Q B\nW Q wind both-ways');
    await expect.poll(said).toBe("12 combinations of 16; 4 can't govern: they lie between two others");
    await on.page.getByLabel('Load cases').fill('G G\nQ Q');
    await on.page.getByRole('alert').getByText('Load cases: line 2, category: the value is missing').waitFor();
  });
  it('takes pasted places of bolts, marks the worst, is attached to the job, issued and found again', async () => {
    await open('Bolt group');
    await on.page.getByLabel('or places of the bolts').fill('0 0\n80 0\n0 100\n80 100\n40 150');
    await expect.poll(said).toMatch(/^Worst of 5 bolts: [\d.]+ kN/);
    const answer = await said();
    await on.page.getByLabel('Title').fill('Bracket at B2');
    await on.page.getByRole('button', { name: 'Attach' }).click();
    await on.page.getByText('In the job').waitFor();
    const text = await issuedText(on.page, 'Issue', 1);
    expect(text).toContain('Bracket at B2');
    expect(text.replace(/\s/g, '')).toContain(answer.replace(/\s/g, ''));
    await openRegister(on.app, on.page);
    await on.page.getByRole('link', { name: 'Bracket at B2' }).click();
    expect(await on.page.getByLabel('or places of the bolts').inputValue()).toBe('0 0\n80 0\n0 100\n80 100\n40 150');
    await on.page.getByLabel('Force upwards').fill('-60');
    await on.page.getByRole('button', { name: 'Save' }).click();
    await on.page.getByText('Saved.').waitFor();
    await openRegister(on.app, on.page);
    await on.page.getByRole('button', { name: 'Remove Bracket at B2' }).click();
    await on.page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
    await on.page.getByRole('link', { name: 'Bracket at B2' }).waitFor();
  });
  it('sums up a weld group and names the line that is no weld', async () => {
    await open('Weld group');
    expect(await said()).toContain('684 N/mm against 936 N/mm; used 0.731');
    await on.page.getByLabel('Welds').fill('0 0 0 200\n0 0 80');
    await on.page.getByRole('alert').getByText('Welds: line 2 has 3 numbers; accepted are four numbers a line').waitFor();
  });
  it('browses sections', async () => {
    await open('Sections');
    await on.page.getByLabel('Filter sections').fill('hea 3');
    await on.page.getByRole('button', { name: 'HEA 300', exact: true }).click();
    await expect.poll(said).toContain('HEA 300 S275: shear');
  });
});
