import { KINDS } from '@ample/core';
import Joi from 'joi';
import { STREAMED, type Api } from '../api.ts';
import type { Services } from '../services.ts';
import { getJoint } from '../store/joints.ts';

const search = Joi.object({
  top: Joi.number().integer().min(1).max(1000).default(20),
  kinds: Joi.array()
    .items(Joi.string().valid(...KINDS.map((k) => k.id)))
    .min(1)
    .unique(),
});
/** Searches of joints, which nothing is kept of. */
export function searchRoutes(api: Api, { database, pool }: Services): void {
  api.route<{ top: number; kinds?: string[] }>(
    {
      method: 'post',
      path: '/joints/:id/search',
      summary: 'Every detail that the house rules allow for the members and actions of a joint, judged; nothing is stored',
      body: search,
      answer:
        'what was gone through, the cheapest that hold with their cost by parts, and those that nothing is as cheap as and holds as much',
    },
    async ({ params, body }, _req, res) => {
      await getJoint(database.db, params['id']!);
      // Who goes away ends the search.
      const gone = new AbortController();
      res.on('close', () => gone.abort());
      try {
        return await pool.run('searchJoint', { file: database.file, id: params['id']!, ...body }, gone.signal);
      } catch (e) {
        if (gone.signal.aborted) return STREAMED;
        throw e;
      }
    },
  );
}
