import type { GivenRules } from '@ample/core';
import { api } from '../api.ts';

let known: Promise<GivenRules> | null = null;
/** House rules of the office, asked once; what is usual stands where they can't be read. */
export const officeRules = (): Promise<GivenRules> =>
  (known ??= api.rules().then(
    (r) => r.rules,
    () => {
      known = null;
      return {};
    },
  ));
/** They have changed: who wants them next asks again. */
export const forgetOffice = (): void => {
  known = null;
};
