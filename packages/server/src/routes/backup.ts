import { randomUUID } from 'node:crypto';
import { createReadStream, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { STREAMED, type Api } from '../api.ts';
import type { Services } from '../services.ts';
import { stamp } from '../store/database.ts';

export function backupRoute(api: Api, { database, pool }: Services): void {
  api.route(
    {
      method: 'get',
      path: '/backup',
      summary: 'A copy of the whole store, consistent while it is in use',
      answer: 'application/vnd.sqlite3',
    },
    async (_input, _req, res) => {
      const target = join(tmpdir(), `ample-backup-${randomUUID()}.sqlite`);
      const gone = (): void => rmSync(target, { force: true });
      try {
        await pool.run('backup', { file: database.file, target });
      } catch (e) {
        gone();
        throw e;
      }
      res.attachment(`ample-gusset-${stamp()}.sqlite`).type('application/vnd.sqlite3');
      createReadStream(target)
        .on('error', () => res.destroy())
        .on('close', gone)
        .pipe(res);
      return STREAMED;
    },
  );
}
