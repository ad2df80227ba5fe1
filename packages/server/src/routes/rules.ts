import { readRules, rulesSchema, type GivenRules } from '@ample/core';
import { drawnRules } from '@ample/exchange/logo';
import Joi from 'joi';
import type { Api } from '../api.ts';
import type { Services } from '../services.ts';
import { getRules, saveRules } from '../store/rules.ts';

const change = Joi.object({ version: Joi.number().integer().min(0).required(), rules: rulesSchema().required() });

/** House rules of the office: what stands where a job says nothing. */
export function rulesRoutes(api: Api, { database: { db, write } }: Services): void {
  api.route(
    { method: 'get', path: '/rules', summary: 'House rules of the office', answer: 'rules, version, who saved them and when' },
    () => getRules(db),
  );
  api.route<{ version: number; rules: GivenRules }>(
    {
      method: 'put',
      path: '/rules',
      summary: 'House rules of the office, made from a version; one made from an older is refused with that stored',
      body: change,
      answer: 'the rules',
    },
    ({ body, who }) => {
      const rules = drawnRules(readRules(body.rules));
      return write((tx) => saveRules(tx, body.version, rules, who));
    },
  );
}
