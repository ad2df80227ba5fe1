import type { Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, expect } from 'vitest';
import { openApp, type App } from './app.ts';

/** One application for a file of tests and a fresh page for each; an error on the console fails the test that caused it. */
export function useApp(): { readonly app: App; readonly page: Page } {
  const held = {} as { app: App; page: Page };
  const errors: string[] = [];
  beforeAll(async () => {
    held.app = await openApp(errors);
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
