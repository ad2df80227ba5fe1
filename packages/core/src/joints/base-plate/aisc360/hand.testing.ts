import { expect } from 'vitest';
import { INCH } from '../../../catalogue/index.ts';
import { to } from '../../aisc360.testing.ts';
import type { BaseInput } from '../input.ts';
import { base, load, results, us } from './worked.testing.ts';

/** Demand and strength of one check, in kips, inches and ksi. */
export function of(id: string, input: BaseInput, c: ReturnType<typeof load>, format: 'LRFD' | 'ASD' = 'LRFD'): [number, number] {
  const x = results(input, c, to(format)).get(id);
  if (!x) throw new Error(`${id} has no result`);
  const unit = (v: number): number => (x.unit === '-' ? v : x.unit === 'kNm' ? us(v, 'kN') / INCH : us(v, x.unit));
  return [unit(x.demand), unit(x.resistance)];
}
export const near = ([D, R]: [number, number], demand: number, strength: number): void => {
  expect(D).toBeCloseTo(demand, 6);
  expect(R).toBeCloseTo(strength, 6);
};
export const root = Math.sqrt(4000); // sqrt of 4000 psi
export const A_b = Math.PI / 4;
export const A_se = (Math.PI / 4) * (1 - 0.9743 / 8) ** 2;
export const byAnchors = base({ shear: { path: 'anchors' } });
