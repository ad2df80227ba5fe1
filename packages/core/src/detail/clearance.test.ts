import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS } from '../job/basis.ts';
import { finPlate } from '../joints/fin-plate/index.ts';
import type { FinPlateInput } from '../joints/fin-plate/input.ts';
import { socketRoom, washerToFillet, washerToWasher } from './clearance.ts';
import { plateMass, polygonArea } from './solid.ts';

const input: FinPlateInput = {
  beam: { section: 'UB 406x140x39', steel: { grade: 'S275' }, notch: { type: 'none' } },
  support: { type: 'column_flange', section: 'UC 203x203x60', steel: { grade: 'S275' } },
  plate: { t: 10, h: 290, e1: 40, e2: 50, steel: { grade: 'S275' } }, web: { e2b: 40, top_to_bolt: 90 }, gap: 10,
  bolts: { d: 20, cls: '8.8', n1: 4, n2: 1, p1: 70, p2: 0, threads_in_plane: true, category: 'A', friction: 'B', packing: 0 },
  weld: { s: 8 }, holes: { plate: 'normal', web: 'normal' },
};
const solidOf = (i: FinPlateInput) => finPlate.solid(finPlate.model(i, DEFAULT_BASIS));

describe('the solid detail', () => {
  const solid = solidOf(input);
  // Grip 10 + 6.4 = 16.4; + washer 3 + nut 18 + 3.75 = 41.15 -> 45. Plate 10 x 100 x 290 = 290 000 mm3 = 2.2765 kg.
  it('gives bolt grip and length, and the mass of the plate', () => {
    expect(solid.bolts).toHaveLength(4);
    expect(solid.bolts[0]).toMatchObject({ grip: 16.4, length: 45, x: 50, z: -90 });
    expect(plateMass(solid.plates[0]!)).toBeCloseTo(2.2765, 4);
    expect(polygonArea([[0, 0], [4, 0], [4, 3]])).toBe(6);
  });
  // Row 1: 90 - 8.6 (flange) = 81.4 to the flange face; last row: 398 - 300 - 8.6 = 89.4. Less the root radius 10.2: 71.2, a washer needs 18.5.
  it('measures washers against the fillets', () => expect(washerToFillet(solid)).toEqual({ actual: expect.closeTo(71.2, 9), needed: 18.5 }));
  it('measures washers against each other', () => expect(washerToWasher(solid)).toEqual({ actual: 70, needed: 37 }));
  // Towards the weld: 50 - 8 = 42; a socket on 30 mm flats needs 17.32 + 6.
  it('measures the room for a socket', () => expect(socketRoom(solid)).toEqual({ actual: 42, needed: expect.closeTo(23.32, 2) }));
  it('knows that a notch has taken the flange away', () => {
    const notched = solidOf({ ...input, beam: { ...input.beam, notch: { type: 'single', l_n: 100, d_nt: 50 } } });
    expect(washerToFillet(notched).actual).toBeCloseTo(398 - 300 - 8.6 - 10.2, 9);
  });
});

describe('a beam end between or before the flanges of its support', () => {
  const rule = (i: FinPlateInput) => {
    const p = finPlate.prepare(finPlate.model(i, DEFAULT_BASIS));
    return p.rules.find((r) => r.id === 'clear-support')!.run(null as never, p.upright.c);
  };
  const web = (section: string, gap: number): FinPlateInput => ({ ...input, gap, support: { type: 'column_web', section, steel: { grade: 'S275' } } });
  it('fits where the beam flange is narrower than the space', () => expect(rule(web('UC 203x203x60', 10))).toHaveProperty('skip'));
  // UC 152x152x23: between flanges 152.4 - 13.6 = 138.8 < 141.8; reach of its flanges (152.2 - 5.8)/2 = 73.2.
  it('has to stop before the flanges where it is wider', () => expect(rule(web('UC 152x152x23', 10))).toMatchObject({ actual: 10, limit: expect.closeTo(73.2, 9), sense: '>=' }));
});
