import { openApp, openJoint, HERON } from './app.ts';
const errors: string[] = [];
const on = await openApp(errors);
const page = await on.page();
let i = 0;
for (const [mark, tab] of [['A1-02', 'Solid'], ['A1-03', 'Workings'], ['D3-01', 'Solid'], ['D2-02', 'Workings'], ['A1-02', 'N–M chart']] as const) {
  await openJoint(on, page, mark, HERON);
  await page.getByRole('tab', { name: tab }).click();
  await page.waitForTimeout(3500);
  await page.screenshot({ path: `/tmp/s${i++}.png` });
}
console.log(errors);
process.exit(0);
