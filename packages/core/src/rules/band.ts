import { path, SHEET, text, textWidth, fit, type ImageItem, type PaperItem } from '../drawing/items.ts';
import type { HouseRules } from './rules.ts';
import { logoSize } from './rules.ts';

interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly items: readonly PaperItem[];
}
type Band = Pick<HouseRules, 'office' | 'address' | 'logo'>;
const BAND = 10;
const PAD = 1.2;

/** Whether there is anything of the office to be shown. */
export const hasBand = ({ office, address, logo }: Band): boolean => Boolean(office || address || logo);

/** Height of a sheet with its band, mm. */
export const sheetHeight = (rules: Band): number => SHEET.height + (hasBand(rules) ? BAND : 0);

/** A logo in a box, as large as fits, at its left or in its middle. */
export function logoIn(logo: string, [x, y]: readonly [number, number], width: number, height: number): ImageItem {
  const size = logoSize(logo);
  const scale = Math.min(width / size.width, height / size.height);
  const [w, h] = [size.width * scale, size.height * scale];
  return { k: 'image', at: [x, y + (height - h) / 2], width: w, height: h, href: logo };
}

/** A sheet with the band of the office under its frame: logo, name, and what stands beside it. The same sheet where there is none. */
export function withBand(sheet: Sheet, rules: Band): Sheet {
  if (!hasBand(rules)) return sheet;
  const { margin } = SHEET;
  const top = sheet.height - margin;
  const right = sheet.width - margin;
  const logo = rules.logo ? [logoIn(rules.logo, [margin + PAD, top + PAD], 60, BAND - 2 * PAD)] : [];
  const x = logo[0] ? logo[0].at[0] + logo[0].width + 3 : margin + 2;
  const name = fit(rules.office, right - x - 4, 3.6);
  const after = x + (name ? textWidth(name, 3.6) * 1.08 + 5 : 0);
  const base = top + 6.4;
  const beside = fit(rules.address, right - 2 - after, 2.9);
  return {
    ...sheet,
    height: sheet.height + BAND,
    items: [
      ...sheet.items,
      path(
        [
          [margin, top],
          [margin, top + BAND],
          [right, top + BAND],
          [right, top],
        ],
        'outline',
      ),
      ...logo,
      ...(name ? [text([x, base], name, { size: 3.6, bold: true })] : []),
      ...(beside ? [text([right - 2, base], beside, { size: 2.9, style: 'muted', anchor: 'end' })] : []),
    ],
  };
}
