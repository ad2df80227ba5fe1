import { describe, expect, it } from 'vitest';
import { openJoint, openRegister } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();

describe('the code of a page', () => {
  it('comes when the page is gone to; where it can not be fetched the page says so, and the next try has it', async () => {
    // A context of its own: what the browser says of a file that is missing is meant.
    const context = await on.app.browser.newContext();
    const page = await context.newPage();
    await openRegister(on.app, page);
    const asked: string[] = [];
    page.on('request', (r) => asked.push(new URL(r.url()).pathname));
    await page.route('**/assets/Lists-*.js', (r) => r.abort());
    await page.getByRole('link', { name: 'Lists', exact: true }).click();
    await page.getByRole('heading', { name: 'This screen could not be shown' }).waitFor();
    expect(asked.filter((p) => /Lists-[^/]*\.js$/.test(p))).toHaveLength(1);

    await page.unroute('**/assets/Lists-*.js');
    await page.reload();
    await page.getByRole('heading', { name: 'Lists' }).waitFor();

    await openJoint(on.app, page, 'B2-14');
    await page.route('**/assets/Workings-*.js', (r) => r.abort());
    await page.getByRole('tab', { name: 'Workings' }).click();
    await page.getByRole('heading', { name: 'This screen could not be shown' }).waitFor();
    await context.close();
  });

  it('of a joint has its checks started before it has come itself; other pages start none', async () => {
    const { page } = on;
    const started: string[] = [];
    const first = new Promise<void>((resolve) =>
      page.on('worker', (w) => {
        started.push(/([a-z]+)\.worker/.exec(w.url())?.[1] ?? w.url());
        resolve();
      }),
    );
    // The page's own code waits for the worker: it could not start it.
    await page.route('**/assets/index-*.js', async (r) => {
      await first;
      await r.continue();
    });
    await openJoint(on.app, page, 'B2-14');
    expect(started[0]).toBe('check');
    // The ways out are looked for in a second one, once the checks have answered: the first is used, and not another beside it.
    await expect.poll(() => started).toEqual(['check', 'check']);
    await page.getByText('Ways out').first().waitFor();
    await page.unroute('**/assets/index-*.js');

    started.length = 0;
    await openRegister(on.app, page);
    await page.reload();
    await page.getByRole('table', { name: /^Register/ }).waitFor();
    expect(started).toEqual([]);
  });
});
