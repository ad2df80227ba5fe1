import type { PaperItem } from '@ample/core';
import { PAINT } from '../paint.ts';
import type { Page } from './page.ts';

const MM = 72 / 25.4;
/** Draws items in mm at their true size, the top left corner at (x, y) points. */
export function drawItems(page: Page, items: readonly PaperItem[], x: number, y: number): void {
  const { doc } = page;
  doc.save();
  doc.translate(x, y).scale(MM);
  for (const item of items) drawItem(page, item);
  doc.restore();
}

function drawItem(page: Page, item: PaperItem): void {
  const { doc } = page;
  if (item.k === 'image') return void doc.image(item.href, item.at[0], item.at[1], { width: item.width, height: item.height });
  if (item.k === 'text') {
    const width = page.widthOf(item.text, item.bold ? 'bold' : 'sans', item.size);
    const left = item.anchor === 'middle' ? -width / 2 : item.anchor === 'end' ? -width : 0;
    // Dimensions stand clear of the lines that they cross.
    if (item.style === 'dimension')
      doc.rect(item.at[0] + left - 0.3, item.at[1] - item.size * 0.78, width + 0.6, item.size * 0.95).fill('#ffffff');
    page.runs(item.text, item.at[0] + left, item.at[1], item.bold ? 'bold' : 'sans', item.size, PAINT.inks[item.style]);
    return;
  }
  const pen = PAINT.lines[item.line];
  const fill = item.fill && PAINT.fills[item.fill];
  if (!pen && !fill) return;
  if (item.k === 'circle') doc.circle(item.at[0], item.at[1], item.r);
  else {
    const [first, ...rest] = item.points;
    doc.moveTo(first![0], first![1]);
    for (const p of rest) doc.lineTo(p[0], p[1]);
    if (item.closed) doc.closePath();
  }
  if (pen) {
    doc.lineWidth(pen.width).strokeColor(pen.colour);
    if (pen.dash) doc.dash(pen.dash[0]!, { space: pen.dash[1]! });
    else doc.undash();
  }
  if (fill && item.fill === 'failure-soft') doc.fillOpacity(0.55);
  if (pen && fill) doc.fillAndStroke(fill, pen.colour);
  else if (fill) doc.fill(fill);
  else doc.stroke();
  doc.fillOpacity(1).undash();
}
