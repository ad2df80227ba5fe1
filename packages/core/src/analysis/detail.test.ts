import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Combination } from '../actions/combination.ts';
import { buildJoint } from '../joints/report.ts';
import { basisOf } from '../standards/job-basis.ts';
import { fieldModelOf } from './detail.ts';
import { sheetsOf } from './sheets.ts';
import { boxOf } from './outline.ts';

const job = JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')) as Parameters<
  typeof basisOf
>[0] & { joints: { mark: string; kind: string; input: unknown }[] };
const built = (mark: string) =>
  buildJoint(job.joints.find((j) => j.mark === mark)! as Parameters<typeof buildJoint>[0], basisOf(job));
const acting = (more: object): Combination => ({ name: 'X', note: '', V_Ed: 0, N_Ed: 0, N_tie: 0, ...more }) as Combination;

describe('sheets of a detail', () => {
  it('of a beam are its web between the flanges and the flanges at their mid-planes, notched where it is', () => {
    const { sheets } = sheetsOf(built('M1-06').solid);
    const web = sheets.find((s) => s.name === 'beam web')!;
    const top = sheets.find((s) => s.name === 'beam top flange')!;
    const bottom = sheets.find((s) => s.name === 'beam bottom flange')!;
    const member = built('M1-06').solid.members.find((m) => m.id === 'beam')!;
    const [, low, , high] = boxOf(web.outline);
    expect([low, high]).toEqual([-(member.h - member.tf), -member.tf]);
    // The notch takes the top flange away over its length, not the bottom one.
    expect(boxOf(top.outline)[0]).toBeGreaterThan(boxOf(bottom.outline)[0] + 20);
    expect([top.origin[2], bottom.origin[2]]).toEqual([-member.tf / 2, -member.h + member.tf / 2]);
    expect(web.outline.length).toBeGreaterThan(4);
  });
  it('of a column have the face of the support at x = 0, by flange or by web', () => {
    const flange = sheetsOf(built('B2-14').solid).sheets.find((s) => s.name === 'support flange')!;
    expect(flange.origin[0] + flange.t / 2).toBeCloseTo(0, 12);
    const web = sheetsOf(built('B1-07').solid).sheets.find((s) => s.name === 'support web')!;
    expect(web.origin[0] + web.t / 2).toBeCloseTo(0, 12);
    // Held at both ends of a stub of 1.2 depths beyond the joint.
    const { ends } = sheetsOf(built('B2-14').solid);
    expect(ends.map((e) => [e.name, e.loaded])).toEqual([
      ['beam', 'beam'],
      ['support low', null],
      ['support high', null],
    ]);
  });
  it('of an angle meet at the corner of their mid-lines', () => {
    const { sheets, roots } = sheetsOf(built('A1-01').solid);
    const corner = roots.filter((r) => r.type === 'seam');
    // Two angles of 100 x 100 x 10 each side of a web of 8.5: x = 5, y = 4.25 + 5.
    expect(corner.map((r) => [r.p0[0], Math.abs(r.p0[1])])).toEqual([
      [5, 9.25],
      [5, 9.25],
    ]);
    const leg = sheets.find((s) => s.name === 'near cleat, web leg')!;
    expect(boxOf(leg.outline).slice(0, 3)).toEqual([5, -340, 100]);
  });
  it('of a support by its web have the toes of its root', () => {
    const member = built('B1-07').solid.members.find((m) => m.id === 'support')!;
    const roots = sheetsOf(built('B1-07').solid).roots.filter((r) => r.a.startsWith('support'));
    expect(roots.map((r) => r.toe)).toEqual([0.8 * member.r, 0.8 * member.r]);
    const beam = built('B1-07').solid.members.find((m) => m.id === 'beam')!;
    const own = sheetsOf(built('B1-07').solid).roots.filter((r) => r.a === 'beam web');
    expect(own.map((r) => r.toe)).toEqual([0.8 * beam.r, 0.8 * beam.r]);
  });
});

describe('actions of a model', () => {
  const end = (mark: string, c: Combination) => {
    const { loads, sections } = fieldModelOf(built(mark), c);
    return { ...loads.find((l) => l.section === 'beam')!, x: sections.find((s) => s.name === 'beam')!.point[0] };
  };
  it('stand at the face of the support: the moment there is M, whatever V is', () => {
    for (const [V, N, M] of [
      [100, 0, 0],
      [-40, 25, 0],
      [60, -30, 80],
    ] as const) {
      const { F, M: at, x } = end('R1-01', acting({ V_Ed: V, N_Ed: N, M_Ed: M }));
      expect(F).toEqual([1000 * N, 0, -1000 * V]);
      // Moment about y at x = 0 of the force at the end and the moment there.
      expect(at[1] + 1000 * V * x).toBeCloseTo(1e6 * M, 3);
    }
  });
  it('that are none, or have no place in the model, are refused by their name', () => {
    expect(() => fieldModelOf(built('B2-14'), acting({}))).toThrow(/combination: X has no force/);
    expect(() => fieldModelOf(built('B2-14'), acting({ V_Ed: 10, N_tie: 5 }))).toThrow(
      /N_tie: tying acts alone, and X has other actions/,
    );
    expect(() => fieldModelOf(built('R1-01'), acting({ M_Ed: 10, V_far: 5 }))).toThrow(
      /V_far: X has it, and it is not in the model/,
    );
  });
  it('take tying as a pull', () => {
    expect(end('E1-01', acting({ N_tie: 75 })).F).toEqual([75_000, 0, 0]);
  });
});

describe('a haunch', () => {
  it('is of one piece: its web stands on its flange, all along', () => {
    const model = fieldModelOf(built('R1-01'), acting({ V_Ed: 100, M_Ed: 200 }));
    const root = model.welds.find((w) => w.a === 'haunch-web' && w.b === 'haunch-flange')!;
    expect(root.type).toBe('butt');
    // From the plate to where the flange meets the beam: 320 high over 1070 long, less the flange, a hair off at both ends.
    const long = Math.hypot(...root.p1.map((v, k) => v - root.p0[k]!));
    const flange = 11.5 * Math.hypot(1, 320 / 1070);
    expect(long / (Math.hypot(320, 1070) * (1 - flange / 320))).toBeCloseTo(0.94, 2);
  });
});

describe('sizes of cells', () => {
  it('are larger in a preview, and small at bolts', () => {
    const c = acting({ V_Ed: 100 });
    const [whole, preview] = [fieldModelOf(built('B2-14'), c), fieldModelOf(built('B2-14'), c, { preview: true })];
    expect([whole.layers, preview.layers]).toEqual([9, 7]);
    whole.plates.forEach((p, i) => expect(preview.plates[i]!.h! / p.h!).toBeCloseTo(1.5, 9));
    const h = (name: string): number => whole.plates.find((p) => p.name === name)!.h!;
    expect(h('plate')).toBeLessThan(9);
    expect(h('support far flange')).toBeGreaterThan(20);
  });
});
