import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { kindOf } from '../joints/registry.ts';
import { US_CUSTOMARY } from '../units/system.ts';
import { readJob } from './document.ts';
import { type JointDocument } from './joint-document.ts';
import { withFragment } from './fragment.ts';
import { proposeGroups } from './groups.ts';

const JOB = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const joint = (mark: string): JointDocument => JOB.joints.find((j) => j.mark === mark)!;

describe('a part of a detail line', () => {
  const line = (mark: string, text: string): string => {
    const j = joint(mark);
    return kindOf(j.kind).line.print(withFragment(j, text));
  };
  it.each([
    ['a weld by its word', 'fw 10', 'FP | 10x100x290 S275 | 4xM20-8.8 @70 | e 40/50 | gap 10 | top 50 | fw 10'],
    ['a plate by its sizes', '12x110x290 S355', 'FP | 12x110x290 S355 | 4xM20-8.8 @70 | e 40/50 | gap 10 | top 50 | fw 8'],
    ['bolts by theirs', '3xM24-10.9 @80', 'FP | 10x100x290 S275 | 3xM24-10.9 @80 | e 40/50 | gap 10 | top 50 | fw 8'],
    ['several', 'gap 12 | fw 10', 'FP | 10x100x290 S275 | 4xM20-8.8 @70 | e 40/50 | gap 12 | top 50 | fw 10'],
    [
      'with the code and empty parts',
      'FP | | gap 12 |',
      'FP | 10x100x290 S275 | 4xM20-8.8 @70 | e 40/50 | gap 12 | top 50 | fw 8',
    ],
    ['nothing', '', 'FP | 10x100x290 S275 | 4xM20-8.8 @70 | e 40/50 | gap 10 | top 50 | fw 8'],
  ])('takes the place of its own: %s', (_, text, after) => expect(line('B1-03', text)).toBe(after));
  it('leaves the members and whatever the line does not say', () => {
    const before = joint('M1-06');
    const after = withFragment(before, 'fw 10') as typeof before.input;
    expect([after.beam, after.support]).toEqual([before.input.beam, before.input.support]);
  });
  it('put back is the joint as it was, for every part of every joint', () => {
    for (const j of JOB.joints) {
      const { line: l } = kindOf(j.kind);
      const whole = l.print(j.input);
      for (const part of whole.split(' | ').slice(1)) {
        let made: unknown;
        try {
          made = withFragment(j, part);
        } catch (e) {
          // Two parts that begin with the same word can't be told apart: refused, never put in the wrong place.
          expect((e as Error).message).toContain('fits no part of');
          continue;
        }
        expect(l.print(made), `${j.mark}: ${part}`).toBe(whole);
      }
    }
  });
  it('is read in the units of the job', () => {
    const j = joint('B1-03');
    expect((withFragment(j, 'gap 1/2', US_CUSTOMARY) as typeof j.input).gap).toBeCloseTo(12.7, 9);
  });
  it('that fits nowhere is named', () => {
    expect(() => withFragment(joint('B1-03'), 'grout 30')).toThrow('line: "grout 30" fits no part of FP | 10x100x290');
    expect(() => withFragment(joint('B1-03'), '7')).toThrow('fits no part of');
  });
});

describe('groups that are proposed', () => {
  const of = (mark: string, change: Partial<JointDocument> & { beam?: string; V?: number }): JointDocument => {
    const j = joint('B1-02');
    const { beam, V, ...rest } = change;
    const { group: _g, loads: _l, ...bare } = j;
    const section = kindOf(j.kind).fields.find((f) => f.id === 'beam.section')!;
    return {
      ...bare,
      mark,
      input: beam ? section.set(j.input, beam) : j.input,
      combinations: [{ name: 'C', V_Ed: V ?? 100, N_Ed: 0, N_tie: 0 }],
      ...rest,
    };
  };
  const marks = (joints: JointDocument[], within?: Parameters<typeof proposeGroups>[2]): string[][] =>
    proposeGroups(joints, JOB, within).map((g) => [...g.marks].sort());

  it('are of one kind and situation, near in depth and force', () => {
    // UB 356x171x51 is 355 mm deep, 406x178x60 is 406.4 (1.145 times), 533x210x92 is 533.1 (1.50 times).
    const list = [
      of('A', {}),
      of('B', { beam: 'UB 406x178x60', V: 140 }),
      of('C', { beam: 'UB 533x210x92' }),
      of('D', { V: 220 }),
      of('E', { V: 100 }),
    ];
    expect(marks(list)).toEqual([['A', 'B', 'E']]);
    expect(marks(list, { depth: 0.6, force: 1.5 })).toEqual([['A', 'B', 'C', 'D', 'E']]);
    expect(marks(list, { depth: 0, force: 0 })).toEqual([['A', 'E']]);
  });
  it('say their depths, their forces and what they have in common', () => {
    const [g] = proposeGroups([of('A', {}), of('B', { beam: 'UB 406x178x60', V: 140 })], JOB);
    expect(g).toEqual({
      marks: ['B', 'A'],
      words: 'Fin plate, UB, S275, column flange, UC, S275',
      depth: [355, 406.4],
      force: [100, 140],
    });
  });
  it('leave out joints that share a detail, bear nothing, stand otherwise or are of another kind', () => {
    const web = kindOf('fin-plate').fields.find((f) => f.id === 'support.type')!;
    const list = [
      of('A', {}),
      of('B', { group: 'S9' }),
      of('C', { V: 0 }),
      of('D', { combinations: [] }),
      { ...of('E', {}), input: web.set(joint('B1-02').input, 'column_web') },
      { ...joint('E1-01'), combinations: [{ name: 'C', V_Ed: 100, N_Ed: 0, N_tie: 0 }] },
      of('F', { beam: 'UB nothing' }),
    ];
    expect(marks(list)).toEqual([]);
  });
  it('never hold a joint twice, and are within what was asked, over the demo', () => {
    for (const within of [
      { depth: 0.1, force: 0.2 },
      { depth: 0.5, force: 2 },
    ]) {
      const found = proposeGroups(JOB.joints, JOB, within);
      const all = found.flatMap((g) => g.marks);
      expect(new Set(all).size).toBe(all.length);
      for (const g of found) {
        expect(g.depth[1]).toBeLessThanOrEqual(g.depth[0] * (1 + within.depth));
        expect(g.force[1]).toBeLessThanOrEqual(g.force[0] * (1 + within.force) + 1e-9);
      }
    }
  });
});
