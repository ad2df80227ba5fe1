import { describe, expect, it } from 'vitest';
import { looker } from './axe.ts';
import { judged, openJoint, typeLine } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();
/** An analysis takes seconds on a quiet machine, minutes on one that is shared: it is waited for. */
const LONG = { timeout: 300_000 };

describe('the field of a joint', () => {
  it('is analysed in the background, preview first, beside the hand method; stale when the joint changes, and cancelled', async () => {
    const { page } = on;
    const { look } = looker(on);
    await openJoint(on.app, page, 'C1-01');
    await page.getByRole('tab', { name: 'Field' }).click();
    await page.getByText(/^Each plate of the joint is divided into cells/).waitFor(LONG);
    const start = page.getByRole('button', { name: 'Analyse', exact: true });
    // By keyboard.
    await start.focus();
    await page.keyboard.press('Enter');
    await page.getByText(/, preview$/).waitFor(LONG);
    await page.getByText(/^Now the whole, with smaller cells/).waitFor(LONG);
    await page.getByText(/^The hand method gives at 1\.03 \(Bearing, beam web\): ratio 1\.\d\d\./).waitFor(LONG);
    await page.getByText(/^Now the whole/).waitFor({ state: 'detached', ...LONG });
    await page.getByText(/^Stops at 1\.\d+ of the load: hole crushed by bolt \d in plate beam web\.$/).waitFor(LONG);
    const events = page.getByRole('list', { name: 'Events by load multiple' });
    // All beside the picture, so that what went wrong is told.
    expect(await page.locator('.field-side').innerText()).toMatch(/first yield of beam web[\s\S]*hand method: Bearing, beam web/);
    expect(await events.innerText()).toMatch(/first yield of beam web[\s\S]*hand method: Bearing, beam web/);
    expect(await page.getByRole('img', { name: /plates of the joint with their stress/ }).count()).toBe(1);
    const label = page.locator('.field-label.part');
    expect(await label.innerText()).toMatch(/^bolt \d: \d+ %$/);
    const parts = page.locator('.field-uses li');
    const first = await parts.first().innerText();
    await page.getByRole('button', { name: 'least first' }).click();
    expect(await parts.last().innerText()).toBe(first);
    await page.getByRole('button', { name: /support far flange/ }).click();
    await expect.poll(() => label.innerText(), LONG).toMatch(/^support far flange: \d+ %$/);
    await page.getByLabel('Shown at').selectOption('limit');
    await page.getByLabel('Shown as').selectOption('strain');
    await page.getByText('5 % plastic strain', { exact: true }).waitFor(LONG);
    // One face, its largest value at its place, and the value under the pointer.
    await page.getByLabel('Shown as').selectOption('front');
    expect(await page.locator('.field-label.largest').innerText()).toMatch(/^largest: \d\.\d\d of yield, \d+ MPa$/);
    const value = page.locator('.field-value');
    expect(await value.innerText()).toBe('point at a plate for its value');
    const box = (await page.getByRole('img', { name: /plates of the joint with their stress/ }).boundingBox())!;
    await expect
      .poll(async () => {
        await page.mouse.move(box.x + box.width / 2 + Math.random() * 30, box.y + box.height / 2 + Math.random() * 30);
        return value.innerText();
      }, LONG)
      .toMatch(/^(plate|beam|support).*: \d\.\d\d of yield, \d+ MPa$/);
    expect(await page.getByRole('row', { name: /^bolt 1/ }).innerText()).toMatch(/kN[\s\S]*kN/);
    await page.getByRole('button', { name: 'Play' }).click();
    await page.getByRole('button', { name: 'Stop' }).click();
    // On the drawing's own views: by keyboard, with the numbers of the bolts, its largest and the value under the pointer.
    const seen = page.getByLabel('Seen');
    expect(await seen.locator('option').allInnerTexts()).toEqual(['in space', 'Elevation', 'Section A-A']);
    await seen.focus();
    await page.keyboard.press('e');
    const elevation = page.getByRole('img', {
      name: /^Elevation: the plates of the joint with their stress, largest \d\.\d\d of yield/,
    });
    await elevation.waitFor(LONG);
    expect((await elevation.locator('text').allTextContents()).filter((t) => /^V \d/.test(t)).length).toBeGreaterThan(1);
    const at = (await elevation.boundingBox())!;
    await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
    await expect.poll(() => value.innerText(), LONG).toMatch(/^(plate|beam|support).*: \d\.\d\d of yield, \d+ MPa$/);
    await look('field on the elevation');
    await seen.selectOption('in space');
    // The policy of the pages lets our WebAssembly run.
    await page.getByText(/iterations, by the compiled factor\./).waitFor(LONG);
    await look('field of a joint');
    // How it buckles is a movement of its own, first and second, on the same picture.
    const shownAt = page.getByLabel('Shown at');
    expect(await shownAt.locator('option').allInnerTexts()).toEqual([
      'the design load',
      expect.stringMatching(/^the limit, 1\.\d+$/),
      expect.stringMatching(/^how it buckles, \d+\.\d: \w/),
      expect.stringMatching(/^how it buckles, \d+\.\d: \w/),
    ]);
    await shownAt.selectOption('1');
    expect(await shownAt.inputValue()).toBe('1');
    await page.getByRole('img', { name: /plates of the joint with their stress/ }).waitFor(LONG);
    await shownAt.selectOption('design');
    await page.getByText(/^.*Mesh effect \d/).waitFor(LONG);
    // It is kept with the revision: there again when the page is, but for its picture.
    await page.getByText(/, kept with revision A by /).waitFor(LONG);
    await page.reload();
    await page.getByRole('tab', { name: 'Field' }).click();
    await page.getByText(/, kept with revision A by /).waitFor(LONG);
    await page.getByText(/^Stops at 1\.\d+ of the load: hole crushed by bolt \d in plate beam web\.$/).waitFor(LONG);
    await page.getByText('Its numbers are kept with the joint, pictures are not: analyse it again to see them.').waitFor(LONG);
    // Beside the checks, and without one of its bolts.
    expect(await page.getByRole('row', { name: /^Bearing, beam web/ }).innerText()).toMatch(/\d+ %\s+\d+ %\s+\d\.\d\d/);
    await page
      .getByRole('button', { name: /bearing resistance in beam web/ })
      .first()
      .click();
    await page.getByRole('button', { name: /^Analyse it without bolt \d$/ }).click();
    await page.getByText(/^Without bolt \d: Stops at \d\.\d+ of the load/).waitFor(LONG);
    await page.getByText(/^With all of its parts: Stops at 1\.\d+ of the load: hole crushed/).waitFor(LONG);
    await page.getByRole('button', { name: 'Cancel' }).click();
    await page.getByRole('button', { name: 'Analyse it with all of its parts' }).click();
    await page.getByText(/, preview$/).waitFor(LONG);
    await page.getByRole('button', { name: 'Cancel' }).click();
    // A thinner plate is a change of the joint, analysed beside what it was.
    await page.getByRole('button', { name: /^\d+ % plate · / }).click();
    await page.getByRole('button', { name: /^Thinner and analysed again: .* 8 → 6$/ }).click();
    await page.getByText(/^Before the change: Stops at 1\.\d+ of the load/).waitFor(LONG);
    await page.getByRole('button', { name: 'Cancel' }).click();
    await page.keyboard.press('Control+z');
    await judged(page);

    await typeLine(page, 'FP | 10x85x130 S275 | 3xM16-8.8 @40 | e 25/40 | gap 10 | top 40 | fw 8');
    await judged(page);
    await page.getByText('The joint changed since this was analysed: analyse it again.').waitFor(LONG);
    await page.getByRole('button', { name: 'Analyse again' }).click();
    // Beside what it was: of the joint, and of each part.
    await page.getByText(/^Before the change: Stops at 1\.\d+ of the load/).waitFor(LONG);
    expect(await parts.first().innerText()).toMatch(/; was \d+ %$/);
    // The preview stays.
    await page.getByRole('button', { name: 'Cancel' }).click();
    await page.getByRole('button', { name: 'Analyse again' }).waitFor(LONG);

    // A base: the worst of the combinations that the hand method proposes, those that were left out not.
    await openJoint(on.app, page, 'P1-04');
    await page.getByRole('tab', { name: 'Field' }).click();
    await page.getByLabel('Combination', { exact: true }).selectOption('the worst of several');
    await page.getByText('Under these some check of the hand method gives first:').waitFor(LONG);
    await page.getByRole('checkbox', { name: /^C1/ }).uncheck();
    await page.getByRole('button', { name: 'Analyse', exact: true }).click();
    const compared = page.getByRole('list', { name: /^Combinations, the one that is stopped first before/ });
    await compared.getByRole('listitem').nth(1).waitFor(LONG);
    // One that is on its way carries its design load at least, and stands after those that were stopped.
    await expect
      .poll(() => compared.getByRole('listitem').first().innerText(), LONG)
      .toMatch(/^1\.\d+\s+C4\s+concrete of anchor \d/);
    expect(await compared.innerText()).not.toContain('C1 ');
    await page.getByRole('button', { name: 'Cancel' }).click();
    await page.getByText('Used at most, over these').waitFor(LONG);
    expect(await parts.first().innerText()).toMatch(/anchor 0 · its share of the concrete, C4/);
    await page.getByRole('button', { name: /C5/ }).last().click();

    await openJoint(on.app, page, 'R1-01');
    await page.locator('[data-callout="support"]').first().click();
    const foot = page.getByRole('dialog').getByLabel(/^Foot of the beam to the end of the column/);
    await foot.fill('90');
    await foot.press('Enter');
    await page.keyboard.press('Escape');
    await judged(page);
    await page.getByRole('tab', { name: 'Field' }).click();
    await page.getByRole('button', { name: 'Analyse', exact: true }).click();
    await page.getByText(/the column ends over and under the joint, and nothing holds it/).waitFor(LONG);
  }, 1_200_000);
});
