/** Axis in per cent of its width, both sides in logarithms: 0.4 to 1 left of the wall at 1.0 where anything gives, 1 to 8 right of it. */
const RIGHT = 80;
const TICKS = [0.5, 1, 1.5, 2, 4, 8];

export interface MultipleAxis {
  /** Where anything gives, per cent. */
  readonly wall: number;
  readonly ticks: readonly number[];
  at(multiple: number): number;
}

/** The axis of load multiples; `gives`: something stands left of the wall. */
export function multipleAxis(gives: boolean): MultipleAxis {
  const wall = gives ? 26 : 4;
  return {
    wall,
    ticks: gives ? TICKS.filter((t) => t !== 1.5) : TICKS.slice(1),
    at: (m) => {
      const x = Math.min(Math.max(m, 0.4), 8);
      return x < 1 ? wall * (1 - Math.log(1 / x) / Math.log(2.5)) : wall + (RIGHT - wall) * (Math.log(x) / Math.log(8));
    },
  };
}
