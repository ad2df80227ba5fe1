import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { afterAll, describe, expect, it } from 'vitest';
import { judged, openJoint, openRegister, saved } from './app.ts';
import { faults } from './axe.ts';
import { serve } from './server.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const e = document.activeElement as HTMLInputElement;
    return `${e.tagName} ${e.getAttribute('aria-label') ?? e.labels?.[0]?.innerText ?? e.innerText}`.split('\n')[0]!;
  });

describe('typed blind, without a click into a field', () => {
  it('makes a job', async () => {
    const { page } = on;
    await page.goto(on.app.url);
    await page.getByRole('button', { name: 'New job', exact: true }).click();
    await page.keyboard.type('77');
    await page.keyboard.press('Tab');
    await page.keyboard.type('Sandling slip');
    await page.keyboard.press('Enter');
    await page.getByText('No joint yet').waitFor();
    expect(await page.title()).toContain('Sandling slip');
  });
  it('asks before it throws typed text away, by Escape and by Close; keeps it when told', async () => {
    const { page } = on;
    await page.goto(on.app.url);
    await page.getByRole('button', { name: 'New job', exact: true }).click();
    await page.keyboard.type('78');
    await page.keyboard.press('Escape');
    await page.getByRole('alertdialog', { name: 'Throw away what you typed?' }).waitFor();
    await page.keyboard.press('Enter');
    expect(await page.getByLabel('Job number').inputValue()).toBe('78');
    expect(await focused(page)).toBe('INPUT Job number');
    await page.getByRole('button', { name: 'Close' }).click();
    await page.getByRole('button', { name: 'Throw it away' }).click();
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    // Nothing typed, nothing asked.
    await page.getByRole('button', { name: 'New job', exact: true }).click();
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'detached' });
  });
  it('makes a joint with sections found by what one types', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    await page.keyboard.press('n');
    await page.keyboard.type('Z1-01');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Tab');
    await page.keyboard.type('457 98');
    await page.keyboard.press('Enter');
    expect(await page.getByLabel('Beam section', { exact: true }).inputValue()).toBe('UB 457x191x98');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Tab');
    // A text that names one section is taken by its name on the way out.
    await page.keyboard.type('uc254x254x89');
    await page.keyboard.press('Tab');
    expect(await page.getByLabel('Support section', { exact: true }).inputValue()).toBe('UC 254x254x89');
    await page.keyboard.press('Tab');
    await page.keyboard.type('C1; 120; 0; 0; gravity');
    await page.keyboard.press('Control+Enter');
    await judged(page);
    expect(await page.title()).toContain('Z1-01');
  });
  it('copies, signs, issues and edits actions', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    await page.keyboard.press('c');
    await page.keyboard.type('Z2-01');
    await page.keyboard.press('Enter');
    // What was made is shown, wherever it is sorted to.
    await page.getByRole('link', { name: 'Z2-01', exact: true }).click();
    await judged(page);
    await page.getByRole('button', { name: 'Sign off' }).click();
    await page.keyboard.type('K. Dunlin');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Checked: K. Dunlin' }).waitFor();
    await page.getByRole('button', { name: 'Edit actions' }).click();
    await page.keyboard.type('91');
    await page.keyboard.press('Enter');
    await page.getByText('V 91', { exact: false }).first().waitFor();
    await saved(page);
    await page.getByRole('button', { name: 'Issue details' }).click();
    // What is made comes first, how much of it next.
    await page.keyboard.press('Tab');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('Enter');
    await page.getByRole('link', { name: /^Download/ }).waitFor();
    expect(await focused(page)).toMatch(/^A Download/);
    await page.keyboard.press('Escape');
    // The level that was chosen is there the next time.
    await page.getByRole('button', { name: 'Issue details' }).click();
    expect(await page.getByRole('radio', { name: /^Governing/ }).isChecked()).toBe(true);
  });
});

describe('help in place', () => {
  it('? opens the keys of the page, and the guide from there; not while something is typed', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    await page.getByLabel('Filter joints').fill('');
    await page.getByLabel('Filter joints').press('?');
    expect(await page.getByRole('dialog').count()).toBe(0);
    await page.getByLabel('Filter joints').fill('');
    await page.getByRole('table', { name: /^Register/ }).focus();
    await page.keyboard.press('?');
    expect(await page.getByRole('dialog', { name: 'Keys of this page' }).innerText()).toContain('copy to a new mark');
    await page.getByRole('link', { name: 'Open the guide' }).click();
    await page.getByRole('heading', { name: 'Register', level: 2 }).waitFor();
  });
  it('leads from a joint to the method of its kind, and from a check to its own part', async () => {
    const { page } = on;
    await openJoint(on.app, page, 'B2-14');
    await page.getByRole('link', { name: /^What is checked, and what is not/ }).click();
    await page.getByRole('heading', { name: 'Fin plate: what is checked' }).waitFor();
    await page.goBack();
    await judged(page);
    await page.getByRole('tab', { name: 'Workings' }).click();
    await page
      .getByRole('link', { name: /^Method notes of Bearing, beam web/ })
      .first()
      .click();
    expect((await page.locator('.lit').first().innerText()).toLowerCase()).toContain('bearing');
  });
  it('is searched', async () => {
    const { page } = on;
    await page.goto(`${on.app.url}/help`);
    await page.getByRole('searchbox').fill('anchor cone');
    await page.getByRole('region', { name: 'Found' }).getByRole('link').first().waitFor();
    expect(await page.getByRole('region', { name: 'Found' }).innerText()).toContain('Column base');
  });
  it('says of a dimension what it is, what is accepted and what is usual', async () => {
    const { page } = on;
    await openJoint(on.app, page, 'B2-14');
    await page.locator('[data-field="plate.e2"]').first().click();
    expect(await page.locator('.dim-help').innerText()).toMatch(/e2\. Accepted: 5 to 500 mm\. Usual: /);
  });
  it('says so of every value of a basis and of a calculator', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    await page.getByRole('link', { name: /^Basis/ }).click();
    await page.getByLabel('Factors and steels').selectOption('custom');
    await page.getByLabel('γ_M2, fracture, bolts, welds').focus();
    expect(await page.getByRole('note').innerText()).toBe(
      'γ_M2, fracture, bolts, welds. Divides net sections, bolts, bearing and welds. Accepted: 0.8 to 3. Usual: 1.25.',
    );
    await page.getByLabel('Throat of a fillet weld over its leg').focus();
    expect(await page.getByRole('note').innerText()).toContain('Accepted: 0.5 to 1. Usual: 0.7.');
    await page.getByRole('button', { name: 'Add a steel' }).click();
    await page.getByLabel('f_u of Steel 1').focus();
    expect(await page.getByRole('note').innerText()).toContain('Accepted: 100 to 1500 MPa.');
    await page.goto(`${on.app.url}/bench/bolt`);
    await page.getByLabel(/^Part: thickness/).focus();
    expect(await page.getByRole('note').innerText()).toMatch(/Accepted: .* mm\. Usual: 10\.$/);
  });
});

describe('the level of a beam at its supporting beam', () => {
  it('is typed on the drawing, and left to practice again by the support', async () => {
    const { page } = on;
    await openJoint(on.app, page, 'M1-05');
    await page.locator('[data-field="support.drop@123.8"]').first().click();
    await page.keyboard.type('90');
    await page.keyboard.press('Enter');
    await page.locator('[data-field="support.drop"]').first().waitFor();
    expect(await page.locator('[data-field="support.drop"]').first().innerHTML()).toContain('90');
    await saved(page);
    await page.locator('[data-callout="support"]').first().click();
    await page.getByLabel('Level of the beam').selectOption({ label: 'tops level where notched, else at mid-depth' });
    await page.locator('[data-field="support.drop@123.8"]').first().waitFor();
    await page.keyboard.press('Escape');
    await saved(page);
  });
});

describe('bolt rows as the office gives them', () => {
  it("are measured from the middle of the beam, moved one by one on the drawing, and go back to the job's way", async () => {
    const { page } = on;
    await openJoint(on.app, page, 'B2-14');
    const ways = page.locator('.joint-side select');
    await ways.selectOption({ label: 'from the middle of the beam' });
    const row = page.locator('[data-field^="row.1@middle"]').first();
    await row.waitFor();
    expect(await page.locator('[data-field^="row."]').evaluateAll((list) => list.map((e) => e.lastChild!.textContent))).toEqual([
      '109',
      '39',
      '\u221231',
      '\u2212101',
    ]);
    await row.click();
    expect(await page.locator('.dim-help').innerText()).toBe('Row 2 from the middle of the beam.');
    await page.keyboard.type('44');
    await page.keyboard.press('Enter');
    await page.getByText('4xM20-8.8 @65+75+70').waitFor();
    await saved(page);
    await ways.selectOption({ index: 0 });
    await page.locator('[data-field="bolts.p1"]').first().waitFor();
  });
  it('are asked for in the basis of a job, and every sheet of it follows', async () => {
    const { page } = on;
    await openRegister(on.app, page);
    await page.getByRole('link', { name: /^Basis/ }).click();
    await page.getByLabel('Bolt rows are dimensioned').selectOption({ label: 'from the top of steel' });
    await page.getByRole('button', { name: 'Save basis' }).click();
    await page.getByText('Saved.', { exact: false }).waitFor();
    await openJoint(on.app, page, 'E1-01');
    await page.locator('[data-field^="row.0@steel"]').first().waitFor();
    expect(await page.getByText('rows from the top of steel', { exact: false }).count()).toBeGreaterThan(0);
  });
});

describe('an edit made on the way out', () => {
  it('is saved', async () => {
    const { page } = on;
    await openJoint(on.app, page, 'B1-02');
    await page.locator('[data-field="gap"]').first().click();
    await page.keyboard.type('13');
    await page.keyboard.press('Enter');
    // The page that is left sends it: the next one is loaded anew only when the answer is there.
    const left = page.url();
    const stored = page.waitForResponse((r) => r.request().method() === 'PUT' && r.url().includes('/joints/'));
    await page.keyboard.press(']');
    await page.waitForURL((u) => u.href !== left);
    expect((await stored).ok()).toBe(true);
    await judged(page);
    await openJoint(on.app, page, 'B1-02');
    expect(await page.locator('[data-line-token]').allInnerTexts()).toContain('gap 13');
  });
});

describe('an empty store', () => {
  const data = mkdtempSync(join(tmpdir(), 'ample-empty-'));
  afterAll(() => rmSync(data, { recursive: true, force: true }));
  it('greets with three ways in; the demo job is one of them', async () => {
    const empty = await serve({ data, seed: false });
    const { page } = on;
    await page.goto(empty.url);
    const ways = page.getByRole('group', { name: 'Ways to begin' });
    for (const name of ['Open the demo jobs', 'Make a new job', 'Import a job file'])
      await ways.getByRole('button', { name }).waitFor();
    expect(await faults(page, 'empty store')).toEqual([]);
    await ways.getByRole('button', { name: 'Open the demo jobs' }).click();
    await page.getByRole('link', { name: 'B2-14', exact: true }).waitFor();
    await page.goto('about:blank');
    await empty.close();
  });
});
