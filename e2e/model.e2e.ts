import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { looker } from './axe.ts';
import { judged } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const SHED = fileURLToPath(new URL('../demo/skerry-shed.json', import.meta.url));

describe('a model', () => {
  it('proposes joints, is taken, picked in by keyboard, and says what a second one touches', { timeout: 240_000 }, async () => {
    const { page } = on;
    const { look } = looker(on);
    await page.goto(on.app.url);
    await page.getByRole('button', { name: 'New job' }).click();
    await page.getByLabel('Name', { exact: true }).fill('Skerry shed');
    await page.keyboard.press('Enter');
    await page.getByText('No joint yet').waitFor();
    await page.getByRole('link', { name: 'Model', exact: true }).click();
    await page.getByText('No model yet').waitFor();
    await look('no model');

    // A part of the shed, so that the test is short: its first bay.
    const shed = JSON.parse(readFileSync(SHED, 'utf8')) as {
      members: { id: string; name: string; section: string; from: number[]; to: number[] }[];
      joints: object[];
    };
    const small = { ...shed, members: shed.members.filter((m) => [m.from, m.to].every(([x, y]) => x! <= 6000 && y! <= 7500)) };
    const names = new Set(small.members.map((m) => m.name));
    small.joints = shed.joints.filter((j) => {
      const { mark = '', end = '' } = j as { mark?: string; end?: string };
      return names.has(mark.replace(/-B$/, '')) || names.has(end.replace(/ \d$/, ''));
    });
    const folder = mkdtempSync(join(tmpdir(), 'ample-model-'));
    const first = join(folder, 'bay.json');
    small.members.find((m) => m.name === '1S00')!.section = 'Skerry 406';
    writeFileSync(first, JSON.stringify(small));
    await page.getByLabel('Choose a model').setInputFiles(first);
    await page.getByText(/15 members · 22 joints proposed/).waitFor();
    await page.getByText('Sections that are not known').waitFor();
    await look('a model that is read');
    await page.getByLabel('Section Skerry 406').fill('UB 406x140x39');
    await page.keyboard.press('Enter');
    await page.getByText(/15 members · 24 joints proposed/).waitFor();
    await page.getByLabel('Beams are joined by').selectOption('end-plate');
    await page.getByText(/24 joints proposed/).waitFor();
    await page.getByRole('button', { name: 'Show what it makes' }).click();
    await page.getByRole('button', { name: 'Take 24 joints' }).click();
    const list = page.getByRole('listbox', { name: /^Joints/ });
    await page.getByText('bay.json', { exact: true }).waitFor();
    await list.getByRole('option').filter({ hasText: 'holds' }).first().waitFor();

    // By keyboard: along the list, and into a joint.
    await list.focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    const mark = (await list.getByRole('option', { selected: true }).locator('b').innerText()).trim();
    await page.getByRole('link', { name: `Open ${mark}` }).waitFor();
    await look('a model with its joints');
    await page.getByRole('application').focus();
    for (const key of ['ArrowLeft', '+', 'PageUp', 'Home']) await page.keyboard.press(key);
    await list.focus();
    await page.keyboard.press('Enter');
    await judged(page);
    expect(page.url()).toMatch(/\/joints\//);

    // The second model: a beam is lower, another is heavier, a third is gone.
    await page.goBack();
    await page.getByText('bay.json', { exact: true }).waitFor();
    const next = structuredClone(small);
    const lower = next.members.find((m) => m.name === '2S00')!;
    lower.from[2]! -= 60;
    lower.to[2]! -= 60;
    next.members.find((m) => m.name === '1Y00')!.section = 'UB 457x191x74';
    next.members = next.members.filter((m) => m.name !== '1X00');
    const second = join(folder, 'bay-2.json');
    writeFileSync(second, JSON.stringify({ ...next, joints: [] }));
    await page.getByLabel('Choose a model').setInputFiles(second);
    const changes = page.getByText(/^3 members are another than in bay\.json; joints at them: /);
    await changes.waitFor();
    const said = await changes.innerText();
    for (const m of ['2S00-1', '1Y00-1', '1X00-2']) expect(said).toContain(m);
    expect(said).not.toContain('2X00');
    expect(await page.getByText('an end moved by 60 mm').count()).toBe(1);
    expect(await page.getByText('UB 457x191x74 for UB 457x191x67').count()).toBe(1);

    // What is no model is said in a sentence, and what stood stays.
    const wrong = join(folder, 'wrong.ifc');
    writeFileSync(wrong, 'ISO-10303-21;\nHEADER;\n');
    await page.getByRole('button', { name: 'Leave it' }).click();
    await page.getByLabel('Choose a model').setInputFiles(wrong);
    await page.getByText(/is not in the form of ISO 10303-21, or the file was cut off there; accepted is a whole file/).waitFor();
    await page.getByText('bay.json', { exact: true }).waitFor();
  });
});
