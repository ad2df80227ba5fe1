import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from 'playwright-core';
import { expect } from 'vitest';
import type { useApp } from './use-app.ts';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
interface Violation {
  readonly id: string;
  readonly nodes: readonly { readonly html: string; readonly failureSummary: string }[];
}

/** What the automatic rules of WCAG 2.2 A and AA find on the page as it stands, and find again a moment later: a busy machine may show a page between two themes. */
export async function faults(page: Page, where: string, only?: readonly string[]): Promise<string[]> {
  const first = await found(page, where, only);
  if (first.length === 0) return first;
  await page.waitForTimeout(1000);
  return found(page, where, only);
}

async function found(page: Page, where: string, only?: readonly string[]): Promise<string[]> {
  // A transition half way is no colour of the design.
  await page.waitForTimeout(250);
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE);
  const violations = await page.evaluate(
    async (runOnly) =>
      (
        await (window as unknown as { axe: { run(d: Document, o: object): Promise<{ violations: Violation[] }> } }).axe.run(
          document,
          // What passes is not told: a third of the time.
          { runOnly, resultTypes: ['violations'] },
        )
      ).violations,
    only ? { type: 'rule', values: [...only] } : { type: 'tag', values: RULES },
  );
  return violations.flatMap((v) =>
    v.nodes.map((n) => `${where}: ${v.id}: ${n.html.slice(0, 140)}: ${n.failureSummary.slice(0, 160)}`),
  );
}

/** Looks at pages and dialogs with the automatic rules, by day whole and by night at its colours; `found` has what is wrong. */
export function looker(on: ReturnType<typeof useApp>) {
  const { page } = on;
  const found: string[] = [];
  // What the night changes is colours; all else is looked at by day.
  const theme = (name: string): Promise<void> =>
    page.evaluate((t) => {
      document.documentElement.dataset['theme'] = t;
    }, name);
  const look = async (where: string): Promise<void> => {
    found.push(...(await faults(page, where)));
    await theme('night');
    found.push(...(await faults(page, `${where}, night`, ['color-contrast'])));
    await theme('day');
  };
  const dialog = async (button: string, where: string): Promise<void> => {
    await page.getByRole('button', { name: button, exact: true }).first().click();
    await page.getByRole('dialog').waitFor();
    await look(where);
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'detached' });
  };
  return { look, dialog, nothing: (): void => expect([...new Set(found.map((f) => f.replace(/^[^:]*: /, '')))]).toEqual([]) };
}
