import { sectionWords, stepSides, stepWords, type WorkingSection, type WorkingStep } from '@ample/core';
import { MUTED, OXIDE } from '../report/paper.ts';
import { plainOf } from '../report/plain.ts';
import type { Box, mathSetter } from './math.ts';
import { MARGIN, type Page } from './page.ts';

/** The workings of a check with its lines set as formulas. */
export function workingSection(page: Page, section: WorkingSection, math: ReturnType<typeof mathSetter>): void {
  page.need(46);
  page.y += 15;
  page.runs(section.title, MARGIN, page.y, 'bold', 9.5, section.pass ? '#1d2a3a' : OXIDE);
  const clauseWidth = page.widthOf(section.clause, 'sans', 7.5);
  page.runs(section.clause, MARGIN + page.width - clauseWidth, page.y, 'sans', 7.5, MUTED);
  page.y += 3;
  page.rule(page.y);
  if (section.summary)
    page.paragraph(sectionWords(section), { size: 8, colour: section.pass && !section.missing ? MUTED : OXIDE, after: 2 });
  for (const step of section.steps) workingStep(page, step, math);
}

const SIZE = 9;

/** One line of workings, broken at its equals signs where it is too long. */
function workingStep(page: Page, step: WorkingStep, math: ReturnType<typeof mathSetter>): void {
  const equals = (): Box => math.set({ k: 'op', text: '=' }, SIZE);
  const unit = step.unit ? ` ${step.unit}` : '';
  const parts: Box[] = [
    math.row([math.set(step.symbol, SIZE), equals(), math.set(step.formula, SIZE)]),
    ...[step.values, step.result].filter((n) => n !== null).map((n) => math.row([equals(), math.set(n, SIZE)])),
  ];
  const unitWidth = page.widthOf(unit, 'sans', SIZE * 0.9);
  const indent = 14;
  const room = page.width - indent;
  const lines: Box[][] = [[]];
  let used = 0;
  parts.forEach((part, i) => {
    const width = part.width + (i === parts.length - 1 ? unitWidth : 0);
    if (used > 0 && used + width > room - 10) {
      lines.push([]);
      used = 20;
    }
    lines.at(-1)!.push(part);
    used += width;
  });
  const label = stepWords(step);
  const heights = lines.map((l) => Math.max(...l.map((b) => b.up)) + Math.max(...l.map((b) => b.down)) + 4);
  page.need(heights.reduce((a, b) => a + b, 0) + 11);
  page.y += 9.5;
  page.runs(label, MARGIN + indent, page.y, 'sans', 7.2, MUTED);
  // What is searched and copied is the formula in one line of text, not its glyphs.
  page.doc.markContent('Span', { actual: ` ${stepSides(step).map(plainOf).join(' = ')}${unit} ` });
  lines.forEach((line, i) => {
    const up = Math.max(...line.map((b) => b.up));
    const down = Math.max(...line.map((b) => b.down));
    page.y += up + 2.5;
    page.doc.fillColor('#1d2a3a').strokeColor('#1d2a3a');
    let x = MARGIN + indent + (i ? 20 : 0);
    for (const box of line) {
      box.draw(x, page.y);
      x += box.width;
    }
    if (i === lines.length - 1) page.runs(unit, x, page.y, 'sans', SIZE * 0.9);
    page.y += down + 1.5;
  });
  page.doc.endMarkedContent();
}
