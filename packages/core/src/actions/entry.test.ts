import { describe, expect, it } from 'vitest';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { workingsOf } from '../job/workings.ts';
import { firstDetail } from '../design/first.ts';
import { memberFacts } from '../joints/members.ts';
import { readForce } from './entry.ts';

const member = { name: 'UB 406×140×39 S275', V_pl: 438.2 };

describe('a force as typed', () => {
  it('is a number in kN, with a comma or a real minus sign', () => {
    expect(readForce(' 142 ', member)).toEqual({ value: 142 });
    expect(readForce('−31,5 kN', member)).toEqual({ value: -31.5 });
  });
  // 50 % of 438.2 = 219.1.
  it('is a share of the shear resistance', () => {
    expect(readForce('50 %', member)).toEqual({
      value: 219.1,
      from: '50 % of the shear resistance of UB 406×140×39 S275, 438 kN',
    });
    expect(readForce('50 %', null)).toBeNull();
  });
  // 12 x 8 / 2 = 48.
  it('is a load and a span', () => {
    expect(readForce('12 kN/m x 8 m', member)).toEqual({ value: 48, from: '12 kN/m over 8 m: w L/2' });
    expect(readForce('12,5×6,4', null)).toEqual({ value: 40, from: '12.5 kN/m over 6.4 m: w L/2' });
    expect(readForce('12 x 0', null)).toBeNull();
  });
  // 25 kip = 25 x 4.4482216 = 111.2055 kN; 1.2 kip/ft = 17.51268 kN/m over 24 ft = 7.3152 m: 64.054 kN.
  it('may be typed in kips and feet, and says so', () => {
    expect(readForce('25 kip', member)).toEqual({ value: 111.21, from: '25 kip' });
    expect(readForce('1.2 kip/ft x 24 ft', null)).toEqual({ value: 64.05, from: '1.2 kip/ft over 24 ft: w L/2' });
  });
  it('is nothing else', () => {
    for (const t of ['', 'much', '12 kN/m', '1e999', '%']) expect([t, readForce(t, member)]).toEqual([t, null]);
  });
  it('says in the workings where it came from', () => {
    const { input } = firstDetail(
      'fin-plate',
      { beam: 'UB 406x140x39', beamGrade: 'S275', support: 'UC 203x203x60', supportGrade: 'S275', supportType: 'column_flange' },
      [],
      DEFAULT_BASIS,
    );
    const w = workingsOf(
      { kind: 'fin-plate', input, combinations: [{ name: 'C1', V_Ed: 48, N_Ed: 0, N_tie: 0, from: '12 kN/m over 8 m: w L/2' }] },
      DEFAULT_BASIS,
      0,
    );
    const V = w.sections
      .flatMap((s) => s.steps)
      .flatMap((s) => s.uses)
      .find((u) => u.name === 'V_Ed')!;
    expect(V.source).toEqual({ kind: 'action', ref: 'combination C1: 12 kN/m over 8 m: w L/2' });
  });
});

describe('what is known of a member', () => {
  // IPE 300, S275: A_v 25.684 cm2: 407.8 kN; A 53.81 cm2: 1480 kN; W_pl 628.4 cm3: 172.8 kNm.
  it('is its dimensions and the resistances of its section', () => {
    const f = memberFacts({ section: 'IPE 300', steel: { grade: 'S275' } }, DEFAULT_BASIS, 'beam')!;
    expect(f.V_pl).toBeCloseTo(407.8, 1);
    expect(Object.fromEntries(f.lines)).toEqual({
      'depth, width': '300 × 150 mm',
      'web, flange, root': '7.1, 10.7, 15 mm',
      f_y: '275 MPa',
      shear: '408 kN',
      tension: '1480 kN',
      'moment, plastic': '173 kNm',
    });
    expect(memberFacts({ steel: { grade: 'S275' } }, DEFAULT_BASIS, 'support')).toBeNull();
  });
});
