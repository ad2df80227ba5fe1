import { describe, expect, it } from 'vitest';
import { LineError } from '../kind.ts';
import { US_CUSTOMARY } from '../../units/system.ts';
import { W1, W2, W3, W4 } from './cases.testing.ts';
import { parseLine, printLine } from './line.ts';

const said = (text: string): string => {
  try {
    parseLine(text, W2);
    return 'read';
  } catch (e) {
    if (!(e instanceof LineError)) throw e;
    return `${text.slice(e.start, e.end)}: ${e.message}`;
  }
};
const LINE = 'MEP | plate 20x220 S355 | bolt M24-8.8 120 | rows 50 -70 -150 -385 | past 95 20 | throats 9 7 5.5';

describe('the line of a moment end plate', () => {
  it('is this, for the worked cases', () => {
    expect(printLine(W1)).toBe('MEP | plate 15x190 S275 | bolt M20-8.8 90 | rows -65 -140 -295 | past 15 15 | throats 6 6 4.5');
    expect(printLine(W2)).toBe(LINE);
    expect(printLine(W3)).toBe(
      'MEP | plate 20x200 S275 | bolt M20-8.8 100 | rows 45 -65 -145 -290 -560 -625 | past 90 30 | throats 7 7 5 5 | haunch 330x1800 171.5x11.5x7.4 S275 | top 85x10 a5 c15 S275 | bottom 85x12 a5 c15 S275',
    );
    expect(printLine(W4)).toContain('for force | top 110x15 a6 c27 S355 | bottom 110x15 a6 c27 S355 | prying check');
  });
  it('has every option of a joint that has all of them', () => {
    const all = {
      ...W2,
      rows: [...W2.rows.slice(0, 3), { y: -385, role: 'shear' as const }],
      bolts: { ...W2.bolts, threads_in_plane: false, washers: 1 as const },
      welds: { ...W2.welds, design: 'full' as const, sawn: false },
      web_plate: {
        t: 12,
        b: 190,
        sides: 2 as const,
        weld: 'fillet' as const,
        l: 900,
        level: 200,
        steel: { f_y: 300, f_u: 420, beta_w: 0.85 },
      },
      stiffeners: { top: { b: 90, t: 10, a: 5, depth: 'half' as const, fitted: false, steel: { grade: 'S355' } } },
      options: { prying: 'check', mode1: 'method2', plastic: 'uk', shear_rows: 'all', small_axial: true } as const,
    };
    const line = printLine(all);
    expect(line).toBe(
      'MEP | plate 20x220 S355 | bolt M24-8.8 120 | rows 50 -70 -150 -385s | past 95 20 | throats 9 7 5.5 | for full | unsawn | top 90x10 a5 S355 half unfitted | webplate 12x190 l900 at200 f_y=300 f_u=420 beta_w=0.85 both fillets | shank | washers 1 | prying check | mode1 method2 | plastic uk | shear all | neglect',
    );
    expect(parseLine(line, W2)).toEqual(all);
    expect(printLine(parseLine(printLine(all, US_CUSTOMARY), W2))).toBe(line);
  });
  it('takes what it does not name away: haunch, stiffeners, web plate', () => {
    const bare = parseLine(LINE, W3);
    expect([bare.haunch, bare.stiffeners, bare.web_plate]).toEqual([undefined, {}, undefined]);
  });
  it.each([
    ['FP | plate 20x220 S355', /^FP: .*MEP, the code of a moment end plate/],
    [LINE.replace('plate 20x220', 'plate 20x220x10'), /^20x220x10: .*expected 20x220/],
    [LINE.replace('20x220 S355', '20x220'), /a steel such as S275/],
    [LINE.replace('M24-8.8', 'M24'), /^M24: .*a bolt such as M24-8\.8/],
    [LINE.replace('M24-8.8 120', 'M24-8.8'), /expected 120/],
    [LINE.replace('-150', '-150x'), /^-150x: .*rows above the top of the beam/],
    [LINE.replace('past 95 20', 'past 95 20 4'), /^4: .*\| after past 95 20/],
    [LINE.replace(' | past 95 20', ''), /past 95 20 before the end of the line/],
    [`${LINE} | prying sometimes`, /^sometimes: .*expected check/],
    [`${LINE} | top 85x10 a5 S355 whole`, /^whole: /],
    [`${LINE} | gap 10`, /^gap: .*one of plate, rib, butt, bolt/],
    [`${LINE} | shank | shank`, /stands twice/],
  ])('points at what it can not read: %s', (text, sentence) => expect(said(text)).toMatch(sentence));
});
