import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { unitsOf, type JobDocument, type JobRecord, type RegisterPage } from '../packages/core/src/index.ts';
import { givenTable, guessMapping, readTable } from '../packages/exchange/src/table/index.ts';
import { openApp } from '../e2e/app.ts';
import { callerOf } from './bench-call.ts';
import { printLines, type Line } from './bench-lines.ts';

// Usage: npm run bench -- job [joints] [rows]. A job of many joints as its users meet it: a table of forces read, and its register in the browser.
const [joints = 10_000, rows = 10_000] = process.argv.slice(2).map(Number);
const lines: Line[] = [];
const note = (what: string, value: number, unit: string, aim: number): void => void lines.push({ what, value, unit, aim });
const middle = (list: number[]): number => list.sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

const demo = JSON.parse(
  readFileSync(join(fileURLToPath(new URL('..', import.meta.url)), 'demo/tern-quay.json'), 'utf8'),
) as JobDocument;

// Forces of five load cases at each joint.
const csv = new TextEncoder().encode(
  [
    'mark;case;N;Vz;My',
    ...Array.from(
      { length: rows },
      (_, i) => `J${Math.floor(i / 5)};${['G', 'Q', 'S', 'W', 'A'][i % 5]};${i % 7};${20 + (i % 90)};0`,
    ),
  ].join('\n'),
);
const units = unitsOf(demo.basis);
const read: number[] = [];
for (let i = 0; i < 5; i += 1) {
  const t = performance.now();
  const [sheet] = await readTable(csv);
  const given = givenTable(sheet!.rows, guessMapping(sheet!.rows[0]!, units), units);
  read.push(performance.now() - t);
  if (given.rows !== rows || given.faults.length) throw new Error(`${given.rows} rows, ${given.faults.length} faults`);
}
note(`${rows} rows of CSV read into joints with forces`, middle(read) / 1000, 's', 3);

const app = await openApp();
const call = callerOf(app.url);
/** What a file holds at most, and what a table takes in one step. */
const PART = 5000;
const many = Array.from({ length: joints }, (_, i) => {
  const { mark: _mark, note, kind, input, combinations } = demo.joints[i % demo.joints.length]!;
  return { mark: `L${i}`, note, kind, input, combinations: combinations.slice(0, 1) };
});
const job = await call<JobRecord>('POST', '/jobs/import', { ...demo, name: 'Many', joints: many.slice(0, PART) });
for (let i = PART; i < joints; i += PART)
  await call('POST', `/jobs/${job.id}/tables`, {
    name: 'more',
    mapping: {},
    joints: many.slice(i, i + PART).map((content) => ({ content })),
  });
const judging = performance.now();
for (let after: number | null = -1; after !== null;)
  after = (await call<RegisterPage>('GET', `/jobs/${job.id}/joints?after=${after}&limit=500`)).next;
note(
  `register of ${joints} joints with a combination each, judged the first time`,
  (performance.now() - judging) / 1000,
  's',
  Infinity,
);

const page = await app.page();
const opened: number[] = [];
for (let i = 0; i < 3; i += 1) {
  await page.goto('about:blank');
  const t = performance.now();
  await page.goto(`${app.url}/jobs/${job.id}`);
  await page.locator('tbody tr[data-index="0"]').waitFor();
  opened.push(performance.now() - t);
}
note('its first rows on the page', middle(opened) / 1000, 's', 1);
await page.waitForFunction(
  (n) => Number(document.querySelector('table.grid-table')?.getAttribute('aria-rowcount')) === n + 1,
  joints,
  { timeout: 60_000 },
);

/** How long the page takes from a letter of the filter to its rows. */
const filter = page.getByPlaceholder(/Filter/i).first();
const filtered: number[] = [];
for (const letter of ['L', '9', '9', '8']) {
  await filter.focus();
  const before = await page.evaluate(() => {
    const table = document.querySelector('table.grid-table')!;
    (window as unknown as { seen: number }).seen = 0;
    const start = { at: 0 };
    document.activeElement!.addEventListener('input', () => (start.at = performance.now()), { once: true, capture: true });
    new MutationObserver((_l, o) => {
      o.disconnect();
      requestAnimationFrame(() => ((window as unknown as { seen: number }).seen = performance.now() - start.at));
    }).observe(table, { subtree: true, childList: true, characterData: true, attributes: true });
    return table.getAttribute('aria-rowcount');
  });
  await page.keyboard.type(letter);
  await page.waitForTimeout(400);
  const took = await page.evaluate(() => (window as unknown as { seen: number }).seen);
  // A letter that all marks have changes no row.
  if (before !== (await page.locator('table.grid-table').first().getAttribute('aria-rowcount'))) filtered.push(took);
}
note('a letter of the filter to its rows', middle(filtered), 'ms', 50);
await filter.fill('');
await page.waitForTimeout(500);

/** Frames while the rows go by, ten of them a frame. */
const frames = await page.evaluate(async () => {
  let box = document.querySelector('table.grid-table')!.parentElement!;
  while (box.scrollHeight <= box.clientHeight + 1) box = box.parentElement!;
  const times: number[] = [];
  let last = performance.now();
  for (let i = 0; i < 180; i += 1) {
    box.scrollTop += 300;
    await new Promise((resolve) => requestAnimationFrame(resolve));
    times.push(performance.now() - last);
    last = performance.now();
  }
  return times;
});
note('a frame while its rows go by, median', middle([...frames]), 'ms', 17);
note('  the slowest of twenty', [...frames].sort((a, b) => a - b)[Math.floor(frames.length * 0.95)]!, 'ms', 34);
await app.close();
printLines(lines);
