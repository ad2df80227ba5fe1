import { openApp } from './app.ts';
const errors: string[] = [];
const on = await openApp(errors);
const page = await on.page();
let i = 0;
for (const [job, mark] of [['Tern Quay ferry hall', 'B2-14'], ['Heron Street bus depot', 'A1-02'], ['Heron Street bus depot', 'D1-01']] as const) {
  await page.goto(on.url);
  await page.getByRole('link', { name: job }).click();
  await page.getByLabel('Filter joints').fill(mark);
  await page.getByRole('link', { name: mark, exact: true }).click();
  await page.getByRole('tab', { name: 'Alternatives' }).click();
  await page.waitForTimeout(3500);
  await page.getByRole('table', { name: /Both failure/ }).scrollIntoViewIfNeeded();
  await page.waitForTimeout(500);
  await page.screenshot({ path: `/tmp/s${i++}.png` });
}
console.log(errors);
process.exit(0);
