import { properties, SECTIONS, steelStrength, type OpenSection } from '../packages/core/src/index.ts';

/** Steel of beams and columns in benches of first details. */
export const GRADE = 'S275';
const open = SECTIONS.filter((s) => 'tf' in s && s.shape === 'I' && /^(U|IPE|HE)/.test(s.name)) as OpenSection[];
export const BEAMS = open.filter((s) => !/^(UC|HEM)/.test(s.name));
export const COLUMNS = open.filter((s) => /^(UC|HEA|HEB|HEM)/.test(s.name));

/** A share of what the web of a beam carries in shear, kN. */
export const shearOf = (beam: OpenSection, share: number): number =>
  (share * properties(beam).A_v * steelStrength({ grade: GRADE }, beam.tf, 'UK', 'beam').f_y) / Math.sqrt(3) / 1e3;
/** Columns whose flange takes a beam. */
export const flangesFor = (beam: OpenSection): OpenSection[] => COLUMNS.filter((c) => c.b >= Math.min(beam.b, 150) && c.h >= 150);
