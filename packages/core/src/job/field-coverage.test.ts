import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { FieldModel } from '../analysis/model.ts';
import { meshOf } from '../analysis/mesh.ts';
import { tied } from '../analysis/ties.ts';
import { readJob } from './document.ts';
import { readJoint } from './joint-document.ts';
import { notComputed } from '../analysis/scope.ts';
import { jointField, jointModel } from './field.ts';
import { proposedCombinations } from './field-worst.ts';
import type { StoredJoint } from './lists.ts';

const job = (name: string) =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8')));
const [tern, heron] = [job('tern-quay'), job('heron-street')];
type Job = typeof tern;
const joint = (of: Job, mark: string): StoredJoint => of.joints.find((j) => j.mark === mark)!;
const model = (of: Job, mark: string, combination: string): FieldModel =>
  jointModel(joint(of, mark), of, { combination, preview: true }).model;
/** The joint with another value of an action in all its combinations. */
const acting = (j: StoredJoint, more: object): StoredJoint =>
  ({ ...j, combinations: j.combinations.map((c) => ({ ...c, ...more })) }) as StoredJoint;
const plate = (m: FieldModel, name: string) => m.plates.find((p) => p.name === name)!;
const wide = (m: FieldModel, name: string): [number, number] => {
  const y = plate(m, name).outline.map((p) => p[1]);
  return [Math.min(...y), Math.max(...y)];
};

describe('joints that can be analysed', () => {
  it.each([
    ['tern-quay', tern],
    ['heron-street', heron],
  ] as const)('are all of %s, under every combination that some check gives first under', (_, of) => {
    for (const j of of.joints)
      for (const { name } of proposedCombinations(j, of))
        expect(jointModel(j, of, { combination: name, preview: true }).model.plates.length, `${j.mark}, ${name}`).toBeGreaterThan(
          1,
        );
  });
  it.each([
    ['K1-01', 'U12'],
    ['E2-01', 'U12'],
    ['R2-04', 'C4'],
    ['R3-01', 'C2'],
    ['M1-02', 'C2'],
    ['A1-02', 'C1'],
  ])('have every link without force where all moves as one: %s', (mark, combination) => {
    const made = model(tern.joints.some((j) => j.mark === mark) ? tern : heron, mark, combination);
    const { links, grounded } = tied(made, meshOf(made));
    for (const { size } of links.faults((l) => !grounded.has(l))) expect(size).toBeLessThan(1e-9);
  });
});

describe('a state that is told', () => {
  it('is in balance, of all and of each plate, also where a step ended sooner: the eaves joint R1-01', () => {
    const { design } = jointField(joint(tern, 'R1-01'), tern, { preview: true, until: 'design' }).result;
    const { force, moment, plate: each } = design!.balance;
    // The step itself leaves 1 % on a plate.
    for (const off of [force, moment, each]) expect(off).toBeLessThan(5e-4);
  });
});

describe('a channel', () => {
  it('has its flanges on one side of its web, and its root at the web alone', () => {
    const made = model(tern, 'K1-01', 'U12');
    // PFC 260 x 90 x 35: web of 8 in the middle of y, flanges 90 wide from its back.
    expect(wide(made, 'beam top flange')).toEqual([-4, 86]);
    const root = made.welds.find((w) => w.name === 'root of beam web on beam top flange')!;
    expect([root.type, root.toe]).toEqual(['butt', 0]);
  });
  it.each(['beam_web', 'column_web'])('that supports has them on the side of the joint, as they are drawn: %s', (type) => {
    const { loads: _cases, checked: _signed, ...j } = joint(tern, 'B1-01') as StoredJoint & { checked?: unknown };
    const support = { type, section: 'PFC 300x100x46', steel: { grade: 'S275' } };
    const combinations = [{ name: 'C1', V_Ed: 60, N_Ed: 10, N_tie: 0 }];
    const on = readJoint({ ...j, line: undefined, combinations, input: { ...j.input, support } } as never, 'B1-01');
    const made = jointModel(on, tern, { preview: true }).model;
    // Web of 9 with its face at x = 0: flanges 100 wide from its back at x = -9.
    for (const name of ['support first flange', 'support second flange']) {
      const { origin, ex, outline } = plate(made, name);
      expect(ex).toEqual([1, 0, 0]);
      const x = outline.map((p) => origin[0] + p[0]);
      expect([Math.min(...x), Math.max(...x)]).toEqual([-9, 91]);
      expect(made.welds.find((w) => w.name === `root of support web on ${name}`)!.toe).toBe(0);
    }
    // Its depth over its flanges: 300 between their outer faces.
    const [a, b] = ['support first flange', 'support second flange'].map((n) => plate(made, n).origin);
    expect(Math.abs(a![type === 'beam_web' ? 2 : 1] - b![type === 'beam_web' ? 2 : 1]) + 16.5).toBeCloseTo(300, 6);
    const { links, grounded } = tied(made, meshOf(made));
    for (const { size } of links.faults((l) => !grounded.has(l))) expect(size).toBeLessThan(1e-9);
    const f = jointField(on, tern, { preview: true });
    expect(f.result.end).toBe('stopped');
    expect(f.result.multiple / f.hand!.multiple).toBeGreaterThan(0.85);
    const { force, moment, plate: each } = f.result.design!.balance;
    for (const off of [force, moment, each]) expect(off).toBeLessThan(5e-4);
  });
});

describe('a splice', () => {
  it('holds the other beam at its end, and loads this one', () => {
    const made = model(tern, 'R3-01', 'C2');
    expect(made.sections.map((s) => [s.name, s.fixed, Math.sign(s.point[0])])).toEqual([
      ['beam', false, 1],
      ['other beam', true, -1],
    ]);
    // UB 457 x 191 x 67, 453.4 deep: a stub of 1.2 depths past the plate of 25 on either side.
    const [near, far] = made.sections.map((s) => Math.abs(s.point[0]));
    expect(near).toBeCloseTo(25 + 1.2 * 453.4, 6);
    expect(far).toBeCloseTo(25 + 1.2 * 453.4, 6);
    expect(new Set(made.bolts.map((b) => b.plies.join()))).toEqual(new Set(['plate,plate-2']));
  });
});

describe('a beam on the other face of a column', () => {
  it('brings its moment as a pair of forces along the far flange, which stays elastic', () => {
    const made = model(tern, 'R2-04', 'C4');
    const far = plate(made, 'support far flange');
    expect(far.fy).toBeNull();
    // UB 406 x 178 x 60: 41 kNm over 406.4 - 12.8 = 393.6 is 104.17 kN, on 177.9 is 585.5 N/mm; tension at the top pulls away, to -x.
    expect(made.lines.map((l) => [l.plate, l.q[0].toFixed(1)])).toEqual([
      ['support far flange', '-585.5'],
      ['support far flange', '585.5'],
    ]);
    const [top, bottom] = made.lines;
    expect(top!.p0[2]).toBeCloseTo(-6.4, 6);
    expect(bottom!.p0[2]).toBeCloseTo(-406.4 + 6.4, 6);
    expect(top!.p1[1] - top!.p0[1]).toBeCloseTo(177.9, 6);
    // Without it the far flange may yield, and nothing acts there.
    const alone = jointModel(acting(joint(tern, 'R2-04'), { M_other: 0 }), tern, { combination: 'C4', preview: true }).model;
    expect([plate(alone, 'support far flange').fy, alone.lines]).toEqual([345, []]);
  });
  it('of the same sense takes the shear off the panel that one of the other sense adds to', () => {
    const stressOf = (M_other: number): number => {
      const f = jointField(acting(joint(tern, 'R2-04'), { M_Ed: 30, M_other, V_Ed: 0 }), tern, {
        combination: 'C4',
        preview: true,
        until: 'design',
        pictures: true,
      });
      // In the middle of the panel: UC 254 x 254 x 107 is 266.7 deep.
      const { plates, plateOf, places, stress } = f.result.design!.picture!;
      const far = (i: number): number => Math.hypot(places[3 * i]! + 133, places[3 * i + 2]! + 203);
      const web = [...plateOf.keys()].filter((i) => plateOf[i] === plates.indexOf('support web'));
      return stress[web.reduce((a, b) => (far(b) < far(a) ? b : a))]!;
    };
    // 30 kNm over 393.6 is 76.2 kN on a web of 225.7 x 12.8: 26.4 MPa, sqrt3 of it over 345 is 0.132. No shear of a short stub takes from it.
    const [less, one, more] = [stressOf(30), stressOf(0), stressOf(-30)];
    expect(one).toBeGreaterThan(0.92 * 0.132);
    expect(one).toBeLessThan(1.03 * 0.132);
    expect(more / one).toBeGreaterThan(1.9);
    expect(more / one).toBeLessThan(2.1);
    expect(less).toBeLessThan(0.2 * one);
  });
});

describe('the force of a column', () => {
  it('comes in over the joint, at an end that slides along it', () => {
    const made = model(heron, 'M1-01', 'C2');
    const high = made.sections.find((s) => s.name === 'support high')!;
    expect([high.fixed, made.sections.find((s) => s.name === 'support low')!.fixed]).toEqual([false, true]);
    // 210 kip of compression.
    expect(made.loads.find((l) => l.section === 'support high')!.F[2]).toBeCloseTo(-210 * 4448.2216, -1);
    expect(high.held).toEqual(['y', 'rx', 'ry', 'rz']);
    // On the axis of the column, 14.0 in deep, so that it bends nothing.
    expect(high.point[0]).toBeCloseTo(-7 * 25.4, 6);
  });
  it('presses the column as far as force over area says', () => {
    // W14 x 90 of 26.5 sq in to A992: 600 kip is 22.6 ksi, 0.50 of 0.9 x 50.
    const f = jointField(acting(joint(heron, 'M1-01'), { M_Ed: 0.001, V_Ed: 0.001, N_Ed: 0, N_col: -600 * 4.4482216 }), heron, {
      combination: 'C2',
      preview: true,
      until: 'design',
      pictures: true,
    });
    const { plates, plateOf, stress } = f.result.design!.picture!;
    for (const name of ['support web', 'support flange', 'support far flange']) {
      const of = [...stress].filter((_, i) => plateOf[i] === plates.indexOf(name)).sort((a, b) => a - b);
      const middle = of[of.length >> 1]! / (600 / 26.5 / 45);
      // Rolled roots are not in the plates: some 1.5 % of the area.
      expect(middle, name).toBeGreaterThan(0.99);
      expect(middle, name).toBeLessThan(1.03);
    }
    const { balance } = f.result.design!;
    expect(Math.max(balance.force, balance.moment, balance.plate)).toBeLessThan(1e-3);
  });
  it('and its end follow the joint sideways: of a force along the beam each end takes half, of a moment none', () => {
    const at = (more: object) => jointModel(acting(joint(tern, 'R2-04'), { M_other: 0, ...more }), tern, { combination: 'C4', preview: true }).model; // prettier-ignore
    const pulled = at({ N_Ed: 60 });
    expect(pulled.loads.map((l) => [l.section, l.F[0]])).toEqual([
      ['support high', -30_000],
      ['beam', 60_000],
    ]);
    expect(at({}).loads.map((l) => l.section)).toEqual(['beam']);
    expect(at({}).sections.find((s) => s.name === 'support high')!.held).toEqual(['y', 'z', 'rx', 'ry', 'rz']);
    // A beam that supports another is held at both its ends.
    expect(model(tern, 'E2-01', 'U12').sections.filter((s) => s.fixed)).toHaveLength(2);
  });
  it('is refused of a splice, with its name', () => {
    const j = acting(joint(tern, 'R3-01'), { N_col: -50 });
    expect(() => jointModel(j, tern, { combination: 'C2' })).toThrow(/N_col|column/);
  });
});

describe('a beam on the far face of a web', () => {
  it('shares the bolts of both, and lays its reaction on its plate', () => {
    const made = model(tern, 'E2-01', 'U12');
    // 5 rows of 4 here, 3 of 2 there in the same holes.
    const plies = made.bolts.map((b) => b.plies.join());
    expect(plies.filter((p) => p === 'plate,support web,far plate')).toHaveLength(6);
    expect(plies.filter((p) => p === 'plate,support web')).toHaveLength(14);
    const far = plate(made, 'far plate');
    const [x, y] = [0, 1].map((k) => far.outline.map((p) => p[k]!));
    const holes = far.holes.reduce((s, h) => s + (Math.PI / 4) * h.d ** 2, 0);
    const A = (Math.max(...x!) - Math.min(...x!)) * (Math.max(...y!) - Math.min(...y!)) - holes;
    const [q] = made.pressures;
    expect(q!.plate).toBe('far plate');
    expect(q!.q[2] * A).toBeCloseTo(-130_000, 3);
    // The combination's own reaction goes before, and tying acts alone.
    const given = jointModel(acting(joint(tern, 'E2-01'), { V_far: 40 }), tern, { combination: 'T1', preview: true }).model;
    expect(given.pressures).toEqual([]);
  });

  it('are told where the far beam is given by its reaction alone: no part of the model carries it', () => {
    const said = (mark: string, other_side: object | undefined) => {
      const from = joint(tern, mark);
      const support = { ...(from.input as { support: object }).support, other_side };
      return jointModel({ ...from, input: { ...(from.input as object), support } }, tern, { preview: true }).absent;
    };
    const alone = ['the beam on the far face of the support and its reaction of 90 kN'];
    for (const mark of ['M1-04', 'E2-01', 'A1-03']) {
      expect([mark, said(mark, { V_Ed: 90 })]).toEqual([mark, alone]);
      expect([mark, said(mark, undefined)]).toEqual([mark, []]);
    }
    expect(said('E2-01', { V_Ed: 90, bolts: { n1: 3, p1: 70, p3: 140, drop: 70 } })).toEqual([]);
    expect(notComputed(alone)).toMatch(/Not computed: .*fatigue\. Not in the model: the beam on the far face .* of 90 kN\.$/);
  });
});

describe('ribs and plates on a web, whose welds have no size in the detail', () => {
  it('are joined for their full strength where they meet', () => {
    const made = model(heron, 'M1-02', 'C2');
    const of = (name: string) => made.welds.filter((w) => w.a === name);
    expect(of('rib-top').map((w) => [w.b, w.type])).toEqual([
      ['plate', 'butt'],
      ['beam top flange', 'butt'],
    ]);
    // A doubler lies on the web: all four of its edges, on the face between both.
    const doubler = of('web-plate-near');
    expect(doubler.map((w) => [w.b, w.type, w.strong])).toEqual(Array.from({ length: 4 }, () => ['support web', 'fillet', true]));
    const web = plate(made, 'support web');
    expect(doubler.every((w) => Math.abs(Math.abs(w.p0[1]) - web.t / 2) < 1e-9)).toBe(true);
  });
});
