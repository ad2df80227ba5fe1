/** A heading as the anchor of its section. */
export const slug = (title: string): string =>
  title
    .toLowerCase()
    .replace(/`/g, '')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '');

/** Where the method of a kind of joint is told. */
export const methodOf = (kindTitle: string): string => `/help/method#${slug(`${kindTitle}: what is checked`)}`;
/** Where one of its checks is. */
export const methodOfCheck = (kindTitle: string, id: string, title: string): string =>
  `/help/method?check=${encodeURIComponent(id)}&words=${encodeURIComponent(title)}#${slug(`${kindTitle}: what is checked`)}`;
