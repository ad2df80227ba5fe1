import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
const file = (id: string): Buffer => readFileSync(require.resolve(id));

const SANS = '@expo-google-fonts/ibm-plex-sans/400Regular/IBMPlexSans_400Regular.ttf';
const BOLD = '@expo-google-fonts/ibm-plex-sans/600SemiBold/IBMPlexSans_600SemiBold.ttf';
/** Files of the text faces, for pictures. */
export const fontFiles = (): string[] => [SANS, BOLD].map((id) => require.resolve(id));

/** Fonts of the documents, all bundled: a sans for text, a mono for detail lines, and the faces that formulas are set in. */
export const FONTS = {
  sans: () => file(SANS),
  bold: () => file(BOLD),
  mono: () => file('@expo-google-fonts/ibm-plex-mono/400Regular/IBMPlexMono_400Regular.ttf'),
  math: () => file('katex/dist/fonts/KaTeX_Math-Italic.ttf'),
  symbols: () => file('katex/dist/fonts/KaTeX_Main-Regular.ttf'),
} as const;

export type FontName = keyof typeof FONTS;

/** Characters that the text faces lack and the formula face has. */
export const SYMBOLS = /[\u22a5\u2225]/;
