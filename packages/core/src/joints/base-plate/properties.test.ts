import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inNewtons, timesLoad, type Combination } from '../../actions/combination.ts';
import { firstDetail } from '../../design/first.ts';
import { Run } from '../../formula/index.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { checkJoint, tryCheckJoint } from '../report.ts';
import { readJob } from '../../job/document.ts';
import { summaryOf } from '../../job/summary.ts';
import { resultKey, type StrengthResult } from '../../checks/check.ts';
import { validate } from '../../validate/index.ts';
import { baseToEn1993 } from './en1993/index.ts';
import { baseFields } from './fields.ts';
import { columnBase } from './index.ts';
import { baseSchema, type BaseInput } from './input.ts';
import { parseLine, printLine } from './line.ts';
import { baseModel } from './model.ts';
import { anyBase, anyBaseActions } from './any-input.testing.ts';
import { optionsOf } from '../kind.ts';
import { orRefused } from '../refused.testing.ts';

const worked = (name: string): { input: BaseInput; combination: Combination } => {
  const joint = readJob(JSON.parse(readFileSync(new URL(`./jobs/${name}.json`, import.meta.url), 'utf8'))).joints[0]!;
  return { input: joint.input, combination: joint.combinations[0]! };
};
const zero = { name: 'C', V_Ed: 0, N_tie: 0 };
const strengths = (input: BaseInput, c: Combination): Map<string, StrengthResult> =>
  new Map(
    checkJoint({ kind: 'column-base', input, combinations: [c] }, DEFAULT_BASIS).combinations[0]!.checks.flatMap((x) =>
      x.type === 'strength' ? [[resultKey(x), x] as const] : [],
    ),
  );
/** Utilisation of each check by its id, the worst of its parts. */
function used(input: BaseInput, c: Combination): Record<string, number> {
  const out: Record<string, number> = {};
  for (const x of strengths(input, c).values()) out[x.id] = Math.max(out[x.id] ?? 0, x.utilisation ?? 999);
  return out;
}

describe('a column base', () => {
  it('gives finite numbers or a stated refusal, traced and untraced alike', () => {
    let judged = 0;
    const seen = new Set<string>();
    fc.assert(
      fc.property(anyBase, anyBaseActions, (input, c) => {
        const result = tryCheckJoint({ kind: 'column-base', input, combinations: [c] }, DEFAULT_BASIS);
        if ('refusal' in result) return void expect(result.refusal.message).toMatch(/^[\w.]+: .*accepted (is|are) .*\.$/s);
        judged += 1;
        const { checks } = result.report.combinations[0]!;
        for (const x of checks) {
          seen.add(x.id);
          if (x.type === 'skip') expect(x.reason).toMatch(/\.$/);
          else if (x.type === 'value') expect([x.id, Number.isFinite(x.value)]).toEqual([x.id, true]);
          else {
            expect([
              x.id,
              Number.isFinite(x.demand),
              Number.isFinite(x.resistance),
              Number.isFinite(x.multiple),
              x.utilisation === null || Number.isFinite(x.utilisation),
            ]).toEqual([x.id, true, true, true, true]);
            if (!x.info) expect([x.id, x.pass]).toEqual([x.id, x.multiple >= 1 - 1e-9]);
          }
        }
        for (const r of result.report.rules)
          expect([r.id, Number.isFinite(r.actual), Number.isFinite(r.limit)]).toEqual([r.id, true, true]);
        const prepared = baseToEn1993(baseModel(input, DEFAULT_BASIS));
        const traced = new Run(prepared.sheet);
        traced.startTrace();
        expect(prepared.check(inNewtons(c), traced).results).toEqual(checks);
        for (const s of traced.steps!)
          expect([s.def.slot.section, s.def.slot.symbol, Number.isFinite(s.value)]).toEqual([
            s.def.slot.section,
            s.def.slot.symbol,
            true,
          ]);
      }),
      { numRuns: 700, seed: 2417 },
    );
    expect(judged).toBeGreaterThan(250);
    // The random joints reach every check of the basis.
    expect(
      baseToEn1993(baseModel(worked('w2').input, DEFAULT_BASIS)).ids.filter(
        (id) =>
          !seen.has(id) &&
          !['contact-pressure'].includes(id) &&
          !/^(anchor-(edge|spacing|clear|head|depth|count)|washer-|friction-|block|weld-throat|plate-(vs|on)|grout|key-|reinforcement-|loops-)/.test(
            id,
          ),
      ),
    ).toEqual([]);
  });
  it('gives finite numbers or a stated refusal under every choice of method, law, contact and prying', () => {
    const anyOptions = fc.record({
      method: fc.constantFrom('auto', 'lever-arm', 'section'),
      contact: fc.constantFrom('effective', 'full'),
      law: fc.constantFrom('winkler', 'parabola', 'uniform'),
      loaded_area: fc.constantFrom('plate', 'effective'),
      alpha_shape: fc.constantFrom('equal', 'separate'),
      prying: fc.constantFrom('strict', 'table-6.2'),
      psi_M: fc.boolean(),
    }) as fc.Arbitrary<BaseInput['options']>;
    let judged = 0;
    fc.assert(
      fc.property(anyBase, anyOptions, anyBaseActions, (input, options, c) => {
        const result = tryCheckJoint({ kind: 'column-base', input: { ...input, options }, combinations: [c] }, DEFAULT_BASIS);
        if ('refusal' in result) return void expect(result.refusal.message).toMatch(/^[\w.]+: .*accepted (is|are) .*\.$/s);
        judged += 1;
        for (const x of result.report.combinations[0]!.checks) {
          if (x.type !== 'strength') continue;
          expect([x.id, Number.isFinite(x.demand), Number.isFinite(x.resistance), Number.isFinite(x.multiple)]).toEqual([
            x.id,
            true,
            true,
            true,
          ]);
          if (!x.info) expect([x.id, x.pass]).toEqual([x.id, x.multiple >= 1 - 1e-9]);
        }
      }),
      { numRuns: 150, seed: 44 },
    );
    expect(judged).toBeGreaterThan(40);
  });
  it('has a detail line that parses back to itself', () => {
    fc.assert(
      fc.property(anyBase, (input) => {
        const line = printLine(input);
        const back = parseLine(line, input);
        expect(printLine(back)).toBe(line);
        expect(validate(baseSchema(), back)).toEqual({ value: back });
      }),
      { numRuns: 300, seed: 3 },
    );
  });
  it('does not care which side is which: mirrored with its actions, the numbers stay', () => {
    let judged = 0;
    fc.assert(
      fc.property(anyBase, anyBaseActions, (input, c) => {
        const flipZ = {
          ...input,
          concrete: { ...input.concrete, z: -input.concrete.z },
          anchors: {
            ...input.anchors,
            z: -input.anchors.z,
            ...(input.anchors.pattern.type === 'circle'
              ? { pattern: { ...input.anchors.pattern, start: -input.anchors.pattern.start } }
              : {}),
          },
        };
        const mirrored = { ...c, M_y: -c.M_y!, V_z: -c.V_z!, T: -c.T! };
        const one = orRefused(() => used(input, c));
        if (!one) return;
        judged += 1;
        const two = used(flipZ, mirrored);
        expect(Object.keys(two).sort()).toEqual(Object.keys(one).sort());
        for (const [id, u] of Object.entries(one))
          if (u < 900)
            expect([id, two[id]! / Math.max(u, 1e-9)]).toEqual([id, expect.closeTo(u < 1e-9 ? two[id]! / 1e-9 : 1, 3)]);
      }),
      { numRuns: 150, seed: 8 },
    );
    expect(judged).toBeGreaterThan(80);
  });
  it('takes half the load with half the utilisation: concrete, plate, anchors and welds', () => {
    const linear = [
      'contact-pressure',
      'concrete-bearing',
      'concrete-bearing-side',
      'plate-tstub-tension',
      'plate-anchor-local',
      'plate-line-bending',
      'anchor-steel-tension',
      'anchor-cone',
      'anchor-pullout',
      'anchor-bond',
      'anchor-blowout',
      'column-weld',
      'anchor-pryout',
      'concrete-edge',
      'anchor-steel-shear',
    ];
    let judged = 0;
    fc.assert(
      fc.property(anyBase, anyBaseActions, (input, c) => {
        const whole = orRefused(() => used(input, c));
        if (!whole) return;
        judged += 1;
        const half = used(input, timesLoad(c, 0.5));
        for (const id of linear)
          if (whole[id] !== undefined && whole[id] < 900 && whole[id] > 1e-6)
            expect([id, half[id]! / whole[id]]).toEqual([id, expect.closeTo(0.5, 4)]);
      }),
      { numRuns: 200, seed: 21 },
    );
    expect(judged).toBeGreaterThan(100);
  });
  // A multiple promises that the whole load times it uses the check up: interactions, shear with bending and lever arm included.
  it('has multiples at which each check is just used up', () => {
    let judged = 0;
    fc.assert(
      fc.property(anyBase, anyBaseActions, (input, c) => {
        const list = orRefused(() => strengths(input, c));
        if (!list) return;
        judged += 1;
        for (const [key, x] of list) {
          // Friction grows with the load as the shear does: its multiple is that of the shear alone.
          if (
            x.id === 'base-friction' ||
            x.info ||
            x.utilisation === null ||
            x.multiple < 0.02 ||
            x.multiple > 50 ||
            x.id === 'hook-yield' ||
            x.id === 'anchor-hole-for-shear'
          )
            continue;
          const then = strengths(input, timesLoad(c, x.multiple)).get(key);
          if (then) expect([key, then.utilisation]).toEqual([key, expect.closeTo(1, 3)]);
        }
      }),
      { numRuns: 40, seed: 33 },
    );
    expect(judged).toBeGreaterThan(20);
  });
});

describe('more of a thing never makes worse what it serves', () => {
  const { input: i, combination } = worked('w2');
  const { input: ring, combination: wind } = worked('w3');
  const less = (a: Record<string, number>, b: Record<string, number>, ids: readonly string[]): void => {
    for (const id of ids) expect([id, a[id] !== undefined && b[id]! <= a[id] * (1 + 1e-9)]).toEqual([id, true]);
  };
  it('a thicker plate', () => {
    for (const t of [40, 50])
      less(used(i, combination), used({ ...i, plate: { ...i.plate, t } }, combination), [
        'plate-tstub-tension',
        'plate-line-bending',
        'concrete-bearing-side',
      ]);
    for (const t of [30, 40, 60])
      less(used(ring, wind), used({ ...ring, plate: { ...ring.plate, t } }, wind), ['plate-anchor-local', 'plate-line-bending']);
  });
  it('deeper anchors, far from edges', () => {
    const wide = { ...i, concrete: { ...i.concrete, B_y: 9000, B_z: 9000, H: 4000 } };
    for (const h_ef of [500, 700])
      less(used(wide, combination), used({ ...wide, anchors: { ...wide.anchors, h_ef } }, combination), [
        'anchor-cone',
        'anchor-pryout',
        'interaction-concrete',
      ]);
  });
  it('better concrete', () => {
    for (const f_ck of [35, 45, 55])
      less(
        used(i, combination),
        used({ ...i, concrete: { ...i.concrete, f_ck }, grout: { ...i.grout, f_ck: 60 } }, combination),
        ['concrete-bearing-side', 'anchor-cone', 'anchor-pullout', 'concrete-edge', 'anchor-pryout'],
      );
  });
});

describe('symmetry', () => {
  it('a circular base turned with its actions by one pitch of its anchors gives the same', () => {
    const { input, combination: c } = worked('w3');
    const far = {
      ...input,
      concrete: {
        f_ck: 32,
        cracked: true,
        splitting_bars: true,
        edge_bars: 'none' as const,
        wide_mesh: false,
        supplementary: false,
        y: 0,
        z: 0,
      },
    };
    const t = Math.PI / 3;
    const turned: Combination = {
      ...c,
      M_z: c.M_z! * Math.cos(t) - c.M_y! * Math.sin(t),
      M_y: c.M_z! * Math.sin(t) + c.M_y! * Math.cos(t),
      V_y: c.V_y! * Math.cos(t) - c.V_z! * Math.sin(t),
      V_z: c.V_y! * Math.sin(t) + c.V_z! * Math.cos(t),
    };
    const [one, two] = [used(far, c), used(far, turned)];
    for (const id of ['contact-pressure', 'plate-anchor-local', 'plate-line-bending', 'anchor-steel-tension', 'column-weld'])
      expect([id, two[id]! / one[id]!]).toEqual([id, expect.closeTo(1, 3)]);
  });
  it('a symmetric base has equal forces in equal anchors', () => {
    const { input, combination: c } = worked('w2');
    const prepared = baseToEn1993(baseModel({ ...input, options: { ...input.options, method: 'section' } }, DEFAULT_BASIS));
    const { F } = prepared.state(inNewtons(c), new Run(prepared.sheet));
    expect(F[0]!).toBeGreaterThan(1e4);
    expect(F[1]! / F[0]!).toBeCloseTo(1, 9);
    expect(F.slice(2)).toEqual([0, 0]);
  });
  it('a square column bends alike about both axes', () => {
    const { input } = worked('w4');
    const square = { ...input, concrete: { ...input.concrete, z: 0, B_y: 900, B_z: 900 } };
    const y = used(square, { ...zero, N_Ed: -200, M_y: 18, V_z: 20 });
    const z = used(square, { ...zero, N_Ed: -200, M_z: 18, V_y: 20 });
    expect(Object.keys(y)).toEqual(Object.keys(z));
    for (const [id, u] of Object.entries(y)) expect([id, z[id]! / u]).toEqual([id, expect.closeTo(1, 9)]);
  });
});

describe('what can not balance', () => {
  const { input } = worked('w2');
  const bare = { ...input, anchors: { ...input.anchors, pattern: { type: 'none' as const } } };
  const notes = (i: BaseInput, c: Combination) =>
    checkJoint({ kind: 'column-base', input: i, combinations: [c] }, DEFAULT_BASIS).combinations[0]!;
  it('is told so: uplift without anchors', () => {
    const r = notes(bare, { ...zero, N_Ed: 40 });
    expect(r.state).toBe('gives');
    expect(r.notes.join('; ')).toMatch(
      /no equilibrium: the base cannot carry these actions; there is no anchor: it would balance with anchors that hold 40 kN/,
    );
  });
  // Contact reaches to h/2 + c = 140 + 59.8 = 199.8 mm: 30 kNm needs at least 30/0.1998 = 150 kN.
  it('is told so with the smallest change: a moment outside any contact', () => {
    const r = notes(bare, { ...zero, N_Ed: -100, M_y: 30 });
    const more = /it would balance with ([\d.]+) kN more compression \(N = (.*?) kN\)/.exec(r.notes.join('; '))!;
    expect(Number(more[1])).toBeGreaterThanOrEqual(50);
    expect(Number(more[1])).toBeLessThan(52);
    expect(r.notes.join('; ')).toMatch(/or with the moment no larger than 19\.[89]\d? kNm|20\.0 kNm/);
  });
  it('is told so when an action belongs to no base', () => {
    const job = readJob({
      format: 'ample-gusset-job',
      version: 1,
      name: 'x',
      joints: [{ mark: 'A', kind: 'column-base', input, combinations: [{ name: 'C1', V_Ed: 10, N_Ed: -50 }] }],
    });
    expect(summaryOf(job.joints[0]!, job)).toMatchObject({
      state: 'not-whole',
      verdict: expect.stringContaining('V_Ed has no path in this joint') as string,
    });
  });
});

describe('the fields of a column base', () => {
  const { input } = worked('w2');
  it('give back what was set and leave a joint that the schema accepts', () => {
    for (const f of baseFields.filter((x) => !x.applies || x.applies(input))) {
      const options = optionsOf(f, DEFAULT_BASIS.standard);
      const value = options
        ? options.at(-1)!.value
        : f.type === 'section'
          ? 'UC 305x305x118'
          : f.steps![Math.floor(f.steps!.length / 2)]!;
      const after = f.set(input, value);
      expect([f.id, f.get(after)]).toEqual([f.id, value]);
      const checked = validate(baseSchema(), after);
      expect([f.id, 'error' in checked ? checked.error.message : '']).toEqual([f.id, '']);
    }
  });
});

describe('first details of column bases', () => {
  const seeds = ['UC 203x203x60', 'UC 254x254x107', 'UC 305x305x118', 'SHS 200x200x10', 'CHS 219.1x10', 'HEB 300'];
  it.each(seeds)('%s hold usual actions with every must rule kept, pinned and fixed', (column) => {
    for (const [base, list] of [
      [
        'pinned',
        [
          { ...zero, N_Ed: -500, V_z: 30 },
          { ...zero, name: 'W', N_Ed: 30, V_z: 20 },
        ],
      ],
      ['fixed', [{ ...zero, N_Ed: -300, M_y: 60, V_z: 40 }]],
    ] as const) {
      const { input, why } = firstDetail(
        'column-base',
        { column, columnGrade: 'S355', base, f_ck: '30', B_z: '2400', B_y: '2400', H: '1200' },
        list,
        DEFAULT_BASIS,
      );
      const r = checkJoint({ kind: 'column-base', input, combinations: list }, DEFAULT_BASIS);
      expect([base, r.brokenRules.map((x) => x.id), r.state]).toEqual([base, [], expect.stringMatching(/holds|close/)]);
      expect(why.length).toBeGreaterThan(1);
    }
  });
  it('refuse what is no size, in words', () => {
    expect(() => columnBase.first({ column: 'UC 203x203x60', f_ck: '30', B_z: 'wide' }, [], DEFAULT_BASIS, () => 1)).toThrow(
      /Block along z: "wide" is not a size/,
    );
  });
});
