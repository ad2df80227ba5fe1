import type { State } from '../joints/report.ts';
import type { JudgedBy } from './actions.ts';
import { summaryOf } from './summary.ts';

/** How a joint stands: what the register says of it. */
export interface Standing {
  readonly state: State;
  readonly verdict: string;
}

export function standingOf(joint: Parameters<typeof summaryOf>[0], job: JudgedBy): Standing {
  const s = summaryOf(joint, job);
  return { state: s.state, verdict: s.refusal ?? s.verdict };
}
