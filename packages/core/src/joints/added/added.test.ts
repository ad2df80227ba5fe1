import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fieldModelOf } from '../../analysis/detail.ts';
import { CORNERS, type AddedPlate } from '../../detail/added.ts';
import { plateArea, polygonArea } from '../../detail/solid.ts';
import { withFragment } from '../../job/fragment.ts';
import { readJob } from '../../job/document.ts';
import { jointField } from '../../job/field.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { US_CUSTOMARY } from '../../units/system.ts';
import { validate } from '../../validate/index.ts';
import { FIN } from '../beam-end/samples.testing.ts';
import type { TitleBlock } from '../../drawing/index.ts';
import type { LineError } from '../kind.ts';
import { kindOf } from '../registry.ts';
import { reportOf } from '../report.ts';
import { Refusal } from '../../refusal.ts';
import { addedField, addedFields } from './fields.ts';
import type { WithAdded } from './schema.ts';

const tern = readJob(JSON.parse(readFileSync(new URL('../../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const P1 = tern.joints.find((j) => j.mark === 'P1-04')!;
const base = kindOf('column-base');
const fin = kindOf('fin-plate');
type Input = WithAdded & Record<string, unknown>;
const input = P1.input as unknown as Input;
const combinations = P1.combinations;
const edit = (kind: typeof base, id: string, i: unknown): Input =>
  kind.edits.find((e) => e.id === id)!.apply(i, DEFAULT_BASIS) as Input;
const title = {
  ...{ job: '', number: '', revision: '', mark: '', kind: '', basis: '' },
  units: '',
  checked: '',
  verdict: '',
} as TitleBlock;

// UC 254x254x89: h 260.3, b 256.3, t_w 10.3; plate 35 x 360 x 570, column in its middle.
const RIB: AddedPlate = {
  ...{ plane: 'xz', at: 0, u1: 130.15, u2: 275, v1: 35, v2: 210, t: 10, steel: { grade: 'S275' }, leg: 6 },
  ...{ corner: 'ur', cut_u: 119.85, cut_v: 150 },
};
const withRib = { ...input, added: [RIB] };

describe('a rib on a base plate', () => {
  it('is the first that is usual: from the face of the flange, 260.3/2, to 10 short of the edge at 285, down to whole fives', () => {
    expect(edit(base, 'added.add', input).added).toEqual([RIB]);
    // Then the one on the other side, then those of the web, and no fifth.
    let i = input;
    for (let n = 0; n < 4; n += 1) i = edit(base, 'added.add', i);
    expect(i.added!.map((p) => [p.plane, p.u1, p.u2])).toEqual([
      ['xz', 130.15, 275],
      ['xz', -275, -130.15],
      ['yz', 5.15, 170],
      ['yz', -170, -5.15],
    ]);
    expect(() => edit(base, 'added.add', i)).toThrow(/No rib or stiffener of the usual ones is left here/);
    expect(edit(base, 'added.remove.2', i).added!.map((p) => p.u1)).toEqual([130.15, -275, -170]);
    expect(edit(base, 'added.remove.0', withRib)).toEqual(input);
    expect(edit(base, 'added.remove.3', withRib)).toBeNull();
  });

  it('is a plate of the solid, welded on both sides to plate and flange', () => {
    const [own, made] = [base.build(input, DEFAULT_BASIS), base.build(withRib, DEFAULT_BASIS)];
    const rib = made.solid.plates.at(-1)!;
    // 144.85 x 175 less the triangle 119.85 x 150.
    expect(plateArea(rib)).toBeCloseTo(144.85 * 175 - (119.85 * 150) / 2, 6);
    expect([rib.id, rib.label, rib.y]).toEqual(['A1', 'PL 10×144.9×175', [-5, 5]]);
    const welds = made.solid.welds.slice(own.solid.welds.length);
    expect(welds.map((w) => [w.joins, Math.round(w.length * 100) / 100, w.leg])).toEqual([
      [['A1', 'plate'], 144.85, 6],
      [['A1', 'plate'], 144.85, 6],
      [['A1', 'column'], 175, 6],
      [['A1', 'column'], 175, 6],
    ]);
    // One run on each side of it, its legs away from the rib and up from the plate.
    for (const w of welds.slice(0, 2)) {
      const side = Math.sign(w.from[1]);
      expect(w.from[1]).toBe(5 * side);
      expect(w.legs.map((l) => l.map((x) => Math.round(x) + 0))).toEqual([
        [0, side, 0],
        [0, 0, 1],
      ]);
    }
    expect(new Set(welds.slice(0, 2).map((w) => w.from[1]))).toEqual(new Set([5, -5]));
  });

  it('counts in lists, mass and weld metal', () => {
    const [own, made] = [base.build(input, DEFAULT_BASIS), base.build(withRib, DEFAULT_BASIS)];
    const mass = polygonArea(made.solid.plates.at(-1)!.outline) * 10 * 7.85e-6;
    expect(made.quantities.plateMass - own.quantities.plateMass).toBeCloseTo(mass, 9);
    // Four runs of 6 x 6/2: 18 · 2 · (144.85 + 175).
    expect(made.quantities.weldVolume - own.quantities.weldVolume).toBeCloseTo(36 * (144.85 + 175), 6);
    expect(made.shop.pieces.length).toBe(own.shop.pieces.length + 1);
    expect(JSON.stringify(made.lists)).toContain('PL 10×144.9×175');
    expect(made.ownLists).toEqual(own.ownLists);
  });

  it('changes no number of the checks, which say that they do not count it', () => {
    const [own, made] = [input, withRib].map((i) => reportOf(base.build(i, DEFAULT_BASIS), combinations));
    expect(made!.combinations.map((c) => c.checks)).toEqual(own!.combinations.map((c) => c.checks));
    expect(made!.rules).toEqual(own!.rules);
    for (const c of made!.combinations) expect(c.notes.at(-1)).toMatch(/^The added plate is not counted by the checks/);
    for (const c of own!.combinations) expect(c.notes.join()).not.toContain('added');
  });

  it('is loaded with the joint by the analysis, on its fillets, and carries', () => {
    const model = fieldModelOf(
      base.build(withRib, DEFAULT_BASIS),
      combinations.find((c) => c.name === 'C4')!,
      { preview: true },
    );
    expect(model.plates.map((p) => p.name)).toContain('A1');
    const own = model.welds.filter((w) => w.a === 'A1');
    expect(own.map((w) => [w.b, w.type, w.throat && Math.round(w.throat * 100) / 100])).toEqual([
      ['plate', 'fillet', 4.2],
      ['column +z flange', 'fillet', 4.2],
    ]);
    const [bare, ribbed] = [input, withRib].map(
      (i) => jointField({ ...P1, input: i as never }, tern, { combination: 'C4', preview: true }).result,
    );
    // Pressed on that side, the plate bends less and the anchors gain lever arm.
    expect(ribbed!.multiple).toBeGreaterThan(1.02 * bare!.multiple);
  });

  it('is drawn in plan, cut, and in elevation, with its name, its fields and a place to take it away', () => {
    const d = base.build(withRib, DEFAULT_BASIS).drawing(title, null);
    const bare = base.build(input, DEFAULT_BASIS).drawing(title, null);
    const lines = d.items.slice(bare.items.length).flatMap((i) => (i.k === 'path' ? [i] : []));
    expect(lines.map((i) => [i.line, i.points.length])).toEqual(
      [
        ['outline', 4],
        ['outline', 5],
        ['outline', 4],
      ].slice(0, lines.length),
    );
    const [plan] = lines;
    const { scale } = d.views[0]!.frame;
    // In plan a strip of 144.85 x 10.
    expect(polygonArea(plan!.points) * scale ** 2).toBeCloseTo(1448.5, 6);
    expect(d.callouts.at(-1)).toEqual({ id: 'added.0', title: 'Added plate A1', fields: addedFields(0) });
    expect(d.handles.map((h) => h.edit)).toEqual([
      ...bare.handles.map((h) => h.edit).slice(0, -1),
      'added.remove.0',
      'added.add',
    ]);
  });
});

/** What it is refused for. */
function refused(make: () => unknown): Refusal {
  try {
    make();
  } catch (e) {
    if (e instanceof Refusal) return e;
    throw e;
  }
  throw new Error('it was not refused');
}

describe('a stiffener of a column over its foot', () => {
  it('is seen in the elevation alone: over the cut of the plan there is nothing', () => {
    const level: AddedPlate = {
      ...{ plane: 'xy', at: 300, u1: -112.85, u2: 112.85, v1: 5.15, v2: 120, t: 10, steel: { grade: 'S275' }, leg: 6 },
      corner: 'none',
    };
    const bare = base.build(input, DEFAULT_BASIS).drawing(title, null);
    const d = base.build({ ...input, added: [level] }, DEFAULT_BASIS).drawing(title, null);
    const [strip, ...others] = d.items.slice(bare.items.length).flatMap((i) => (i.k === 'path' ? [i] : []));
    expect(others).toEqual([]);
    const { frame } = d.views[1]!;
    expect(strip!.line).toBe('outline');
    expect(
      strip!.points.map(([x, y]) => [(x - frame.at[0]) * frame.scale, (frame.at[1] - y) * frame.scale].map(Math.round)),
    ).toEqual([
      [-113, 305],
      [113, 305],
      [113, 295],
      [-113, 295],
    ]);
  });
});

describe('added plates that no engineer would accept', () => {
  const refusedFor = (added: Partial<AddedPlate>, kind = base, i: unknown = input) =>
    refused(() => kind.build({ ...(i as Input), added: [{ ...RIB, ...added }] }, DEFAULT_BASIS).solid);
  const none = { corner: 'none', cut_u: undefined, cut_v: undefined } as unknown as Partial<AddedPlate>;
  it('are refused by their name', () => {
    // Through the flange; through the web of the column; in an anchor at y 105; in the air; a sliver; a cut that is longer than the plate.
    expect(refusedFor({ at: 40, u1: 110 }).message).toMatch(/^added\.0: plate A1 stands in column \+z flange; accepted/);
    expect(refusedFor({ ...none, plane: 'yz', at: 0, u1: -60, u2: 60 }).message).toMatch(/stands in column web/);
    expect(refusedFor({ at: 105 }).message).toMatch(/stands in an anchor/);
    expect(refusedFor({ ...none, u1: 140, v1: 50, v2: 100 }).message).toMatch(/has no edge on another part/);
    expect(refusedFor({ ...none, u2: 135 }).message).toMatch(
      /^added\.0\.u2: plate A1 ends at 135; accepted is at least 10 mm more/,
    );
    expect(refusedFor({ cut_u: 150 }).message).toMatch(/^added\.0\.cut_u: plate A1 is 144\.8\d* mm there/);
    expect(refusedFor({ v1: 0 }).message).toMatch(/stands in plate/);
    expect(refusedFor({ steel: { grade: 'S999' } }).message).toMatch(/S999/);
  });
  it('of each other as well: two ribs in one place', () => {
    expect(refused(() => base.build({ ...input, added: [RIB, RIB] }, DEFAULT_BASIS).solid).message).toMatch(
      /plate A2 stands in A1/,
    );
  });
  it('and by the limits of what can be typed', () => {
    const said = (added: unknown): string => {
      const checked = validate(base.schema(), { ...input, added });
      return 'error' in checked ? checked.error.message : '';
    };
    expect(said([RIB])).toBe('');
    expect(said([{ ...RIB, t: 1 }])).toMatch(/added\.0\.t/);
    expect(said([{ ...RIB, u1: 1e308 }])).toMatch(/added\.0\.u1/);
    expect(said([{ ...RIB, corner: 'ur', cut_u: undefined }])).toMatch(/added\.0\.cut_u/);
    expect(said(Array.from({ length: 13 }, () => RIB))).toMatch(/added/);
    expect(said([{ ...RIB, more: 1 }])).toMatch(/more/);
  });
});

describe('stiffeners of a support, and a doubler', () => {
  const fit = (i: unknown): Input => edit(fin, 'added.add', i);
  it('stand level between the flanges of a column at both flanges of the beam, on three edges each', () => {
    let i: Input = FIN as unknown as Input;
    for (let n = 0; n < 4; n += 1) i = fit(i);
    // UC 203x203x60: h 209.6, b 205.8, t_w 9.4, t_f 14.2; the beam 402 deep, t_f 12.8.
    expect(i.added!.map(({ at, u1, u2, v1 }) => [at, u1, u2, v1].map((x) => Math.round(x * 100) / 100))).toEqual([
      [-6.4, -195.4, -14.2, 4.7],
      [-6.4, -195.4, -14.2, -94.7],
      [-395.6, -195.4, -14.2, 4.7],
      [-395.6, -195.4, -14.2, -94.7],
    ]);
    const { solid } = fin.build(i, DEFAULT_BASIS);
    expect(solid.welds.filter((w) => w.joins[0] === 'A1').map((w) => Math.round(w.length))).toEqual([90, 90, 181, 181, 90, 90]);
  });
  it('stand on the far side of a web', () => {
    const web = { ...FIN, support: { ...FIN.support, type: 'column_web' } };
    expect(fit(web).added![0]).toMatchObject({ plane: 'xy', u2: -9.4 });
    const beam = {
      ...FIN,
      support: { type: 'beam_web', section: 'UB 610x229x101', steel: { grade: 'S275' } },
      beam: { ...FIN.beam, notch: { type: 'single', l_n: 130, d_nt: 40 } },
    };
    expect(fit(beam).added![0]).toMatchObject({ plane: 'xz', at: 0 });
  });
  it('lies on a web and is welded round', () => {
    // The web of the beam is 8 thick, its far face at y = 4, the bolts end at 10 + pitch 3·70 below the top.
    const doubler: AddedPlate = {
      ...{ plane: 'xz', at: 4 + 3, t: 6, u1: 150, u2: 300, v1: -250, v2: -100 },
      ...{ steel: { grade: 'S275' }, leg: 5, corner: 'none' },
    };
    const { solid } = fin.build({ ...FIN, added: [doubler] }, DEFAULT_BASIS);
    const own = solid.welds.filter((w) => w.joins[0] === 'A1');
    expect(own.map((w) => Math.round(w.length))).toEqual([150, 150, 150, 150]);
    // Each root on the face of the web, its legs outwards and off the web.
    for (const w of own) expect([w.from[1], ...w.legs[1].map((x) => x + 0)]).toEqual([4, 0, 1, 0]);
    for (const { from, to, legs } of own) {
      const out = [225, 4, -175].map((c, k) => (from[k]! + to[k]!) / 2 - c);
      expect(legs[0].reduce((sum, x, k) => sum + x * out[k]!, 0)).toBeCloseTo(75, 9);
    }
    // Neither sunk in the web by two millimetres, nor on the bolts.
    expect(refused(() => fin.build({ ...FIN, added: [{ ...doubler, at: 5 }] }, DEFAULT_BASIS).solid).message).toMatch(
      /stands in beam web/,
    );
    expect(refused(() => fin.build({ ...FIN, added: [{ ...doubler, u1: 20 }] }, DEFAULT_BASIS).solid).message).toMatch(
      /stands in a bolt/,
    );
  });
});

const length = fc.integer({ min: -4000, max: 4000 }).map((x) => x / 4);
const anyAdded: fc.Arbitrary<AddedPlate> = fc
  .record({
    plane: fc.constantFrom('xz' as const, 'yz' as const, 'xy' as const),
    ...{ at: length, u1: length, v1: length },
    ...{ du: fc.integer({ min: 40, max: 4000 }), dv: fc.integer({ min: 40, max: 4000 }) },
    t: fc.constantFrom(6, 8, 10, 12.7, 20),
    leg: fc.constantFrom(4, 6, 8),
    corner: fc.constantFrom(...CORNERS),
    steel: fc.constantFrom({ grade: 'S275' }, { grade: 'A572 Gr 50' }, { f_y: 300, f_u: 400 }),
  })
  .map(({ du, dv, corner, ...p }) => ({
    ...{ ...p, u2: p.u1 + du / 4, v2: p.v1 + dv / 4, corner },
    ...(corner === 'none' ? {} : { cut_u: du / 8, cut_v: dv / 8 }),
  }));

describe('the line of added plates', () => {
  it('says them in short, and reads them back', () => {
    const line = base.line.print(withRib);
    expect(line).toMatch(/ \| add xz@0 130\.15:275 35:210 t10 S275 fw6 ur 119\.85x150$/);
    expect(base.line.parse(line, input)).toEqual(withRib);
    // A line without them takes them away.
    expect(base.line.parse(base.line.print(input), withRib)).toEqual(input);
  });
  it('may have them anywhere, and points at its other tokens where they are', () => {
    const line = base.line.print(withRib);
    const [, own, add] = /^(.*) \| (add .*)$/.exec(line)!;
    const [head, ...rest] = own!.split(' | ');
    expect(base.line.parse([head, add, ...rest].join(' | '), input)).toEqual(withRib);
    const bad = `${head} | ${add} | ${rest.join(' | ')} | nonsense 5`;
    try {
      base.line.parse(bad, input);
      throw new Error('it was read');
    } catch (e) {
      expect(bad.slice((e as LineError).start, (e as LineError).end)).toBe('nonsense');
    }
    expect(withFragment({ kind: base.id, input: withRib }, 'hole 40')).toMatchObject({ added: [RIB], anchors: { hole: 40 } });
    expect(withFragment({ kind: base.id, input: withRib }, line.split(' | ').at(-1)!.replace('t10', 't12'))).toMatchObject({
      added: [{ ...RIB, t: 12 }],
    });
  });
  it('reads back any, in millimetres and in inches', () => {
    fc.assert(
      fc.property(fc.array(anyAdded, { minLength: 1, maxLength: 4 }), (added) => {
        const i = { ...input, added };
        expect(base.line.parse(base.line.print(i), input)).toEqual(i);
        const inches = base.line.parse(base.line.print(i, US_CUSTOMARY), input, US_CUSTOMARY) as Input;
        inches.added!.forEach((p, k) => {
          expect([p.u1, p.u2, p.t].map((x) => Math.round(x * 1e4))).toEqual(
            [added[k]!.u1, added[k]!.u2, added[k]!.t].map((x) => Math.round(x * 1e4)),
          );
          expect([p.plane, p.corner, p.steel]).toEqual([added[k]!.plane, added[k]!.corner, added[k]!.steel]);
        });
      }),
    );
  });
  it.each([
    ['add', /expected the plane and its place across, as in xz@0/],
    ['add xz@0 1:2 3:4 t10 fw6', /a steel such as S275/],
    ['add xw@0 1:2 3:4 t10 S275 fw6', /"xw@0" can't be read here/],
    ['add xz@0 1-2 3:4 t10 S275 fw6', /from and to, as in 130:280/],
    ['add xz@0 1:2 3:4 t10 S275', /a fillet leg, as in fw6/],
    ['add xz@0 1:2 3:4 t10 S275 fw6 up 3x4', /a corner that is cut, ul, ur, ll, lr/],
    ['add xz@0 1:2 3:4 t10 S275 fw6 ur', /how far it is cut, as in 125x115/],
    ['add xz@0 1:2 3:4 t10 S275 fw6 ur 3x4 5', /\| after an added plate/],
  ])('refuses "%s" at its token', (segment, words) => {
    expect(() => base.line.parse(`${base.line.print(input)} | ${segment}`, input)).toThrow(words);
  });
});

describe('the fields of an added plate', () => {
  const get = (id: string, i: WithAdded = withRib) => addedField(id)!.get(i);
  it('are those of its place, size, steel, weld and corner', () => {
    expect(addedFields(0).map((id) => get(id))).toEqual(['xz', 0, 130.15, 275, 35, 210, 10, 'S275', 6, 'ur', 119.85, 150]);
    for (const id of addedFields(0)) expect(base.placeField!(id)!.label).toBe(addedField(id)!.label);
    expect(addedField('added.0.more')).toBeUndefined();
    expect(addedField('plate.t')).toBeUndefined();
  });
  it('set one value of one plate', () => {
    const two = { ...withRib, added: [RIB, { ...RIB, u1: -275, u2: -130.15 }] };
    const set = addedField('added.1.t')!.set(two, 12);
    expect(set.added!.map((p) => p.t)).toEqual([10, 12]);
    expect(addedField('added.0.grade')!.set(withRib, 'S355').added![0]!.steel).toEqual({ grade: 'S355' });
  });
  it('cut a corner by all but 25, and make it whole again', () => {
    const whole = addedField('added.0.corner')!.set(withRib, 'none') as WithAdded;
    expect(whole.added![0]).not.toHaveProperty('cut_u');
    expect(addedField('added.0.cut_u')!.applies!(whole)).toBe(false);
    expect((addedField('added.0.corner')!.set(whole, 'ul') as WithAdded).added![0]).toMatchObject({
      corner: 'ul',
      cut_u: 119.85,
      cut_v: 150,
    });
  });
});
