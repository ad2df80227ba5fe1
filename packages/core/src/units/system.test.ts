import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { UNITS, type UnitId } from './units.ts';
import { boltName, SI, systemOf, US_CUSTOMARY as US } from './system.ts';

describe('a length in inches', () => {
  // 9.525/25.4 = 3/8; 114.3 = 4 1/2; 774.7 = 30 1/2 = 2'-6 1/2; 1219.2 = 4 ft; 70/25.4 = 2.75590...; 1 mm = 0.03937.
  it.each([
    [9.525, '3/8'],
    [19.05, '3/4'],
    [25.4, '1'],
    [114.3, '4 1/2'],
    [1.5875, '1/16'],
    [308, '12.126'],
    [70, '2.756'],
    [1, '0.039'],
    [0, '0'],
    [-12.7, '\u22121/2'],
    [-38.1, '\u22121 1/2'],
    [596.9, '23 1/2'],
    [609.6, "2'-0"],
    [774.7, "2'-6 1/2"],
    [1219.2, "4'-0"],
    [-774.7, "\u22122'-6 1/2"],
  ])('%d mm is %s', (mm, text) => expect(US.length(mm)).toBe(text));
  it('is said with its unit', () => {
    expect([US.size(9.525), US.size(774.7), SI.size(9.525)]).toEqual(['3/8 in', '2\'-6 1/2"', '9.525 mm']);
    expect([US.sizes([406.4, 139.7]), SI.sizes([406.4, 140])]).toEqual(['16 × 5 1/2 in', '406.4 × 140 mm']);
    expect([US.about(9.525), SI.about(9.56)]).toEqual(['3/8 in', '9.6 mm']);
  });
  it('is typed as it is shown, a fraction to the last digit', () => {
    fc.assert(
      fc.property(fc.integer({ min: -2000, max: 2000 }), (n) => {
        const mm = (n * 25.4) / 16;
        expect(US.read(US.typed(mm, 'length'), 'length')).toBeCloseTo(mm, 9);
        expect(US.typed(mm, 'length')).not.toMatch(/\./);
      }),
    );
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40_000 }), (n) => {
        const mm = n / 10;
        expect(US.read(US.typed(mm, 'length'), 'length')! / mm).toBeCloseTo(1, 4);
        expect(SI.read(SI.typed(mm, 'length'), 'length')).toBe(mm);
      }),
    );
  });
  it.each([
    ['3/4', 19.05],
    ['1 1/2', 38.1],
    ['1-1/2', 38.1],
    ["2'-6 1/2", 774.7],
    ["2' 6 1/2", 774.7],
    ['2\'-6-1/2"', 774.7],
    ["2'-0", 609.6],
    ["2'", 609.6],
    ['\u22121/2', -12.7],
    ['.375', 9.525],
    ['70 mm', 70],
    ['7 cm', 70],
  ])('%s typed in inches is %d mm', (text, mm) => expect(US.read(text, 'length')).toBe(mm));
  it.each(['', 'x', '1/0', "2'-", "2'--3", "'6", '3 kip', '1 2 3', "2'-6 mm"])('%s is none', (text) =>
    expect(US.read(text, 'length')).toBeNull(),
  );
  it('may be several', () => {
    expect(US.readLengths('2-1/2 3 3')).toEqual([63.5, 76.2, 76.2]);
    expect(US.readLengths('3 1/2')).toEqual([88.9]);
    expect([US.typedList('63.5 76.2 70'), SI.typedList('60 80')]).toEqual(['2-1/2 3 2.7559', '60 80']);
  });
});

describe('forces, moments and stresses in kips', () => {
  // 25 kip = 25 x 4.4482216 = 111.2055 kN; 40 kip-ft = 54.2327 kNm; 50 ksi = 344.738 MPa.
  it('are shown and read back', () => {
    expect([US.quantity(111205.5403815, 'kN'), SI.quantity(111205.54, 'kN')]).toEqual(['25 kip', '111 kN']);
    expect([US.quantity(54232717.933, 'kNm', 4), US.quantity(344.7378646, 'MPa')]).toEqual(['40 kip-ft', '50.0 ksi']);
    expect(US.read('25', 'force')).toBeCloseTo(111.2055, 4);
    expect(US.read('40', 'moment')).toBeCloseTo(54.2327, 4);
    expect(US.read('300 kip-in', 'moment')).toBeCloseTo(33.8954, 4);
    expect(US.read('110 kN', 'force')).toBe(110);
    expect([US.typed(US.read('36', 'force')!, 'force'), US.typed(US.read('-17.5', 'moment')!, 'moment')]).toEqual([
      '36',
      '-17.5',
    ]);
    expect([US.read('1,5', 'none'), SI.read('\u22123', 'none'), US.read('1/2', 'none')]).toEqual([1.5, -3, null]);
    expect([US.mass(45.359237), SI.mass(12.34), US.massPerLength(39)[0]]).toEqual(['100 lb', '12.3 kg', '26.2']);
  });
  it('have units that work together: force over length squared is a stress', () => {
    const scale = (u: UnitId): number => 1 / US.shown(1, u);
    expect(scale('kN') / scale('mm') ** 2).toBeCloseTo(scale('MPa'), 9);
    expect(scale('kN') * scale('mm')).toBeCloseTo(scale('Nmm'), 6);
    expect(scale('Nmm') * 12).toBeCloseTo(scale('kNm'), 3);
    expect(scale('mm2') * scale('mm2')).toBeCloseTo(scale('mm4'), 3);
    for (const u of Object.keys(UNITS) as UnitId[]) {
      expect([u, Number.isFinite(scale(u)), scale(u) > 0]).toEqual([u, true, true]);
      expect([u, US.name(u) === '' && UNITS[u].text !== '']).toEqual([u, false]);
      expect([u, SI.name(u), SI.shown(7, u)]).toEqual([u, UNITS[u].text, 7 / UNITS[u].scale]);
    }
  });
});

describe('systems and names', () => {
  it('know themselves', () => {
    expect([systemOf('US').id, systemOf('SI').id, systemOf(undefined).id, systemOf('?').id]).toEqual(['US', 'SI', 'SI', 'SI']);
    expect([US.unitOf('length'), US.unitOf('load'), SI.unitOf('load'), SI.unitOf('none')]).toEqual(['in', 'kip/ft', 'kN/m', '']);
    expect(US.words('length')).toMatch(/in inches/);
  });
  it('call a bolt by its size', () =>
    expect([boltName(20), boltName(19.05), boltName(28.575), boltName(18.5)]).toEqual(['M20', '3/4 in', '1-1/8 in', 'M18.5']));
});
