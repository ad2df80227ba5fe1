import { STANDARDS } from '@ample/core';

/** A heading as the anchor of its section. */
export const slug = (title: string): string =>
  title
    .toLowerCase()
    .replace(/`/g, '')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '');

/** Part of the method notes on a kind under a standard; the first standard of the list has no name in its heading. */
const part = (kindTitle: string, standard: string): string =>
  slug(`${kindTitle}${standard === STANDARDS[0]!.id ? '' : ` to ${standard}`}: what is checked`);
/** Where the method of a kind of joint is told. */
export const methodOf = (kindTitle: string, standard: string): string => `/help/method#${part(kindTitle, standard)}`;
/** Where one of its checks is. */
export const methodOfCheck = (kindTitle: string, standard: string, id: string, title: string): string =>
  `/help/method?check=${encodeURIComponent(id)}&words=${encodeURIComponent(title)}#${part(kindTitle, standard)}`;
