import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import {
  checkCombination,
  checkJoint,
  basisOf,
  DEFAULT_BASIS,
  inNewtons,
  kindOf,
  readJob,
  Run,
  withActions,
  type Combination,
} from '../packages/core/src/index.ts';
import { jobPdf } from '../packages/exchange/src/pdf/index.ts';
import { judged, openApp, openJoint } from '../e2e/app.ts';
import { printLines, type Line } from './bench-lines.ts';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const lines: Line[] = [];
const note = (what: string, value: number, unit: string, aim: number): void => {
  lines.push({ what, value, unit, aim });
};
/** Median of several timings, after a warm-up. */
const median = (runs: number, work: () => void): number => {
  const times = Array.from({ length: runs }, () => {
    const t = performance.now();
    work();
    return performance.now() - t;
  }).sort((a, b) => a - b);
  return times[Math.floor(times.length / 2)]!;
};

const job = readJob(JSON.parse(readFileSync(join(ROOT, 'demo/tern-quay.json'), 'utf8')));
const joint = job.joints.find((j) => j.mark === 'B2-14')!;
const loads: [string, Combination][] = [
  ['shear', { name: 'V', V_Ed: 142, N_Ed: 0, N_tie: 0 }],
  ['shear, axial force and tying', { name: 'VNT', V_Ed: 142, N_Ed: 30, N_tie: 100 }],
];
/** One joint of each kind, with what is aimed at for a combination of it. */
for (const [mark, aim] of [
  ['B2-14', 25],
  ['E1-01', 40],
  ['A1-01', 40],
] as const) {
  const one = job.joints.find((j) => j.mark === mark)!;
  const kind = kindOf(one.kind);
  const prepared = kind.build(one.input, DEFAULT_BASIS).prepared;
  const run = new Run(prepared.sheet);
  for (const [words, c] of loads) {
    const newtons = inNewtons(c);
    const many = (): void => {
      for (let i = 0; i < 5000; i += 1) checkCombination(prepared, newtons, run);
    };
    many();
    many();
    note(`${kind.title.toLowerCase()}, one combination, tracing off: ${words}`, (median(7, many) / 5000) * 1000, 'µs', aim);
  }
}
{
  // A base of 12 anchors on a circle under biaxial moment, the slowest kind there is.
  const base = job.joints.find((j) => j.mark === 'P2-01')!;
  const kind = kindOf(base.kind);
  const input = {
    ...base.input,
    plate: { ...base.input.plate, D: 640 },
    anchors: { ...base.input.anchors, d: 24, pattern: { type: 'circle', n: 12, R: 255, start: 0 } },
  };
  const combinations = Array.from({ length: 60 }, (_, i): Combination => ({
    name: `W${i}`,
    V_Ed: 0,
    N_tie: 0,
    N_Ed: -350 + 6 * i,
    M_y: 70 * Math.cos(i / 9),
    M_z: 70 * Math.sin(i / 9),
    V_z: 30,
    V_y: 12,
  }));
  const prepared = kind.build(input, DEFAULT_BASIS).prepared;
  const run = new Run(prepared.sheet);
  const newtons = combinations.map(inNewtons);
  const many = (): void => {
    for (let i = 0; i < 10; i += 1) for (const c of newtons) checkCombination(prepared, c, run);
  };
  many();
  many();
  note('column base of 12 anchors, one combination, tracing off', (median(7, many) / 600) * 1000, 'µs', 300);
  note(
    'column base of 12 anchors, 60 combinations after an edit',
    median(9, () => {
      checkJoint({ kind: base.kind, input, combinations }, DEFAULT_BASIS);
    }),
    'ms',
    50,
  );
}
{
  // What does not grow with the load in proportion, over every base of the demo job.
  const bases = job.joints.filter((j) => kindOf(j.kind).family === 'column-base');
  for (const [words, options] of [
    ['parabola', { law: 'parabola', method: 'section' }],
    ['uniform', { law: 'uniform', method: 'section' }],
    ['prying of Table 6.2', { prying: 'table-6.2' }],
  ] as const) {
    const times: number[] = [];
    for (const j of bases) {
      const kind = kindOf(j.kind);
      const prepared = kind.build(
        { ...j.input, options: { ...(j.input['options'] as object), ...options } },
        DEFAULT_BASIS,
      ).prepared;
      const run = new Run(prepared.sheet);
      for (const round of [0, 1]) {
        for (const c of withActions(j, job).combinations.map(inNewtons)) {
          const t = performance.now();
          checkCombination(prepared, c, run);
          if (round) times.push(performance.now() - t);
        }
      }
    }
    times.sort((a, b) => a - b);
    note(`column base, ${words}, one combination: median`, times[Math.floor(times.length / 2)]!, 'ms', 5);
    note(`column base, ${words}, one combination: slowest of ${times.length}`, times.at(-1)!, 'ms', 30);
  }
}
{
  // To AISC 360: by the elastic method, by the instantaneous centre once a direction is known, and the first time.
  const us = readJob(JSON.parse(readFileSync(join(ROOT, 'demo/heron-street.json'), 'utf8')));
  for (const [mark, settings, words, aim] of [
    ['D1-01', { bolt_groups: 'elastic' }, 'single plate, elastic', 15],
    ['D1-03', {}, 'extended plate, instantaneous centre', 25],
    ['D2-02', {}, 'shear end plate with prying', 40],
    ['D3-02', {}, 'double angles with prying', 40],
    ['A1-01', {}, 'column base', 300],
  ] as const) {
    const one = us.joints.find((j) => j.mark === mark)!;
    const basis = basisOf(us, settings);
    const kind = kindOf(one.kind);
    const prepared = kind.build(one.input, basis).prepared;
    const run = new Run(prepared.sheet);
    const newtons = withActions(one, us).combinations.map(inNewtons);
    const many = (): void => {
      for (let i = 0; i < 500; i += 1) for (const c of newtons) checkCombination(prepared, c, run);
    };
    many();
    many();
    note(`AISC 360, ${words}, one combination, tracing off`, (median(7, many) / 500 / newtons.length) * 1000, 'µs', aim);
    if (mark !== 'D1-03') continue;
    // Warm as a server is: of 1,000 details made anew the later half counts.
    const firsts = Array.from({ length: 1000 }, () => {
      const fresh = kind.build(one.input, basis).prepared;
      const r = new Run(fresh.sheet);
      const t = performance.now();
      checkCombination(fresh, newtons[0]!, r);
      return performance.now() - t;
    }).slice(500);
    firsts.sort((a, b) => a - b);
    note(`AISC 360, ${words}, the first combination of a detail`, firsts[250]! * 1000, 'µs', 60);
  }
}
const beams = job.joints.filter((j) => kindOf(j.kind).family === 'beam');
const acting = withActions(joint, job).combinations;
const ten = Array.from({ length: 10 }, (_, i) => ({ ...acting[i % acting.length]!, name: `K${i}` }));
note(
  '2,000 joints × 10 combinations',
  median(3, () => {
    for (let i = 0; i < 2000; i += 1) checkJoint({ ...beams[i % beams.length]!, combinations: ten }, DEFAULT_BASIS);
  }),
  'ms',
  2000,
);
{
  const t = performance.now();
  await jobPdf(
    { ...job, joints: job.joints.slice(0, 12) },
    { date: '2026-11-23', level: 'everything' },
    new PassThrough().resume(),
  );
  note('PDF of 12 joints', performance.now() - t, 'ms', 5000);
}

const app = await openApp();
const page = await app.page();
await openJoint(app, page, 'B2-14');
const url = page.url();
const loadsOfPage: number[] = [];
const scripts = new Set<string>();
for (let i = 0; i < 5; i += 1) {
  const context = await app.browser.newContext({ viewport: { width: 1280, height: 800 } });
  const fresh = await context.newPage();
  fresh.on('request', (r) => {
    const { pathname } = new URL(r.url());
    if (pathname.endsWith('.js')) scripts.add(pathname);
  });
  const t = performance.now();
  await fresh.goto(url);
  await judged(fresh);
  loadsOfPage.push(performance.now() - t);
  await context.close();
}
note(
  'JavaScript that a joint page loads, gzipped, its workers too',
  [...scripts].reduce((n, f) => n + gzipSync(readFileSync(join(ROOT, 'packages/web/dist', f))).length, 0) / 1000,
  'kB',
  500,
);
note('first load of a joint page, empty cache', loadsOfPage.sort((a, b) => a - b)[2]!, 'ms', 1500);

const edits: number[] = [];
for (let i = 0; i < 9; i += 1) {
  await page.evaluate(() => performance.clearMarks());
  const before = await page.locator('[data-line-token]').allInnerTexts();
  await page.locator('[data-field="plate.e2"]').first().click();
  await page.keyboard.type(String(51 + i));
  await page.keyboard.press('Enter');
  await page.waitForFunction(
    () => performance.getEntriesByName('edit').length > 0 && performance.getEntriesByName('repainted').length > 0,
  );
  edits.push(
    await page.evaluate(
      () => performance.getEntriesByName('repainted')[0]!.startTime - performance.getEntriesByName('edit')[0]!.startTime,
    ),
  );
  await page.waitForFunction(
    (line) => [...document.querySelectorAll('[data-line-token]')].map((e) => e.textContent).join() !== line,
    before.join(),
  );
  await page.waitForTimeout(250);
}
note('an edit to the repainted failure order, in the browser', edits.sort((a, b) => a - b)[4]!, 'ms', 50);
await app.close();

printLines(lines);
