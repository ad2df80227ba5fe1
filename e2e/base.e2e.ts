import { readFileSync } from 'node:fs';
import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { firstToGive, issuedText, lineOf, newJoint, openJoint, saved, typeLine } from './app.ts';
import { useApp } from './use-app.ts';

const on = useApp();
const lineBecomes = (pattern: RegExp): Promise<void> => expect.poll(() => lineOf(on.page)).toMatch(pattern);
const dimension = (field: string) => on.page.locator(`[data-field="${field}"]`).first();

describe('a column base', () => {
  it('is made from column and actions, edited on its drawing and by its line, and issued', async () => {
    await newJoint(
      on.app,
      on.page,
      {
        Mark: 'N4-01',
        Form: 'Column base',
        Column: 'UC 254x254x73',
        Base: 'moment base',
        'Block along z, mm': '2000',
        'Block along y, mm': '1800',
        'Block depth, mm': '1000',
      },
      'name; N; My; Vz\nC1; -480; 42; 30\nC2; -260; 88; 55',
    );
    expect(await firstToGive(on.page)).toMatch(/^First to give: .* at 1\.\d\d × C2$/);
    await lineBecomes(
      /^CB \| \d+x360x\d+ S275 \| 2x2xM24-8\.8 @240\/\d+ \| washer 85x15 hef \d+ \| hole 30 welded \| grout 30 G30 \| block C30 1800x2000x1000/,
    );
    expect(await on.page.getByText('First detail: A moment base').isVisible()).toBe(true);
    await dimension('pattern.s_z').click();
    await on.page.keyboard.type('400');
    await on.page.keyboard.press('Enter');
    await lineBecomes(/@240\/400/);
    await on.page.getByRole('button', { name: 'Add an anchor to each row' }).click();
    await lineBecomes(/3x2xM24-8\.8 @120\/400/);
    await on.page.keyboard.press('Control+z');
    await lineBecomes(/2x2xM24/);
    await dimension('concrete.H').click();
    await on.page.keyboard.type('200');
    await on.page.keyboard.press('Enter');
    await on.page
      .getByRole('alert')
      .getByText(/Embedment: \d+ mm is longer than the block is deep; accepted is less than 200 mm/)
      .waitFor();
    await on.page.keyboard.press('Escape');
    await on.page.locator('[data-callout="plate"]').first().click();
    await on.page.getByText('Plate (added ribs are not counted by the checks)').waitFor();
    await on.page.keyboard.press('Escape');
    // A rib, on the drawing: added, made thicker at its name, told by the line and beside the verdict, taken away.
    await on.page.getByRole('button', { name: 'Add a rib or a stiffener' }).click();
    await lineBecomes(/ \| add xz@0 127\.05:\d+ \d+:\d+ t10 S275 fw6 ur [\d.]+x\d+$/);
    await on.page.getByText(/The added plate is not counted by the checks: what it does is seen under Field/).waitFor();
    await on.page.getByRole('button', { name: 'A1 PL 10: change' }).focus();
    await on.page.keyboard.press('Enter');
    const added = on.page.getByRole('dialog', { name: 'Added plate A1' });
    await added.getByLabel('Thickness').fill('12');
    await on.page.keyboard.press('Enter');
    await lineBecomes(/ t12 S275 fw6 ur /);
    await added.getByLabel('Left end').fill('50');
    await on.page.keyboard.press('Enter');
    await on.page.getByText(/plate A1 stands in column (web|\+z flange); accepted is a plate beside it\./).waitFor();
    await on.page.keyboard.press('Escape');
    await on.page.keyboard.press('Escape');
    const with1 = await lineOf(on.page);
    await on.page.getByRole('button', { name: 'Take plate A1 away' }).click();
    await lineBecomes(/fw \d+(\/\d+)?$/);
    await typeLine(on.page, with1);
    await lineBecomes(/ t12 S275 fw6 ur /);
    await on.page.getByRole('tab', { name: 'Lists' }).click();
    await on.page
      .getByText(/^PL 12×/)
      .first()
      .waitFor();
    await on.page.getByRole('tab', { name: 'Detail' }).click();
    await saved(on.page);
    const first = (await firstToGive(on.page)).replace(/^First to give: | at .*/g, '');
    const text = await issuedText(on.page, 'Issue details', 1);
    expect(text).toContain('N4-01');
    expect(text.toLowerCase()).toContain(first.replace(/, (group|anchor|edge|left|right).*/, ''));
    expect(text).toContain('Anchors from the column axes');
  });

  it('shows how each combination goes down: method, forces, failure order of its own', async () => {
    await openJoint(on.app, on.page, 'P2-01');
    await on.page.getByText(/^general section method · C \d+ kN, up to [\d.]+ MPa · T \d+ kN$/).waitFor();
    await on.page.getByRole('button', { name: /^C1 gravity/ }).click();
    await on.page.getByText(/^concentric bearing · C 320 kN/).waitFor();
    expect(await firstToGive(on.page)).toMatch(/concrete in bearing at .* × C1/);
  });

  it('opens workings with the equilibrium, the lists and the N-M chart', async () => {
    await openJoint(on.app, on.page, 'P2-01');
    await on.page.getByRole('tab', { name: 'Workings' }).click();
    await on.page.getByRole('button', { name: 'Everything', exact: true }).click();
    await on.page.getByText('Contact pressure under the plate').first().waitFor();
    await on.page.getByText('residual of the equilibrium, over the actions').first().waitFor();
    await on.page.getByRole('tab', { name: 'Lists' }).click();
    await on.page.getByRole('region', { name: 'Anchor schedule' }).waitFor();
    const [download] = await Promise.all([on.page.waitForEvent('download'), on.page.getByRole('link', { name: /DXF/ }).click()]);
    const dxf = new DxfParser().parseSync(readFileSync(await download.path(), 'utf8'))!;
    expect(dxf.entities.filter((e) => e.layer === 'HOLES')).toHaveLength(6);
    await on.page.getByRole('tab', { name: 'N–M chart' }).click();
    await on.page.getByText(/C4 gives first/).waitFor();
    await on.page.getByText('C4, first to give').waitFor();
    expect(await on.page.locator('.recharts-line').count()).toBe(2);
  });

  it('says what can not balance, with the smallest change that would', async () => {
    await openJoint(on.app, on.page, 'P1-01');
    await on.page.locator('[data-callout="anchors"]').first().click();
    await on.page.getByLabel('Anchors stand').selectOption({ label: 'nowhere: no anchors' });
    await on.page.keyboard.press('Escape');
    await on.page.getByRole('button', { name: 'Edit actions' }).click();
    await on.page.getByLabel('N_Ed kN, row 1').fill('40');
    await on.page.getByRole('button', { name: 'Take these actions' }).click();
    const notes = on.page.getByRole('list', { name: 'Notes on C1' });
    await notes.getByText(/no equilibrium: the base cannot carry these actions/).waitFor();
    await notes.getByText(/it would balance with anchors that hold 40 kN/).waitFor();
    await on.page.keyboard.press('Control+z');
    await on.page.keyboard.press('Control+z');
    await lineBecomes(/2x2xM20/);
  });

  it('is edited by keyboard alone', async () => {
    await openJoint(on.app, on.page, 'P1-01');
    await on.page.locator('[data-dimension="0"]').focus();
    await on.page.keyboard.press('Enter');
    await on.page.keyboard.press('ArrowUp');
    await on.page.keyboard.press('Enter');
    await saved(on.page);
    await on.page.keyboard.press('Control+z');
    await lineBecomes(/^CB \| 15x310x410/);
    await typeLine(
      on.page,
      'CB | 20x310x410 S275 | 2x2xM20-8.8 @210/310 | washer 70x12 hef 240 | hole 26 welded | grout 30 G30 | block C30 1200x1200x700 | fw 6/4',
    );
    await lineBecomes(/^CB \| 20x310x410/);
  });
});
