import { describe, expect, it } from 'vitest';
import { firstToGive, issuedText, judged, lineOf, newJoint, openJoint, saved } from './app.ts';
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

  it('is edited on the drawing, by its rows, and by keyboard in its line', async () => {
    await openJoint(on.app, on.page, 'R3-01');
    const before = await lineOf(on.page);
    await on.page.getByRole('button', { name: 'Add a bolt row' }).click();
    await lineBecomes(/rows 40 -55 -145 -400/);
    await saved(on.page);
    await on.page.keyboard.press('Control+z');
    await lineBecomes(/rows 40 -55 -400/);
    await on.page.keyboard.press('l');
    await on.page.keyboard.press('Control+a');
    await on.page.keyboard.type(before.replace('plate 25x190', 'plate 20x190'));
    await on.page.keyboard.press('Enter');
    await lineBecomes(/plate 20x190/);
    await saved(on.page);
    await on.page.keyboard.press('Control+z');
    await lineBecomes(/plate 25x190/);
  });

  it('is refused in one sentence where a row stands in a flange', async () => {
    await openJoint(on.app, on.page, 'R3-01');
    const before = await lineOf(on.page);
    await on.page.keyboard.press('l');
    await on.page.keyboard.press('Control+a');
    await on.page.keyboard.type(before.replace('-55', '-6'));
    await on.page.keyboard.press('Enter');
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
      .getByText(/near the diameter of the bolts/)
      .first()
      .waitFor();
    expect(await firstToGive(on.page)).toMatch(/at \d\.\d\d × C1/);
    const text = await issuedText(on.page, 'Issue details', 1);
    expect(text).toContain('N7-01');
    expect(text).toMatch(/Moment resistance \d+ kNm/);
    expect(text).toMatch(/row 1: \d+ of \d+ kN/);
  });
});
