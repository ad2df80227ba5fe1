import { commentText, pinSchema, type Pin } from '@ample/core';
import Joi from 'joi';
import type { Api } from '../api.ts';
import type { Services } from '../services.ts';
import { addComment, changeComment, listComments } from '../store/comments.ts';
import { getJoint } from '../store/joints.ts';
import { once } from '../store/requests.ts';

const made = Joi.object({ text: commentText().required(), pin: pinSchema() });
const change = Joi.object({ reply: commentText(), resolved: Joi.boolean() }).or('reply', 'resolved');

/** Remarks on a joint: pinned to a check or a spot of its drawing, answered, resolved. */
export function commentRoutes(api: Api, { database: { db, write } }: Services): void {
  api.route(
    { method: 'get', path: '/joints/:id/comments', summary: 'Comments of a joint', answer: 'list of comments' },
    async ({ params }) => {
      await getJoint(db, params['id']!);
      return listComments(db, params['id']!);
    },
  );
  api.route<{ text: string; pin?: Pin }>(
    { method: 'post', path: '/joints/:id/comments', summary: 'A new comment', body: made, answer: 'the comment' },
    ({ params, body, who, request }) =>
      write((tx) =>
        once(
          tx,
          request,
          () => addComment(tx, params['id']!, body, who),
          async (id) => (await listComments(tx, params['id']!)).find((c) => c.id === id)!,
        ),
      ),
  );
  api.route<{ reply?: string; resolved?: boolean }>(
    {
      method: 'post',
      path: '/joints/:joint/comments/:id',
      summary: 'Answer a comment, resolve it, or open it again',
      body: change,
      answer: 'the comment',
    },
    ({ params, body, who, request }) =>
      write((tx) =>
        once(
          tx,
          request,
          () => changeComment(tx, params['id']!, body, who),
          async (id) => (await listComments(tx, params['joint']!)).find((c) => c.id === id)!,
        ),
      ),
  );
}
