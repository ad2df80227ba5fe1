import { Marked } from 'marked';
import guide from '../../../../docs/user-guide.md?raw';
import method from '../../../../docs/method.md?raw';
import jobFile from '../../../../docs/job-file.md?raw';
import { slug } from './links.ts';

/** One part of a document under its heading. */
export interface HelpSection {
  readonly doc: string;
  readonly id: string;
  readonly title: string;
  readonly html: string;
  /** Its words alone, small letters, for the search. */
  readonly text: string;
}

export interface HelpDoc {
  readonly id: string;
  readonly title: string;
  readonly sections: readonly HelpSection[];
}

/** Pictures of the documents, by their path in `docs/`. */
const PICTURES = import.meta.glob<string>('../../../../docs/products/*.png', { eager: true, query: '?url', import: 'default' });
const pictureOf = (path: string): string => PICTURES[`../../../../docs/${path}`] ?? path;
const marked = new Marked({
  renderer: { image: ({ href, text }) => `<img src="${pictureOf(href)}" alt="${text}" loading="lazy">` },
});
const words = (html: string): string =>
  html
    .replace(/<[^>]+>/g, ' ')
    .replace(/&[a-z]+;|\s+/g, ' ')
    .toLowerCase();

/** A document cut at its headings of the second level; what stands before the first is its introduction. */
export function readDoc(id: string, text: string): HelpDoc {
  const parts = text.split(/^(?=## )/m);
  const title = /^# (.+)$/m.exec(parts[0]!)?.[1] ?? id;
  const sections = parts.flatMap((part, i): HelpSection[] => {
    const head = i === 0 ? title : part.slice(3, part.indexOf('\n')).trim();
    const body = (i === 0 ? part.replace(/^# .+$/m, '') : part.slice(part.indexOf('\n') + 1)).trim();
    if (!body) return [];
    const html = marked.parse(body, { async: false });
    return [{ doc: id, id: slug(head), title: head.replace(/`/g, ''), html, text: words(`${head} ${html}`) }];
  });
  return { id, title, sections };
}

/** The documents that `docs/` holds, the one source of what stands here. */
export const DOCS: readonly HelpDoc[] = [readDoc('guide', guide), readDoc('method', method), readDoc('job-file', jobFile)];

/** Sections that hold every word, those with it in the title first. */
export function searchDocs(query: string, docs: readonly HelpDoc[] = DOCS): HelpSection[] {
  const wanted = query.toLowerCase().split(/\s+/).filter(Boolean);
  if (wanted.length === 0) return [];
  const inTitle = (s: HelpSection): number => wanted.filter((w) => s.title.toLowerCase().includes(w)).length;
  return docs
    .flatMap((d) => d.sections)
    .filter((s) => wanted.every((w) => s.text.includes(w)))
    .sort((a, b) => inTitle(b) - inTitle(a));
}

/** How well a block answers for a check: its id in it outweighs any words; else the share of the words of its title. */
export function answers(block: string, id: string, title: string): number {
  const text = block.toLowerCase();
  if (text.includes(id.toLowerCase())) return 10;
  const wanted = title
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((w) => w.length > 3);
  return wanted.length ? wanted.filter((w) => text.includes(w.replace(/s$/, ''))).length / wanted.length : 0;
}
