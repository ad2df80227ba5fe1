import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import type { FieldState } from '../analysis/analyse.ts';
import type { FieldModel } from '../analysis/model.ts';
import type { CheckResult } from '../checks/check.ts';
import { KINDS } from '../joints/registry.ts';
import { WATCHED } from '../joints/watched.ts';
import type { RowFlow } from '../joints/rows.ts';
import { readJob } from './document.ts';
import { jointField, type JointField } from './field.ts';
import { counterparts, rowsBeside } from './field-counterparts.ts';

const every = JSON.parse(readFileSync(new URL('../joints/every-check.json', import.meta.url), 'utf8')) as Record<
  string,
  { ids: string[] }
>;
const tern = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));

const strength = (id: string, utilisation: number | null, more: object = {}): CheckResult =>
  ({
    ...{ type: 'strength', id, title: id, clause: '', part: '', demand: 1, resistance: 1, unit: 'kN' },
    ...{ utilisation, multiple: 1, pass: true, ...more },
  }) as CheckResult;
/** A plate on a web by one bolt, with a weld on a flange, at half of its load. */
const model = {
  plates: [{ name: 'plate' }, { name: 'beam web' }, { name: 'support flange' }],
  bolts: [{ name: 'bolt 1', plies: ['plate', 'beam web'], point: [50, 0, -80] }],
  welds: [{ name: 'weld of plate on support flange', a: 'plate', b: 'support flange' }],
  beds: [],
} as unknown as FieldModel;
const state = {
  lam: 0.5,
  uses: [
    { kind: 'bolt-shear', part: 'bolt 1', value: 0.4 / 0.999 },
    { kind: 'bearing', part: 'bolt 1', ply: 'plate', value: 0.3 / 0.95 },
    { kind: 'bearing', part: 'bolt 1', ply: 'beam web', value: 0.45 / 0.95 },
    { kind: 'weld', part: 'weld of plate on support flange', value: 0.33 },
    { kind: 'yield', part: 'plate', value: 0.9 },
  ],
  bolts: [{ name: 'bolt 1', F_t: 30_000, pried: 8_000, planes: [] }],
} as unknown as FieldState;

describe('checks beside the analysis', () => {
  it('are told at the load of the state, each beside the part that the analysis finds worst', () => {
    const list = counterparts(
      [
        strength('plate-bearing', 0.6),
        strength('beam-web-bearing', 0.8),
        strength('bolt-group-shear', 0.9),
        strength('weld-strength', 0.4),
        strength('plate-shear-gross', 0.7),
      ],
      model,
      state,
    );
    // Utilisations at 0.5 of the load: half of each; the most used first. Gross shear has no counterpart.
    expect(list.map((c) => [c.title, c.hand, Number(c.analysed.toFixed(6)), c.ratio!.toFixed(3)])).toEqual([
      ['bolt-group-shear', 0.45, 0.4, '0.889'],
      ['beam-web-bearing', 0.4, 0.45, '1.125'],
      ['plate-bearing', 0.3, 0.3, '1.000'],
      ['weld-strength', 0.2, 0.33, '1.650'],
    ]);
    expect(list.map((c) => c.part)).toEqual(['bolt 1', 'bolt 1', 'bolt 1', 'weld of plate on support flange']);
    // Only what is outside 0.85 to 1.15 needs a word.
    expect(list.map((c) => c.why !== '')).toEqual([false, false, false, true]);
  });
  it('look at the anchor or wall that the check speaks of, where the model has it', () => {
    const welded = {
      ...model,
      welds: [
        { name: 'weld of column web on plate', a: 'column web', b: 'plate' },
        { name: 'weld of column +z flange on plate', a: 'column +z flange', b: 'plate' },
      ],
    } as unknown as FieldModel;
    const uses = welded.welds.map((w, i) => ({ kind: 'weld', part: w.name, value: 0.3 + 0.3 * i }));
    const at = (where?: string) =>
      counterparts([strength('column-weld', 0.5, where ? { where } : {})], welded, {
        ...state,
        uses,
      } as unknown as FieldState)[0]!;
    expect([at('web').analysed, at('flange').analysed, at('ring').analysed, at().analysed]).toEqual([0.3, 0.6, 0.6, 0.6]);
  });
  it('leave out what only informs, has no resistance, is not in the model, or is too small to matter', () => {
    const none = [
      strength('plate-bearing', 0.6, { info: true }),
      strength('beam-web-bearing', null),
      strength('support-bearing', 0.8),
      { type: 'skip', id: 'bolt-group-shear', title: '', clause: '', part: '', reason: '' } as CheckResult,
    ];
    expect(counterparts(none, model, state)).toEqual([]);
    const small = { ...state, uses: state.uses.map((u) => ({ ...u, value: 0.01 })) };
    expect(counterparts([strength('plate-bearing', 0.1)], model, small)).toEqual([]);
  });
  it('of rows are forces: the tension of their bolts without what is pried', () => {
    const row = (y: number, F: number) => ({ number: 1, y, F, by: 'bolts' }) as RowFlow;
    const [found] = rowsBeside([row(-80, 50_000)], model, state);
    // 0.5 x 50 kN by hand, 30 - 8 kN of the bolt.
    expect([found!.hand, found!.analysed, found!.ratio]).toEqual([25_000, 22_000, 0.88]);
    expect(rowsBeside([row(-200, 50_000)], model, state)).toEqual([]);
  });
  it('are named by checks that there are', () => {
    const ids = new Set(Object.values(every).flatMap((k) => k.ids));
    expect(Object.keys(WATCHED).filter((id) => !ids.has(id))).toEqual([]);
    // Every kind has some under every standard.
    for (const [kind, { ids: own }] of Object.entries(every))
      expect(
        own.some((id) => id in WATCHED),
        kind,
      ).toBe(true);
    expect(KINDS.length).toBeGreaterThan(4);
  });
});

describe('of real joints', () => {
  let fin: JointField;
  let plate: JointField;
  beforeAll(() => {
    const of = (mark: string, asked: object) =>
      jointField(
        tern.joints.find((j) => j.mark === mark)!,
        tern,
        { preview: true, until: 'design', ...asked },
      );
    fin = of('B2-14', { combination: 'C3' });
    plate = of('R2-04', { combination: 'C4' });
  });
  it('a fin plate shears and bears as its check says, within 8 %', () => {
    const ratios = new Map(fin.counterparts.map((c) => [c.title, c.ratio!]));
    for (const title of ['Bearing, beam web', 'Bolt shear', 'Bearing, plate']) {
      expect(ratios.get(title), title).toBeGreaterThan(0.92);
      expect(ratios.get(title), title).toBeLessThan(1.08);
    }
  });
  it('rows of an end plate pull as the components say, and no bolt is pried by more than it pulls', () => {
    const rows = plate.counterparts.filter((c) => c.of === 'force');
    expect(rows.length).toBeGreaterThanOrEqual(2);
    for (const c of rows.slice(0, 2)) expect(Math.abs(c.ratio! - 1), c.title).toBeLessThan(0.12);
    for (const b of plate.result.design!.bolts) {
      expect(b.pried).toBeGreaterThanOrEqual(0);
      expect(b.pried).toBeLessThanOrEqual(Math.max(0, b.F_t));
    }
    // M over the lever: rows less what presses at their own height.
    const pull = plate.result.design!.bolts.reduce((s, b) => s + Math.max(0, b.F_t), 0);
    expect(pull / 1e3).toBeGreaterThan(186 / 0.45);
    expect(pull / 1e3).toBeLessThan(186 / 0.33);
  });
});
