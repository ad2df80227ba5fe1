import type { Page } from 'playwright-core';
import { openApp, openJoint } from '../e2e/app.ts';
import type { Line } from './bench-lines.ts';

/** Milliseconds of each frame of a page over a time, ms. */
const frames = (page: Page, time: number): Promise<number[]> =>
  page.evaluate(async (most) => {
    const out: number[] = [];
    const begun = performance.now();
    for (let last = begun; last - begun < most;) {
      await new Promise((resolve) => requestAnimationFrame(resolve));
      const now = performance.now();
      out.push(now - last);
      last = now;
    }
    return out;
  }, time);
const ofShare = (list: readonly number[], share: number): number =>
  [...list].sort((a, b) => a - b)[Math.floor(share * list.length)]!;

/** A joint of some 20,000 unknowns in the browser: its frames while it is analysed and while its field is turned, and how soon it is cancelled. */
export async function pageLines(): Promise<Line[]> {
  const app = await openApp();
  const page = await app.page();
  await openJoint(app, page, 'R1-01');
  await page.getByRole('tab', { name: 'Field' }).click();
  await page.getByRole('button', { name: 'Analyse', exact: true }).click();
  const working = await frames(page, 2500);
  const picture = page.getByRole('img', { name: /plates of the joint with their stress/ });
  await picture.waitFor({ timeout: 120_000 });
  const cancel = page.getByRole('button', { name: 'Cancel' });
  const pressed = performance.now();
  await cancel.click();
  await cancel.waitFor({ state: 'detached' });
  const cancelled = performance.now() - pressed;
  const box = (await picture.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const measured = frames(page, 2500);
  for (let i = 0; i < 100; i += 1) await page.mouse.move(x + 60 * Math.sin(i / 8), y + 30 * Math.cos(i / 8));
  await page.mouse.up();
  const turning = await measured;
  await app.close();
  const line = (what: string, list: readonly number[], share: number, aim: number): Line => ({
    ...{ what, value: ofShare(list, share), unit: 'ms', aim },
  });
  return [
    line('a frame of its page while it is analysed, median', working, 0.5, 17),
    line('  the slowest of twenty', working, 0.95, 34),
    line('a frame while its field is turned, median (painted by software here)', turning, 0.5, 17),
    { what: 'cancelled, from the click to the page', value: cancelled / 1000, unit: 's', aim: 0.5 },
  ];
}
