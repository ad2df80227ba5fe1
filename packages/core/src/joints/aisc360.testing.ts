import { inches, KIP, KSI } from '../catalogue/index.ts';
import { aisc360 } from '../standards/aisc360/standard.ts';
import { basisOf, usualBasis } from '../standards/job-basis.ts';

/** Sizes of worked cases in inches, kips and ksi, as files hold them: mm, kN, MPa; and forces of results, N, in kips. */
export { inches };
export const ksi = (x: number): number => Number((x * KSI).toPrecision(12));
export const kips = (x: number): number => (x * KIP) / 1e3;
export const inKip = (newtons: number): number => newtons / KIP;

/** A job to AISC 360 in one format. */
export const to = (format: 'LRFD' | 'ASD' = 'LRFD', settings: object = {}) =>
  basisOf({ basis: { ...usualBasis(aisc360), format, settings }, sections: [], steels: [] });
