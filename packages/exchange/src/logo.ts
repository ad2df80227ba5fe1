import { Resvg } from '@resvg/resvg-js';
import { logoSize, Refusal, type GivenRules } from '@ample/core';

/** Most dots of a logo that is kept, either way: sharp where it is largest on paper. */
const [WIDTH, HEIGHT] = [800, 320];

/** A logo drawn anew, so that what is kept is a plain PNG of a known size whatever was sent. Throws a Refusal of one that shows nothing. */
export function drawnLogo(logo: string): string {
  const { width, height } = logoSize(logo);
  const scale = Math.min(1, WIDTH / width, HEIGHT / height);
  const [w, h] = [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))];
  const drawn = new Resvg(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}"><image width="${w}" height="${h}" preserveAspectRatio="none" href="${logo}"/></svg>`,
    { font: { loadSystemFonts: false } },
  ).render();
  if (!drawn.pixels.some((v, i) => i % 4 === 3 && v > 0))
    throw new Refusal('logo', 'logo: it shows nothing: the picture is empty or damaged; accepted is a PNG that can be opened.');
  return `data:image/png;base64,${drawn.asPng().toString('base64')}`;
}

/** Rules whose logo is drawn anew. */
export const drawnRules = (rules: GivenRules): GivenRules => (rules.logo ? { ...rules, logo: drawnLogo(rules.logo) } : rules);
