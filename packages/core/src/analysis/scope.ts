/** What stops an analysis, in a sentence. */
export const STOPS =
  'Stops: plastic strain of 5 % over a disc of the thickness, slip of a weld of 0.05 of its leg, elongation of a bolt of 0.02 of its length, slip of a shear plane of 1 mm, a hole pushed by a sixth of its bolt, concrete of an anchor.';

/** What no analysis computes, and what of this joint is not in its model, in sentences. */
export const notComputed = (absent: readonly string[]): string =>
  [
    'Not computed: second order, friction beyond what carries the shear of a base, net sections, block tearing, fatigue.',
    ...absent.map((what) => `Not in the model: ${what}.`),
  ].join(' ');
