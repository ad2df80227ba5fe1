/** A number in a sentence: up to four figures, no trailing zeros. */
export const fixed = (x: number): string => String(Number(x.toPrecision(4)));
/** "anchors 0, 1 and 4" */
export const anchorList = (list: readonly number[]): string =>
  list.length === 1 ? `anchor ${list[0]}` : `group [${list.join(', ')}]`;
