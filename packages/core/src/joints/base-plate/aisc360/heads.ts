import { INCH, inches } from '../../../catalogue/index.ts';
import type { BaseInput } from '../input.ts';

/** A heavy hex head as the round one of its area, to the next sixteenth below; as thick as a nut. */
export const headOf = (d: number): Pick<BaseInput['anchors'], 'head' | 'head_t'> => {
  const flats = 1.5 * d + INCH / 8;
  const round = Math.sqrt((4 / Math.PI) * (Math.sqrt(3) / 2)) * flats;
  return { head: inches(Math.floor((round / INCH) * 16) / 16), head_t: d };
};
