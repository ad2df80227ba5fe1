import { openApp } from './app.ts';
const errors: string[] = [];
const on = await openApp(errors);
const page = await on.page();
let i = 0;
for (const t of ['us-bolt', 'us-bolt-group', 'us-weld-group', 'us-prying', 'us-base-plate']) {
  await page.goto(`${on.url}/bench/${t}`);
  await page.waitForTimeout(1500);
  await page.screenshot({ path: `/tmp/b${i++}.png` });
}
console.log(errors);
process.exit(0);
