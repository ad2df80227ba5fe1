import { describe, it } from 'vitest';
import { openJoint } from './app.ts';
import { looker } from './axe.ts';
import { useApp } from './use-app.ts';

const on = useApp();

describe('automatic rules of accessibility (WCAG 2.2 A and AA)', () => {
  it('find nothing on the pages and dialogs of a joint and beside it, by day and by night', { timeout: 300_000 }, async () => {
    const { page } = on;
    const { look, dialog, nothing } = looker(on);
    for (const [mark, but] of [
      ['P1-01', ['Solid', 'Comments', 'History']],
      ['R1-01', ['Solid', 'History', 'Workings']],
      ['B2-15', []],
    ] as const) {
      await openJoint(on.app, page, mark);
      for (const tab of (await page.getByRole('tab').allInnerTexts()).filter((t) => !(but as readonly string[]).includes(t))) {
        await page.getByRole('tab', { name: tab, exact: true }).click();
        await page.waitForTimeout(150);
        await look(`joint ${mark}, ${tab}`);
      }
      await page.getByRole('tab', { name: 'Detail', exact: true }).click();
    }
    for (const [button, where] of [
      ['Issue details', 'issue'],
      ['Sign off', 'sign'],
      ['Edit actions', 'actions'],
    ] as const)
      await dialog(button, where);
    await page.locator('[data-callout]').first().click();
    await page.locator('.popover').waitFor();
    await look('callout');
    await page.keyboard.press('Escape');
    await page.locator('[data-dimension]').first().click();
    await look('dimension');
    for (const path of ['/bench', '/help', '/help/method', '/nowhere']) {
      await page.goto(on.app.url + path);
      await page.waitForTimeout(300);
      await look(path);
    }
    nothing();
  });
});
