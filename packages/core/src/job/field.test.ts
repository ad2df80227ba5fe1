import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { partUses } from '../analysis/use.ts';
import { readJob } from './document.ts';
import { besideHand, jointField, jointModel } from './field.ts';
import { meshOf } from '../analysis/mesh.ts';
import { tied } from '../analysis/ties.ts';

const job = (name: string) =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8')));
const tern = job('tern-quay');
const joint = (mark: string, of = tern) => of.joints.find((j) => j.mark === mark)!;

describe('the model of a joint from its solid detail', () => {
  it.each(['B2-14', 'B1-07', 'M1-04', 'E1-01', 'E1-05', 'A1-01', 'A2-01', 'R1-01'])(
    'has every plate, bolt and weld of it joined, and moves as one: %s',
    (mark) => {
      const { model } = jointModel(joint(mark), tern, { preview: true });
      const mesh = meshOf(model);
      const { links, grounded, parts } = tied(model, mesh);
      for (const { size } of links.faults((l) => !grounded.has(l))) expect(size).toBeLessThan(1e-9);
      // What is joined to what: every plate to another by a weld, a root, a bolt or contact.
      const held = new Set(
        parts.flatMap((p) =>
          p.kind === 'weld' ? [p.weld.a, p.weld.b] : p.kind === 'bolt' ? p.bolt.plies : p.kind === 'contact' ? [p.a, p.b] : [],
        ),
      );
      expect(mesh.plates.map((p) => p.name).filter((n) => !held.has(n))).toEqual([]);
      expect(parts.filter((p) => p.kind === 'bolt')).toHaveLength(model.bolts.length);
    },
    60_000,
  );
  it('of B2-14 has the sizes of its detail: 4 M20 through plate and web, two fillets of 0.7 x 8', () => {
    const { model, name, hand } = jointModel(joint('B2-14'), tern);
    expect([name, hand!.title, hand!.multiple.toFixed(2)]).toEqual(['C3', 'Bearing, beam web', '1.08']);
    const plate = model.plates.find((p) => p.name === 'plate')!;
    expect([plate.t, plate.fy, plate.holes.length]).toEqual([10, 275, 4]);
    expect(model.bolts.map((b) => b.plies)).toEqual(Array.from({ length: 4 }, () => ['plate', 'beam web']));
    const [bolt] = model.bolts;
    // 0.9 x 800 x 245/1.25 = 141.1 kN, but the head punches the web of 6.4 at 0.6 pi 32.32 x 6.4 x 410/1.25 = 127.9 kN; 0.6 x 800 x 245/1.25.
    expect(bolt!.F_t_Rd).toBeCloseTo(127_889, 0);
    expect(bolt!.F_v_Rd).toBeCloseTo(94_080, 0);
    const welds = model.welds.filter((w) => w.type === 'fillet');
    expect(welds).toHaveLength(1);
    expect([welds[0]!.a, welds[0]!.b, welds[0]!.sides, welds[0]!.throat]).toEqual(['plate', 'support flange', 2, 5.6]);
    // V acts at the support: 207 kN and no moment there.
    const [load] = model.loads;
    const end = model.sections.find((s) => s.name === 'beam')!;
    expect(load!.F).toEqual([0, 0, -207_000]);
    expect(load!.M[1] + 207_000 * end.point[0]).toBeCloseTo(0, 6);
  });
  it('names combinations where one is asked for that is not there', () => {
    expect(() => jointModel(joint('B2-14'), tern, { combination: 'C9' })).toThrow(/there is none "C9"; accepted are C1, C2/);
  });
});

describe('a joint that is analysed', () => {
  it('stands beside the hand method: C1-01, its bolts bear on the web', () => {
    const f = jointField(joint('C1-01'), tern, { preview: true, pictures: true });
    const ratio = f.result.multiple / f.hand!.multiple;
    expect(ratio).toBeGreaterThan(0.85);
    // Its three bolts share their load as plastic ones do, about the instantaneous centre: more than the elastic group of the check.
    expect(ratio).toBeLessThan(1.25);
    expect(f.result.stop!.kind).toBe('bearing-crush');
    expect(besideHand(f)).toMatch(/^The hand method gives at 1\.03 \(Bearing, beam web\): ratio 1\.\d\d\./);
    const uses = partUses(f.result.design!);
    expect(uses[0]!.part).toMatch(/^bolt/);
    expect(uses.every((u) => u.share >= 0 && Number.isFinite(u.share))).toBe(true);
    // All bolts together carry the reaction.
    const { bolts, picture, balance } = f.result.design!;
    expect(bolts).toHaveLength(3);
    for (const b of [balance.force, balance.moment, balance.plate]) expect(b).toBeLessThan(1e-3);
    expect(picture!.stress.length).toBe(picture!.plateOf.length);
    expect(Math.max(...picture!.stress)).toBeLessThanOrEqual(1);
    expect([...picture!.moves].every(Number.isFinite)).toBe(true);
  });
  it('that is cancelled says how far it came', () => {
    let steps = 0;
    const f = jointField(joint('C1-01'), tern, { preview: true, cancelled: () => steps >= 2, progress: () => void (steps += 1) });
    expect(f.result.end).toBe('cancelled');
    expect(f.result.words).toMatch(/^Cancelled at 0\.\d+ of the load\.$/);
    expect(besideHand(f)).toBe('');
  });
});
