import { describe, expect, it } from 'vitest';
import { CLEATS, END, FIN, judge, ruleOf } from './samples.testing.ts';

// Table 3.3 from the real hole. M20: round 22, oversize 24, short slot 22 x 26, long slot 22 x 30.

describe('holes that are not normal round ones', () => {
  it('keep 1.2 d_0 of an oversize hole', () => {
    const at = (e2: number) =>
      ruleOf(
        'fin-plate',
        { ...FIN, holes: { plate: 'oversize', web: 'normal' }, plate: { ...FIN.plate, e2 } },
        'detail-holes-p-x',
      );
    expect([28.8, 28.7].map((e) => at(e).pass)).toEqual([true, false]);
  });
  // e_3 across: 1.5 x 22 = 33 upright; e_4 along: 33 + (30 - 22)/2 = 37 level.
  it('keep e_3 and e_4 of a slot', () => {
    const long = { ...FIN, holes: { plate: 'long_slot_h' as const, web: 'normal' as const } };
    const e2 = (x: number) => ruleOf('fin-plate', { ...long, plate: { ...FIN.plate, e2: x } }, 'detail-holes-p-x');
    expect([37, 36.9].map((x) => e2(x).pass)).toEqual([true, false]);
    const e1 = (x: number) =>
      ruleOf(
        'fin-plate',
        { ...long, plate: { ...FIN.plate, e1: x, h: 2 * x + 210 }, web: { ...FIN.web, top_to_bolt: 56 + x } },
        'detail-holes-p-z',
      );
    expect([33, 32.9].map((x) => e1(x).pass)).toEqual([true, false]);
    expect(e1(33).clause).toContain('e_3, e_4');
  });
  // Upright long slots 30 high: 2.2 x 22 + 8 = 56.4 from centre to centre.
  it('keep steel between slots that run towards each other', () => {
    const at = (p1: number) =>
      ruleOf(
        'end-plate',
        {
          ...END,
          holes: { plate: 'long_slot_v', support: 'normal' },
          bolts: { ...END.bolts, p1 },
          plate: { ...END.plate, h: 80 + 3 * p1 },
        },
        'detail-holes-p-pz',
      );
    expect([56.4, 56.3].map((p) => at(p).pass)).toEqual([true, false]);
  });
  // Flange of 160, bolts at 100: 30 to the edge; oversize 28.8 kept, a level short slot needs 33 + 2 = 35.
  it('count in the support too', () => {
    const at = (support: 'oversize' | 'short_slot_h') =>
      ruleOf(
        'end-plate',
        {
          ...END,
          holes: { plate: 'normal', support },
          support: { type: 'column_flange', t: 14, b: 160, tw: 9, r: 10, steel: { grade: 'S275' } },
        },
        'detail-holes-2-x',
      );
    expect([at('oversize').pass, at('short_slot_h').pass, at('short_slot_h').limit]).toEqual([true, false, 35]);
  });
  it('have nothing to say of normal holes, and apply to every part of cleats', () => {
    for (const id of ['c-z', 'c-x', 'w-x', 'l-z', 'l-x', '2-x']) {
      const key = ({ c: 'cleat', w: 'web', l: 'leg', 2: 'support' } as const)[id[0] as 'c'];
      expect([id, ruleOf('cleats', CLEATS, `detail-holes-${id}`).type]).toEqual([id, 'skip']);
      expect([
        id,
        ruleOf('cleats', { ...CLEATS, holes: { ...CLEATS.holes, [key]: 'oversize' } }, `detail-holes-${id}`).type,
      ]).toEqual([id, 'rule']);
    }
  });
});

describe('a slot along a force that bolts in bearing carry', () => {
  const fin = (web: 'short_slot_v' | 'long_slot_h', category: 'A' | 'B' | 'C' = 'A') => ({
    ...FIN,
    holes: { plate: 'normal' as const, web },
    bolts: { ...FIN.bolts, category },
  });
  const state = (input: unknown, c: object) => ruleOf('fin-plate', input, 'detail-slot-travel', c);
  it('is a rule broken, with the travel in words', () => {
    expect(state(fin('short_slot_v'), { V_Ed: 20 })).toMatchObject({
      must: true,
      pass: false,
      actual: 6,
      note: 'beam web: the reaction acts along the slot; bolts of category A move up to 6 mm before they bear',
    });
    expect(state(fin('long_slot_h'), { V_Ed: 20, N_Ed: -10 })).toMatchObject({ pass: false, actual: 10 });
    expect(judge('fin-plate', fin('short_slot_v'), { V_Ed: 20 }).state).toBe('rule');
  });
  it('is none where the slot lies across, the bolts may not slip, or the force is tying', () => {
    expect(state(fin('long_slot_h'), { V_Ed: 20 }).pass).toBe(true);
    expect(state(fin('long_slot_h'), { V_Ed: 20, N_tie: 40 }).pass).toBe(true);
    expect(state(fin('short_slot_v', 'C'), { V_Ed: 20 }).type).toBe('skip');
    expect(state(fin('short_slot_v', 'B'), { V_Ed: 20 }).pass).toBe(false);
    expect(state(FIN, { V_Ed: 20 }).type).toBe('skip');
  });
});
