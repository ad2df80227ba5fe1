import { significant } from '../../../units/format.ts';

/** A number in a sentence: up to four figures, no trailing zeros. */
export const fixed = (x: number): string => String(Number(x.toPrecision(4)));
export const kN = (x: number): string => `${significant(x / 1e3)} kN`;
export const kNm = (x: number): string => `${significant(x / 1e6)} kNm`;
/** "anchors 0, 1 and 4" */
export const anchorList = (list: readonly number[]): string =>
  list.length === 1 ? `anchor ${list[0]}` : `group [${list.join(', ')}]`;
