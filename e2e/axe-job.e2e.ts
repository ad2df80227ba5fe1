import { describe, it } from 'vitest';
import { openJoint, openRegister } from './app.ts';
import { looker } from './axe.ts';
import { useApp } from './use-app.ts';

const on = useApp();

describe('automatic rules of accessibility (WCAG 2.2 A and AA)', () => {
  it('find nothing on the pages and dialogs of a job, by day and by night', { timeout: 300_000 }, async () => {
    const { page } = on;
    const { look, dialog, nothing } = looker(on);
    await page.goto(on.app.url);
    await page.getByRole('link', { name: 'Tern Quay ferry hall', exact: true }).last().waitFor();
    await look('jobs');
    await dialog('New job', 'new job');
    await openRegister(on.app, page);
    await look('register');
    for (const [button, where] of [
      ['New joint', 'new joint'],
      ['Copy', 'copy'],
      ['Issue job', 'issue job'],
    ] as const)
      await dialog(button, where);
    await page.getByRole('table', { name: /^Register/ }).focus();
    await page.keyboard.press('?');
    await look('keys');
    await page.keyboard.press('Escape');
    await page.getByRole('link', { name: /^Basis/ }).click();
    await page.getByRole('button', { name: 'Save basis' }).waitFor();
    await look('basis');
    await openRegister(on.app, page);
    await page.getByRole('link', { name: /^Load cases/ }).click();
    await page.getByRole('heading', { name: 'Combinations' }).waitFor();
    await page.getByText('Factors', { exact: true }).click();
    await look('load cases');
    await openRegister(on.app, page);
    for (const mark of ['B1-01', 'B1-02']) await page.getByLabel(`Choose ${mark}`).check();
    await dialog('Change a field of all', 'change many');
    await dialog('Share one detail', 'share a detail');
    await dialog('Take a house detail', 'take a house detail');
    await page.goto(`${on.app.url}/house`);
    await page.locator('.house-cell').first().waitFor();
    await look('house details');
    await openRegister(on.app, page);
    await page.getByRole('link', { name: 'Lists', exact: true }).click();
    await page.getByRole('table').first().waitFor();
    await look('lists');
    await openRegister(on.app, page);
    await page.getByRole('link', { name: 'Changes' }).click();
    await page.getByRole('heading', { name: 'Changes' }).waitFor();
    await look('changes');
    await openRegister(on.app, page);
    await page.getByRole('link', { name: 'Take in a table' }).click();
    await page.getByLabel('Paste a table').fill('mark;case;V\nB1-02;G;60\nB1-02;Q;x\nB1-03;G;400');
    await page.getByRole('button', { name: 'Read it' }).click();
    await page.getByRole('button', { name: 'Show what it changes' }).click();
    await page.getByRole('button', { name: /^Take \d/ }).waitFor();
    await look('a table');
    await openJoint(on.app, page, 'B1-03');
    await look('joint that shares its detail');
    await openJoint(on.app, page, 'B1-01');
    await dialog('Edit actions', 'actions by load case');
    await openJoint(on.app, page, 'M1-06');
    await look('joint that is not whole');
    nothing();
  });
});
