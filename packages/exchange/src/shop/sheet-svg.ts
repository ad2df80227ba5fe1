import type { Drawing, PaperItem } from '@ample/core';
import { PAINT } from '../paint.ts';
import { escape } from '../escape.ts';

const n = (x: number): string => String(Math.round(x * 1000) / 1000);

/** A sheet as SVG in millimetres of paper, with the fonts of the reader's machine. */
export function sheetSvg(drawing: Pick<Drawing, 'width' | 'height'>, items: readonly PaperItem[], title: string): string {
  const { width, height } = drawing;
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}">
<title>${escape(title)}</title>
<rect width="${n(width)}" height="${n(height)}" fill="#ffffff"/>
${items.map(element).filter(Boolean).join('\n')}
</svg>
`;
}

function element(item: PaperItem): string {
  if (item.k === 'image')
    return `<image x="${n(item.at[0])}" y="${n(item.at[1])}" width="${n(item.width)}" height="${n(item.height)}" href="${escape(item.href)}"/>`;
  if (item.k === 'text') {
    const turn = item.rotate ? ` transform="rotate(${n(-item.rotate)} ${n(item.at[0])} ${n(item.at[1])})"` : '';
    // Dimensions stand clear of the lines that they cross.
    const halo =
      item.style === 'dimension' ? ' stroke="#ffffff" stroke-width="1.4" stroke-linejoin="round" paint-order="stroke"' : '';
    return `<text x="${n(item.at[0])}" y="${n(item.at[1])}" font-family="IBM Plex Sans, sans-serif" font-size="${n(item.size)}"${item.bold ? ' font-weight="600"' : ''} text-anchor="${item.anchor}" fill="${PAINT.inks[item.style]}"${halo}${turn}>${escape(item.text)}</text>`;
  }
  const pen = PAINT.lines[item.line];
  const fill = item.fill && PAINT.fills[item.fill];
  if (!pen && !fill) return '';
  const dash = pen?.dash ? ` stroke-dasharray="${pen.dash.join(' ')}"` : '';
  const stroke = pen ? ` stroke="${pen.colour}" stroke-width="${pen.width}"${dash}` : '';
  const paint = `fill="${fill ?? 'none'}"${item.fill === 'failure-soft' ? ' fill-opacity="0.55"' : ''}${stroke}`;
  if (item.k === 'circle') return `<circle cx="${n(item.at[0])}" cy="${n(item.at[1])}" r="${n(item.r)}" ${paint}/>`;
  return `<path d="M${item.points.map(([x, y]) => `${n(x)} ${n(y)}`).join('L')}${item.closed ? 'Z' : ''}" ${paint}/>`;
}
