import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { chromium, type Browser, type Page } from 'playwright-core';
import { serve } from './server.ts';

export interface App {
  readonly url: string;
  readonly browser: Browser;
  page(): Promise<Page>;
  close(): Promise<void>;
}

const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
const PATHS = ['/usr/bin/chromium', '/usr/bin/chromium-browser'];

export const launch = (): Promise<Browser> =>
  chromium.launch({ executablePath: process.env['CHROMIUM_PATH'] ?? PATHS.find((p) => existsSync(p)), args: FLAGS });

/** What several applications share: a browser, which none of them closes, and a store to start from a copy of. */
export interface Shared {
  readonly browser: Promise<Browser>;
  readonly store: string;
}

/** The built application on a store with the demo jobs of its own, and a real browser. Console errors fail the test that caused them. */
export async function openApp(errors: string[] = [], shared?: Shared): Promise<App> {
  const data = mkdtempSync(join(tmpdir(), 'ample-e2e-'));
  if (shared) cpSync(shared.store, data, { recursive: true });
  const server = await serve({ data, seed: !shared });
  const browser = await (shared?.browser ?? launch());
  // One visitor: what was compiled for one page is there for the next.
  const visitor = await browser.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true });
  return {
    url: server.url,
    browser,
    page: async () => {
      const page = await visitor.newPage();
      page.on('pageerror', (e) => errors.push(e.message));
      page.on('console', (m) => {
        if (m.type() === 'error' && !m.text().includes('status of 4')) errors.push(m.text());
      });
      return page;
    },
    close: async () => {
      await (shared ? visitor : browser).close();
      await server.close();
      rmSync(data, { recursive: true, force: true });
    },
  };
}

/** The demo jobs: to EN 1993, and to AISC 360 in inches. */
const TERN = 'Tern Quay ferry hall';
export const HERON = 'Heron Street bus depot';

/** An edit on its way to the store is waited for: the next page reads what is stored. */
async function stored(page: Page): Promise<void> {
  for (const state of ['waiting', 'saving']) await page.locator(`[data-save="${state}"]`).waitFor({ state: 'detached' });
}

/** Goes to a path as a link does, without loading the page anew where it has been loaded; to the one that it is at by loading it. */
async function go(app: App, page: Page, path: string): Promise<void> {
  if (!page.url().startsWith(app.url) || page.url() === app.url + path) return void (await page.goto(app.url + path));
  await page.evaluate((to) => {
    history.pushState({}, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: {} }));
  }, path);
}

const ask = async (app: App, path: string): Promise<{ id: string; name: string; mark: string }[]> =>
  (await (await fetch(`${app.url}/api${path}`)).json()) as { id: string; name: string; mark: string }[];
/** The seeded job is the oldest, whatever a test copied or imported since. */
const jobId = async (app: App, job: string): Promise<string> =>
  (await ask(app, '/jobs')).filter((j) => j.name === job).at(-1)!.id;

/** The register of a demo job. */
export async function openRegister(app: App, page: Page, job = TERN): Promise<void> {
  await stored(page);
  await go(app, page, `/jobs/${await jobId(app, job)}`);
  await page
    .getByRole('table', { name: /^Register/ })
    .locator('tbody tr')
    .first()
    .waitFor();
}

/** One joint of a demo job, judged and drawn: straight, without its register. */
export async function openJoint(app: App, page: Page, mark: string, job = TERN): Promise<void> {
  await stored(page);
  const id = await jobId(app, job);
  await go(app, page, `/jobs/${id}/joints/${(await ask(app, `/jobs/${id}/marks`)).find((j) => j.mark === mark)!.id}`);
  await page.waitForFunction((begins) => document.title.startsWith(begins), `${mark} · `);
  await judged(page);
}

/** Opens the dialog of a new joint in the demo job and fills in what is asked: texts and choices by their labels, in this order. */
export async function fillNewJoint(
  app: App,
  page: Page,
  values: Readonly<Record<string, string>>,
  actions?: string,
): Promise<void> {
  await openRegister(app, page);
  await page.getByRole('button', { name: 'New joint' }).click();
  for (const [label, value] of Object.entries(values)) {
    // A label that holds its select reads on with the options; the field asked for comes before those that begin alike.
    const field = page.getByLabel(new RegExp(`^${label}`)).first();
    if (await field.evaluate((e) => e.tagName === 'SELECT')) await field.selectOption({ label: value });
    else await field.fill(value);
  }
  if (actions !== undefined) await page.getByLabel(/^Actions/).fill(actions);
}

/** A new joint with its first detail, judged and drawn. */
export async function newJoint(app: App, page: Page, values: Readonly<Record<string, string>>, actions: string): Promise<void> {
  await fillNewJoint(app, page, values, actions);
  await page.getByRole('button', { name: 'Make a first detail' }).click();
  await judged(page);
}

export const judged = (page: Page): Promise<void> => page.locator('[data-first-to-give]').waitFor();
export const saved = (page: Page): Promise<void> => page.locator('[data-save="saved"]').waitFor();
export const firstToGive = async (page: Page): Promise<string> =>
  (await page.locator('[data-first-to-give]').innerText()).replace(/\s+/g, ' ');
/** The detail line as shown; while it is open, what is typed and what is said of it. */
export const lineOf = async (page: Page): Promise<string> => {
  const tokens = await page.locator('[data-line-token]').allInnerTexts();
  if (tokens.length > 0) return tokens.join(' | ');
  const typed = page.locator('.line-bar input');
  if ((await typed.count()) === 0) return '';
  return `open: ${await typed.inputValue()} (${(await page.locator('.line-bar [role=alert]').allInnerTexts()).join(' ')})`;
};

/** Types a detail line by keyboard and takes it. */
export async function typeLine(page: Page, line: string): Promise<void> {
  await page.keyboard.press('l');
  await page.locator('.line-bar input:focus').waitFor();
  await page.keyboard.press('Control+a');
  await page.keyboard.type(line);
  await page.keyboard.press('Enter');
  // The page shows an edit together with its answer, or some milliseconds after it: what is asked next is asked of that.
  await page.waitForTimeout(50);
}

/** Issues by a button of this name, downloads the PDF and reads one of its pages with another parser. */
export async function issuedText(page: Page, button: string, number: number): Promise<string> {
  await page.getByRole('button', { name: button, exact: true }).click();
  await page.getByRole('dialog').waitFor();
  // A calculation has no levels to choose from.
  const write = page.getByRole('button', { name: 'Write the document' });
  if (await write.count()) await write.click();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: /^Download/ }).click()]);
  const doc = await getDocument({ data: new Uint8Array(readFileSync(await download.path())), verbosity: 0 }).promise;
  return (await (await doc.getPage(number)).getTextContent()).items.map((t) => ('str' in t ? t.str : '')).join('');
}
