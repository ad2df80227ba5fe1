import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJob } from '../job/document.ts';
import { besideHand, jointField, jointModel } from '../job/field.ts';
import { partsToSpare, withoutParts } from './without.ts';

const tern = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const joint = (mark: string) => tern.joints.find((j) => j.mark === mark)!;
const model = (mark: string) => jointModel(joint(mark), tern, { preview: true }).model;

describe('a model without a part', () => {
  it('has no plate of that name, and nothing that hung on it', () => {
    const whole = model('R1-01');
    const made = withoutParts(whole, ['stiffener-top-near']);
    expect(whole.plates.length - made.plates.length).toBe(1);
    const on = (m: typeof whole) => m.welds.filter((w) => [w.a, w.b].includes('stiffener-top-near')).length;
    expect(on(whole)).toBeGreaterThan(1);
    expect([on(made), whole.welds.length - made.welds.length]).toEqual([0, on(whole)]);
    expect(made.bolts).toEqual(whole.bolts);
  });
  it('is what it was where nothing is left out', () => {
    const whole = model('C1-01');
    expect(withoutParts(whole, [])).toBe(whole);
  });
  it('keeps a bolt on what is left of its plies, from two on', () => {
    const whole = model('E2-01');
    const made = withoutParts(whole, ['far plate']);
    const shared = whole.bolts.filter((b) => b.plies.includes('far plate') && b.plies.includes('plate'));
    expect(shared.length).toBeGreaterThan(0);
    for (const { name } of shared) {
      const left = made.bolts.find((b) => b.name === name)!;
      expect([left.plies, left.k_b!.length, left.F_b_Rd!.length]).toEqual([['plate', 'support web'], 2, 2]);
    }
    // Those of the far beam alone go with its plate, its reaction too.
    expect(made.bolts.length).toBe(whole.bolts.length - whole.bolts.filter((b) => !b.plies.includes('plate')).length);
    expect(made.pressures).toEqual([]);
  });
  it('has no bolt that is left with one ply', () => {
    const made = withoutParts(model('C1-01'), ['plate']);
    expect([made.bolts, made.welds.filter((w) => w.type === 'fillet')]).toEqual([[], []]);
  });
  it('spares plates, bolts and welds, not the walls of members that are cut', () => {
    const spare = [...partsToSpare(model('C1-01'))];
    expect(spare).toContain('plate');
    expect(spare.filter((n) => n.startsWith('bolt'))).toEqual(['bolt 1', 'bolt 2', 'bolt 3']);
    expect(spare.filter((n) => /^(beam|support)/.test(n))).toEqual([]);
  });
  it('is refused of what brings the load in, and of what is not there', () => {
    expect(() => withoutParts(model('C1-01'), ['beam web'])).toThrow(
      /"beam web" can not be left out; accepted are plate, bolt 1/,
    );
    expect(() => withoutParts(model('C1-01'), ['bolt 9'])).toThrow(/"bolt 9" can not be left out/);
  });
  it('carries less with a bolt less, and the others carry its share: C1-01', () => {
    const [all, two] = [
      jointField(joint('C1-01'), tern, { preview: true }),
      jointField(joint('C1-01'), tern, { preview: true, without: ['bolt 2'] }),
    ];
    // The outer two do most of the work: a third of the bolts is some 15 % of it.
    expect(two.result.multiple / all.result.multiple).toBeGreaterThan(0.7);
    expect(two.result.multiple / all.result.multiple).toBeLessThan(0.95);
    expect(two.result.limit!.bolts.map((b) => b.name)).toEqual(['bolt 1', 'bolt 3']);
    // The checks are of the whole joint.
    expect([besideHand(two), two.counterparts]).toEqual(['', []]);
  });
});
