import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EMPTY_JOB } from '../job/document.ts';
import { planJoint } from '../job/plan.ts';
import { compareMembers } from './compare.ts';
import { findModelSection, membersSchema, type ModelMember } from './member.ts';
import { gradeOf, proposeJoints, settleMarks, type ProposeChoices } from './propose.ts';
import type { Vec } from './space.ts';

const job = EMPTY_JOB;
let next = 0;
/** A member; beams stand on their flanges, columns have their depth along x. */
const member = (from: Vec, to: Vec, section: string, more: Partial<ModelMember> = {}): ModelMember => ({
  ...{ id: `m${(next += 1)}`, name: '', section, from, to },
  up: from[0] === to[0] && from[1] === to[1] ? [1, 0, 0] : [0, 0, 1],
  ...more,
});
const UC = 'UC 254x254x89'; // h 260.3, b 256.3, tw 10.3, tf 17.3
const UB = 'UB 457x191x67'; // h 453.4
const SB = 'UB 305x165x40'; // h 303.4
const post = (x: number, y: number, more: Partial<ModelMember> = {}) => member([x, y, 0], [x, y, 4000], UC, more);
const joints = (members: readonly ModelMember[], choices?: ProposeChoices) => proposeJoints(members, job, choices);
/** Kind, what it is at, and members of each, as words in order. */
const words = (members: readonly ModelMember[], choices?: ProposeChoices): string[] =>
  joints(members, choices)
    .joints.map(({ given: { members: m, place } }) =>
      [m['kind'], m['supportType'] ?? m['form'] ?? m['base'], m['tops'], m['beam'] ?? m['column'], place && JSON.stringify(place)]
        .filter(Boolean)
        .join(' '),
    )
    .sort();

/** A bay of 6 m by 8 m: its beams end at the faces of columns, 10 off, as a detailed model has them; the secondary beam is level with the edges. */
function bay(): ModelMember[] {
  const z = 3800 - 453.4 / 2;
  const [face, web] = [260.3 / 2 + 10, 10.3 / 2 + 10];
  const edge = (y: number) => member([face, y, z], [6000 - face, y, z], UB, { name: `X${y / 1000}` });
  const side = (x: number) => member([x, web, z], [x, 8000 - web, z], UB, { name: `Y${x / 1000}` });
  const [low, gap] = [3800 - 303.4 / 2, 8.5 / 2 + 10];
  return [
    post(0, 0),
    post(6000, 0),
    post(0, 8000),
    post(6000, 8000),
    edge(0),
    edge(8000),
    side(0),
    side(6000),
    member([3000, gap, low], [3000, 8000 - gap, low], SB),
  ];
}
/** The same frame as an analysis has it: lines that meet in nodes, cut at every one. */
function wires(): ModelMember[] {
  const at = (x: number, y: number, z = 3800): Vec => [x, y, z];
  const columns = [0, 6000].flatMap((x) =>
    [0, 8000].flatMap((y) => [member([x, y, 0], at(x, y), UC), member(at(x, y), [x, y, 7600], UC)]),
  );
  const edges = [0, 8000].flatMap((y) => [member(at(0, y), at(3000, y), UB), member(at(3000, y), at(6000, y), UB)]);
  const sides = [0, 6000].map((x) => member(at(x, 0), at(x, 8000), UB));
  return [...columns, ...edges, ...sides, member(at(3000, 0), at(3000, 8000), SB)];
}
const BAY = [
  ...Array.from({ length: 4 }, () => `column-base pinned ${UC}`),
  ...Array.from({ length: 2 }, () => `fin-plate beam_web level ${SB} {"drop":0}`),
  ...Array.from({ length: 4 }, () => `fin-plate column_flange ${UB}`),
  ...Array.from({ length: 4 }, () => `fin-plate column_web ${UB}`),
];

describe('joints of a model', () => {
  it('stand where a detailed model has its members: feet, flanges, webs, a beam at a beam whose tops are level', () => {
    expect(words(bay())).toEqual([...BAY].sort());
    expect(joints(bay()).left).toEqual([]);
  });
  it('stand where an analysis has its nodes: what it cuts is one member, and carries on past what comes to it', () => {
    // Lines through the middle: the tops are (453.4 - 303.4)/2 = 75 apart; where lines are the tops, they are level.
    expect(words(wires())).toEqual(BAY.map((w) => w.replace('level', 'apart').replace('"drop":0', '"drop":75')).sort());
    expect(words(wires(), { lines: 'top' })).toEqual([...BAY].sort());
  });
  it('are each made by the product: a first detail that can be built', () => {
    for (const { given } of joints(bay()).joints) {
      const plan = planJoint(given, null, job, { others: 'keep', names: 'combinations' });
      expect([given.mark, plan.change, plan.message]).toEqual([given.mark, 'new', undefined]);
    }
  });
  it('take the kind that is preferred where it joins the members, and the next where not', () => {
    const kinds = words(bay(), { prefer: ['end-plate', 'cleats'] }).map((w) => w.split(' ')[0]);
    expect(kinds.filter((k) => k === 'end-plate')).toHaveLength(10);
    expect(kinds.filter((k) => k === 'column-base')).toHaveLength(4);
  });
  it('bear the name of their member and its end, or a number; each mark once', () => {
    const marks = joints(bay()).joints.map((j) => j.given.mark);
    expect(new Set(marks).size).toBe(14);
    expect(marks).toEqual(expect.arrayContaining(['X0-1', 'X0-2', 'X8-1', 'Y6-2', 'J1', 'J6']));
    expect(joints(bay()).joints.find((j) => j.given.mark === 'X0-2')!.given.end).toBe('X0 2');
    const twice = [post(0, 0, { name: 'C' }), post(9000, 0, { name: 'C' })];
    expect(joints(twice).joints.map((j) => j.given.mark)).toEqual(['C-B', 'C-B.2']);
  });

  it('name the end of a member by its id where its name is not its own: forces would go to another', () => {
    const same = bay().map((m) => ({ ...m, name: 'BEAM' }));
    const ends = joints(same).joints.map((j) => j.given.end);
    expect(new Set(ends).size).toBe(14);
    expect(ends[0]).toMatch(/^m\d+ [12]$/);
  });
  it('keep the marks that they have in a job; a number that another joint has is counted on', () => {
    const proposals = joints(bay()).joints;
    const by = (list: readonly { key: string; given: { mark: string } }[]) => new Map(list.map((p) => [p.key, p.given.mark]));
    const before = by(proposals);
    const first = proposals.find((p) => p.given.mark === 'X0-1')!;
    const after = by(settleMarks(proposals, (p) => (p === first ? 'F7' : undefined), ['J1', 'J2', 'J90', 'X8-1']));
    expect(after.get(first.key)).toBe('F7');
    for (const [key, mark] of after) {
      const was = before.get(key)!;
      if (was === 'J1' || was === 'J2') expect([mark, /^J\d+$/.test(mark), mark !== was]).toEqual([mark, true, true]);
      else if (key !== first.key) expect(mark).toBe(was);
    }
    expect(new Set(after.values()).size).toBe(14);
  });

  it('of beams that come to both sides of a beam are two; the deeper passes, whichever is drawn first', () => {
    const o: Vec = [0, 0, 3800];
    const deep = [member([-3000, 0, 3800], o, UB), member(o, [3000, 0, 3800], UB)];
    const light = [member([0, -3000, 3800], o, SB), member(o, [0, 3000, 3800], SB)];
    for (const list of [
      [...deep, ...light],
      [...light, ...deep],
    ])
      expect(words(list)).toEqual([`fin-plate beam_web apart ${SB} {"drop":75}`, `fin-plate beam_web apart ${SB} {"drop":75}`]);
    const [one] = joints([...deep, ...light]).joints;
    expect(one!.says).toEqual(['a like beam comes to the other side']);
  });
  it('keep eccentricities: beside the line of a column, below the top of a beam, skew, sloping', () => {
    const beside = joints([post(0, 0), member([140, 30, 3500], [6000, 30, 3500], UB)]).joints.find(
      (j) => j.members.length === 2,
    )!;
    expect(beside.says).toEqual(['its line is 30 mm beside that of the column']);
    expect(beside.given.note).toBe('From the model: its line is 30 mm beside that of the column.');
    const skew = words([post(0, 0), member([150, 60, 3500], [6000, 60 + 5850 * Math.tan(Math.PI / 9), 3500], UB)]);
    expect(skew[1]).toBe(`fin-plate column_flange ${UB} {"skew":20}`);
    const slope = words([post(0, 0), member([150, 0, 3500], [6000, 0, 3500 + 5850 * Math.tan(Math.PI / 18)], UB)]);
    expect(slope[1]).toBe(`fin-plate column_flange ${UB} {"slope":10}`);
  });
  it('take moments where the model says so: at a flange, on a foot, end to end', () => {
    const frame = [
      post(0, 0, { fixed: ['from'] }),
      member([-6000, 0, 3500], [0, 0, 3500], UB, { fixed: ['to'] }),
      member([0, 0, 3500], [6000, 0, 3500], UB, { fixed: ['from'] }),
    ];
    expect(words(frame)).toEqual([`column-base fixed ${UC}`, `moment-end-plate column ${UB}`, `moment-end-plate column ${UB}`]);
    expect(
      joints(frame)
        .joints.map((j) => j.given.members['sides'])
        .filter(Boolean),
    ).toEqual(['2', '2']);
    // Two end plates of 20 keep two beams apart: a splice. Where lines touch, an analysis has cut one beam.
    const spliced = (gap: number) => [
      member([0, 0, 3500], [5000, 0, 3500], UB),
      member([5000 + gap, 0, 3500], [9000, 0, 3500], UB),
    ];
    expect(words(spliced(40))).toEqual([`moment-end-plate splice ${UB}`]);
    expect(words(spliced(0))).toEqual([]);
  });

  it('are not made up: corners, ends in the air, columns on columns and on beams, braces, webs that take moments', () => {
    const reasons = (list: readonly ModelMember[]): string[] => [...new Set(joints(list).left.map((l) => l.reason))];
    expect(reasons([member([0, 0, 3500], [5000, 0, 3500], UB), member([0, 0, 3500], [0, 5000, 3500], UB)])).toEqual([
      'Ends of two beams meet at a corner, and no member passes there.',
      'Its end comes to no other member.',
    ]);
    const stacked = [post(0, 0), member([0, 0, 4000], [0, 0, 8000], 'UC 203x203x60')];
    expect(reasons(stacked)).toEqual(['Two columns stand on each other: column splices are not covered.']);
    const onBeam = [member([-3000, 0, -230], [3000, 0, -230], UB), post(0, 0)];
    expect(reasons(onBeam)).toContain('A column stands on a beam: such joints are not covered.');
    expect(words(onBeam)).toEqual([]);
    const brace = [post(0, 0), post(4000, 0), member([0, 0, 0], [4000, 0, 4000], 'SHS 100x100x5')];
    expect(reasons(brace)).toEqual(['It is inclined: joints of bracing are not covered.']);
    const web = [post(0, 0), member([0, 20, 3500], [0, 5000, 3500], UB, { fixed: ['from'] })];
    expect(joints(web).left.map((l) => l.reason)).toContain(
      `No kind of joint to EN 1993-1-8 joins these: a moment of ${UB} at the web of ${UC}.`,
    );
  });
  it('a member over a column, or past its reach, is not met', () => {
    expect(joints([post(0, 0), member([250, 0, 3500], [6000, 0, 3500], UB)]).joints.filter((j) => j.members.length > 1)).toEqual(
      [],
    );
    expect(joints([post(0, 0), member([0, 0, 4600], [6000, 0, 4600], UB)]).joints.filter((j) => j.members.length > 1)).toEqual(
      [],
    );
    const roof = joints([post(0, 0), member([0, 0, 4100], [6000, 0, 4100], UB)]).joints.find((j) => j.members.length > 1)!;
    expect(roof.says).toEqual(['its middle is 100 mm past the end of the column']);
  });
  it('an end comes to the nearest face: a beam that passes before a column carries what ends at it', () => {
    const before = [post(0, 0), member([150, -4000, 3500], [150, 4000, 3500], UB), member([165, 0, 3500], [6000, 0, 3500], SB)];
    expect(words(before).filter((w) => w.includes(SB))).toEqual([`fin-plate beam_web apart ${SB} {"drop":75}`]);
  });
  it('ask for a section that is not known, and take what was chosen', () => {
    const list = [post(0, 0), member([140, 0, 3500], [6000, 0, 3500], 'Skerry 450')];
    const asked = joints(list);
    expect(asked.sections.find((s) => s.name === 'Skerry 450')).toEqual({
      name: 'Skerry 450',
      count: 1,
      section: null,
      by: null,
    });
    expect(asked.left.map((l) => l.reason)).toEqual(['Its section "Skerry 450" is not known: choose the one that it is.']);
    const chosen = joints(list, { sections: { 'Skerry 450': UB } });
    expect(chosen.sections.find((s) => s.name === 'Skerry 450')).toMatchObject({ by: 'choice', section: { name: UB } });
    expect(chosen.joints).toHaveLength(2);
  });

  it('are the same wherever the building stands, however it is turned, and in whatever order it is told', () => {
    const model = wires();
    const usual = words(model);
    fc.assert(
      fc.property(
        fc.double({ min: -Math.PI, max: Math.PI, noNaN: true }),
        fc.tuple(fc.integer({ min: -90000, max: 90000 }), fc.integer({ min: -90000, max: 90000 })),
        fc.shuffledSubarray(model, { minLength: model.length }),
        fc.infiniteStream(fc.boolean()),
        (a, [dx, dy], order, turns) => {
          const [c, s] = [Math.cos(a), Math.sin(a)];
          const turn = ([x, y, z]: Vec): Vec => [c * x - s * y, s * x + c * y, z];
          const put = (v: Vec): Vec => [turn(v)[0] + dx, turn(v)[1] + dy, v[2]];
          const moved = order.map((m) => {
            const [from, to] = turns.next().value ? [m.from, m.to] : [m.to, m.from];
            return { ...m, from: put(from), to: put(to), up: turn(m.up) };
          });
          expect(words(moved)).toEqual(usual);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a building that is made at random', () => {
  /** What stands is told by how it was made; the joints are counted from that, not from where anything is. */
  const frame = fc.record({
    bays: fc.array(fc.integer({ min: 3500, max: 9000 }), { minLength: 1, maxLength: 3 }),
    deep: fc.array(fc.integer({ min: 4000, max: 9000 }), { minLength: 1, maxLength: 2 }),
    floors: fc.array(fc.integer({ min: 3000, max: 4500 }), { minLength: 1, maxLength: 2 }),
    turned: fc.infiniteStream(fc.boolean()),
    there: fc.infiniteStream(fc.integer({ min: 0, max: 9 })),
    wires: fc.boolean(),
    gap: fc.integer({ min: 0, max: 40 }),
  });
  it('has the joints that it was made with, drawn as a detailer or as an analysis draws it', () => {
    fc.assert(
      fc.property(frame, ({ bays, deep, floors, turned, there, wires: asWires, gap }) => {
        const sums = (list: readonly number[]): number[] => list.reduce((at, x) => [...at, at.at(-1)! + x], [0]);
        const [xs, ys, zs] = [sums(bays), sums(deep), sums(floors).slice(1)];
        const members: ModelMember[] = [];
        const expected = new Map<string, number>();
        const count = (what: string, n = 1): void => void expected.set(what, (expected.get(what) ?? 0) + n);
        const along = xs.map((x) => ys.map((y) => ({ x, y, depthAlongX: turned.next().value })));
        for (const { x, y, depthAlongX } of along.flat()) {
          count('column-base');
          const up: Vec = depthAlongX ? [1, 0, 0] : [0, 1, 0];
          const cuts = asWires ? [0, ...zs] : [0, zs.at(-1)!];
          cuts.slice(1).forEach((z, i) => members.push(member([x, y, cuts[i]!], [x, y, z], UC, { up })));
        }
        /** From the line of a column to where a beam ends: at the node, or off its face. */
        const off = (column: { depthAlongX: boolean }, alongX: boolean): number =>
          asWires ? 0 : (column.depthAlongX === alongX ? 260.3 : 10.3) / 2 + gap;
        const side = (column: { depthAlongX: boolean }, alongX: boolean): void =>
          count(column.depthAlongX === alongX ? 'column_flange' : 'column_web');
        for (const z of zs)
          for (let j = 0; j < ys.length; j += 1)
            for (let i = 0; i < bays.length; i += 1) {
              const [a, b] = [along[i]![j]!, along[i + 1]![j]!];
              // An edge is always there where a secondary beam may come to it.
              const middle = (a.x + b.x) / 2;
              const [from, to]: [Vec, Vec] = [
                [a.x + off(a, true), a.y, z],
                [b.x - off(b, true), b.y, z],
              ];
              if (asWires) members.push(member(from, [middle, a.y, z], UB), member([middle, a.y, z], to, UB));
              else members.push(member(from, to, UB));
              side(a, true);
              side(b, true);
              if (j === 0) continue;
              const web = asWires ? 0 : 8.5 / 2 + gap;
              if (there.next().value > 2) {
                members.push(member([middle, ys[j - 1]! + web, z], [middle, ys[j]! - web, z], SB));
                count('beam_web', 2);
              }
            }
        for (const z of zs)
          for (const line of along)
            for (let j = 1; j < line.length; j += 1) {
              if (there.next().value < 3) continue;
              const [a, b] = [line[j - 1]!, line[j]!];
              members.push(member([a.x, a.y + off(a, false), z], [b.x, b.y - off(b, false), z], UB));
              side(a, false);
              side(b, false);
            }
        const found = new Map<string, number>();
        for (const { given } of joints(members).joints) {
          const what = given.members['supportType'] ?? given.members['kind']!;
          found.set(what, (found.get(what) ?? 0) + 1);
        }
        expect(Object.fromEntries([...found].sort())).toEqual(Object.fromEntries([...expected].sort()));
      }),
      { numRuns: 150 },
    );
  });
});

describe('a section of a model', () => {
  const found = (section: string, size?: ModelMember['size']) => {
    const f = findModelSection({ section, size }, []);
    return [f.section?.name, f.by];
  };
  it('is found by its name, else by its dimensions; a name that the dimensions gainsay is not believed', () => {
    expect(found('UB457*191*67')).toEqual([UB, 'name']);
    expect(found('UKB 457x191x67', { shape: 'I', h: 453.4, b: 189.9, tw: 8.5, tf: 12.7, r: 0 })).toEqual([UB, 'size']);
    expect(found('HEA200', { shape: 'I', h: 190, b: 200, tw: 6.5, tf: 10, r: 18 })).toEqual(['HEA 200', 'name']);
    expect(found('HEA200', { shape: 'I', h: 200, b: 200, tw: 9, tf: 15, r: 18 })).toEqual(['HEB 200', 'size']);
    expect(found('', { shape: 'CHS', d: 168.3, t: 8 })[1]).toBe('size');
    expect(found('', { shape: 'I', h: 777, b: 200, tw: 9, tf: 15, r: 18 })).toEqual([undefined, null]);
  });
  it('has the grade that its steel begins with', () => {
    const grades = ['S235', 'S275', 'S355', 'S460'];
    expect(['S355J2+N', 's 275', 'STEEL S460M', 'EN 10025 S355', 'C30/37', ''].map((g) => gradeOf(g, grades))).toEqual([
      'S355',
      'S275',
      'S460',
      'S355',
      undefined,
      undefined,
    ]);
    expect(gradeOf('A500 Gr.C', ['A500-B', 'A500-C'])).toBeUndefined();
    expect(gradeOf('A992', ['A36', 'A992'])).toBe('A992');
  });
});

describe('members of a model', () => {
  it('are read with their usual values, each id once, within bounds', () => {
    const ok = membersSchema().validate([{ id: 'a', from: [0, 0, 0], to: [1, 2, 3] }]);
    expect(ok.value).toEqual([{ id: 'a', name: '', section: '', from: [0, 0, 0], to: [1, 2, 3], up: [0, 0, 1] }]);
    const bad = (m: object[]): string => membersSchema().validate(m).error?.message ?? '';
    expect(bad([{ id: 'a', from: [0, 0], to: [1, 2, 3] }])).toMatch(/from/);
    expect(bad([{ id: 'a', from: [0, 0, 0], to: [1, 2, 1e9] }])).toMatch(/to/);
    const one = { id: 'a', from: [0, 0, 0], to: [1, 2, 3] };
    expect(bad([one, one])).toMatch(/duplicate/);
  });
  it('of no length, or all in one place, take nothing with them', () => {
    const dot = Array.from({ length: 30 }, () => member([0, 0, 0], [0, 0, 0], UB));
    expect(new Set(joints(dot).left.map((l) => l.reason))).toEqual(new Set(['It has no length.']));
    const heap = Array.from({ length: 30 }, () => post(0, 0));
    expect(() => joints(heap)).not.toThrow();
  });
  it('that are new, gone, moved, or another are told', () => {
    const [a, b, c, d] = bay() as [ModelMember, ModelMember, ModelMember, ModelMember];
    const after = [
      { ...a, to: [0, 0, 4025] as Vec },
      { ...b, section: 'UC 254x254x107', grade: 'S355' },
      { ...d, from: [d.from[0] + 0.4, d.from[1], d.from[2]] as Vec },
      { ...a, id: 'fresh', name: 'N1' },
    ];
    expect(compareMembers([a, b, c, d], after)).toEqual([
      { id: a.id, name: '', what: 'moved', says: 'an end moved by 25 mm' },
      { id: b.id, name: '', what: 'changed', says: `UC 254x254x107 for ${UC}; steel S355 for not given` },
      { id: 'fresh', name: 'N1', what: 'new', says: `new, ${UC}` },
      { id: c.id, name: '', what: 'gone', says: `gone, ${UC}` },
    ]);
    expect(compareMembers(bay().slice(0, 2), bay().slice(0, 2)).map((x) => x.what)).toEqual(['new', 'new', 'gone', 'gone']);
  });
});
