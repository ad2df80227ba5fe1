import { familyOf, sectionKey, SECTIONS, type Section } from './sections.ts';

/** What stands in a name, apart: letters, and numbers as they are written. */
interface Parts {
  readonly letters: string;
  readonly numbers: readonly string[];
}
const partsOf = (text: string): Parts => {
  const key = sectionKey(text).replaceAll(',', '.');
  return { letters: key.replace(/[^A-Z]|(?<=\d)X(?=\d|$)/g, ''), numbers: key.match(/\d+(\.\d+)?/g) ?? [] };
};
// "406 x 140 x 39": an x between figures joins them and is no letter; figures apart are so whether a space or an x stands between.
const spaced = (text: string): string => text.replace(/(?<=\d)\s*[x×X*/-]\s*(?=\d)/g, ' ').replace(/(?<=\d)\s+(?=\d)/g, 'x');

const KNOWN = new Map<string, Parts>();
function known(name: string): Parts {
  let found = KNOWN.get(name);
  if (!found) KNOWN.set(name, (found = partsOf(spaced(name))));
  return found;
}

/**
 * How well a section answers what was typed: 0 is its name, more is less near, null is not at all. The letters begin its family; each number, in
 * order, begins a number of its name: `457 67`, `457x191x67`, `ub457` and `heb 240` all find theirs.
 */
function distance(typed: Parts, s: Section): number | null {
  const own = known(s.name);
  if (typed.letters && !own.letters.startsWith(typed.letters)) return null;
  let at = 0;
  let far = (own.letters.length - typed.letters.length) * (typed.letters ? 2 : 0.1);
  for (const n of typed.numbers) {
    const found = own.numbers.findIndex((x, i) => i >= at && x.startsWith(n));
    if (found < 0) return null;
    // A number that is only begun is less near than a whole one; one passed over costs little.
    far += (own.numbers[found] === n ? 0 : 1) + (found - at) * 0.3;
    at = found + 1;
  }
  return far + (own.numbers.length - at) * 0.3;
}

export interface SectionSearch {
  /** Sections of the job, which come first. */
  readonly own?: readonly Section[];
  readonly shapes?: readonly string[] | undefined;
  /** Names that were used lately, newest first: on top while they fit. */
  readonly recent?: readonly string[];
}

/** Sections that fit, nearest first; those as near in the order of the job, then of the catalogue. */
function fitting(text: string, { own = [], shapes }: SectionSearch): { readonly section: Section; readonly far: number }[] {
  const typed = partsOf(spaced(text));
  return [...own, ...SECTIONS]
    .filter((s) => !shapes || shapes.includes(s.shape))
    .flatMap((section) => {
      const far = distance(typed, section);
      return far === null ? [] : [{ section, far }];
    })
    .sort((a, b) => a.far - b.far);
}

/** Sections that fit what was typed, nearest first: the job's own, those used lately, then the catalogue in its order. */
export function searchSections(text: string, search: SectionSearch = {}): Section[] {
  const { own = [], recent = [] } = search;
  const rank = new Map<string, number>([
    ...recent.map((n, i) => [n, 1000 - i] as const),
    ...own.map((s) => [s.name, 2000] as const),
  ]);
  const first = (s: Section): number => rank.get(s.name) ?? 0;
  return fitting(text, search)
    .map((x) => x.section)
    .sort((a, b) => first(b) - first(a));
}

/** The one section that a text names: by its whole name, or because nothing else fits it as well. Undefined where it names none or several. */
export function namedSection(text: string, search: SectionSearch = {}): Section | undefined {
  if (text.trim() === '') return undefined;
  const fits = fitting(text, search);
  const exact = fits.find(({ section }) => sectionKey(section.name) === sectionKey(text));
  if (exact) return exact.section;
  return fits.length === 1 || (fits[0] && fits[1]!.far - fits[0].far >= 0.5) ? fits[0]!.section : undefined;
}

/** Sections whose figures are nearest to those typed, of the same family where one is named: for a name that none has. */
export function nearestSections(text: string, search: SectionSearch = {}, most = 3): Section[] {
  const typed = partsOf(spaced(text));
  const wanted = typed.numbers.map(Number);
  const off = (s: Section): number => {
    const own = known(s.name).numbers.map(Number);
    return wanted.reduce((sum, n, i) => sum + Math.abs(Math.log((own[i] ?? 1) / n)), 0);
  };
  const all = searchSections('', search);
  const family = all.filter((s) => typed.letters !== '' && familyOf(s).replace(/\W/g, '').startsWith(typed.letters));
  return (wanted.length ? [...(family.length ? family : all)].sort((a, b) => off(a) - off(b)) : family).slice(0, most);
}
