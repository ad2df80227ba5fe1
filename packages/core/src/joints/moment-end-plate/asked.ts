import type { Seed, Start } from '../kind.ts';
import type { ColumnInput, MomentPlateInput, SectionInput } from './input.ts';

/** The members of a start, with what practice takes from them. */
export interface Asked {
  readonly form: MomentPlateInput['form'];
  readonly beam: SectionInput;
  readonly column?: ColumnInput;
  readonly haunch: boolean;
}

export function askedOf(start: Start): Asked {
  if ('members' in start && typeof start.members === 'object')
    return { haunch: false, ...(start.members as Omit<Asked, 'haunch'>) };
  const seed = start as Seed;
  const splice = seed['form'] === 'splice';
  return {
    form: splice ? 'splice' : 'column',
    beam: { section: seed['beam']!, steel: { grade: seed['beamGrade']! } },
    ...(splice
      ? {}
      : {
          column: {
            section: seed['column']!,
            steel: { grade: seed['columnGrade']! },
            sides: seed['sides'] === '2' ? (2 as const) : (1 as const),
            other_checked: false,
          },
        }),
    haunch: seed['haunch'] === 'yes',
  };
}

/** Options of a first detail. */
export const USUAL_OPTIONS: MomentPlateInput['options'] = {
  prying: 'assume',
  mode1: 'method1',
  plastic: 'en',
  shear_rows: 'required',
  small_axial: false,
};
