import type { Pool } from './pool.ts';

/** Joints of one task: who asks something meanwhile waits some tens of milliseconds at most. */
const AT_A_TIME = 10;
/** After so many joints little of the calculation is left to be compiled. */
const ENOUGH = 1_000;

/** Lets a thread judge joints of the demo jobs, until it does so fast or `enough` says so. The first thousand joints of a thread take twice the time of later ones. */
export async function warmUp(pool: Pool, enough: () => boolean = () => false): Promise<void> {
  for (let from = 0; from < ENOUGH && !enough(); from += AT_A_TIME) await pool.run('warm', { from, count: AT_A_TIME });
}
