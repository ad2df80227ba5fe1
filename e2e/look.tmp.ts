import { openApp } from './app.ts';
const errors: string[] = [];
const on = await openApp(errors);
const page = await on.page();
await page.goto(on.url);
await page.waitForTimeout(800);
await page.screenshot({ path: '/tmp/l0.png' });
await page.getByRole('link', { name: 'Heron Street bus depot' }).click();
await page.locator('table tbody tr').nth(3).waitFor();
await page.waitForTimeout(2500);
await page.screenshot({ path: '/tmp/l1.png' });
let i = 2;
for (const mark of process.argv.slice(2)) {
  await page.getByLabel('Filter joints').fill(mark);
  await page.getByRole('link', { name: mark, exact: true }).click();
  await page.waitForTimeout(2500);
  await page.screenshot({ path: `/tmp/l${i++}.png` });
  await page.goBack();
  await page.waitForTimeout(500);
}
console.log(errors);
process.exit(0);
