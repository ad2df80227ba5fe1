/**
 * What one school of practice takes where the other takes the other one: the nearest that is made, never the same. The first of several is the
 * usual one. Matches of strength alone; whoever compares confirms each.
 */
const PAIRS = {
  steel: [
    ['S235', 'A36'],
    ['S275', 'A36'],
    ['S355', 'A572-50'],
    ['S355', 'A992'],
    ['S355', 'A588'],
    ['S355', 'A529-50'],
    ['S355', 'A500-C'],
    ['S355', 'A1085'],
    ['S355', 'A500-B'],
    ['S355', 'A501-B'],
    ['S235', 'A53-B'],
  ],
  bolts: [
    ['4.6', 'A307'],
    ['8.8', '120'],
    ['10.9', '150'],
    ['10.9', '144'],
  ],
  anchors: [
    ['4.6', 'F1554-36'],
    ['5.6', 'F1554-55'],
    ['8.8', 'F1554-105'],
    ['10.9', 'F1554-105'],
  ],
} as const satisfies Record<string, readonly (readonly [string, string])[]>;

/** The usual counterpart of a grade or class among those that are accepted; undefined where there is none. */
export function matchOf(of: keyof typeof PAIRS, name: string, accepted: readonly string[]): string | undefined {
  for (const [a, b] of PAIRS[of]) {
    const found = a === name ? b : b === name ? a : undefined;
    if (found !== undefined && accepted.includes(found)) return found;
  }
  return undefined;
}
