import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJob } from '../packages/core/src/index.ts';
import { judged, saved } from './app.ts';
import { looker } from './axe.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const LONG = { timeout: 300_000 };

/** A job of one fin plate: shear alone, and shear with a twist that no check of it takes. */
function twisted() {
  const tern = readJob(JSON.parse(readFileSync(new URL('../demo/tern-quay.json', import.meta.url), 'utf8')));
  const { loads: _cases, group: _shared, checked: _signed, ...plate } = tern.joints.find((j) => j.mark === 'B1-01')!;
  const C = (name: string, V_Ed: number, more: object) => ({ name, V_Ed, N_Ed: 0, N_tie: 0, ...more });
  return { ...tern, name: 'Twisted', joints: [{ ...plate, combinations: [C('C1', 60, {}), C('C2', 55, { T: 0.4 })] }] };
}

describe('what no check of a joint takes', () => {
  it('is shown by its plate analysis where the basis lets it, signed, and is nothing once the joint is another', async () => {
    const { page, app } = on;
    const { look } = looker(on);
    const sent = await fetch(`${app.url}/api/jobs/import`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'idempotency-key': crypto.randomUUID() },
      body: JSON.stringify(twisted()),
    });
    expect(sent.ok).toBe(true);
    await page.goto(app.url);
    await page.getByRole('link', { name: 'Twisted', exact: true }).click();
    await page.getByRole('link', { name: 'B1-01', exact: true }).click();
    await judged(page);
    const at = page.url();
    const card = page.getByRole('button', { name: /^C2/ });
    expect(await card.innerText()).toContain('T not taken');
    await page.getByRole('tab', { name: 'Field' }).click();
    const proof = page.getByRole('region', { name: 'What no check takes' });
    expect(await proof.innerText()).toMatch(/No check takes T[\s\S]*C2[\s\S]*T 0\.4 kNm[\s\S]*not analysed as it stands/);
    // The basis of the job says whether an analysis may prove.
    await proof.getByRole('link', { name: 'the basis' }).click();
    await page.getByLabel('Plate analysis may prove what the checks do not cover').check();
    await page.getByRole('button', { name: 'Save basis' }).click();
    await page.getByText(/^Saved\. Every joint/).waitFor();
    await page.goto(at);
    await judged(page);
    await page.getByRole('tab', { name: 'Field' }).click();
    await proof.getByRole('button', { name: 'Analyse these' }).click();
    const sign = proof.getByRole('button', { name: 'Sign: the analysis proves it' });
    await sign.waitFor(LONG);
    expect(await proof.innerText()).toMatch(/C2[\s\S]*the analysis carries 2\.\d\d of it/);
    await look('a proof to be signed');
    // By keyboard: without a reason it is refused and nothing typed is lost.
    await proof.getByLabel('Signed by').focus();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('R. Quill');
    await page.keyboard.press('Enter');
    expect(await proof.getByRole('alert').innerText()).toMatch(/^note: why the analysis may be leaned on here is missing/);
    await page.keyboard.press('Tab');
    await page.keyboard.type('The twist goes into the flange of the column.');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await proof.getByText(/^Shown by plate analysis, signed by R\. Quill on \d{4}-\d\d-\d\d: The twist goes/).waitFor();
    await saved(page);
    expect(await card.innerText()).toContain('T by plate analysis');
    expect(await page.locator('[data-first-to-give]').innerText()).toMatch(/2\.28 × C1/);
    await page.getByRole('button', { name: /^Plate analysis, with T/ }).waitFor();
    await look('a proof that stands');
    // Actions that are taken as they were are no others.
    await page.getByRole('button', { name: 'Edit actions' }).click();
    await page.getByRole('button', { name: 'Take these actions' }).click();
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    await saved(page);
    expect(await card.innerText()).toContain('T by plate analysis');
    // It is kept, and told in the workings of its combination.
    await page.reload();
    await judged(page);
    await card.click();
    await page.getByRole('tab', { name: 'Workings' }).click();
    await page
      .getByText(/^T shown by plate analysis, which carries 2\.\d\d of this combination with it; signed by R\. Quill/)
      .waitFor();
    // Another detail is not what was analysed.
    await page.keyboard.press('l');
    await page.locator('.line-bar input:focus').waitFor();
    const line = await page.locator('.line-bar input').inputValue();
    await page.keyboard.press('Control+a');
    await page.keyboard.type(line.replace('@70', '@75'));
    await page.keyboard.press('Enter');
    await expect.poll(() => card.innerText()).toContain('T not taken');
    await page
      .getByText(/signed by R\. Quill.*the joint is another since: analyse it again/)
      .first()
      .waitFor();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => card.innerText()).toContain('T by plate analysis');
    await page.getByRole('tab', { name: 'Field' }).click();
    await proof.getByRole('button', { name: 'Take the proof back' }).click();
    await expect.poll(() => card.innerText()).toContain('T not taken');
  });
});
