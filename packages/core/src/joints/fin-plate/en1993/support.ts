import { Refusal } from '../../../refusal.ts';
import type { SupportType } from '../../members.ts';

/** The wall of a hollow section under a plate (EN 1993-1-8, 7) is not covered. */
export function refuseHollow({ type }: { readonly type: SupportType }): void {
  if (type === 'hss_face')
    throw new Refusal(
      'support.type',
      'support.type: a fin plate on the face of a hollow section is not covered to EN 1993-1-8; accepted are column_flange, column_web and beam_web.',
    );
}
