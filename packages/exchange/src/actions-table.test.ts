import { describe, expect, it } from 'vitest';
import { parseActions } from './actions-table.ts';

describe('a pasted table of actions', () => {
  it('reads heads in any order, tabs, real minus signs and decimal commas', () => {
    const { combinations, errors } = parseActions('Note\tComb.\tN_Ed (kN)\tV [kN]\twind up\nwind\tC4\t24\t−31,5\n');
    expect(errors).toEqual([]);
    expect(combinations).toEqual([{ name: 'C4', note: 'wind', V_Ed: -31.5, N_Ed: 24, N_tie: 0 }]);
  });
  it('takes name, V, N, tying, note without heads', () => {
    expect(parseActions('C1; 142; 0; 0; gravity\nT1; ; ; 75').combinations).toEqual([
      { name: 'C1', note: 'gravity', V_Ed: 142, N_Ed: 0, N_tie: 0 },
      { name: 'T1', note: '', V_Ed: 0, N_Ed: 0, N_tie: 75 },
    ]);
  });
  it('reads forces and moments in other units', () => {
    // 25 kip = 111.2055 kN, rounded to what is shown.
    const [c] = parseActions('C1; 25 kip; -5 kN; 2000 lbf').combinations;
    expect([c!.V_Ed, c!.N_Ed, c!.N_tie]).toEqual([111.21, -5, 8.9]);
  });
  it('says which row it can not use and keeps the others', () => {
    const { combinations, errors } = parseActions('C1,100\nC2,lots\nC3,50,,-4\nC1,7');
    expect(combinations.map((c) => c.name)).toEqual(['C1']);
    expect(errors.map((e) => e.message)).toEqual([
      'row 2: V_Ed: "lots" is not a force; accepted is a force in kN, or with its unit, as in 25 kip.',
      'row 3.N_tie: -4 is too small; accepted is 0 or more.',
      'row 4: the name "C1" stands twice; accepted are different names.',
    ]);
  });
});
