import type { WorkingSection, WorkingStep } from '../checks/workings.ts';
import type { PaperItem } from '../drawing/items.ts';
import type { Notation } from '../formula/index.ts';

/** A number with decimals that is part of no longer one: 12.5, not 3.10.2, K1.4, 2.1a or EN 1993-1-8.5. */
const NUMBER = /(?<![\p{L}\d.,§_-])(\d+)\.(\d+)(?![\p{L}\d_]|[.,(]\d|\(\p{L})/gu;
/** What stands before a place in a code of practice, or before one of several. */
const PLACE =
  /(?:\b(?:tables?|figures?|fig\.|clauses?|cl\.|annex(?:es)?|formulae?|eqs?\.|equations?|expressions?|sections?|parts?|chapters?|appendix|notes?|version|EN|ISO|ASTM|AISC|ASCE|ACI|AWS)|§)(?:\s*[\p{L}\d.()/-]*\d[\p{L}\d.()/-]*\s*(?:,|;|and|or|to|–|-))*[\s(]*$/iu;
/** What stands before or after the class of a bolt (ISO 898-1), which is a name. */
const BEFORE_CLASS = /(?:\bM\d+(?:\s*[x×]\s*\d+)?|\bclass(?:es)?|\bgrade|\bproperty class)[\s,\u00a0-]*$/iu;
const AFTER_CLASS = /^[\s\u00a0-]*(?:bolts?|anchors?|assembl|preloaded|pretensioned|HR|HV)/iu;
const CLASS = /^(?:[34568]\.[68]|10\.9|12\.9)$/;

/** A text with its decimals after a comma. Clauses, numbers of tables and formulas, and classes of bolts stay: they are names. */
export const inCommas = (text: string): string =>
  text.replace(NUMBER, (whole, a: string, b: string, at: number) => {
    const [before, after] = [text.slice(0, at), text.slice(at + whole.length)];
    if (PLACE.test(before)) return whole;
    // A formula by its number: (6.10).
    if (before.endsWith('(') && after.startsWith(')')) return whole;
    if (CLASS.test(whole) && (BEFORE_CLASS.test(before) || AFTER_CLASS.test(after))) return whole;
    return `${a},${b}`;
  });

/** A formula with the decimals of its numbers after a comma. */
export function notationInCommas(n: Notation): Notation {
  const go = notationInCommas;
  switch (n.k) {
    case 'row':
      return { ...n, items: n.items.map(go) };
    case 'num':
      return { ...n, text: n.text.replace(/(\d)\.(?=\d)/g, '$1,') };
    case 'frac':
      return { ...n, num: go(n.num), den: go(n.den) };
    case 'sqrt':
    case 'fence':
      return { ...n, of: go(n.of) };
    case 'sup':
      return { ...n, base: go(n.base), exp: go(n.exp) };
    case 'word':
      return { ...n, text: inCommas(n.text) };
    case 'op':
    case 'var':
      return n;
  }
}

const optional = (n: Notation | null): Notation | null => n && notationInCommas(n);
const stepInCommas = (s: WorkingStep): WorkingStep => ({
  ...s,
  text: inCommas(s.text),
  symbol: notationInCommas(s.symbol),
  formula: notationInCommas(s.formula),
  values: optional(s.values),
  result: optional(s.result),
});

/** The workings of a check with their decimals after a comma. */
export const workingInCommas = (s: WorkingSection): WorkingSection => ({
  ...s,
  title: inCommas(s.title),
  summary: inCommas(s.summary),
  steps: s.steps.map(stepInCommas),
});

/** What is drawn, with the decimals of its texts after a comma. */
export const itemsInCommas = (items: readonly PaperItem[]): PaperItem[] =>
  items.map((i) => (i.k === 'text' ? { ...i, text: inCommas(i.text) } : i));
