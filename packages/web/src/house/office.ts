import { useEffect, useState } from 'react';
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

const NOTHING: GivenRules = {};
/** House rules of the office in a page; nothing until they are known. */
export function useOffice(): GivenRules {
  const [office, setOffice] = useState(NOTHING);
  useEffect(() => {
    let gone = false;
    void officeRules().then((r) => gone || setOffice(r));
    return () => {
      gone = true;
    };
  }, []);
  return office;
}
