import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inSpace, type Point } from '../../detail/solid.ts';
import { projected, SHEET, type Item } from '../../drawing/index.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { resultKey } from '../../checks/check.ts';
import { reportOf } from '../report.ts';
import { anyMomentPlate, anyMoments } from './any-input.testing.ts';
import { CASES, W2, W3 } from './cases.testing.ts';
import { withHeights, withoutRow, withRow } from './fields.ts';
import { momentEndPlate } from './index.ts';
import type { MomentPlateInput } from './input.ts';
import { Refusal } from '../../refusal.ts';

const TITLE = { job: 'Dunlin yard', number: '9', revision: 'A', mark: 'M1', kind: '', verdict: 'holds', checked: '', basis: '' };
const built = (input: MomentPlateInput) => momentEndPlate.build(input, DEFAULT_BASIS);
/** A joint with its drawing; none where it can't be built. */
function madeOf(input: MomentPlateInput, c: (typeof CASES)['W2']['combination']) {
  try {
    const joint = built(input);
    return { joint, drawing: joint.drawing(TITLE, c) };
  } catch (e) {
    if (e instanceof Refusal) return null;
    throw e;
  }
}
const points = (items: readonly Item[]) => items.flatMap((i) => (i.k === 'path' ? i.points : [i.at]));

describe('the sheet of a moment end plate', () => {
  it('keeps all that it draws inside its frame, for any joint that can be built', () => {
    let drawn = 0;
    fc.assert(
      fc.property(anyMomentPlate, anyMoments, (input, c) => {
        const made = madeOf(input, c);
        if (!made) return;
        drawn += 1;
        // A point that is no number is not inside either.
        const inside = ([x, y]: Point): boolean => x >= 0 && x <= SHEET.width && y >= 0 && y <= SHEET.height;
        expect(points(made.drawing.items).filter((p) => !inside(p))).toEqual([]);
      }),
      { numRuns: 250, seed: 417 },
    );
    expect(drawn).toBeGreaterThan(100);
  });
  it.each(Object.entries(CASES))(
    'has a path in some view for each loaded check of %s, and a callout for each field',
    (_name, { input, combination }) => {
      const joint = built(input);
      const d = joint.drawing(TITLE, combination);
      for (const x of reportOf(joint, [combination]).combinations[0]!.checks) {
        if (x.type !== 'strength') continue;
        const marks = d.paths[resultKey(x)] ?? d.paths[x.id] ?? [];
        expect([resultKey(x), marks.flatMap((m) => projected(d.views, m)).length > 0]).toEqual([resultKey(x), true]);
      }
      const reached = new Set(d.callouts.flatMap((c) => c.fields));
      expect(momentEndPlate.fields.map((f) => f.id).filter((id) => !reached.has(id))).toEqual([]);
    },
  );
  it('has a pattern for every part that holds a row or rows together, none of them beaten by what the rows keep', () => {
    let groups = 0;
    fc.assert(
      fc.property(anyMomentPlate, anyMoments, (input, c) => {
        const flow = madeOf(input, c);
        if (!flow) return;
        const { rows, patterns } = flow.joint.rows(c)!;
        const kept = (numbers: readonly number[]): number =>
          numbers.reduce((sum, n) => sum + rows.find((r) => r.number === n)!.F_Rd, 0);
        const worst = patterns.filter((p) => kept(p.rows) > p.F * (1 + 1e-9));
        expect(worst).toEqual([]);
        groups += patterns.filter((p) => p.rows.length > 1).length;
        const alone = (n: number): number =>
          Math.min(...patterns.filter((p) => p.rows.length === 1 && p.rows[0] === n).map((p) => p.F));
        for (const r of rows.filter((x) => x.steps.length)) expect(alone(r.number)).toBe(r.steps[0]);
        // What ends a row at its own strength, or at that of its group, is one of them.
        const names = new Set(patterns.map((p) => p.path));
        for (const r of rows.filter((x) => x.path?.includes('@'))) expect(names).toContain(r.path);
        const { paths } = flow.drawing;
        expect(patterns.filter((p) => !paths[p.path]?.length)).toEqual([]);
      }),
      { numRuns: 120, seed: 417 },
    );
    expect(groups).toBeGreaterThan(300);
  });
  it('says at each row what it pulls of what it can, and without a combination what it can', () => {
    const words = (c: (typeof CASES)['W2']['combination'] | null) =>
      built(W2)
        .drawing(TITLE, c)
        .items.flatMap((i) => (i.k === 'text' ? [i.text] : []));
    // W2: 213.83 of 305.24 and 276.82 of 395.15 kN; row 4 gets nothing.
    expect(words(CASES.W2.combination)).toEqual(
      expect.arrayContaining(['row 1: 214 of 305 kN', 'row 2: 277 of 395 kN', 'row 4', 'Moment resistance 300 kNm']),
    );
    expect(words(null)).toEqual(expect.arrayContaining(['row 1: 305 kN', 'tension at the resistance']));
  });
});

describe('the solid of a moment end plate', () => {
  it('has a bolt through a hole of the plate for each, and members where they meet', () => {
    const { solid, quantities } = built(W3);
    const plate = solid.plates.find((p) => p.id === 'plate')!;
    expect(solid.bolts).toHaveLength(12);
    for (const b of solid.bolts) expect(plate.holes.some((h) => h.x === b.x && h.z === b.z)).toBe(true);
    // 20 x 200 x 805 mm, 7850 kg/m3: 25.28 kg of plate; stiffeners and haunch beside it.
    expect((20 * 200 * (685 + 90 + 30) * 7850) / 1e9).toBeCloseTo(25.28, 2);
    expect(quantities.plateMass).toBeGreaterThan(25.28);
    expect(solid.plates.map((p) => p.id)).toEqual([
      'plate',
      'stiffener-top-near',
      'stiffener-top-far',
      'stiffener-bottom-near',
      'stiffener-bottom-far',
      'haunch-web',
      'haunch-flange',
    ]);
    // Grip 20 + 16 and a washer of 3 under the head.
    expect(solid.bolts[0]!.grip).toBe(39);
  });
  it('has the web of its haunch on the inner face of the flange, from the plate to the foot of the beam, for any haunch', () => {
    let seen = 0;
    fc.assert(
      fc.property(anyMomentPlate, (input) => {
        const made = madeOf(input, CASES.W3.combination);
        for (const end of ['', '-2']) {
          const of = (id: string) => made?.joint.solid.plates.find((p) => p.id === `${id}${end}`);
          const [web, flange] = [of('haunch-web'), of('haunch-flange')];
          if (!web || !flange) continue;
          seen += 1;
          // Off the flange's outer face, along its normal: its thickness at both ends of the slope, more at the corner under the beam.
          const faces = flange.y.map((y) => inSpace(flange.plane, 0, 0, y));
          const normal = inSpace(flange.plane, 0, 0, 1).map((v, k) => v - inSpace(flange.plane, 0, 0, 0)[k]!);
          const off = web.outline.map(([x, z]) => {
            const along = (o: readonly number[]): number => (x - o[0]!) * normal[0]! + (z - o[2]!) * normal[2]!;
            return Math.min(...faces.map((o) => Math.abs(along(o))));
          });
          expect(off.filter((d) => d < 0.01)).toHaveLength(2);
          const weld = made!.joint.solid.welds.find(
            (w) => w.joins[0] === web.id && w.joins[1] !== `plate${end}` && w.from[2] === w.to[2],
          )!;
          expect(weld.length).toBeCloseTo(Math.abs(web.outline[1]![0] - web.outline[0]![0]), 9);
          expect(Math.abs(weld.to[0] - weld.from[0])).toBeCloseTo(weld.length, 9);
        }
      }),
    );
    expect(seen).toBeGreaterThan(10);
    // W3 by hand: h 330, l 1800, t_f 11.5: its flange is 11.5 sqrt(1 + (330/1800)^2) = 11.69 high, the web 1800 (1 - 11.69/330) = 1736.2 long.
    const { outline } = built(W3).solid.plates.find((p) => p.id === 'haunch-web')!;
    const { haunch } = W3;
    const high = haunch!.tf * Math.hypot(1, haunch!.h / haunch!.l);
    expect(outline[1]![0] - outline[0]![0]).toBeCloseTo(haunch!.l * (1 - high / haunch!.h), 9);
  });
  it('has its haunch flange from the foot of the plate to the end of the haunch', () => {
    const flange = built(W3).solid.plates.find((p) => p.id === 'haunch-flange')!;
    const length = Math.hypot(1800, 330);
    const [x, , z] = inSpace(flange.plane, length, 0, 0);
    expect(x).toBeCloseTo(20 + 1800, 6);
    expect(z).toBeCloseTo(-355, 6);
    // Its steel is between its outer face at the depth of the haunch and the weld inside, t_f/cos over it.
    const { solid } = built(W3);
    const at = (across: number): number => inSpace(flange.plane, 0, 0, across)[2];
    const [outer, inner] = solid.welds
      .filter((w) => w.from[2] < -600 && w.from[1] < -20)
      .map((w) => w.from[2])
      .sort((a, b) => a - b);
    expect(Math.min(...flange.y.map(at))).toBeCloseTo(outer!, 6);
    expect(Math.max(...flange.y.map(at))).toBeGreaterThan(outer! + 5);
    expect(Math.max(...flange.y.map(at))).toBeLessThanOrEqual(inner! + 1e-6);
  });
  it('mirrors a splice', () => {
    const { solid } = built(CASES.W1.input);
    expect(solid.plates.map((p) => p.id)).toEqual(['plate', 'plate-2']);
    expect(solid.members.map((p) => p.id)).toEqual(['beam', 'support']);
    expect(solid.bolts[0]!.grip).toBe(15 + 15 + 3);
  });
});

describe('rows as they are edited', () => {
  it('come under those at the tension flange and go again', () => {
    const more = withRow(W2)!;
    expect(more.rows.map((r) => r.y)).toEqual([50, -70, -150, -240, -385]);
    expect(withoutRow(more)!.rows.map((r) => r.y)).toEqual([50, -70, -150, -385]);
    expect(withRow({ ...W2, rows: [{ y: 50, role: 'auto' }] })).toBeNull();
  });
  it('are typed as heights, and keep what they are for', () => {
    const shear: MomentPlateInput = { ...W2, rows: [...W2.rows.slice(0, 3), { y: -385, role: 'shear' }] };
    expect(withHeights(shear, '45 -70 -385')!.rows).toEqual([
      { y: 45, role: 'auto' },
      { y: -70, role: 'auto' },
      { y: -385, role: 'shear' },
    ]);
    expect(withHeights(shear, 'none')).toBeNull();
  });
  it('and every other field give back what is set', () => {
    for (const f of momentEndPlate.fields) {
      if (f.applies && !f.applies(W3)) continue;
      const now = f.get(W3);
      if (now === undefined || f.type === 'section') continue;
      expect([f.id, f.get(f.set(W3, now))]).toEqual([f.id, now]);
      if (f.type === 'toggle') expect([f.id, f.get(f.set(W3, !now))]).toEqual([f.id, !now]);
    }
  });
  it('move by moves that can be built, each another joint', () => {
    const base = built(W3);
    const lines = base.moves().map((m) => [m.label, momentEndPlate.line.print(m.input)] as const);
    expect(new Set(lines.map(([, line]) => line)).size).toBe(lines.length);
    expect(lines.map(([label]) => label)).toEqual(
      expect.arrayContaining(['plate 20 → 25', 'class 8.8 → 10.9', 'a supplementary web plate']),
    );
  });
});

describe('rows that are moved on the drawing', () => {
  const drawn = (input: MomentPlateInput) => built(input).drawing(TITLE, null);
  it('each have a grip that reads and sets its height, in the order of the rows', () => {
    const { grips } = drawn(W2);
    expect(grips!.map((g) => g.field)).toEqual(['row.1', 'row.2', 'row.3', 'row.4']);
    const heights = grips!.map((g) => momentEndPlate.placeField!(g.field)!.get(W2));
    expect(heights).toEqual([50, -70, -150, -385]);
    // A millimetre of the sheet upwards is `perSheet` of the height.
    const [a, b] = [grips![0]!, grips![3]!];
    expect((b.at[1] - a.at[1]) * a.perSheet).toBeCloseTo(435, 6);
    const moved = momentEndPlate.placeField!('row.2')!.set(W2, -90) as MomentPlateInput;
    expect(moved.rows.map((r) => r.y)).toEqual([50, -90, -150, -385]);
    // Past another it takes its place in the order.
    const past = momentEndPlate.placeField!('row.2')!.set(W2, -200) as MomentPlateInput;
    expect(past.rows.map((r) => r.y)).toEqual([50, -150, -200, -385]);
    expect(momentEndPlate.placeField!('row.9')!.get(W2)).toBeUndefined();
    expect(momentEndPlate.placeField!('row.0')).toBeUndefined();
    expect(momentEndPlate.placeField!('plate.t')).toBeUndefined();
  });
});
