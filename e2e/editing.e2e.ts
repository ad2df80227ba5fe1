import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { firstToGive, judged, lineOf, openJoint, saved } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();

/** Waits until the detail line on screen fits. */
const lineBecomes = async (pattern: RegExp): Promise<void> => {
  await expect.poll(() => lineOf(on.page)).toMatch(pattern);
};
const dimension = (field: string) => on.page.locator(`[data-field="${field}"]`).first();

describe('editing on the drawing', () => {
  it('changes a dimension in place, the failure order follows, undo gives it back', async () => {
    await openJoint(on.app, on.page, 'B2-14');
    expect(await firstToGive(on.page)).toBe('First to give: bearing, beam web at 1.08 × C3');
    await dimension('bolts.p1').click();
    await on.page.keyboard.type('80');
    await on.page.keyboard.press('Enter');
    await lineBecomes(/10x100x320 S275 \| 4xM20-8\.8 @80/);
    await expect.poll(() => firstToGive(on.page)).not.toContain('1.08');
    await saved(on.page);
    await on.page.keyboard.press('Control+z');
    await lineBecomes(/10x100x290 S275 \| 4xM20-8\.8 @70/);
    await expect.poll(() => firstToGive(on.page)).toBe('First to give: bearing, beam web at 1.08 × C3');
    await on.page.keyboard.press('Control+Shift+z');
    await lineBecomes(/@80/);
    await saved(on.page);
    await on.page.reload();
    await judged(on.page);
    await lineBecomes(/@80/);
    // The undo history is the stored one: it is there after a reload.
    await on.page.getByRole('button', { name: 'Undo' }).click();
    await lineBecomes(/@70/);
    await saved(on.page);
  });
  it('adds and removes rows at the rows', async () => {
    await openJoint(on.app, on.page, 'B1-03');
    await on.page.getByRole('button', { name: 'Remove bolt row 4' }).click();
    await lineBecomes(/10x100x220 S275 \| 3xM20/);
    await on.page.getByRole('button', { name: 'Add a bolt row below' }).click();
    await lineBecomes(/10x100x290 S275 \| 4xM20/);
    await saved(on.page);
  });
  it('loses nothing of what is done in one instant, and nothing to who leaves in it', async () => {
    await openJoint(on.app, on.page, 'B1-03');
    const { keyboard } = on.page;
    // An edit, away, and back before it is stored: the next joint is there while the save is still on its way.
    await on.page.route('**/api/joints/*', async (route) => {
      if (route.request().method() === 'PUT') await on.page.waitForTimeout(700);
      await route.continue();
    });
    await dimension('bolts.p1').click();
    await keyboard.type('75');
    await Promise.all([keyboard.press('Enter'), keyboard.press(']')]);
    await expect.poll(() => on.page.title()).toMatch(/^B1-07 /);
    expect(await lineOf(on.page)).not.toMatch(/@75/);
    // The second step is taken while the joint of the first still opens.
    await Promise.all([keyboard.press(']'), keyboard.press('['), keyboard.press('[')]);
    await expect.poll(() => on.page.title()).toMatch(/^B1-03 /);
    await lineBecomes(/4xM20-8\.8 @75/);
    await on.page.unrouteAll({ behavior: 'wait' });
    // An edit, and back at once: neither is on screen but as it was.
    await dimension('bolts.p1').click();
    await keyboard.type('90');
    await Promise.all([keyboard.press('Enter'), keyboard.press('Control+z')]);
    await lineBecomes(/4xM20-8\.8 @75/);
    const { length } = await on.page
      .getByLabel('Detail drawing; dimensions and callouts can be edited in place')
      .getByText('75')
      .all();
    expect(length).toBeGreaterThan(0);
    await keyboard.press('Control+Shift+z');
    await lineBecomes(/4xM20-8\.8 @90/);
    await saved(on.page);
  });
  it('finds an edit again that could not be stored when its joint was left, and stores it then', async () => {
    await openJoint(on.app, on.page, 'B1-03');
    const [before, { keyboard }] = [await lineOf(on.page), on.page];
    const asked = on.page.waitForRequest((r) => r.method() === 'PUT');
    await on.page.route('**/api/joints/*', async (route) => {
      if (route.request().method() !== 'PUT') return route.continue();
      await on.page.waitForTimeout(500);
      await route.fulfill({ status: 400, json: { detail: 'Not now.' } });
    });
    await dimension('bolts.p1').click();
    await keyboard.type('85');
    await keyboard.press('Enter');
    // Its save is on its way, and is refused when it is left.
    await asked;
    await keyboard.press(']');
    await expect.poll(() => on.page.title()).toMatch(/^B1-07 /);
    await saved(on.page);
    await on.page.unrouteAll({ behavior: 'wait' });
    await keyboard.press('[');
    await expect.poll(() => on.page.title()).toMatch(/^B1-03 /);
    await lineBecomes(/4xM20-8\.8 @85/);
    await saved(on.page);
    await on.page.reload();
    await judged(on.page);
    await lineBecomes(/4xM20-8\.8 @85/);
    await keyboard.press('Control+z');
    await expect.poll(() => lineOf(on.page)).toBe(before);
    await saved(on.page);
  });
  it('refuses a size that can not be built, at the spot, and loses nothing', async () => {
    await openJoint(on.app, on.page, 'B1-02');
    const before = await lineOf(on.page);
    await dimension('plate.e2').click();
    await on.page.keyboard.type('9');
    await on.page.keyboard.press('Enter');
    await on.page
      .getByRole('alert')
      .getByText('Edge distance: 9 mm lets a hole cut the free edge of the plate; accepted is more than half the hole, 11 mm.')
      .waitFor();
    expect(await on.page.getByLabel('Edge distance', { exact: true }).inputValue()).toBe('9');
    await on.page.keyboard.press('Escape');
    expect(await lineOf(on.page)).toBe(before);
  });
  it('opens a callout where it stands and takes each choice at once', async () => {
    await openJoint(on.app, on.page, 'B1-02');
    await on.page.locator('[data-callout="bolts"]').first().click();
    await on.page.getByLabel('Bolt size').selectOption({ label: 'M24' });
    await lineBecomes(/3xM24-8\.8/);
    await on.page.getByLabel('Class').selectOption({ label: '10.9' });
    await lineBecomes(/3xM24-10\.9/);
    await on.page.keyboard.press('Escape');
    await saved(on.page);
  });
});

describe('the detail line', () => {
  it('parses on Enter and points at what it can not read', async () => {
    await openJoint(on.app, on.page, 'C1-02');
    await on.page.locator('[data-line-token]').nth(1).click();
    const box = on.page.getByLabel('Detail line');
    const text = await box.inputValue();
    await box.fill(text.replace('10x100', '12x100'));
    await box.press('Enter');
    await lineBecomes(/\| 12x100x150 S275/);
    await on.page.keyboard.press('l');
    await box.fill('FP | 12x100x150 S275 | 2xM21-8.8 @70 | e 40/50 | gap 10 | top 40 | fw 8');
    await box.press('Enter');
    await on.page.getByRole('alert').getByText('"2xM21-8.8" can\'t be read here; expected a bolt of M12').waitFor();
    expect(await box.evaluate((e: HTMLInputElement) => e.value.slice(e.selectionStart!, e.selectionEnd!))).toBe('2xM21-8.8');
    await box.press('Escape');
    await saved(on.page);
  });
});

describe('alternatives', () => {
  it('puts another form beside the present one for the same members and actions; it can be taken, and undone', async () => {
    await openJoint(on.app, on.page, 'B1-03');
    const before = await lineOf(on.page);
    await on.page.getByRole('tab', { name: 'Alternatives' }).click();
    const other = on.page.getByRole('region', { name: 'Shear end plate', exact: true });
    await other.getByRole('button', { name: 'Take this form' }).waitFor();
    expect(await on.page.getByRole('region', { name: 'Fin plate, as it is' }).innerText()).toContain(before);
    const promised = /(holds · [\d.]+ × \w+)/.exec(await other.innerText())![1]!;
    await other.getByRole('button', { name: 'Take this form' }).click();
    await lineBecomes(/^EP \| /);
    await expect.poll(() => on.page.locator('.sheet svg').textContent()).toContain(promised);
    await saved(on.page);
    await on.page.reload();
    await judged(on.page);
    await lineBecomes(/^EP \| /);
    await on.page.keyboard.press('Control+z');
    await expect.poll(() => lineOf(on.page)).toBe(before);
    await saved(on.page);
  });
});

describe('ways out, actions, workings', () => {
  it('takes a way out that was re-checked: what it promised is what the screen then says', async () => {
    await openJoint(on.app, on.page, 'B2-15');
    const way = on.page.locator('[aria-label="Ways out"] button').first();
    await way.waitFor();
    const promised = (await way.locator('b').innerText()).trim();
    expect(Number(promised)).toBeGreaterThanOrEqual(1);
    await way.click();
    await expect.poll(() => firstToGive(on.page)).toContain(`at ${promised} ×`);
    await on.page.keyboard.press('Control+z');
    await expect.poll(() => firstToGive(on.page)).toContain('at 0.82 × C3');
    await saved(on.page);
  });
  it('says what the strongest way still lacks where none brings the joint home', async () => {
    await openJoint(on.app, on.page, 'B1-01');
    await on.page.getByRole('button', { name: 'Edit actions' }).click();
    await on.page.getByRole('tab', { name: /^Ready combinations/ }).click();
    await on.page.getByLabel(/^Paste a table/).fill('name\tV\tN\ttie\nX1\t2000\t0\t0');
    await on.page.getByRole('button', { name: 'Read the table' }).click();
    await on.page.getByRole('button', { name: 'Take these actions' }).click();
    const ways = on.page.getByRole('region', { name: 'Ways out' });
    await ways.getByText(/No one, two or three of these moves bring it home\. The strongest \(.+\) still lacks:/).waitFor();
    const lacks = await ways.getByRole('listitem').allInnerTexts();
    expect(lacks.length).toBeGreaterThan(3);
    for (const l of lacks) expect(l).toMatch(/ · \d+ % more \(0\.\d\d × X1\)$/);
    await on.page.keyboard.press('Control+z');
    await expect.poll(() => ways.getByText(/still lacks/).count()).toBe(0);
    await saved(on.page);
  });
  it('reads pasted actions and shows each combination with its multiple', async () => {
    await openJoint(on.app, on.page, 'B1-01');
    await on.page.getByRole('button', { name: 'Edit actions' }).click();
    await on.page.getByRole('tab', { name: /^Ready combinations/ }).click();
    await on.page.getByLabel(/^Paste a table/).fill('name\tV\tN\ttie\nX1\t300\t0\t0\nX2\t−40\t0\t0');
    await on.page.getByRole('button', { name: 'Read the table' }).click();
    await on.page.getByRole('button', { name: 'Take these actions' }).click();
    await expect.poll(() => firstToGive(on.page)).toMatch(/at 0\.\d\d × X1/);
    expect(await on.page.getByRole('button', { name: /^X2/ }).innerText()).toContain('V −40');
    // The signature of this joint is stale now: its actions changed.
    await on.page.getByRole('button', { name: 'Stale, sign again' }).waitFor();
    await on.page.keyboard.press('Control+z');
    await on.page.getByRole('button', { name: 'Checked: R. Amsel' }).waitFor();
    await saved(on.page);
  });
  it('opens the workings at a check, and walks from a symbol to its formula', async () => {
    await openJoint(on.app, on.page, 'B2-14');
    await on.page.locator('[data-check="beam-web-bearing"]').click();
    const section = on.page.locator('#w-beam-web-bearing');
    await section.locator('.katex').first().waitFor();
    expect(await section.innerText()).toContain('207 kN against 224 kN: utilisation 0.925, gives at 1.08');
    await section.locator('[data-symbol="beta"]').first().click();
    const where = on.page.getByRole('dialog', { name: 'Where the value comes from' });
    expect(await where.innerText()).toContain('share of the eccentricity in the horizontal force');
    await where.getByRole('button', { name: 'Show its formula' }).click();
    await on.page.locator('[id="s-geometry.beta"].lit').waitFor();
    await on.page.getByRole('button', { name: 'Verdict', exact: true }).click();
    expect(await on.page.locator('.workings').innerText()).toContain('The bolts are category A (bearing type).');
  });
});

describe('the focus', () => {
  it('stays with the line that was opened in the moment in which a callout closed', async () => {
    await openJoint(on.app, on.page, 'B2-14');
    await on.page.getByText(/^PL 10×100×290/).click();
    await on.page.locator('.popover').waitFor();
    const focused = await on.page.evaluate(async () => {
      document.activeElement!.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
      document.querySelector<HTMLElement>('[data-line-token]')!.click();
      for (let i = 0; i < 3; i += 1) await new Promise((resolve) => requestAnimationFrame(resolve));
      return document.activeElement?.getAttribute('aria-label');
    });
    expect(focused).toBe('Detail line');
  });
});

describe('issue', () => {
  it('downloads a PDF that says the verdict of the screen', async () => {
    await openJoint(on.app, on.page, 'B2-14');
    const verdict = await firstToGive(on.page);
    await saved(on.page);
    await on.page.getByRole('button', { name: 'Issue details' }).click();
    await on.page.keyboard.press('Enter');
    const [download] = await Promise.all([
      on.page.waitForEvent('download'),
      on.page.getByRole('link', { name: /^Download/ }).click(),
    ]);
    expect(download.suggestedFilename()).toBe('2417-B2-14.pdf');
    const doc = await getDocument({ data: new Uint8Array(readFileSync(await download.path())), verbosity: 0 }).promise;
    const text = (await (await doc.getPage(2)).getTextContent()).items.map((t) => ('str' in t ? t.str : '')).join('');
    const [, multiple, combination] = /at ([\d.]+) × (\w+)/.exec(verdict)!;
    expect(text).toContain(`B2-14: holds · ${multiple} × ${combination}`);
  });
});

describe('two people on one joint', () => {
  it('refuses the stale save and shows both versions', async () => {
    await openJoint(on.app, on.page, 'M1-05');
    const other = await on.app.page();
    await openJoint(on.app, other, 'M1-05');
    await dimension('plate.e2').click();
    await on.page.keyboard.type('55');
    await on.page.keyboard.press('Enter');
    await lineBecomes(/10x105x220/);
    await saved(on.page);
    await other.locator('[data-field="plate.e2"]').first().click();
    await other.keyboard.type('60');
    await other.keyboard.press('Enter');
    const box = other.getByRole('dialog', { name: 'Changed meanwhile' });
    await box.waitFor();
    const text = await box.innerText();
    expect(text).toContain('10x105x220');
    expect(text).toContain('10x110x220');
    await box.getByRole('button', { name: 'Save yours over it' }).click();
    await saved(other);
    expect(await lineOf(other)).toContain('10x110x220');
    await other.close();
  });
});
