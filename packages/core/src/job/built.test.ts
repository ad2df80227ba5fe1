import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { inNewtons, type Combination } from '../actions/combination.ts';
import { loadsIn } from '../checks/check.ts';
import { KeptRules } from '../checks/kept-rules.ts';
import { Run } from '../formula/index.ts';
import { Recent } from '../lazy.ts';
import { runOf } from '../joints/report.ts';
import { Refusal } from '../refusal.ts';
import { builtIn, Details } from './built.ts';
import { readJob, type JobDocument } from './document.ts';
import { readJoint, tryReadJoint, type JointDocument } from './joint-document.ts';
import { summaryOf } from './summary.ts';

const demo = (file: string): JobDocument =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${file}.json`, import.meta.url), 'utf8')));
const [TERN, HERON] = [demo('tern-quay'), demo('heron-street')];
/** As a store gives it: no line, and objects of its own. */
const stored = ({ line: _line, ...joint }: JointDocument): Omit<JointDocument, 'line'> =>
  structuredClone(joint) as Omit<JointDocument, 'line'>;
const joint = (mark: string, job = TERN): JointDocument => job.joints.find((j) => j.mark === mark)!;
const times = (c: Combination, k: number): Combination =>
  Object.fromEntries(Object.entries(c).map(([n, x]) => [n, typeof x === 'number' ? x * k : x])) as unknown as Combination;

describe('what was made last', () => {
  it('is kept from the second time on while it is among the last, and made again when others came between', () => {
    const made: string[] = [];
    const recent = new Recent<string>(2);
    const ask = (text: string): string => recent.of(text, () => (made.push(text), text.toUpperCase()));
    expect(['a', 'b', 'a', 'b', 'a', 'b', 'a'].map(ask)).toEqual(['A', 'B', 'A', 'B', 'A', 'B', 'A']);
    expect(made).toEqual(['a', 'b', 'a', 'b']);
    // b was asked for longest ago.
    ask('c');
    ask('a');
    expect(made.slice(4)).toEqual(['c']);
    ask('b');
    ask('b');
    ask('b');
    expect(made.slice(5)).toEqual(['b', 'b']);
  });
  it('keeps nothing of what throws, and what is undefined', () => {
    const recent = new Recent<undefined>();
    const nothing = vi.fn(() => undefined);
    const fails = vi.fn((): undefined => {
      throw new Refusal('a', 'a: no.');
    });
    for (let i = 0; i < 3; i += 1) expect(() => recent.of('a', fails)).toThrow();
    expect(fails).toHaveBeenCalledTimes(3);
    for (let i = 0; i < 4; i += 1) expect(recent.of('a', nothing)).toBeUndefined();
    expect(nothing).toHaveBeenCalledTimes(2);
  });
});

describe('joints of one detail, judged one after another', () => {
  const beams = [TERN, HERON].flatMap((job) => job.joints.map((j) => ({ job, j })));
  const others = [TERN, HERON].map((job) => ({ ...job, basis: { ...job.basis, close: job.basis.close + 0.2 } }));
  const asked = fc.array(
    fc.record({
      of: fc.integer({ min: 0, max: beams.length - 1 }),
      size: fc.double({ min: -2, max: 3, noNaN: true }),
      other: fc.boolean(),
    }),
    { minLength: 2, maxLength: 12 },
  );

  it('say what each says alone, whatever came before, and however few details are kept', () => {
    fc.assert(
      fc.property(asked, fc.integer({ min: 1, max: 4 }), (list, most) => {
        const details = new Details(most);
        // Each three times, with other forces on what was built.
        for (const { of, size, other } of [...list, ...list.map((x) => ({ ...x, size: 1 })), ...list]) {
          const { job, j } = beams[of]!;
          const under = other ? others[[TERN, HERON].indexOf(job)]! : job;
          const acted = { ...stored(j), combinations: j.combinations.map((c) => times(c, size)) };
          const read = details.read(acted, 'joint');
          expect(read).toEqual(readJoint(acted, 'joint'));
          expect(summaryOf(read, under, details)).toEqual(summaryOf(readJoint(acted, 'joint'), under));
        }
      }),
      { numRuns: 25 },
    );
  });

  it('are one from the second on, under one basis and one set of settings', () => {
    const details = new Details();
    const [, one, two] = ['B7-77', 'B8-88', 'B9-99'].map((mark) => details.read(stored({ ...joint('B1-01'), mark }), 'joint'));
    expect(two!.input).toBe(one!.input);
    expect(two!.mark).toBe('B9-99');
    const built = (j: JointDocument, job = TERN) => details.built(j, structuredClone(job)).joint;
    built(one!);
    expect(built(two!)).toBe(built(one!));
    expect(built(structuredClone(one!))).toBe(built(one!));
    expect(built(one!, others[0])).not.toBe(built(one!));
    const steels = [{ name: 'S275X', strengths: [{ upTo: 40, f_y: 265, f_u: 400 }] }] as unknown as JobDocument['steels'];
    expect(built(one!, { ...TERN, steels })).not.toBe(built(one!));
    expect(built({ ...one!, settings: { rows_from: 'plate' } })).not.toBe(built(one!));
    const thicker = { ...one!, input: { ...one!.input, gap: one!.input.gap + 1 } };
    expect(built(thicker)).not.toBe(built(one!));
    expect(() => built({ ...one!, kind: 'cleats' })).toThrow();
  });

  it('take no version of an input for another', () => {
    const details = new Details();
    const now = stored(joint('B1-01'));
    details.read(now, 'joint');
    const { input } = details.read(now, 'joint');
    expect(details.read(now, 'joint').input).toBe(input);
    const first = { ...now, input_version: 1 };
    expect(details.read(first, 'joint').input).not.toBe(input);
    expect(Object.keys(details.read(first, 'joint'))).toEqual(Object.keys(readJoint(first, 'joint')));
  });

  it('are refused each by its own name, and what was refused is read when it is right', () => {
    const details = new Details();
    const good = stored(joint('B1-01'));
    const bad = (mark: string) => ({ ...good, mark, input: { ...good.input, gap: 'wide' } });
    const read = (j: Omit<JointDocument, 'line'>) => tryReadJoint(j, (of, where) => details.read(of, where));
    expect(read(bad('X1'))).toEqual({ unreadable: 'joint X1: input.gap: "wide" is not a number; accepted is a number.' });
    expect(read(bad('X2'))).toEqual({ unreadable: 'joint X2: input.gap: "wide" is not a number; accepted is a number.' });
    expect(read(good)).toEqual({ joint: readJoint(good, 'joint') });
    // It is read, and can't be built.
    const lost = { ...joint('B1-01'), input: { ...joint('B1-01').input, gap: -1 } };
    for (let i = 0; i < 2; i += 1) {
      expect(summaryOf(lost, TERN, details)).toEqual(summaryOf(lost, TERN));
      expect(() => details.built({ ...lost, kind: 'glued' }, TERN)).toThrow();
    }
  });
});

describe('rules of one joint', () => {
  const rulesOf = (mark: string, job = TERN) => {
    const { prepared } = builtIn(joint(mark, job), job);
    const judge = vi.spyOn(prepared, 'judge');
    return { prepared, judge, kept: new KeptRules(prepared), run: runOf(prepared.sheet) };
  };
  const loads = (...list: readonly Partial<Combination>[]) =>
    loadsIn(list.map((c) => inNewtons({ name: '', V_Ed: 0, N_Ed: 0, N_tie: 0, ...c } as Combination)));

  it('are judged once for loads that are alike, and anew for others', () => {
    const { prepared, judge, kept, run } = rulesOf('B1-01');
    for (const of of [loads({ V_Ed: 100 }), loads({ V_Ed: 55 }, { V_Ed: 20 })])
      expect(kept.judge(run, of)).toEqual(prepared.judge(new Run(prepared.sheet), of));
    // Two of these are ours, the other two those that they are compared with.
    expect(judge).toHaveBeenCalledTimes(3);
    for (const of of [loads({ V_Ed: 100, N_Ed: 20 }), loads({ V_Ed: -5 }), loads({ N_tie: 4, V_Ed: 1 })])
      expect(kept.judge(run, of)).toEqual(prepared.judge(new Run(prepared.sheet), of));
    expect(judge).toHaveBeenCalledTimes(9);
  });

  it('are judged anew each time where one of them looks at single combinations', () => {
    // AISC: the edge of an anchor counts where it is pulled.
    const base = HERON.joints.find((j) => j.kind === 'column-base')!;
    const { judge, kept, run } = rulesOf(base.mark, HERON);
    for (const M_y of [10, 60, 10]) kept.judge(run, loads({ N_Ed: -100, M_y } as Partial<Combination>));
    expect(judge).toHaveBeenCalledTimes(3);
  });

  it('follow the shear of a panel that grows with a moment against it on the other face', () => {
    const { input } = joint('R1-01');
    const { beta: _given, ...column } = input.column;
    const { prepared } = builtIn({ kind: 'moment-end-plate', input: { ...input, column: { ...column, sides: 2 } } }, TERN);
    const kept = new KeptRules(prepared);
    const limit = (M_other: number): number => {
      const told = kept.judge(runOf(prepared.sheet), loads({ M_Ed: 100, M_other }));
      const welds = told.filter((r) => r.id.startsWith('stiffener-web-weld') && r.type === 'rule');
      expect(welds).toHaveLength(2);
      return welds[0]!.limit;
    };
    // 5.3(9): beta = |1 - M_other/M|: 0 with the same moment, 2 with one against it.
    const [balanced, against, again] = [limit(100), limit(-100), limit(100)];
    expect(against).toBeCloseTo(2 * balanced, 6);
    expect(again).toBe(balanced);
  });

  it('that throw keep nothing', () => {
    const judge = vi.fn(() => {
      throw new Refusal('x', 'x: no.');
    });
    const kept = new KeptRules({ ...rulesOf('B1-01').prepared, judge });
    for (let i = 0; i < 2; i += 1) expect(() => kept.judge(null as never, loads())).toThrow('x: no.');
    expect(judge).toHaveBeenCalledTimes(2);
  });
});
