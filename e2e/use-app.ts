import type { Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, expect, inject } from 'vitest';
import { launch, openApp, type App, type Shared } from './app.ts';

/** One browser for all files of a worker; it ends with the worker. */
let browser: Shared['browser'] | undefined;

/** One application for a file of tests and a fresh page for each; an error on the console fails the test that caused it. */
export function useApp(): { readonly app: App; readonly page: Page } {
  const held = {} as { app: App; page: Page };
  const errors: string[] = [];
  beforeAll(async () => {
    // One that went down takes no other file with it.
    if (browser && !(await browser).isConnected()) browser = undefined;
    held.app = await openApp(errors, { browser: (browser ??= launch()), store: inject('store') });
  });
  afterAll(() => held.app.close());
  beforeEach(async () => {
    held.page = await held.app.page();
  });
  afterEach(async () => {
    // The next one has chosen nothing yet.
    await held.page.evaluate(() => localStorage.clear()).catch(() => undefined);
    await held.page.close();
    expect(errors.splice(0)).toEqual([]);
  });
  return held;
}
