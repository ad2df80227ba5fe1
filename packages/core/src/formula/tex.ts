import type { Notation } from './notation.ts';
import { texName } from './names.ts';

const OPERATORS: Readonly<Record<string, string>> = { '×': '\\times ', '−': '-', '+': '+', '=': '=' };
const WORDS: Readonly<Record<string, string>> = { min: '\\min', max: '\\max', ln: '\\ln', π: '\\pi ', ' ': '\\,', ';': ';\\ ' };

/** TeX of a notation tree. With `link`, each symbol carries its name in a data attribute, so that a reader can walk to its source. */
export function texOf(n: Notation, link = false, nested = false): string {
  const go = (x: Notation): string => texOf(x, link, nested);
  const inner = (x: Notation): string => texOf(x, link, true);
  switch (n.k) {
    case 'row':
      return n.items.map(go).join('');
    case 'num':
      return texNumber(n.text, n.unit);
    case 'var':
      return link ? `\\htmlData{symbol=${n.name}}{${texName(n.name)}}` : `{${texName(n.name)}}`;
    case 'op':
      return OPERATORS[n.text] ?? n.text;
    case 'word':
      return WORDS[n.text] ?? `\\text{${plain(n.text)}}`;
    case 'frac':
      return `\\${nested ? 'frac' : 'dfrac'}{${inner(n.num)}}{${inner(n.den)}}`;
    case 'sqrt':
      return `\\sqrt{${go(n.of)}}`;
    case 'sup':
      return `{${go(n.base)}}^{${inner(n.exp)}}`;
    case 'fence':
      return `\\left${n.open}${go(n.of)}\\right${n.close}`;
  }
}

/** Words that hold characters of TeX's own: shown as they are. Powers of a single figure stand raised. */
const plain = (text: string): string =>
  text
    .replace(/\^([23])/g, (_, n: string) => (n === '2' ? '²' : '³'))
    .replace(/\\/g, '\\textbackslash ')
    .replace(/[_{}%#&$]/g, '\\$&')
    .replace(/\^/g, '\\textasciicircum ')
    .replace(/~/g, '\\textasciitilde ')
    .replace(/[²³⁴]/g, (c) => `$^${'²³⁴'.indexOf(c) + 2}$`);

function texNumber(text: string, unit: string | undefined): string {
  const value = text.replace('\u2212', '-');
  return unit ? `${value}\\,\\text{${plain(unit)}}` : value;
}
