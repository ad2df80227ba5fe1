import { describe, expect, it } from 'vitest';
import { SI } from '../units/system.ts';
import { analyse } from './analyse.ts';
import { stub, tStub } from './bench-models.testing.ts';
import { colourAt, greyOf, signedColourAt } from './colours.ts';
import type { FieldPicture } from './picture.ts';
import { largestNode, scaleWords, shownColour, valueWords } from './picture-words.ts';

const pictured = (model: object): FieldPicture => analyse(model, { until: 'design', pictures: true }).design!.picture!;
/** Mean of what is shown at the nodes of a plate that some test takes. */
function mean(p: FieldPicture, values: Float32Array, plate: string, takes: (x: number, y: number, z: number) => boolean): number {
  const found = [...p.plateOf.keys()].filter(
    (n) => p.plates[p.plateOf[n]!] === plate && takes(p.places[3 * n]!, p.places[3 * n + 1]!, p.places[3 * n + 2]!),
  );
  expect(found.length).toBeGreaterThan(2);
  return found.reduce((s, n) => s + values[n]!, 0) / found.length;
}
const middle = (x: number): boolean => x > 200 && x < 400;

describe('normal stress along a member', () => {
  it('is force over area: 100 kN on 2 · 150 · 10.7 + 278.6 · 7.1 = 5188 mm² is 19.3 MPa, pulled or pressed', () => {
    for (const sign of [1, -1]) {
      const p = pictured(stub([sign * 100e3, 0, 0], [0, 0, 0]));
      for (const plate of ['web', 'top', 'bottom'])
        expect(Math.abs((sign * mean(p, p.along, plate, middle)) / (100e3 / 5188.06) - 1)).toBeLessThan(0.015);
    }
  });

  it('is M z over I under a moment: 50 kNm, z = 144.65 mm, I = 80.0e6 mm⁴: 90 MPa, one flange pulled, the other pressed', () => {
    const I = (7.1 * 278.6 ** 3) / 12 + 2 * ((150 * 10.7 ** 3) / 12 + 150 * 10.7 * 144.65 ** 2);
    const p = pictured(stub([0, 0, 0], [0, 50e6, 0]));
    // A positive moment turns x from z: the lower side is pulled.
    const [top, bottom] = ['top', 'bottom'].map((plate) => mean(p, p.along, plate, middle));
    expect(Math.abs(top!) / ((50e6 * 144.65) / I)).toBeCloseTo(1, 1);
    expect(top! / bottom!).toBeCloseTo(-1, 3);
    expect(Math.abs(mean(p, p.along, 'web', (x, _y, z) => middle(x) && Math.abs(z) < 30))).toBeLessThan(1);
  });

  it('is along the cut end wherever that looks, and nothing in a plate that no member has', () => {
    // The web of a T-stub is pulled upwards: 100 kN on 150 · 12.
    const p = pictured(tStub(10));
    const web = mean(p, p.along, 'web', (_x, y, z) => Math.abs(y) < 60 && z > 60 && z < 84);
    // More at mid-width, where the bolts pull.
    expect(web / (100e3 / 1800)).toBeGreaterThan(1);
    expect(web / (100e3 / 1800)).toBeLessThan(1.1);
    expect(mean(p, p.along, 'flange', () => true)).toBe(0);
  });
});

describe('what is said of a picture', () => {
  const p = pictured(stub([0, 0, 0], [0, 50e6, 0]));
  it('has a scale that goes both ways where a value has a sign, and is as dark on both', () => {
    expect(scaleWords(p, 'along', SI)).toEqual(['−275 MPa', '+275 MPa']);
    expect(scaleWords(p, 'stress', SI)).toEqual(['0', '1.0 of yield']);
    const colour = shownColour(p, 'along');
    expect([colour(275), colour(-275), colour(0)]).toEqual([colourAt(1), signedColourAt(-1), colourAt(0)]);
    for (const x of [0, 0.2, 0.4, 0.6, 0.8, 1])
      expect(Math.abs(greyOf(signedColourAt(x)) - greyOf(signedColourAt(-x)))).toBeLessThan(0.08);
    const grey = Array.from({ length: 21 }, (_, i) => greyOf(signedColourAt(-i / 20)));
    for (let i = 1; i < grey.length; i += 1) expect(grey[i]!).toBeLessThan(grey[i - 1]!);
  });
  it('tells the largest in size with its sign, of the plates that are drawn', () => {
    for (const [plate, sign] of [
      ['top', Math.sign(mean(p, p.along, 'top', middle))],
      ['bottom', Math.sign(mean(p, p.along, 'bottom', middle))],
    ] as const) {
      const at = largestNode(p, 'along', (name) => name === plate)!;
      expect(p.plates[p.plateOf[at]!]).toBe(plate);
      expect(valueWords(p, 'along', at, SI)).toMatch(sign > 0 ? /^\+\d+ MPa$/ : /^[-−]\d+ MPa$/);
    }
    expect(largestNode(p, 'along', () => false)).toBeNull();
  });
});
