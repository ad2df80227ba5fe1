import { checksWhere, rulesWhere, type CheckDef, type RuleDef } from '../../../checks/check.ts';
import type { CleatsCase } from './sheet.ts';

type Part = 'web bolts' | 'support bolts' | 'beam weld' | 'support weld';
const MISSING: Readonly<Record<Part, (c: CleatsCase) => string | null>> = {
  'web bolts': (c) => (c.m.toBeam ? null : 'The cleats are welded to the beam: there are no bolts in its web.'),
  'support bolts': (c) => (c.m.toSupport ? null : 'The cleats are welded to the support: there are no bolts in it.'),
  'beam weld': (c) => (c.m.toBeam ? 'The cleats are bolted to the beam.' : null),
  'support weld': (c) => (c.m.toSupport ? 'The cleats are bolted to the support.' : null),
};

/** Checks, and rules, that apply only where the joint has that part. */
export const where = (part: Part, checks: readonly CheckDef<CleatsCase>[]): CheckDef<CleatsCase>[] =>
  checksWhere(MISSING[part], checks);
export const ruleWhere = (part: Part, rules: readonly RuleDef<CleatsCase>[]): RuleDef<CleatsCase>[] =>
  rulesWhere(MISSING[part], rules);
