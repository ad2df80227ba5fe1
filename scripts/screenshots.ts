/** Takes docs/screenshots anew from the demo job. Run after `npm run demo` has built once: npx tsx scripts/screenshots.ts */
import { mkdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { HERON, judged, openApp, openJoint, openRegister, saved, typeLine } from '../e2e/app.ts';

const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
mkdirSync(folder, { recursive: true });
const app = await openApp();
const page = await app.page();
const shot = async (name: string): Promise<void> => {
  await page.mouse.move(640, 795);
  await page.waitForTimeout(700);
  await page.screenshot({ path: `${folder}${name}.png` });
};

await page.goto(app.url);
await page.locator('tbody tr').first().waitFor();
await shot('jobs');
await openRegister(app, page);
await shot('register');
await page.getByRole('button', { name: 'New joint' }).click();
await page.getByLabel(/^Actions/).fill('C1; 210; 0; 0; gravity\nC2; 240; 0; 0; crowd\nT1; 0; 0; 110; tying');
await page.getByLabel('Support section', { exact: true }).fill('UC 254x254x107');
await page.getByLabel('Beam section', { exact: true }).fill('457 82');
await shot('new-joint');
await page.keyboard.press('Escape');
await page.keyboard.press('Escape');
await page.getByRole('button', { name: 'Throw it away' }).click();
await openJoint(app, page, 'B2-14');
await shot('joint');
await page.locator('[data-check="beam-web-bearing"]').click();
await page.locator('.work-section .katex').first().waitFor();
await shot('workings');
await page.getByRole('tab', { name: 'Alternatives' }).click();
await page.getByText(/^All \d+ details were judged/).waitFor({ timeout: 180_000 });
await shot('alternatives');
await openJoint(app, page, 'R1-01');
await shot('moment-end-plate');
await openJoint(app, page, 'P2-01');
await shot('column-base');
await openJoint(app, page, 'P1-04');
await page.getByRole('tab', { name: 'Field' }).click();
await page.getByLabel('Combination', { exact: true }).selectOption('the worst of several');
await page.getByText('Under these some check').waitFor();
await page.getByRole('button', { name: 'Analyse', exact: true }).click();
await page.getByRole('button', { name: 'Analyse again' }).waitFor({ timeout: 240_000 });
await shot('field');
await openJoint(app, page, 'M1-02', HERON);
await shot('moment-end-plate-us');
await openJoint(app, page, 'A1-03');
await page.getByRole('tab', { name: 'Solid' }).click();
await page.locator('canvas').waitFor();
await page.waitForTimeout(1500);
await page.getByRole('button', { name: 'Bolts in the support' }).click();
await shot('solid');
await openRegister(app, page);
await page.getByRole('link', { name: 'Bench' }).click();
await page.getByLabel('Standard').selectOption('AISC 360-22');
await page.getByLabel('Design format').waitFor();
await page.getByRole('link', { name: 'Bolt group' }).click();
await page.getByRole('heading', { level: 1 }).waitFor();
await shot('bench');
await page.getByRole('button', { name: 'Night' }).click();
await openJoint(app, page, 'M1-05');
await page.getByRole('button', { name: 'Day' }).click();
await judged(page);
await saved(page);
await page.goto(`${app.url}/house`);
await page.getByRole('link', { name: /^FP-4/ }).click();
await page.locator('.house-cell').first().waitFor();
await shot('house');
await openRegister(app, page);
await page.getByRole('link', { name: 'Lists', exact: true }).click();
await page.getByRole('table', { name: 'Steel to buy' }).waitFor();
await page.getByRole('button', { name: 'Issue lists' }).click();
await page.getByRole('radio', { name: /^Drawing and flat plates/ }).check();
await shot('issue');
await page.keyboard.press('Escape');
for (const [format, reason] of [
  [/^Calculation \(text\)/, 'for approval'],
  [/^Drawings \(PDF\)/, 'for fabrication, levels 1 and 2'],
] as const) {
  await openRegister(app, page);
  await page.getByRole('button', { name: 'Issue job' }).click();
  await page.getByRole('radio', { name: format }).check();
  await page.getByRole('checkbox', { name: /^Keep it as an issue/ }).check();
  await page.getByLabel('Reason', { exact: true }).fill(reason);
  await page.getByRole('button', { name: /^Write the/ }).click();
  await page.getByText(/^Kept as issue/).waitFor();
}
await openJoint(app, page, 'E1-01');
await typeLine(page, 'EP | 12x200x290 S275 | 4xM20-8.8 @70/90 | e1 40 | top 50 | fw 6');
await saved(page);
await openRegister(app, page);
await page.getByRole('link', { name: 'Issues', exact: true }).click();
await page.getByText(/^Since issue/).waitFor();
await shot('issues');
await openRegister(app, page);
await page.getByRole('link', { name: /^Load cases/ }).click();
await page.getByRole('heading', { name: 'Combinations' }).waitFor();
await page.getByRole('button', { name: 'U6', exact: true }).click();
await shot('load-cases');
await openRegister(app, page);
await page.getByRole('link', { name: 'Take in a table' }).click();
await page
  .getByLabel('Paste a table')
  .fill('joint;case;Vz (kN);N\nB1-02;G;37;0\nB1-02;Q;95;0\nB1-03;Q;68;0\nB1-07;Q;54;0\nE1-02;Q;190;0\nK1-01;G;1x;0');
await page.getByRole('button', { name: 'Read it' }).click();
await page.getByRole('button', { name: 'Show what it changes' }).click();
await page.getByRole('button', { name: /^Take \d/ }).waitFor();
await page.getByRole('region', { name: 'What it changes' }).scrollIntoViewIfNeeded();
await shot('table');
await openJoint(app, page, 'B2-14');
await page.keyboard.press('l');
await page.keyboard.press('Control+a');
await page.keyboard.type('FP | 10x110x310 S275 | 4xM20-8.8 @75 | e 42.5/60 | gap 10 | top 45 | fw 8');
await page.keyboard.press('Enter');
await saved(page);
await openRegister(app, page);
await page.getByRole('link', { name: 'Changes' }).click();
await page.getByText('What it was stands in grey.').waitFor();
await shot('changes');
await page.goto(app.url);
await page.getByRole('button', { name: 'New job' }).click();
await page.getByLabel('Name', { exact: true }).fill('Skerry shed');
await page.keyboard.press('Enter');
await page.getByText('No joint yet').waitFor();
await page.getByRole('link', { name: 'Model', exact: true }).click();
await page.getByLabel('Choose a model').setInputFiles(fileURLToPath(new URL('../demo/skerry-shed.json', import.meta.url)));
await page.getByText(/joints proposed/).waitFor();
await page.getByRole('button', { name: 'Show what it makes' }).click();
await page.getByRole('button', { name: /^Take \d/ }).click({ timeout: 120_000 });
await page.getByText('skerry-shed.json', { exact: true }).waitFor();
// Those that are close stand first, and only what is seen of the list is there.
await page
  .getByRole('option')
  .filter({ hasText: /holds|close/ })
  .first()
  .waitFor();
await page.getByRole('listbox').focus();
for (let i = 0; i < 4; i += 1) await page.keyboard.press('ArrowDown');
await shot('model');
await app.close();
