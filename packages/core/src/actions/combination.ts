/**
 * Member end forces of one combination, in kN. `V_Ed` >= 0: the beam pushes the joint down; negative: uplift. `N_Ed` > 0 pulls the
 * beam off its support and acts together with `V_Ed`. `N_tie` >= 0 is the accidental tying force and acts alone. `V_ser` is the
 * serviceability shear of slip category B.
 */
export interface Combination {
  readonly name: string;
  readonly note?: string | undefined;
  readonly V_Ed: number;
  readonly N_Ed: number;
  readonly N_tie: number;
  readonly V_ser?: number | undefined;
  /** Where `V_Ed` came from when it was not typed as a force: a share of the member, or a load and a span. */
  readonly from?: string | undefined;
}

export const ACTION_NAMES = ['V_Ed', 'N_Ed', 'N_tie', 'V_ser'] as const;
export type ActionName = (typeof ACTION_NAMES)[number];
