import type { Client } from '@libsql/client';
import { ACTION_NAMES, type Combination } from '@ample/core';

const text = (v: unknown): string => (typeof v === 'string' ? v : '');

/**
 * What SQL alone can't migrate: rows of combinations become the list of their joint. Numbers pass through JavaScript, so that each keeps its last
 * digit. Does nothing where it is done; whole or not at all.
 */
export async function moveCombinations(client: Client): Promise<void> {
  const found = await client.execute("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'combinations_to_move'");
  if (found.rows.length === 0) return;
  const tx = await client.transaction('write');
  try {
    const lists = new Map<string, Combination[]>();
    for (const row of (await tx.execute('SELECT * FROM combinations_to_move ORDER BY joint_id, position')).rows) {
      const actions = Object.fromEntries(
        // An action that came later has no column there.
        ACTION_NAMES.filter((k) => (row[k.toLowerCase()] ?? null) !== null).map((k) => [k, Number(row[k.toLowerCase()])]),
      ) as Pick<Combination, 'V_Ed' | 'N_Ed' | 'N_tie'>;
      const id = text(row['joint_id']);
      const list = lists.get(id) ?? [];
      list.push({
        name: text(row['name']),
        note: text(row['note']),
        ...actions,
        ...(row['came_from'] === null ? {} : { from: text(row['came_from']) }),
      });
      lists.set(id, list);
    }
    for (const [id, list] of lists)
      await tx.execute({ sql: 'UPDATE joints SET combinations = ? WHERE id = ?', args: [JSON.stringify(list), id] });
    await tx.execute('DROP TABLE combinations_to_move');
    await tx.commit();
  } finally {
    tx.close();
  }
}
