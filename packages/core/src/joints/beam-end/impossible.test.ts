import { describe, expect, it } from 'vitest';
import { CLEATS, END, FIN, refusalOf } from './samples.testing.ts';

/*
 * Sizes that no shop can make, each at its limit and a little within. The beam is 402 x 178 x 8 x 12.8 in all of them, bolts M20 in holes of 22,
 * the column 203x203x60: flange 205.8, web 9.4, root 10.2.
 */
type Change = (x: number) => unknown;
type Case = readonly [what: string, field: string, change: Change, refused: number, accepted: number];
const notch = (d_nt: number, d_nb?: number) =>
  d_nb === undefined ? { type: 'single' as const, l_n: 100, d_nt } : { type: 'double' as const, l_n: 100, d_nt, d_nb };
const WEB = { type: 'column_web' as const, t: 10, d2: 180, steel: { grade: 'S275' } };

const judged = (kind: string, cases: readonly Case[]) =>
  it.each(cases)('%s: %s', (what, field, change, refused, accepted) => {
    expect(refusalOf(kind, change(refused))).toMatch(
      new RegExp(`^${field.replaceAll('.', '\\.')}: .*${what}.*; accepted is .*\\.$`),
    );
    expect(refusalOf(kind, change(accepted))).toBeNull();
  });

// A notch cuts through its flange of 12.8, and leaves more than two flanges of the 402: 402 - 2 x 12.8 = 376.4.
describe('a fin plate that can not be built is refused', () => {
  const tall = (d_nt: number) => ({ ...FIN, beam: { ...FIN.beam, notch: notch(d_nt) } });
  judged('fin-plate', [
    ['does not cut through the flange', 'beam.notch.d_nt', tall, 12.7, 12.8],
    [
      'does not cut through the flange',
      'beam.notch.d_nb',
      (d_nb) => ({ ...FIN, beam: { ...FIN.beam, notch: notch(30, d_nb) } }),
      12.7,
      12.8,
    ],
    // 290 deep between flanges: 402 - 2 x 12.8 = 376.4 clear.
    [
      "is deeper than the beam's clear web",
      'plate.h',
      (h) => ({ ...FIN, plate: { ...FIN.plate, h }, web: { ...FIN.web, top_to_bolt: 52.8 } }),
      376.5,
      376.3,
    ],
    ['lets the top hole cut the plate end', 'plate.e1', (e1) => ({ ...FIN, plate: { ...FIN.plate, e1 } }), 11, 11.1],
    // Lower end 290 - 40 - 3 x 70 = 40; 261 leaves 11.
    ['is too short for its bolts', 'plate.h', (h) => ({ ...FIN, plate: { ...FIN.plate, h } }), 261, 261.1],
    ['lets a hole cut the free edge', 'plate.e2', (e2) => ({ ...FIN, plate: { ...FIN.plate, e2 } }), 11, 11.1],
    ['lets a hole cut the beam end', 'web.e2b', (e2b) => ({ ...FIN, web: { ...FIN.web, e2b } }), 11, 11.1],
  ]);
  it('with a notch that leaves no web', () =>
    expect(refusalOf('fin-plate', tall(377))).toMatch(
      /^beam\.notch\.d_nt: 377 mm leaves no web at the notch; accepted is less than 376\.4 mm\.$/,
    ));
});

describe('a shear end plate that can not be built is refused', () => {
  const bolts = (more: object) => ({ ...END, bolts: { ...END.bolts, ...more } });
  judged('end-plate', [
    [
      'does not cut through the flange',
      'beam.notch.d_nt',
      (d_nt) => ({ ...END, beam: { ...END.beam, notch: notch(d_nt) } }),
      12.7,
      12.8,
    ],
    ["is deeper than the beam's clear web", 'plate.h', (h) => ({ ...END, plate: { ...END.plate, h, top: 13 } }), 376.5, 376.3],
    [
      'is said to take its full depth',
      'plate.h',
      (h) => ({ ...END, plate: { ...END.plate, h, full_depth: true, top: 0 } }),
      401,
      402,
    ],
    ['lets the top holes cut the plate end', 'plate.e1', (e1) => ({ ...END, plate: { ...END.plate, e1 } }), 11, 11.1],
    ['is too short for its bolts', 'plate.h', (h) => ({ ...END, plate: { ...END.plate, h } }), 261, 261.1],
    // 100 + a hole of 22.
    ['lets the holes cut the side edges', 'plate.b', (b) => ({ ...END, plate: { ...END.plate, b } }), 122, 122.1],
    ['lets the holes of two rows run', 'bolts.p1', (p1) => bolts({ p1 }), 22, 22.1],
    // Web 8, two legs of 6, a hole of 22.
    ['brings the bolts into the weld', 'bolts.p3', (p3) => ({ ...bolts({ p3 }), support: WEB }), 42, 42.1],
    // Web 9.4 + 1.6 x 10.2 + 2 = 27.72 is less than the 42 of the weld: a wider web of the column, 30 + 1.6 x 10 + 2 = 48.
    [
      "brings the bolts into the column's root fillets",
      'bolts.p3',
      (p3) => ({
        ...bolts({ p3 }),
        support: { type: 'column_flange', h: 300, b: 300, tw: 30, tf: 20, r: 10, steel: { grade: 'S275' } },
      }),
      48,
      48.1,
    ],
    // 205.8 - 22 = 183.8.
    [
      "at or beyond the edge of the column's flange",
      'bolts.p3',
      (p3) => ({ ...bolts({ p3 }), plate: { ...END.plate, b: 250 } }),
      183.8,
      183.7,
    ],
    [
      'is wider than the clear web of the support',
      'bolts.p3',
      (p3) => ({ ...bolts({ p3 }), plate: { ...END.plate, b: 250 }, support: WEB }),
      180,
      179.9,
    ],
  ]);
});

describe('angle cleats that can not be built are refused', () => {
  const cleat = (more: object) => ({ ...CLEATS, cleat: { ...CLEATS.cleat, ...more } });
  const bolts = (more: object) => ({ ...CLEATS, bolts: { ...CLEATS.bolts, ...more } });
  const welded = (fixing: string, more: object = {}) => ({ ...cleat(more), fixing, weld: { s: 6 } });
  judged('cleats', [
    [
      'does not cut through the flange',
      'beam.notch.d_nt',
      (d_nt) => ({ ...CLEATS, beam: { ...CLEATS.beam, notch: notch(d_nt) } }),
      12.7,
      12.8,
    ],
    // Half the shorter leg of 90, away from the heel.
    ['is no angle with these legs', 'cleat.t', (t) => ({ ...cleat({ t, leg_web: 200, leg_support: 80 }), gap: 40 }), 40, 10],
    [
      "is longer than the beam's clear web",
      'cleat.h',
      (h) => ({ ...cleat({ h }), web: { e2b: 50, top_to_bolt: 53 } }),
      376.5,
      376.3,
    ],
    ['lets the top holes cut the end', 'cleat.e1', (e1) => cleat({ e1 }), 11, 11.1],
    [
      'lets the top holes cut the end',
      'support_bolts.e1',
      (e1) => ({ ...CLEATS, support_bolts: { ...CLEATS.support_bolts, e1 } }),
      11,
      11.1,
    ],
    ['is too short for the bolts', 'cleat.h', (h) => cleat({ h }), 261, 261.1],
    ['lets the holes of two rows run', 'bolts.p1', (p1) => bolts({ p1 }), 22, 22.1],
    ['lets a hole cut the beam end', 'web.e2b', (e2b) => ({ ...CLEATS, web: { ...CLEATS.web, e2b }, gap: 30 }), 11, 11.1],
    // Thickness 10, half the root of 12, half a bolt of 20: 26 from the heel, 16 from the beam end.
    ['puts the web bolts into the heel', 'web.e2b', (e2b) => ({ ...CLEATS, web: { ...CLEATS.web, e2b } }), 16, 16.1],
    // 10 + 50 + half a hole.
    ['is too short for its bolts', 'cleat.leg_web', (leg_web) => cleat({ leg_web }), 71, 71.1],
    // 8 + 2 x 26.
    ['puts the support bolts into the heel', 'bolts.p3', (p3) => bolts({ p3 }), 60, 60.1],
    // (120 - 8)/2 + half a hole.
    ['is too short for its bolts', 'cleat.leg_support', (leg_support) => cleat({ leg_support }), 67, 67.1],
    [
      "at or beyond the edge of the column's flange",
      'bolts.p3',
      (p3) => ({ ...bolts({ p3 }), cleat: { ...CLEATS.cleat, leg_support: 120 } }),
      183.8,
      183.7,
    ],
    [
      'is wider than the clear web of the support',
      'bolts.p3',
      (p3) => ({ ...bolts({ p3 }), cleat: { ...CLEATS.cleat, leg_support: 120 }, support: WEB }),
      180,
      179.9,
    ],
    ['leaves no room for welds', 'cleat.leg_web', (leg_web) => welded('welded_to_beam', { leg_web }), 30, 30.1],
    // Both legs and the web of 8 within 180.
    [
      'makes the cleats wider than the clear web',
      'cleat.leg_support',
      (leg_support) => ({ ...welded('welded_to_support', { leg_support }), support: WEB }),
      86,
      85.9,
    ],
  ]);
  it('with welds that have no effective length: 290/4 over 0.7', () =>
    expect(
      refusalOf('cleats', {
        ...CLEATS,
        fixing: 'welded_to_beam',
        cleat: { ...CLEATS.cleat, h: 100 },
        bolts: { ...CLEATS.bolts, n1: 2, p1: 30 },
        support_bolts: { n1: 2, p1: 30, e1: 30 },
        weld: { s: 36 },
      }),
    ).toMatch(/^weld\.s: 36 mm leaves no effective length on these cleats; accepted is a leg under 35\.7 mm\.$/));
});
