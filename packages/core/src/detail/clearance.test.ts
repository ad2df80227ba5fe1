import { finPlateModel } from '../joints/fin-plate/model.ts';
import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { NO_LOADS } from '../checks/check.ts';
import { finPlateToEn1993 } from '../joints/fin-plate/en1993/index.ts';
import { finPlate } from '../joints/fin-plate/index.ts';
import type { FinPlateInput } from '../joints/fin-plate/input.ts';
import { cleats } from '../joints/cleats/index.ts';
import { endPlate } from '../joints/end-plate/index.ts';
import { seatOnWeb, socketRoom, washerToColumnFillet, washerToFillet, washerToWasher } from './clearance.ts';
import { plateMass, polygonArea } from './solid.ts';

const input: FinPlateInput = {
  beam: { section: 'UB 406x140x39', steel: { grade: 'S275' }, notch: { type: 'none' } },
  support: { type: 'column_flange', section: 'UC 203x203x60', steel: { grade: 'S275' } },
  plate: { t: 10, h: 290, e1: 40, e2: 50, steel: { grade: 'S275' }, side: 'near' },
  fixing: 'bolted',
  web: { e2b: 40, top_to_bolt: 90 },
  gap: 10,
  bolts: { d: 20, cls: '8.8', n1: 4, n2: 1, p1: 70, p2: 0, threads_in_plane: true, category: 'A', friction: 'B', packing: 0 },
  weld: { s: 8 },
  holes: { plate: 'normal', web: 'normal' },
};
const solidOf = (i: FinPlateInput) => finPlate.build(i, DEFAULT_BASIS).solid;

describe('the solid detail', () => {
  const solid = solidOf(input);
  // Grip 10 + 6.4 = 16.4; + washer 3 + nut 18 + 3.75 = 41.15 -> 45. Plate 10 x 100 x 290 = 290 000 mm3 = 2.2765 kg.
  it('gives bolt grip and length, and the mass of the plate', () => {
    expect(solid.bolts).toHaveLength(4);
    expect(solid.bolts[0]).toMatchObject({ grip: 16.4, length: 45, x: 50, z: -90 });
    expect(plateMass(solid.plates[0]!)).toBeCloseTo(2.2765, 4);
    expect(
      polygonArea([
        [0, 0],
        [4, 0],
        [4, 3],
      ]),
    ).toBe(6);
  });
  // Row 1: 90 - 8.6 (flange) = 81.4 to the flange face; last row: 398 - 300 - 8.6 = 89.4. Less the root radius 10.2: 71.2, a washer needs 18.5.
  it('measures washers against the fillets', () =>
    expect(washerToFillet(solid)).toEqual({ actual: expect.closeTo(71.2, 9), needed: 18.5, at: [50, -13.2, -90] }));
  it('measures washers against each other', () =>
    expect(washerToWasher(solid)).toMatchObject({ actual: 70, needed: 37, at: [50, -13.2, -125] }));
  // Towards the weld: 50 - 8 = 42; a socket on 30 mm flats needs 17.32 + 6.
  it('measures the room for a socket', () =>
    expect(socketRoom(solid)).toMatchObject({ actual: 42, needed: expect.closeTo(23.32, 2) }));
  it('knows that a notch has taken the flange away', () => {
    const notched = solidOf({ ...input, beam: { ...input.beam, notch: { type: 'single', l_n: 100, d_nt: 50 } } });
    expect(washerToFillet(notched)!.actual).toBeCloseTo(398 - 300 - 8.6 - 10.2, 9);
  });
});

describe('parts on a support', () => {
  const cleat = (type: string, section: string, p3: number, leg: number) =>
    cleats.build(
      {
        beam: { section: 'UB 406x140x39', steel: { grade: 'S275' }, notch: { type: 'none' } },
        support: { type: type as 'column_web', section, steel: { grade: 'S275' } },
        cleat: { t: 10, h: 290, e1: 40, leg_web: 100, leg_support: leg, r: 12, steel: { grade: 'S275' } },
        web: { e2b: 40, top_to_bolt: 90 },
        gap: 10,
        arrangement: 'double',
        fixing: 'bolted',
        bolts: { ...input.bolts, p3 },
        support_bolts: { n1: 4, p1: 70, e1: 40 },
        holes: { cleat: 'normal', web: 'normal', leg: 'normal', support: 'normal' },
      },
      DEFAULT_BASIS,
    ).solid;
  // UC 203x203x60: web 9.4, root radius 10.2: (120 - 9.4)/2 - 10.2 = 45.1 from the bolt to the fillet; a washer needs 18.5.
  it('measures washers against the fillets of a column flange', () =>
    expect(washerToColumnFillet(cleat('column_flange', 'UC 203x203x60', 120, 100))).toMatchObject({
      actual: expect.closeTo(45.1, 9),
      needed: 18.5,
    }));
  // UC 203x203x60: half the clear web 209.6/2 - 14.2 - 10.2 = 80.4; the toe of a leg of 100 stands at 6.4/2 + 100 = 103.2: 22.8 too wide.
  it('measures legs against the fillets beside a column web', () =>
    expect(seatOnWeb(cleat('column_web', 'UC 203x203x60', 120, 100))).toMatchObject({
      actual: expect.closeTo(-22.8, 9),
      needed: 0,
    }));
  // UB 533x210x92 at mid-depth of 398: its top at +67.55, root of the flange 15.6 + 12.7 below: cleat top at -50: 67.55 - 28.3 + 50 = 89.25.
  it('measures them against the flanges of a supporting beam', () =>
    expect(seatOnWeb(cleat('beam_web', 'UB 533x210x92', 120, 100))!.actual).toBeCloseTo(89.25, 6));
  it('has nothing to measure on a flange', () => expect(seatOnWeb(solidOf(input))).toBeNull());
  // Web bolts at 50 from the face, the leg 10 thick: 40; support bolts (120 - 6.4)/2 - 10 = 46.8.
  it('measures the room beside the legs', () =>
    expect(socketRoom(cleat('column_flange', 'UC 203x203x60', 120, 100))!.actual).toBeCloseTo(40, 9));
});

describe('a beam end between or before the flanges of its support', () => {
  const rule = (i: FinPlateInput) => {
    const p = finPlateToEn1993(finPlateModel(i, DEFAULT_BASIS), () => finPlate.build(i, DEFAULT_BASIS).solid);
    return p.rules.find((r) => r.id === 'clear-support')!.run(null as never, p.upright.c, NO_LOADS);
  };
  const web = (section: string, gap: number): FinPlateInput => ({
    ...input,
    gap,
    support: { type: 'column_web', section, steel: { grade: 'S275' } },
  });
  it('fits where the beam flange is narrower than the space', () =>
    expect(rule(web('UC 203x203x60', 10))).toHaveProperty('skip'));
  // UC 152x152x23: between flanges 152.4 - 13.6 = 138.8 < 141.8; reach of its flanges (152.2 - 5.8)/2 = 73.2.
  it('has to stop before the flanges where it is wider', () =>
    expect(rule(web('UC 152x152x23', 10))).toMatchObject({ actual: 10, limit: expect.closeTo(73.2, 9), sense: '>=' }));
});

describe('room for a socket on bolts through the support', () => {
  const end = (p3: number, top: number, type: string, section: string) =>
    socketRoom(
      endPlate.build(
        {
          beam: { section: 'UB 406x140x39', steel: { grade: 'S275' }, notch: { type: 'none' } },
          support: { type: type as 'column_web', section, steel: { grade: 'S275' } },
          plate: { t: 10, h: 290, b: p3 + 60, e1: 40, top, full_depth: false, steel: { grade: 'S275' } },
          bolts: { d: 20, cls: '8.8', n1: 4, p1: 70, p3, threads_in_plane: true, category: 'A', friction: 'B', packing: 0 },
          weld: { s: 6 },
          holes: { plate: 'normal', support: 'normal' },
        },
        DEFAULT_BASIS,
      ).solid,
    )!;
  // UB 406x140x39: web 6.4, weld 6: 70/2 - 3.2 - 6 = 25.8 from the bolt; 30/sqrt3 + 6 = 23.32 is needed.
  it('is measured to the weld at the beam web', () =>
    expect(end(70, 50, 'column_flange', 'UC 254x254x89')).toMatchObject({
      actual: expect.closeTo(25.8, 9),
      needed: expect.closeTo(23.32, 2),
    }));
  // Row 1 lies 20 + 40 under the top, the flange is 8.6: 51.4; across 100/2 - 3.2 - 6 = 40.8 is nearer; at a gauge of 130 (55.8 across) the flange, 142 wide, is the nearer.
  it('is measured to the flange over the bolts', () => {
    expect(end(100, 20, 'column_flange', 'UC 254x254x89').actual).toBeCloseTo(40.8, 9);
    expect(end(130, 20, 'column_flange', 'UC 254x254x89').actual).toBeCloseTo(51.4, 1);
  });
  // UC 203x203x60 from its web: 209.6/2 - 14.2 = 90.6 to the flange; bolts at 120/2: 30.6.
  it('is measured to the flanges beside a column web', () =>
    expect(end(120, 50, 'column_web', 'UC 203x203x60').actual).toBeCloseTo(30.6, 9));
});
