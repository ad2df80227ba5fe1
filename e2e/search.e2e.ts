import { describe, expect, it } from 'vitest';
import { looker } from './axe.ts';
import { judged, lineOf, openJoint, openRegister, typeLine } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const LONG = { timeout: 180_000 };

describe('the search for the best detail', () => {
  it('goes by rules that were changed, is filtered, taken, undone, and stopped', async () => {
    const { page } = on;
    const { look } = looker(on);
    // The office says what it makes: typed by keyboard, refused with its name where it can't be meant.
    await page.goto(`${on.app.url}/house/rules`);
    const bolts = page.getByLabel('Bolts', { exact: true });
    await bolts.fill('16 ,x');
    await page.getByRole('button', { name: 'Save rules' }).click();
    await page.getByText(/details\.bolts.*is not a list; accepted is a list/).waitFor(LONG);
    expect(await bolts.inputValue()).toBe('16 ,x');
    await bolts.fill('16 20');
    await page.getByLabel('Plates', { exact: true }).fill('8 10 12');
    await page.getByLabel('Legs of fillets').fill('6 8');
    await page.getByLabel('Pitches').fill('70');
    await page.getByLabel('hole', { exact: true }).fill('0,25');
    await page.getByLabel('Gap', { exact: true }).fill('12');
    await page.getByLabel('Least multiple').fill('1,05');
    await page.getByLabel('Steps of sizes').fill('10');
    await page.getByLabel(/^Holes/).selectOption('oversize');
    await look('house rules of details');
    await page.getByRole('button', { name: 'Save rules' }).click();
    await page.getByText('Whatever is issued from now on follows them.').waitFor(LONG);

    await openJoint(on.app, page, 'B1-01');
    const before = await lineOf(page);
    await page.getByRole('tab', { name: 'Alternatives' }).click();
    const search = page.getByRole('region', { name: 'Search' });
    await search.getByText(/^All \d+ details were judged: \d+ hold\./).waitFor(LONG);
    const list = search.getByRole('list', { name: 'Details that hold, the cheapest first' });
    const lines = list.locator('button');
    const costs = (await lines.allInnerTexts()).map((t) => Number(t.split(/\s/)[0]));
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
    await look('search');
    for (const text of await lines.allInnerTexts()) expect(text).toMatch(/M(16|20)-8\.8/);
    // The gap of the office, in all that have one.
    for (const text of await lines.allInnerTexts()) if (/FP|AC/.test(text)) expect(text).toMatch(/gap 12/);
    // None holds less than the office asks.
    for (const text of await lines.allInnerTexts())
      expect(Number(/\d+\.\d+\s+(\d+\.\d+)/.exec(text)![1])).toBeGreaterThanOrEqual(1.05);
    // One form alone, and few rows.
    await search.getByLabel('Form').selectOption({ label: 'Fin plate' });
    await search.getByLabel('Rows').selectOption({ label: 'at most 3' });
    for (const text of await lines.allInnerTexts()) expect(text).toMatch(/FP \| .*[23]xM/);
    await search
      .getByRole('img', { name: /^plate \d/ })
      .first()
      .waitFor(LONG);
    // By keyboard: the next of the list is looked at and taken.
    await lines.nth(1).focus();
    await page.keyboard.press('Enter');
    const wanted = (await lines.nth(1).locator('.mono').innerText()).trim();
    const chosen = page.getByRole('region', { name: 'The detail that is looked at' });
    await chosen.getByText(wanted).waitFor(LONG);
    await chosen.getByRole('img', { name: 'Drawing of the detail that is looked at' }).waitFor(LONG);
    const holds = /holds at ([\d.]+)/.exec(await chosen.innerText())![1]!;
    await chosen.getByRole('button', { name: 'Take this detail' }).click();
    await judged(page);
    await expect.poll(() => lineOf(page), LONG).toBe(wanted);
    await expect.poll(() => page.locator('.sheet svg').textContent(), LONG).toContain(holds);
    await page.keyboard.press('Control+z');
    await expect.poll(() => lineOf(page), LONG).toBe(before);

    // Preloaded bolts are tried as they are and without; the lines say which.
    await typeLine(page, `${before} | cat C/A`);
    await judged(page);
    await page.getByRole('tab', { name: 'Alternatives' }).click();
    await search.getByText(/^All \d+ details were judged: \d+ hold\./).waitFor(LONG);
    for (const [category, said] of [
      ['C, no slip at ultimate', true],
      ['A, bearing', false],
    ] as const) {
      await search.getByLabel('Category').selectOption({ label: category });
      for (const text of await lines.allInnerTexts()) expect([text, text.includes('cat C/A')]).toEqual([text, said]);
    }
    await look('preloaded bolts in the search');

    // It starts at once, and what is under way ends when it is told to.
    await openJoint(on.app, page, 'P1-04');
    await page.getByRole('tab', { name: 'Alternatives' }).click();
    await search.getByText(/details judged, \d+ % of all choices/).waitFor(LONG);
    await search.getByRole('button', { name: 'Stop' }).click();
    await search.getByRole('button', { name: 'Search again' }).waitFor(LONG);
  }, 600_000);

  it('sets out a base anew from its column, by the base plates and anchors of the office', async () => {
    const { page } = on;
    const { look } = looker(on);
    await page.goto(`${on.app.url}/house/rules`);
    const anchors = page.getByLabel('Anchors', { exact: true });
    await anchors.fill('20 2000');
    await page.getByLabel('Base plates', { exact: true }).fill('15 25');
    await page.getByRole('button', { name: 'Save rules' }).click();
    await page.getByText(/details\.anchors.*2000.*accepted/).waitFor(LONG);
    await anchors.fill('16 20');
    await page.getByRole('button', { name: 'Save rules' }).click();
    await page.getByText('Whatever is issued from now on follows them.').waitFor(LONG);

    await openJoint(on.app, page, 'P1-01');
    const before = await lineOf(page);
    await page.getByRole('tab', { name: 'Alternatives' }).click();
    const search = page.getByRole('region', { name: 'Search' });
    await search.getByText(/^All \d+ details were judged: \d+ hold\./).waitFor(LONG);
    const lines = search.getByRole('list', { name: 'Details that hold, the cheapest first' }).locator('button');
    for (const text of await lines.allInnerTexts()) expect(text).toMatch(/CB \| (15|25)x.*2x2xM(16|20)-8\.8/);
    // Bolts are called what they are here, and filtered by their size.
    await search.getByRole('combobox', { name: /^Anchors/ }).selectOption({ label: 'M20' });
    for (const text of await lines.allInnerTexts()) expect(text).toContain('2x2xM20-8.8');
    await search.getByText(/^What was gone through/).click();
    for (const words of ['2 × 2 between the flanges', 'embedment in diameters 8, 12, 16', 'thickness 15 mm, 25 mm'])
      expect(await search.innerText()).toContain(words);
    await look('search of a base');
    await lines.first().focus();
    await page.keyboard.press('Enter');
    const wanted = (await lines.first().locator('.mono').innerText()).trim();
    await search.getByRole('button', { name: 'Take this detail' }).click();
    await judged(page);
    await expect.poll(() => lineOf(page), LONG).toBe(wanted);
    await page.keyboard.press('Control+z');
    await expect.poll(() => lineOf(page), LONG).toBe(before);
  }, 600_000);

  it('is made for several joints at once: few details, the price of it, given to them and dropped again', async () => {
    const { page } = on;
    const { look } = looker(on);
    await openRegister(on.app, page);
    await page.getByLabel('Choose B1-01').check();
    await page.getByLabel('Choose B1-02').check();
    // The joints come late: what is typed before they are there counts all the same.
    let come = (): void => undefined;
    const late = new Promise<void>((go) => (come = go));
    await page.route('**/api/joints/*', async (route) => {
      await late;
      await route.continue();
    });
    await page.getByRole('button', { name: 'Few details for all' }).click();
    const box = page.getByRole('dialog');
    // By keyboard, typed blind: at most one.
    const most = box.getByLabel('Details at most');
    await most.fill('none');
    await page.keyboard.press('Enter');
    await box.getByText('Details at most: "none" is no number of details; accepted is 1 to 50.').waitFor(LONG);
    await most.fill('1');
    await page.keyboard.press('Enter');
    await box.getByText('Reading the joints…').waitFor(LONG);
    come();
    await box.getByText(/Looking for the cheapest details of joint \d of 2/).waitFor(LONG);
    await box.getByText('1 detail serves 2 of 2 joints at').waitFor(LONG);
    const said = await box.getByRole('region', { name: 'What was chosen' }).innerText();
    expect(said).toMatch(/standardising costs \d+\.\d\d/);
    expect(said).toContain('no other choice of them is cheaper.');
    await look('few details for many joints');
    const line = (await box.locator('ol .mono').first().innerText()).trim();
    await box.getByRole('button', { name: 'Give the joints these details' }).click();
    await box.waitFor({ state: 'detached' });
    const row = (mark: string) => page.locator('tbody tr', { has: page.getByRole('link', { name: mark, exact: true }) });
    for (const mark of ['B1-01', 'B1-02']) await expect.poll(() => row(mark).innerText(), LONG).toContain(line.split(' | ')[2]!);
    await page.getByRole('link', { name: 'Take in a table' }).click();
    await page.getByText('1 detail serves 2 of 2 joints').waitFor(LONG);
    await page.getByRole('button', { name: 'Drop it again, whole' }).click();
    await page.getByText(/^dropped \d{4}/).waitFor(LONG);
  }, 600_000);
});
