import type { Notation } from '@ample/core';
import type { Page } from './page.ts';

/** A set formula: its size in points round a baseline, and how to draw it. */
export interface Box {
  readonly width: number;
  readonly up: number;
  readonly down: number;
  draw(x: number, baseline: number): void;
}

const GREEK = /[\u0370-\u03ff]/;

/** Glyphs, space, lines and rows of boxes on a page. */
function brushes(page: Page) {
  const { doc } = page;
  const glyphs = (value: string, font: 'math' | 'symbols', size: number): Box => {
    const width = page.widthOf(value, font, size);
    return { width, up: size * 0.72, down: size * 0.22, draw: (x, baseline) => page.letters.put(value, font, size, x, baseline) };
  };
  const space = (width: number): Box => ({ width, up: 0, down: 0, draw: () => undefined });
  const line = (x1: number, y1: number, x2: number, y2: number, width: number): void => {
    doc.lineWidth(width).moveTo(x1, y1).lineTo(x2, y2).stroke();
  };
  const row = (boxes: readonly Box[]): Box => ({
    width: boxes.reduce((w, b) => w + b.width, 0),
    up: Math.max(0, ...boxes.map((b) => b.up)),
    down: Math.max(0, ...boxes.map((b) => b.down)),
    draw: (x, baseline) => {
      let at = x;
      for (const b of boxes) {
        b.draw(at, baseline);
        at += b.width;
      }
    },
  });
  return { doc, glyphs, space, row, line };
}

type Brushes = ReturnType<typeof brushes>;

/** Brackets or bars round a box. */
function fence({ doc, glyphs, row, line }: Brushes, inner: Box, open: string, close: string, size: number): Box {
  const tall = inner.up + inner.down > size * 1.15;
  if (!tall && open !== '|') return row([glyphs(open, 'symbols', size), inner, glyphs(close, 'symbols', size)]);
  const w = open === '|' ? size * 0.28 : size * 0.42;
  const [up, down] = [inner.up + size * 0.08, inner.down + size * 0.08];
  const side = (x: number, baseline: number, bow: number): void => {
    const [top, bottom] = [baseline - up, baseline + down];
    if (open === '|') return line(x + w / 2, top, x + w / 2, bottom, size * 0.05);
    const outer = bow < 0 ? x + w * 0.8 : x + w * 0.2;
    const peak = outer + bow * w * 0.95;
    doc
      .lineWidth(size * 0.06)
      .moveTo(outer, top)
      .bezierCurveTo(peak, top + (bottom - top) * 0.3, peak, top + (bottom - top) * 0.7, outer, bottom)
      .stroke();
  };
  return {
    width: inner.width + 2 * w,
    up,
    down,
    draw: (x, baseline) => {
      side(x, baseline, -1);
      inner.draw(x + w, baseline);
      side(x + w + inner.width, baseline, 1);
    },
  };
}

/** A symbol with its index. */
function variable({ glyphs }: Brushes, n: Extract<Notation, { k: 'var' }>, size: number): Box {
  const head = glyphs(n.head, n.head.length > 1 && !GREEK.test(n.head) ? 'symbols' : 'math', size);
  if (!n.sub) return head;
  const sub = glyphs(n.sub, 'symbols', size * 0.7);
  const drop = size * 0.2;
  return {
    width: head.width + sub.width + size * 0.03,
    up: head.up,
    down: Math.max(head.down, drop + sub.down),
    draw: (x, b) => (head.draw(x, b), sub.draw(x + head.width + size * 0.03, b + drop)),
  };
}

/** A fraction. */
function fraction({ line }: Brushes, num: Box, den: Box, size: number): Box {
  const pad = size * 0.12;
  const width = Math.max(num.width, den.width) + 2 * pad;
  const axis = size * 0.25;
  const gap = size * 0.14;
  return {
    width: width + size * 0.1,
    up: axis + gap + num.down + num.up,
    down: Math.max(0, gap + den.up + den.down - axis),
    draw: (x, b) => {
      line(x + size * 0.05, b - axis, x + size * 0.05 + width, b - axis, size * 0.05);
      num.draw(x + size * 0.05 + (width - num.width) / 2, b - axis - gap - num.down);
      den.draw(x + size * 0.05 + (width - den.width) / 2, b - axis + gap + den.up);
    },
  };
}

/** A root. */
function root({ doc }: Brushes, of: Box, size: number): Box {
  const lead = size * 0.62;
  const up = of.up + size * 0.16;
  return {
    width: lead + of.width + size * 0.06,
    up,
    down: of.down,
    draw: (x, b) => {
      doc
        .lineWidth(size * 0.05)
        .moveTo(x + size * 0.06, b - size * 0.22)
        .lineTo(x + size * 0.2, b - size * 0.3)
        .lineTo(x + size * 0.36, b + of.down)
        .lineTo(x + lead - size * 0.06, b - up)
        .lineTo(x + lead + of.width + size * 0.05, b - up)
        .stroke();
      of.draw(x + lead, b);
    },
  };
}

/** A power. */
function power(base: Box, exp: Box, size: number): Box {
  const rise = Math.max(size * 0.36, base.up - exp.up * 0.6);
  return {
    width: base.width + exp.width + size * 0.04,
    up: Math.max(base.up, rise + exp.up),
    down: base.down,
    draw: (x, b) => (base.draw(x, b), exp.draw(x + base.width + size * 0.03, b - rise)),
  };
}

/** Sets formulas from their notation, so that the page shows the very formula that was computed. `size` is the em in points. */
export function mathSetter(page: Page) {
  const by = brushes(page);
  const { glyphs, space, row } = by;
  const set = (n: Notation, size: number): Box => {
    switch (n.k) {
      case 'row':
        return row(n.items.map((i) => set(i, size)));
      case 'num':
        return glyphs(n.text.replace('\u2212', '−'), 'symbols', size);
      case 'word':
        if (n.text === ' ') return space(size * 0.17);
        if (n.text === ';') return row([glyphs(';', 'symbols', size), space(size * 0.3)]);
        return GREEK.test(n.text) ? glyphs(n.text, 'math', size) : glyphs(n.text, 'symbols', size);
      case 'op':
        return row([space(size * 0.22), glyphs(n.text, 'symbols', size), space(size * 0.22)]);
      case 'var':
        return variable(by, n, size);
      case 'frac':
        return fraction(by, set(n.num, size * 0.92), set(n.den, size * 0.92), size);
      case 'sqrt':
        return root(by, set(n.of, size), size);
      case 'sup':
        return power(set(n.base, size), set(n.exp, size * 0.7), size);
      case 'fence':
        return fence(by, set(n.of, size), n.open, n.close, size);
    }
  };
  return { set, row };
}
