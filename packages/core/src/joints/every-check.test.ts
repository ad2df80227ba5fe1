import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Combination } from '../actions/combination.ts';
import { type Basis } from '../basis/basis.ts';
import { basisOf, DEFAULT_BASIS, usualBasis } from '../standards/job-basis.ts';
import { standardOf, STANDARDS } from '../standards/registry.ts';
import { withActions } from '../job/actions.ts';
import { readJob } from '../job/document.ts';
import { anyActions } from './any-joint.testing.ts';
import { anyBase, anyBaseActions } from './base-plate/any-input.testing.ts';
import { anyCleats } from './cleats/any-input.testing.ts';
import { anyEndPlate } from './end-plate/any-input.testing.ts';
import { FIN } from './beam-end/samples.testing.ts';
import { anyFinPlate } from './fin-plate/any-input.testing.ts';
import { anyFormed, anyLoad } from './moment-end-plate/aisc360/any-joint.testing.ts';
import { anyMomentPlate, anyMoments } from './moment-end-plate/any-input.testing.ts';
import { KINDS } from './registry.ts';
import { tryCheckJoint } from './report.ts';

const read = (path: string): unknown => JSON.parse(readFileSync(new URL(path, import.meta.url), 'utf8'));
const demos = ['tern-quay', 'heron-street'].map((file) => readJob(read(`../../../../demo/${file}.json`)));
/** Checks and rules by kind and standard: all of them; those that no joint leaves out; those that none of these joints needs, and why; rules that must be kept, and those that are advice: some are either, by the joint. */
const KNOWN = read('./every-check.json') as Record<
  string,
  { ids: string[]; always: string[]; never: Record<string, string>; musts: string[]; advice: string[] }
>;
const RANDOM: Record<string, readonly [fc.Arbitrary<unknown>, fc.Arbitrary<Combination>]> = {
  'fin-plate': [anyFinPlate, anyActions],
  'end-plate': [anyEndPlate, anyActions],
  cleats: [anyCleats, anyActions],
  'column-base': [anyBase, anyBaseActions],
  'moment-end-plate': [anyMomentPlate, anyMoments],
  'moment-end-plate to AISC 360-22': [anyFormed, anyLoad],
};
const KINDS_TO = KINDS.flatMap((k) => k.standards.map((standard) => [k.id, standard] as const));
/** The usual basis under a standard, and one with what it leaves to the job turned round. */
const bases = (standard: string): readonly [Basis, Basis] => {
  const usual = basisOf({ basis: usualBasis(standardOf(standard)), sections: [], steels: [] });
  const turned = { exposed: true, flange_held: false, configuration: 'extended', deformation: false, plate_basis: 'bolt' };
  return [usual, { ...usual, settings: { ...usual.settings, ...turned } }];
};
type Any = Record<string, Record<string, unknown>>;
/** Any detail as it may be under a standard that knows fewer: one column a side, a plate under its column, cast-in anchors, a lug. */
function within(kind: string, standard: string, input: unknown): unknown {
  if (standard === STANDARDS[0]!.id) return input;
  const i = input as Any;
  if (kind !== 'column-base') return kind === 'fin-plate' ? input : { ...i, bolts: { ...i['bolts'], n2: 1, p2: 0 } };
  const { D, ...plate } = i['plate']!;
  const { key, path } = i['shear']!;
  const h = (plate['h'] as number | undefined) ?? (D as number);
  return {
    ...i,
    plate: { ...plate, shape: 'rectangle', h, b: plate['b'] ?? h, y: 0, z: 0 },
    concrete: { ...i['concrete'], y: 0 },
    anchors: { ...i['anchors'], y: 0, type: 'headed', head: 2 * (i['anchors']!['d'] as number), head_t: 20 },
    shear: key
      ? { path, key: { type: 'plate', along: 'z', depth: 120, b: 150, t: 40, steel: { grade: 'S275' }, a: 6 } }
      : { path },
  };
}

describe.each(KINDS_TO)('the checks and rules of %s to %s', (kind, standard) => {
  const applied = new Set<string>();
  const leftOut = new Set<string>();
  const musts = new Set<string>();
  const advice = new Set<string>();
  const take = (input: unknown, combinations: readonly Combination[], basis: Basis): void => {
    const r = tryCheckJoint({ kind, input, combinations }, basis);
    if ('refusal' in r) return;
    for (const x of [...r.report.combinations.flatMap((c) => c.checks), ...r.report.rules])
      (x.type === 'skip' ? leftOut : applied).add(x.id);
    for (const x of r.report.rules) if (x.type === 'rule') (x.must ? musts : advice).add(x.id);
  };
  beforeAll(() => {
    const own = RANDOM[`${kind} to ${standard}`];
    const [input, actions] = own ?? RANDOM[kind]!;
    const usual = bases(standard);
    fc.sample(fc.tuple(input, actions), { numRuns: 1500, seed: 417 }).forEach(([i, c], n) =>
      take(own ? i : within(kind, standard, i), [c], usual[n % 3 ? 0 : 1]!),
    );
    for (const demo of demos.filter((d) => d.basis.standard === standard))
      for (const j of demo.joints.filter((x) => x.kind === kind))
        take(j.input, withActions(j, demo).combinations, basisOf(demo, j.settings));
  });
  const known = KNOWN[standard === STANDARDS[0]!.id ? kind : `${kind} to ${standard}`]!;
  it('are these, none more and none less', () => expect([...new Set([...applied, ...leftOut])].sort()).toEqual(known.ids));
  it('each apply to some joint, but for those that say why not', () =>
    expect(known.ids.filter((id) => !applied.has(id))).toEqual(Object.keys(known.never)));
  it('are each left out of some joint, but for those that every joint has', () =>
    expect(known.ids.filter((id) => !leftOut.has(id))).toEqual(known.always));
  it('are rules that must be kept, or advice', () =>
    expect([[...musts].sort(), [...advice].sort()]).toEqual([known.musts, known.advice]));
});

describe('a fin plate that is welded to its beam', () => {
  it('has no check or rule of holes, bolts or rows', () => {
    const input = { ...FIN, fixing: 'welded' as const, beam_weld: { s: 6 } };
    const combination = { name: 'C', V_Ed: 60, N_Ed: 20, N_tie: 40 };
    const left = (i: unknown): string[] => {
      const r = tryCheckJoint(
        { kind: 'fin-plate', input: i, combinations: [combination, { ...combination, N_Ed: -20 }] },
        DEFAULT_BASIS,
      );
      if ('refusal' in r) throw new Error(r.refusal.message);
      return r.report.combinations.flatMap((c) => c.checks.flatMap((x) => (x.type === 'skip' ? [] : [x.id])));
    };
    expect(left(input).filter((id) => /bolt|bearing|net|block|slip|second-line|panel/.test(id))).toEqual([]);
    expect(left(FIN).filter((id) => /^tie-/.test(id))).toEqual(
      expect.arrayContaining(['tie-plate-block', 'tie-plate-net', 'tie-web-block']),
    );
  });
});
