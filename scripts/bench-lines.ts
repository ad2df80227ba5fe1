/** One thing that was measured, beside what is aimed at: met where the value is not over it. */
export interface Line {
  readonly what: string;
  readonly value: number;
  readonly unit: string;
  readonly aim: number;
}

/** Prints what was measured. Nothing passes or fails here. */
export function printLines(lines: readonly Line[]): void {
  const width = Math.max(...lines.map((l) => l.what.length));
  const figure = (x: number, unit: string): string =>
    `${x.toFixed(Math.abs(x) < 100 && unit !== '' ? (unit === 's' ? 2 : 1) : 0)} ${unit}`.trim();
  process.stdout.write(`\n${'what'.padEnd(width)}  ${'measured'.padStart(10)}  ${'aim'.padStart(10)}\n`);
  for (const l of lines)
    process.stdout.write(
      `${l.what.padEnd(width)}  ${figure(Math.abs(l.value), l.unit).padStart(10)}  ${`${Math.abs(l.aim)} ${l.unit}`.trim().padStart(10)}  ${l.value <= l.aim ? '' : 'over the aim'}\n`,
    );
}
