import type { Combination } from '../../actions/combination.ts';
import type { Prepared } from '../../checks/check.ts';
import type { Paths } from '../../detail/mark.ts';
import type { RowsFlow } from '../rows.ts';

/** A moment end plate laid out for checking, under any standard. */
export interface PreparedRows extends Prepared {
  /** How the forces go, and the failure paths on the solid by check; of the joint alone without a combination. In N and Nmm. */
  drawn(combination: Combination | null): { readonly flow: RowsFlow; readonly paths: Paths };
}
