import type { Notation } from '@ample/core';

const isAtom = (n: Notation): boolean =>
  n.k === 'num' ||
  n.k === 'var' ||
  n.k === 'fence' ||
  n.k === 'sqrt' ||
  n.k === 'word' ||
  (n.k === 'row' && n.items.length === 1 && isAtom(n.items[0]!));
const closed = (n: Notation): string => (isAtom(n) ? plainOf(n) : `(${plainOf(n)})`);

/** A formula in one line of text: fractions with a slash, roots and powers in words of a keyboard. */
export function plainOf(n: Notation): string {
  switch (n.k) {
    case 'row':
      return n.items.map(plainOf).join('');
    case 'num':
      return n.unit ? `${n.text} ${n.unit}` : n.text;
    case 'var':
      return n.sub ? `${n.head}_${n.sub}` : n.head;
    case 'op':
      return n.text.trim() === '' ? ' ' : ` ${n.text} `;
    case 'word':
      return n.text;
    case 'frac':
      return `${closed(n.num)} / ${closed(n.den)}`;
    case 'sqrt':
      return `sqrt(${plainOf(n.of)})`;
    case 'sup':
      return `${closed(n.base)}^${closed(n.exp)}`;
    case 'fence':
      return `${n.open}${plainOf(n.of)}${n.close}`;
  }
}
