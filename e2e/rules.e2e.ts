import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { tmpdir } from 'node:os';
import { describe, expect, it } from 'vitest';
import { looker } from './axe.ts';
import { openJoint, openRegister } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();

describe('house rules', () => {
  it('of the office and of a job: typed, a logo taken from a picture, saved, and on what is issued', async () => {
    const { page } = on;
    const { look } = looker(on);
    await page.goto(`${on.app.url}/house`);
    await page.getByRole('link', { name: 'House rules' }).click();
    const office = page.getByLabel('Name of the office');
    // The demo comes with an office.
    await expect.poll(() => office.inputValue()).toBe('Marram Connection Design');
    expect(await page.getByRole('img', { name: 'Logo' }).count()).toBe(1);
    await look('house rules');
    // By keyboard: the name, what stands beside it, on to the decimal sign.
    await office.fill('Ruddock & Pipit');
    await page.keyboard.press('Tab');
    await page.keyboard.type(', Lerwick');
    await page.getByLabel('Decimal sign on paper').selectOption('comma');
    await page.getByLabel('Other letters in DXF').fill('0,2');
    await page.getByText(/Height of capitals of notes on paper/).waitFor();
    await page.getByRole('button', { name: 'Save rules' }).click();
    await page.getByText(/dxf_text.*0\.2.*1/).waitFor();
    // Nothing that was typed is lost.
    expect(await office.inputValue()).toBe('Ruddock & Pipit');
    await page.getByLabel('Other letters in DXF').fill('3,5');
    await page.getByLabel('A joint is close under a multiple of').fill('1.2');
    await page.getByText(/Jobs that are made begin with it/).waitFor();
    await page.getByLabel('Layer HOLES').fill('DRILL');
    // A picture that is not a PNG becomes one.
    const svg = join(tmpdir(), `ample-logo-${process.pid}.svg`);
    writeFileSync(
      svg,
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 30 10"><circle cx="5" cy="5" r="4" fill="teal"/></svg>',
    );
    await page.getByLabel('Picture of the logo').setInputFiles(svg);
    const logo = page.getByRole('img', { name: 'Logo' });
    await expect.poll(() => logo.evaluate((i) => (i as HTMLImageElement).naturalWidth)).toBe(800);
    const none = join(tmpdir(), `ample-logo-${process.pid}.txt`);
    writeFileSync(none, 'no picture');
    await page.getByLabel('Picture of the logo').setInputFiles(none);
    await page.getByText(/is no picture that can be opened; accepted are PNG/).waitFor();
    await page.getByRole('button', { name: 'Save rules' }).click();
    await page.getByText('Whatever is issued from now on follows them.').waitFor();
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save as a file' }).click(),
    ]);
    const kept = JSON.parse(readFileSync(await file.path(), 'utf8')) as { format: string; rules: Record<string, unknown> };
    expect(kept).toMatchObject({
      format: 'ample-gusset-house-rules',
      rules: { office: 'Ruddock & Pipit', decimal: 'comma', close: 1.2, dxf_text: 3.5, layers: { HOLES: 'DRILL' } },
    });

    await openRegister(on.app, page);
    await page.getByRole('link', { name: /^Basis:/ }).click();
    // What the office says is seen where the job says nothing.
    await expect.poll(() => page.getByLabel('Name of the office').getAttribute('placeholder')).toBe('Ruddock & Pipit');
    await page.getByLabel('Name of the office').fill('Ruddock, yard 2');
    await look('basis with its rules');
    await page.getByRole('button', { name: 'Save basis' }).click();
    await page.getByText(/^Saved\. Every joint of the job/).waitFor();

    await openJoint(on.app, page, 'B2-14');
    await page.getByRole('button', { name: 'Issue details' }).click();
    await page.getByRole('radio', { name: /^Calculation \(HTML\)/ }).check();
    await page.getByRole('button', { name: 'Write the document' }).click();
    const [issued] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: /^Download/ }).click()]);
    const html = readFileSync(await issued.path(), 'utf8');
    expect(html).toContain('Ruddock, yard 2');
    expect(html).toMatch(/<image [^>]*href="data:image\/png;base64,/);
    expect(html).toContain('<mn>0,6</mn>');
    expect(html).not.toContain('<mn>0.6</mn>');
    expect(html).toContain(', Lerwick');
  }, 120_000);
});
