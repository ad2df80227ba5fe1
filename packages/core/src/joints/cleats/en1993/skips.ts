import type { CheckDef, Outcome, RuleDef } from '../../check.ts';
import type { CleatsCase } from './sheet.ts';

export const NO_WEB_BOLTS = 'The cleats are welded to the beam: there are no bolts in its web.';
export const NO_SUPPORT_BOLTS = 'The cleats are welded to the support: there are no bolts in it.';
const NO_BEAM_WELD = 'The cleats are bolted to the beam.';
const NO_SUPPORT_WELD = 'The cleats are bolted to the support.';

type Part = 'web bolts' | 'support bolts' | 'beam weld' | 'support weld';
const missing = (c: CleatsCase, part: Part): string | null => {
  if (part === 'web bolts') return c.m.toBeam ? null : NO_WEB_BOLTS;
  if (part === 'support bolts') return c.m.toSupport ? null : NO_SUPPORT_BOLTS;
  if (part === 'beam weld') return c.m.toBeam ? NO_BEAM_WELD : null;
  return c.m.toSupport ? NO_SUPPORT_WELD : null;
};

/** Checks that apply only where the joint has that part; else the reason. */
export const where = (part: Part, checks: readonly CheckDef<CleatsCase>[]): CheckDef<CleatsCase>[] => checks.map((check) => ({
  ...check,
  run: (r, c, l): Outcome => {
    const reason = missing(c, part);
    return reason === null ? check.run(r, c, l) : { skip: reason };
  },
}));

/** The same for rules. */
export const ruleWhere = (part: Part, rules: readonly RuleDef<CleatsCase>[]): RuleDef<CleatsCase>[] => rules.map((rule) => ({
  ...rule,
  run: (r, c) => {
    const reason = missing(c, part);
    return reason === null ? rule.run(r, c) : { skip: reason };
  },
}));
