import { describe, expect, it } from 'vitest';
import { firstToGive, HERON, issuedText, judged, lineOf, newJoint, openJoint, saved, typeLine } from './app.ts';
import { useApp } from './use-app.ts';

describe('moment end plates', () => {
  const on = useApp();
  const lineBecomes = (pattern: RegExp): Promise<void> => expect.poll(() => lineOf(on.page)).toMatch(pattern);

  it('shows at each row what it pulls of what it can, and what ends it', async () => {
    await openJoint(on.app, on.page, 'R2-04');
    await on.page.getByText(/^row 1: 226 of 368 kN$/).waitFor();
    await on.page.getByText('plastic limit of row 2').waitFor();
    await on.page.getByRole('button', { name: /^C1 gravity/ }).click();
    await on.page.getByText(/^row 1: 18\d of 3\d\d kN$/).waitFor();
    await on.page.getByText('tension in C1, of that at the resistance').waitFor();
  });

  it('shows the rows as bars and the moment over the rotation, with the limits of the frame', async () => {
    await openJoint(on.app, on.page, 'R1-01');
    await on.page.getByRole('tab', { name: 'Rows' }).click();
    await on.page
      .getByRole('img', {
        name: /row 3 keeps 155 kN of 250 kN, ended by beam flange, compression; row 4: outside the tension side/,
      })
      .waitFor();
    await on.page.getByText('semi-rigid').waitFor();
    expect(await on.page.locator('.recharts-line').count()).toBe(4);
    await on.page.getByRole('button', { name: /^C4 wind up/ }).click();
    await on.page.getByRole('img', { name: /row 1: outside the tension side/ }).waitFor();
  });

  it('shows the yield lines of a row where it is chosen: in the table of rows, and on the drawing', async () => {
    await openJoint(on.app, on.page, 'R2-04');
    await on.page.locator('[data-grip="row.2"]').focus();
    await on.page.getByText('row 2: column flange, rows 1-2').waitFor();
    await on.page.getByText(/^keeps 399 kN of 407 kN/).waitFor();
    await on.page.getByRole('tab', { name: 'Rows' }).click();
    await on.page.getByRole('button', { name: 'row 2', exact: true }).click();
    await on.page.getByRole('img', { name: 'Failure path: column flange, rows 1 to 2 together' }).waitFor();
    await on.page.getByRole('button', { name: /407 kN end plate, row 2 alone/ }).click();
    await on.page.getByRole('img', { name: 'Failure path: end plate, row 2 alone' }).waitFor();
    // A row that is not pulled under a moment of the other sign has none, and says why.
    await openJoint(on.app, on.page, 'R1-01');
    await on.page.getByRole('tab', { name: 'Rows' }).click();
    await on.page.getByRole('button', { name: 'row 4', exact: true }).click();
    await on.page.getByText(/^Row 4: outside the tension side/).waitFor();
  });

  it('is edited on the drawing, by its rows, and by keyboard in its line', async () => {
    await openJoint(on.app, on.page, 'R3-01');
    const before = await lineOf(on.page);
    await on.page.getByRole('button', { name: 'Add a bolt row' }).click();
    await lineBecomes(/rows 40 -55 -145 -400/);
    await saved(on.page);
    await on.page.keyboard.press('Control+z');
    await lineBecomes(/rows 40 -55 -400/);
    await typeLine(on.page, before.replace('plate 25x190', 'plate 20x190'));
    await lineBecomes(/plate 20x190/);
    await saved(on.page);
    await on.page.keyboard.press('Control+z');
    await lineBecomes(/plate 25x190/);
  });

  it('has rows that are dragged along the plate, and moved by the arrows, in steps of 5', async () => {
    await openJoint(on.app, on.page, 'R3-01');
    const grip = on.page.locator('[data-grip="row.2"]');
    await grip.focus();
    await on.page.keyboard.press('ArrowDown');
    await lineBecomes(/rows 40 -60 -400/);
    await saved(on.page);
    await on.page.keyboard.press('Control+z');
    await lineBecomes(/rows 40 -55 -400/);
    const box = (await grip.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await on.page.mouse.move(x, y);
    await on.page.mouse.down();
    await on.page.mouse.move(x, y + 20, { steps: 4 });
    // The place is shown before it is taken.
    await on.page.locator('.grip.moving text').waitFor();
    expect(await lineOf(on.page)).toMatch(/rows 40 -55 -400/);
    await on.page.mouse.up();
    await expect.poll(() => lineOf(on.page)).not.toMatch(/rows 40 -55 -400/);
    expect(Number(/rows 40 -(\d+) -400/.exec(await lineOf(on.page))![1]) % 5).toBe(0);
    await saved(on.page);
    await on.page.keyboard.press('Control+z');
    await lineBecomes(/rows 40 -55 -400/);
    // A press without a way moves nothing.
    await on.page.mouse.click(x, y);
    await lineBecomes(/rows 40 -55 -400/);
    await saved(on.page);
  });

  it('is refused in one sentence where a row stands in a flange', async () => {
    await openJoint(on.app, on.page, 'R3-01');
    await lineBecomes(/rows 40 -55 -400/);
    const before = await lineOf(on.page);
    await typeLine(on.page, before.replace('-55', '-6'));
    await on.page
      .getByText(/rows\.1\.y: -?−?6.* puts a row in the top flange of the beam; accepted is a row above or below it/)
      .first()
      .waitFor();
    await on.page.keyboard.press('Escape');
  });

  it('is made from members and moments, with its reasons, and issued with its rows', async () => {
    await newJoint(
      on.app,
      on.page,
      { Mark: 'N7-01', Form: 'Moment end plate', 'Beam section': 'UB 457x191x67', 'Column section': 'UC 254x254x107' },
      'name; M; V; N\nC1; 180; 120; -10',
    );
    await judged(on.page);
    await on.page
      .getByText(/as strong as the parts/)
      .first()
      .waitFor();
    expect(await firstToGive(on.page)).toMatch(/at \d\.\d\d × C1/);
    const text = await issuedText(on.page, 'Issue details', 1);
    expect(text).toContain('N7-01');
    expect(text).toMatch(/Moment resistance \d+ kNm/);
    expect(text).toMatch(/row 1: \d+ of \d+ kN/);
  });

  it('to AISC 360 has its form, its yield lines and its rows, and no rows one by one', async () => {
    await openJoint(on.app, on.page, 'M1-01', HERON);
    await on.page.getByText(/^row 1: 60\.7 kip of 73\.2 kip$/).waitFor();
    await on.page.getByText('carries the shear').first().waitFor();
    expect(await on.page.getByRole('button', { name: 'Add a bolt row' }).count()).toBe(0);
    expect(await firstToGive(on.page)).toMatch(/yielding of the plate at 1\.21 × C2/);
    await on.page.getByRole('tab', { name: 'Rows' }).click();
    await on.page.getByRole('img', { name: /row 1 keeps 73\.2 kip of 7\d\.\d kip, ended by the plate/ }).waitFor();
    await on.page.getByText('taken by the plate').waitFor();
    await on.page.getByRole('tab', { name: 'Alternatives' }).click();
    await on.page.getByRole('heading', { name: 'Beside itself under EN 1993-1-8' }).waitFor();
    await on.page.getByRole('tab', { name: 'Detail' }).click();
  });

  it('to AISC 360 gets a rib and complete penetration at its callouts, and a flush plate is refused in words', async () => {
    await openJoint(on.app, on.page, 'M1-01', HERON);
    const before = await lineOf(on.page);
    await on.page.getByText(/^PL 5\/8×8 1\/2/).click();
    await on.page.getByLabel('Rib on the extended plate').selectOption({ label: 'a rib' });
    await lineBecomes(/rib 1\/2x4 A572-50/);
    await on.page.keyboard.press('Escape');
    await typeLine(on.page, `${before} | butt`);
    await lineBecomes(/\| butt$/);
    await on.page.getByText('CJP').waitFor();
    await typeLine(on.page, before.replace('rows 1-1/4 ', 'rows ').replace(' -19-1/4', ''));
    await on.page
      .getByText(/this procedure has no flush form; accepted are two rows at a flange/)
      .first()
      .waitFor();
    await on.page.keyboard.press('Escape');
  });
});
