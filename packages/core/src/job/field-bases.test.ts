import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { meshOf } from '../analysis/mesh.ts';
import { tied } from '../analysis/ties.ts';
import { solveContact } from '../standards/en1993/contact.ts';
import { regionOf } from '../standards/en1993/contact-bed.ts';
import { readJob } from './document.ts';
import { besideHand, jointField, jointModel, type FieldAsked } from './field.ts';
import type { StoredJoint } from './lists.ts';

const tern = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
/** A base of the demo job with other values, under one combination. */
function base(
  mark: string,
  change: (input: Record<string, Record<string, unknown>>) => void,
  actions: Record<string, number>,
): StoredJoint {
  const found = tern.joints.find((j) => j.mark === mark)!;
  const input = structuredClone(found.input) as Record<string, Record<string, unknown>>;
  change(input);
  const zero = { V_Ed: 0, N_Ed: 0, N_tie: 0, M_y: 0, M_z: 0, V_z: 0, V_y: 0 };
  return {
    ...found,
    input,
    combinations: [{ ...found.combinations[0]!, ...zero, name: 'C1', ...actions }],
  } as unknown as StoredJoint;
}
/** A plate that does not bend, as the section method has it. */
const stiff = (input: Record<string, Record<string, unknown>>): void => {
  input['plate']!['t'] = 100;
  input['options'] = { ...input['options'], method: 'section' };
};
const run = (joint: StoredJoint, asked: FieldAsked = {}) => jointField(joint, tern, { preview: true, ...asked });
const model = (joint: StoredJoint) => jointModel(joint, tern, { preview: true }).model;
/** Tension of all anchors under a plate that stays plane, on springs: the section method's own solver. */
function sectionTension(joint: StoredJoint): number {
  const { beds, bolts } = model(joint);
  const { N_Ed, M_y, M_z } = (joint as unknown as { combinations: Record<string, number>[] }).combinations[0]!;
  const [x, y] = [205, 155];
  const region = regionOf([[-y, -x, y, -x, y, x, -y, x]]);
  const anchors = bolts.map((b) => ({ y: b.point[1], z: b.point[0], k: b.k_t }));
  const bed = { region, law: 'winkler' as const, k_w: beds[0]!.k, f_jd: beds[0]!.f!, anchors };
  return solveContact(bed, { N: 1e3 * N_Ed!, M_y: 1e6 * M_y!, M_z: 1e6 * M_z! })!.T;
}

describe('the model of a column base', () => {
  it.each(['P1-01', 'P1-04', 'P2-01', 'P2-03', 'P3-02'])(
    'has column, plate, bed and anchors joined, and moves as one: %s',
    (mark) => {
      const { model: made } = jointModel(
        tern.joints.find((j) => j.mark === mark)!,
        tern,
        { preview: true },
      );
      const mesh = meshOf(made);
      const { links, grounded, parts } = tied(made, mesh);
      for (const { size } of links.faults((l) => !grounded.has(l))) expect(size).toBeLessThan(1e-9);
      const welded = new Set(parts.flatMap((p) => (p.kind === 'weld' ? [p.weld.a, p.weld.b] : [])));
      expect(mesh.plates.map((p) => p.name).filter((n) => !welded.has(n))).toEqual([]);
      expect(parts.filter((p) => p.kind === 'bolt')).toHaveLength(made.bolts.length);
      // The bed is under all of the plate, less its holes.
      const [bed] = parts.filter((p) => p.kind === 'bed');
      expect(bed!.presses).toHaveLength(mesh.plates.find((p) => p.name === 'plate')!.nodes.length);
    },
  );
  it('of P1-01 has its strengths: f_jd, the bed of Table 6.11, 4 anchors M20 8.8 with 8 d and what they go through', () => {
    const made = model(base('P1-01', () => undefined, { N_Ed: 100 }));
    const [bed] = made.beds;
    // f_jd = 2/3 alpha f_cd with f_cd = 0.85 x 30/1.5 = 17 or 20 by the annex; the check prints it.
    expect(bed!.f! / 20).toBeGreaterThan(1);
    // E_cm = 22000 (38/10)^0.3 = 32.84 GPa over 1.275 sqrt of the effective area, which is under the plate's 310 x 410.
    expect(bed!.k).toBeGreaterThan((22000 * 3.8 ** 0.3) / (1.275 * Math.sqrt(310 * 410)));
    const [anchor] = made.bolts;
    // L_b = 8 x 20 + 30 + 15 + 5 + 0.4 x 20 = 218; k = 210000 x 245/218.
    expect([anchor!.L_b, anchor!.k_t]).toEqual([218, expect.closeTo((210_000 * 245) / 218, 0)]);
    // The concrete gives before 245 x 800/1.5 = 130.7 kN of its steel.
    expect(anchor!.F_t_Rd).toBeCloseTo((245 * 800) / 1.5, -2);
    expect(anchor!.concrete!.N!).toBeLessThan(anchor!.F_t_Rd);
    expect(made.welds.filter((w) => w.type === 'fillet').every((w) => w.bears)).toBe(true);
  });
  it('carries its column by butt welds where it has such', () => {
    const made = model(
      base('P1-01', (i) => (i['weld'] = { type: 'butt', a_f: 6, a_w: 4, method: 'job', bearing: true }), { N_Ed: -100 }),
    );
    expect(made.welds.filter((w) => w.name?.startsWith('butt')).map((w) => [w.a, w.b])).toEqual([
      ['column web', 'plate'],
      ['column +z flange', 'plate'],
      ['column −z flange', 'plate'],
    ]);
    expect(made.welds.some((w) => w.type === 'fillet')).toBe(false);
  });
  it('has no bed where the plate reaches past its block', () => {
    const joint = base('P1-01', (i) => Object.assign(i['concrete']!, { B_z: 380 }), { N_Ed: -100 });
    const made = model(joint);
    const xs = made.beds[0]!.outline!.map((p) => p[0]);
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([-190, 190]);
    const { parts } = tied(made, meshOf(made));
    const [bed] = parts.filter((p) => p.kind === 'bed');
    expect(bed!.places.length).toBeLessThan(meshOf(made).plates.find((p) => p.name === 'plate')!.nodes.length);
  });
});

describe('a base that is analysed', () => {
  it('presses a stiff plate evenly: at its strength everywhere under A f_jd', () => {
    const joint = base(
      'P1-01',
      (i) => (
        stiff(i),
        Object.assign(i['plate']!, { h: 260, b: 260 }),
        Object.assign(i['anchors']!, { pattern: { type: 'none' } })
      ),
      { N_Ed: -1000 },
    );
    const [bed] = model(joint).beds;
    const f = run(joint);
    // N = 260 x 260 f_jd.
    expect(f.result.multiple).toBeGreaterThan(0.97 * ((260 * 260 * bed!.f!) / 1e6));
    expect(f.result.multiple).toBeLessThan(1.01 * ((260 * 260 * bed!.f!) / 1e6));
    const use = f.result.design!.uses.find((u) => u.kind === 'bed')!;
    expect(use.value).toBeCloseTo(1e6 / (260 * 260 * bed!.f!), 1);
  });
  it.each([
    ['M_y', 'anchors at −z', { N_Ed: -100, M_y: 40 }, (a: { x: number; y: number }) => -a.x],
    ['M_y the other way', 'anchors at +z', { N_Ed: -100, M_y: -40 }, (a: { x: number; y: number }) => a.x],
    ['M_z', 'anchors at −y', { N_Ed: -100, M_z: 30 }, (a: { x: number; y: number }) => -a.y],
  ])(
    'shares forces as plane sections do where the plate is stiff: %s pulls %s',
    (_name, _which, actions, side) => {
      const joint = base('P1-01', stiff, actions);
      const { bolts } = model(joint);
      const f = run(joint, { until: 'design' });
      const state = f.result.design!;
      const pulled = state.bolts.map((b, i) => ({ T: b.F_t, at: side({ x: bolts[i]!.point[0], y: bolts[i]!.point[1] }) }));
      for (const { T, at } of pulled) at > 0 ? expect(T).toBeGreaterThan(5e3) : expect(Math.abs(T)).toBeLessThan(100);
      // The section method: the bed as springs with a straight line of pressure.
      const T = sectionTension(joint);
      expect(pulled.reduce((s, p) => s + Math.max(0, p.T), 0) / T).toBeGreaterThan(0.97);
      expect(pulled.reduce((s, p) => s + Math.max(0, p.T), 0) / T).toBeLessThan(1.06);
    },
    60_000,
  );
  it('stops where the concrete of its anchors does: lifted straight, at the multiple of the check', () => {
    const joint = base('P1-01', stiff, { N_Ed: 60 });
    const f = run(joint);
    expect(f.result.stop!.kind).toBe('concrete');
    expect(f.result.multiple / f.hand!.multiple).toBeCloseTo(1, 2);
    for (const b of f.result.limit!.bolts) expect(b.F_t).toBeCloseTo((60e3 * f.result.limit!.lam) / 4, -3);
  });
  it('stops where tension and shear together break the concrete; the shear of anchors acts at the underside', () => {
    // Lifted, so that nothing rubs: 15 kN of tension and 5 kN of shear an anchor.
    const joint = base('P1-01', stiff, { N_Ed: 60, V_z: 20 });
    const { concrete } = model(joint).bolts[0]!;
    const f = run(joint);
    const state = f.result.design!;
    for (const b of state.bolts) {
      // At the upper face 20 kN x 100 mm over two rows at 310 mm would shift 3 kN between them.
      expect(b.F_t / 15e3).toBeCloseTo(1, 1);
      expect(b.planes[0]!.F_v / 5e3).toBeCloseTo(1, 1);
    }
    const together = ((15e3 / concrete!.N!) ** 1.5 + (5e3 / concrete!.V!) ** 1.5) ** (1 / 1.5);
    expect(concrete!.power).toBe(1.5);
    expect(f.result.stop!.kind).toBe('concrete');
    expect(f.result.multiple * together).toBeGreaterThan(0.97);
    expect(f.result.multiple * together).toBeLessThan(1.03);
  });
  it('takes the shear by friction first and the rest by its anchors; a twist by all of them', () => {
    // Friction 0.2 x 60 = 12 of 48 kN along z: 36 over four anchors.
    const f = run(
      base('P1-01', () => undefined, { N_Ed: -60, V_z: 48 }),
      { until: 'design' },
    );
    const shears = f.result.design!.bolts.map((b) => b.planes[0]!.F_v);
    expect(shears.reduce((s, v) => s + v, 0) / 36e3).toBeCloseTo(1, 1);
    // 4 kNm over anchors at (105, 155): r = 187.2, J = 4 r^2, each T r/J = 5.34 kN.
    const twisted = run(
      base('P1-01', () => undefined, { N_Ed: -60, T: 4 }),
      { until: 'design' },
    );
    for (const b of twisted.result.design!.bolts) expect(b.planes[0]!.F_v / (4e6 / (4 * Math.hypot(105, 155)))).toBeCloseTo(1, 1);
    // Enough weight: friction alone, and no anchor is sheared.
    const heavy = run(
      base('P1-01', () => undefined, { N_Ed: -600, V_z: 48 }),
      { until: 'design' },
    );
    expect(heavy.result.design!.bolts.every((b) => b.planes.length === 0)).toBe(true);
    const { balance } = heavy.result.design!;
    for (const b of [balance.force, balance.moment, balance.plate]) expect(b).toBeLessThan(1e-3);
  });
  it('has its moment at the underside, whatever shear friction takes there', () => {
    const pull = (V_z: number): number => {
      const f = run(
        base('P1-04', () => undefined, { N_Ed: -300, M_y: 100, V_z }),
        { until: 'design' },
      );
      return f.result.design!.bolts.reduce((s, b) => s + Math.max(0, b.F_t), 0);
    };
    const alone = pull(0);
    // 50 kN at half of 35 mm would be 0.9 kNm.
    for (const V_z of [50, -50]) expect(pull(V_z) / alone).toBeCloseTo(1, 2);
  });
  it.each([
    [{ N_Ed: -60, V_z: 48 }, 'friction', /friction does not carry the shear of this combination/],
    [{ N_Ed: -600, T: 2 }, 'friction', /nothing but anchors takes a twist/],
  ])('says which force has no path: %j by %s', (actions, path, said) => {
    const joint = base('P1-01', (i) => (i['shear'] = { path, N_from: 'column' }), actions);
    expect(() => model(joint)).toThrow(said);
  });
  it('needs anchors for what they have to take, and holes that let them', () => {
    const none = base('P1-01', (i) => Object.assign(i['anchors']!, { pattern: { type: 'none' } }), { N_Ed: -60, V_z: 48 });
    expect(() => model(none)).toThrow(/there is no anchor to take the shear/);
    const loose = base('P1-01', (i) => Object.assign(i['anchors']!, { washers_welded: false, hole: 34 }), { N_Ed: -60, V_z: 48 });
    expect(() => model(loose)).toThrow(/the anchors take no shear in these holes/);
  });
  it('tells the walls of a round column as one', () => {
    const f = run(
      tern.joints.find((j) => j.mark === 'P2-01')!,
      { until: 'design', combination: 'C1' },
    );
    const parts = f.result.design!.uses.map((u) => u.part);
    expect(parts.filter((p) => p.startsWith('column'))).toEqual(['column wall', 'column wall']);
    expect(parts.filter((p) => p.startsWith('weld'))).toEqual(['weld of column wall on plate', 'weld of column wall on plate']);
  });
});

describe('a base that no engineer would accept', () => {
  const none = (i: Record<string, Record<string, unknown>>): void =>
    void Object.assign(i['anchors']!, { pattern: { type: 'none' } });
  it.each([
    ['lifted without an anchor', { N_Ed: 60 }],
    ['turned over without an anchor', { N_Ed: -60, M_y: 40 }],
  ])(
    '%s does not hold: what is open carries nothing',
    (_name, actions) => {
      const f = run(base('P1-01', none, actions));
      expect(f.result.multiple).toBeLessThan(0.01);
      expect(f.result.words).toMatch(/lifting off that nothing holds: bed of plate\.$/);
      expect(besideHand(f)).toMatch(/^The hand method finds no resistance/);
    },
    60_000,
  );
  it('turned within its middle without an anchor holds, as a block does', () => {
    // e = 5/100 = 50 mm of 410: all of it under 410/2.
    const f = run(base('P1-01', none, { N_Ed: -100, M_y: 5 }), { until: 'design' });
    expect(f.result.end).toBe('design');
  });
  it('under a load far beyond it stops where it does under a part of that load', () => {
    const [once, tenfold] = [600, 6_000].map((N) => run(base('P1-01', () => undefined, { N_Ed: -N })).result.multiple);
    // The same base at another load: the multiples are as the loads, to the step of the path.
    expect((tenfold! * 10) / once!).toBeGreaterThan(0.9);
    expect((tenfold! * 10) / once!).toBeLessThan(1.1);
  });
});
