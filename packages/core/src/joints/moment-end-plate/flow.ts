import type { Combination } from '../../actions/combination.ts';
import type { Prepared } from '../../checks/check.ts';
import type { Paths } from '../../detail/mark.ts';
import type { RowsFlow } from '../rows.ts';

/** A moment end plate laid out for checking, under any standard. */
export interface PreparedRows extends Prepared {
  /** Rows may be added and taken away one by one; else the procedure has forms of its own. */
  readonly freeRows: boolean;
  /** What of the method is chosen for the joint, in a few words; none where nothing is. */
  readonly method: string | null;
  /** Its bolts are pretensioned. */
  readonly preloaded: boolean;
  /** How the forces go, and the failure paths on the solid by check; of the joint alone without a combination. In N and Nmm. */
  drawn(combination: Combination | null): { readonly flow: RowsFlow; readonly paths: Paths };
}
