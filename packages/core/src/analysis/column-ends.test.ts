import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Combination } from '../actions/combination.ts';
import type { MemberPart } from '../detail/solid.ts';
import { readJob } from '../job/document.ts';
import { jointModel } from '../job/field.ts';
import { buildJoint } from '../joints/report.ts';
import { basisOf } from '../standards/job-basis.ts';
import { analyse } from './analyse.ts';
import { besideOf } from './detail-beside.ts';
import { sheetsOf } from './sheets.ts';
import type { Vec } from './vector.ts';

const job = readJob(JSON.parse(readFileSync('demo/tern-quay.json', 'utf8')));
const eaves = job.joints.find((j) => j.mark === 'R1-01')!;
/** The eaves joint with its column ending so far over the top and under the foot of the beam with its haunch; undefined where it runs on. */
function made(end_above?: number, end_below?: number) {
  const { end_above: _above, ...column } = (eaves.input as { readonly column: Readonly<Record<string, unknown>> }).column;
  const input = {
    ...(eaves.input as object),
    column: { ...column, ...(end_above === undefined ? {} : { end_above }), ...(end_below === undefined ? {} : { end_below }) },
  };
  const { solid } = buildJoint({ kind: eaves.kind, input }, basisOf(job));
  const sheets = sheetsOf(solid);
  const heights = sheets.sheets
    .filter((s) => s.part === 'support')
    .flatMap((s) => s.outline.map(([u, v]) => s.origin[2] + u * (s.ex as Vec)[2] + v * (s.ey as Vec)[2]));
  const ends = sheets.ends.filter((e) => e.part === 'support').map((e) => `${e.name}${e.upper ? ', upper' : ''}`);
  return { solid, sheets, high: Math.max(...heights), low: Math.min(...heights), ends };
}

describe('a column that ends at the joint', () => {
  it('is cut where it ends, and nothing holds it there', () => {
    const on = made();
    expect(on.ends).toEqual(['support low', 'support high, upper']);
    const eaved = made(110);
    expect([eaved.high, eaved.low, eaved.ends]).toEqual([110, on.low, ['support low']]);
    // The beam is 355 deep and the haunch 320 more: what ends 90 under its foot ends there.
    const hung = made(undefined, 90);
    expect(hung.low).toBeCloseTo(-355 - 320 - 90, 6);
    expect([hung.high, hung.ends]).toEqual([on.high, ['support high']]);
  });
  it('runs on where its end is farther than what is shown of it', () => {
    const on = made();
    const far = made(9000, 9000);
    expect([far.high, far.low, far.ends]).toEqual([on.high, on.low, on.ends]);
  });
  it('can not be analysed where it ends on both sides', () => {
    expect(() => made(110, 90)).toThrow(/the column ends over and under the joint, and nothing holds it/);
  });
  it('has no end over it for its own force, which comes of the beam', () => {
    const c = { name: 'C', V_Ed: 100, N_Ed: 20, N_tie: 0, M_Ed: 150, N_col: -300 };
    const { solid, sheets } = made(110);
    const free = besideOf(solid, sheets, c);
    expect([free.taken.includes('N_col'), free.guided, free.loads]).toEqual([true, [], []]);
    const on = made();
    const held = besideOf(on.solid, on.sheets, c);
    expect(held.guided).toEqual([{ name: 'support high', held: ['y', 'rx', 'ry', 'rz'] }]);
    expect(held.loads).toEqual([{ section: 'support high', F: [-10_000, 0, -300_000], M: [0, 0, 0] }]);
  });
});

describe("the column's own forces", () => {
  const through = job.joints.find((j) => j.mark === 'R2-04')!;
  const { solid } = buildJoint(through, basisOf(job));
  const sheets = sheetsOf(solid);
  const [beam, column] = ['beam', 'support'].map((id) => solid.members.find((m) => m.id === id)!) as [MemberPart, MemberPart];
  const top = sheets.ends.find((e) => e.upper)!;
  const beside = (c: Partial<Combination>) =>
    besideOf(solid, sheets, { name: 'C', V_Ed: 0, N_Ed: 0, N_tie: 0, ...c } as Combination);
  const end = (c: Partial<Combination>) => beside(c).loads[0] as { F: Vec; M: Vec } | undefined;

  it('act against the shear of the panel, whichever way that goes', () => {
    // Hogging pulls the column to +x over the middle of its panel: what relieves it pushes the upper end to -x.
    expect(end({ M_Ed: 180, V_col: 30 })!.F).toEqual([-30_000, 0, 0]);
    expect(end({ M_Ed: 180, V_col: -30 })!.F).toEqual([30_000, 0, 0]);
    expect(end({ M_Ed: -180, V_col: 30 })!.F).toEqual([30_000, 0, 0]);
    expect(end({ M_Ed: 40, M_other: 90, V_col: 30 })!.F).toEqual([30_000, 0, 0]);
    // Beside half of what pulls the beam off, and the force along the column.
    expect(end({ M_Ed: 180, N_Ed: 20, V_col: 30, N_col: -400 })!.F).toEqual([-40_000, 0, -400_000]);
    expect(end({ M_Ed: 180 })).toBeUndefined();
  });
  it('bend it by M_col where the beam presses, about its axis, by what comes in above', () => {
    const z = top.point[2];
    for (const c of [
      { M_Ed: 180, V_Ed: 110, M_col: 150 },
      { M_Ed: 180, V_Ed: 110, N_Ed: -35, N_col: -500, V_col: 25, M_col: 150 },
      { M_Ed: 180, M_other: 60, V_Ed: 70, V_col: -40, M_col: -110 },
      { M_Ed: 20, V_Ed: -90, N_Ed: 15, M_col: 400 },
    ]) {
      const { F, M } = end(c)!;
      // About (-h_c/2, 0, -h): the force at the end, that of the beam at its axis and the support face, its moment less that of the other beam.
      const under =
        M[1] +
        F[0] * (z + beam.h) +
        1e6 * (c.M_Ed - ((c as { M_other?: number }).M_other ?? 0)) +
        (1e3 * c.V_Ed * column.h) / 2 +
        (1e3 * ((c as { N_Ed?: number }).N_Ed ?? 0) * beam.h) / 2;
      expect(under / 1e6).toBeCloseTo(Math.abs(c.M_col), 6);
      expect(beside(c).guided[0]!.held).not.toContain('ry');
    }
    // A beam that presses at its top: over the beam.
    const { F, M } = end({ M_Ed: -180, V_Ed: -60, V_col: 12, M_col: 130 })!;
    expect((M[1] + F[0] * z) / 1e6).toBeCloseTo(130, 6);
  });
  it('are held as without it where M_col is under half of what the beams bring, which it can not be', () => {
    const brought = 180 + (110 * column.h) / 2e3;
    const at = (M_col: number) => beside({ M_Ed: 180, V_Ed: 110, M_col });
    expect([at(0).loads, at((brought / 2) * 0.999).loads]).toEqual([[], []]);
    expect(at(0).guided).toEqual([{ name: 'support high', held: ['y', 'z', 'rx', 'ry', 'rz'] }]);
    // At half of it the end has the other half, against it.
    const { M } = at((brought / 2) * 1.000001).loads[0] as { M: Vec };
    expect(M[1] / 1e6).toBeCloseTo(-brought / 2, 3);
  });
  it('come of the beam where the column ends at the joint', () => {
    const { solid: eaved, sheets: cut } = made(110);
    const c = { name: 'C', V_Ed: 100, N_Ed: 20, N_tie: 0, M_Ed: 150, N_col: -300, V_col: 10, M_col: 150 };
    const free = besideOf(eaved, cut, c);
    expect(free.taken).toEqual(expect.arrayContaining(['N_col', 'V_col', 'M_col']));
    expect([free.guided, free.loads]).toEqual([[], []]);
  });
  it('load its panel: a column that is sheared along with it yields at less, one that is sheared against it at more', () => {
    const first = (more: object): number => {
      const combinations = through.combinations.map((c) => ({ ...c, ...more }));
      const { model } = jointModel({ ...through, combinations }, job, { preview: true, combination: 'C4' });
      const result = analyse(model, { until: 'design' });
      return result.events.find((e) => e.kind === 'yield' && e.part === 'support web')?.at ?? Infinity;
    };
    const [along, against] = [-100, 100].map((V_col) => first({ V_col, M_Ed: 260 })) as [number, number];
    // The pair brings (260 - 41)/(406.4 - 12.8) = 556 kN to the panel: with 100 kN along it and against it 656 and 456; what bends its web besides is alike.
    expect(along / against).toBeGreaterThan(456 / 656 - 0.05);
    expect(along / against).toBeLessThan(456 / 656 + 0.1);
  });
});
