import type { Writable } from 'node:stream';
import { sectionWords, stepSides, stepWords, type Notation, type PaperItem, type WorkingSection } from '@ample/core';
import { sheetSvg } from '../shop/sheet-svg.ts';
import { OXIDE, type Column, type Paper, type ParagraphStyle, type Picture } from './paper.ts';
import { StreamPaper } from './stream.ts';
import { escape } from '../escape.ts';

/** A formula as MathML, which browsers and office programs set themselves. */
export function mathMl(n: Notation): string {
  switch (n.k) {
    case 'row':
      return `<mrow>${n.items.map(mathMl).join('')}</mrow>`;
    case 'num':
      return n.unit
        ? `<mrow><mn>${escape(n.text)}</mn><mspace width="0.2em"/><mtext>${escape(n.unit)}</mtext></mrow>`
        : `<mn>${escape(n.text)}</mn>`;
    case 'var':
      return n.sub ? `<msub><mi>${escape(n.head)}</mi><mtext>${escape(n.sub)}</mtext></msub>` : `<mi>${escape(n.head)}</mi>`;
    case 'op':
      return n.text.trim() === '' ? '<mspace width="0.3em"/>' : `<mo>${escape(n.text)}</mo>`;
    case 'word':
      return `<mtext>${escape(n.text)}</mtext>`;
    case 'frac':
      return `<mfrac>${mathMl(n.num)}${mathMl(n.den)}</mfrac>`;
    case 'sqrt':
      return `<msqrt>${mathMl(n.of)}</msqrt>`;
    case 'sup':
      return `<msup>${mathMl(n.base)}${mathMl(n.exp)}</msup>`;
    case 'fence':
      return `<mrow><mo fence="true">${escape(n.open)}</mo>${mathMl(n.of)}<mo fence="true">${escape(n.close)}</mo></mrow>`;
  }
}

const STYLE = `body{font:15px/1.45 "IBM Plex Sans",sans-serif;color:#1d2a3a;max-width:1000px;margin:24px auto;padding:0 20px}
h1{font-size:24px}h2{font-size:19px;margin:28px 0 6px}h3{font-size:16px;margin:20px 0 4px}
.head{border-top:2px solid #1d2a3a;color:#5b6470;font-size:13px;padding-top:4px;margin-top:48px}
.mono{font-family:"IBM Plex Mono",monospace;font-size:13px}.muted{color:#5b6470}.bad{color:${OXIDE}}
table{border-collapse:collapse;width:100%;font-size:13.5px;margin:6px 0 12px}th{text-align:left;font-weight:600;border-bottom:1px solid #1d2a3a;padding:3px 8px}
td{border-bottom:1px solid #ddd8ca;padding:3px 8px;vertical-align:top}.right{text-align:right}svg{width:100%;height:auto}
.step{margin:4px 0 8px 18px}.step small{display:block;color:#5b6470}math{font-size:17px}.over{color:#5b6470}
@media print{.head{break-before:page}table,figure,.step{break-inside:avoid}}figure{margin:12px 0}`;

/** A report as one page of HTML: drawings as SVG, formulas as MathML, nothing that is fetched from elsewhere. */
export class HtmlPaper extends StreamPaper implements Paper {
  constructor(title: string, out: Writable) {
    super(out);
    this.write(
      `<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><title>${escape(title)}</title><style>${STYLE}</style></head><body>\n`,
    );
  }
  upright(head?: string): void {
    if (head) this.write(`<p class="head">${escape(head)}</p>\n`);
  }
  heading(text: string, size = 13): void {
    this.write(size > 13 ? `<h2>${escape(text)}</h2>\n` : `<h3>${escape(text)}</h3>\n`);
  }
  paragraph(text: string, { font, colour }: ParagraphStyle = {}): void {
    const cls = [font === 'mono' && 'mono', colour === OXIDE ? 'bad' : colour && 'muted'].filter(Boolean).join(' ');
    this.write(`<p${cls ? ` class="${cls}"` : ''}>${escape(text)}</p>\n`);
  }
  table(columns: readonly Column[], rows: readonly (readonly string[])[], marked: (row: number) => boolean = () => false): void {
    const side = (k: number): string => {
      const cls = [columns[k]!.align === 'right' && 'right', columns[k]!.font === 'mono' && 'mono'].filter(Boolean).join(' ');
      return cls ? ` class="${cls}"` : '';
    };
    const cells = (list: readonly string[], tag: 'td' | 'th'): string =>
      list.map((c, k) => `<${tag}${side(k)}>${escape(c)}</${tag}>`).join('');
    this.write(
      `<table><thead><tr>${cells(
        columns.map((c) => c.title),
        'th',
      )}</tr></thead><tbody>\n${rows
        .map((r, i) => `<tr${marked(i) ? ' class="bad"' : ''}>${cells(r, 'td')}</tr>`)
        .join('\n')}\n</tbody></table>\n`,
    );
  }
  sheet(drawing: Picture, over: readonly PaperItem[] = []): void {
    this.picture({ ...drawing, items: [...drawing.items, ...over] });
  }
  picture(picture: Picture): void {
    this.write(`<figure>${sheetSvg(picture, picture.items, 'Drawing').replace(/^<\?xml[^>]*>\n/, '')}</figure>\n`);
  }
  working(section: WorkingSection): void {
    this.write(
      `<section><h3${section.pass ? '' : ' class="bad"'}>${escape(section.title)} <span class="muted">${escape(section.clause)}</span></h3>\n`,
    );
    if (section.summary)
      this.write(`<p class="${section.pass && !section.missing ? 'muted' : 'bad'}">${escape(sectionWords(section))}</p>\n`);
    for (const step of section.steps) {
      const parts = stepSides(step).map(mathMl);
      const unit = step.unit ? `<mspace width="0.2em"/><mtext>${escape(step.unit)}</mtext>` : '';
      this.write(
        `<div class="step"><small>${escape(stepWords(step))}</small><math displaystyle="true">${parts.join('<mo>=</mo>')}${unit}</math></div>\n`,
      );
    }
    this.write('</section>\n');
  }
  cover(over: string, name: string, under: readonly string[]): void {
    this.write(
      `<p class="over">${escape(over)}</p><h1>${escape(name)}</h1>\n${under.map((u) => `<p>${escape(u)}</p>\n`).join('')}`,
    );
  }
  override async finish(): Promise<void> {
    this.write('</body></html>\n');
    await super.finish();
  }
}
