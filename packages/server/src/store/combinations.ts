import { ACTION_NAMES, type Combination } from '@ample/core';
import type { combinations } from './schema.ts';

export const combinationOf = (c: typeof combinations.$inferSelect): Combination => ({
  name: c.name, note: c.note, ...Object.fromEntries(ACTION_NAMES.filter((k) => c[k] !== null).map((k) => [k, c[k]])) as Pick<Combination, 'V_Ed' | 'N_Ed' | 'N_tie'>, ...(c.from === null ? {} : { from: c.from }),
});

export const combinationRow = (jointId: string, c: Combination, position: number): typeof combinations.$inferInsert => ({
  jointId, position, name: c.name, note: c.note ?? '', V_Ed: c.V_Ed, N_Ed: c.N_Ed, N_tie: c.N_tie, V_ser: c.V_ser ?? null, M_y: c.M_y ?? null, M_z: c.M_z ?? null, V_y: c.V_y ?? null, V_z: c.V_z ?? null, T: c.T ?? null, from: c.from ?? null,
});
