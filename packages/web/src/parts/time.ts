/** Date and time of a stored moment, as it is here: "29 Nov 2026, 10:05". */
export const timeWords = (iso: string): string =>
  new Date(iso).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
