import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { US_CUSTOMARY, SI } from '../units/system.ts';
import { fieldSteps, stepMove } from './field-makers.ts';
import { fieldHelp } from './field-help.ts';
import { baseField } from './base-plate/fields.ts';
import { finPlateField, finPlateFields } from './fin-plate/fields.ts';
import { FIN } from './beam-end/samples.testing.ts';
import { finPlate } from './fin-plate/index.ts';
import { largerBolt, strongerClass, strongerGrade } from './practical.ts';

const office = { bolts: [24, 16, 20, 27], plates: [14, 9, 11], pitches: [65, 90], classes: ['8.8'], steels: ['S275', 'S460'] };
const housed = { ...DEFAULT_BASIS, practice: office };

describe('practical values', () => {
  it('are those of the office where it has some, in their order', () => {
    const t = finPlateField('plate.t');
    expect(fieldSteps(t, SI)).toEqual([6, 8, 10, 12, 15, 20, 25]);
    expect(fieldSteps(t, SI, office)).toEqual([9, 11, 14]);
    // As they are on stock, in inches too.
    expect(fieldSteps(t, US_CUSTOMARY, office)).toEqual([9, 11, 14]);
    expect(fieldSteps(finPlateField('bolts.p1'), SI, office)).toEqual([65, 90]);
    // What the office says nothing of is as it was.
    expect(fieldSteps(finPlateField('weld.s'), SI, office)).toEqual(fieldSteps(finPlateField('weld.s'), SI));
    expect(fieldSteps(finPlateField('plate.e2'), SI, office)).toEqual(fieldSteps(finPlateField('plate.e2'), SI));
  });
  it('of a base plate are those of base plates, or of plates where the office has no others', () => {
    const t = baseField('plate.t');
    expect(fieldSteps(t, SI)).toEqual([12, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80]);
    expect(fieldSteps(t, SI, office)).toEqual([9, 11, 14]);
    expect(fieldSteps(t, SI, { ...office, base_plates: [40, 25] })).toEqual([25, 40]);
    // They say nothing of other plates.
    expect(fieldSteps(finPlateField('plate.t'), SI, { base_plates: [40, 25] })).toEqual([6, 8, 10, 12, 15, 20, 25]);
  });
  it('are what a step of a size goes to, and what its help names', () => {
    const step = (basis: typeof housed, by: number) =>
      stepMove(basis, finPlateFields, FIN, 'plate.t', 'plate', by).map((m) => m.label);
    expect([step(housed, 1), step(housed, 2), step(housed, -1)]).toEqual([
      ['plate 10 → 11'],
      ['plate 10 → 14'],
      ['plate 10 → 9'],
    ]);
    expect(step({ ...DEFAULT_BASIS, practice: {} as typeof office }, 1)).toEqual(['plate 10 → 12']);
    expect(fieldHelp(finPlate, finPlateField('plate.t'), FIN, housed).usual).toEqual(['9', '11', '14']);
  });
  it('lead from bolts, classes and steels to the next that the office has', () => {
    expect([16, 20, 24, 27].map((d) => largerBolt(housed, d))).toEqual([20, 24, 27, undefined]);
    expect([largerBolt(DEFAULT_BASIS, 24), largerBolt(DEFAULT_BASIS, 30)]).toEqual([30, undefined]);
    expect([strongerClass(housed, '8.8'), strongerClass(DEFAULT_BASIS, '8.8')]).toEqual([undefined, '10.9']);
    expect(strongerClass(housed, '4.6')).toBe('8.8');
    expect([strongerGrade(housed, 'S275'), strongerGrade(DEFAULT_BASIS, 'S275')]).toEqual(['S460', 'S355']);
    expect([strongerGrade(housed, 'S460'), strongerGrade(housed, undefined)]).toEqual([undefined, undefined]);
  });
});
