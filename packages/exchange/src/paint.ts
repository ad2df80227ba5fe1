import type { FillStyle, LineStyle, TextStyle } from '@ample/core';

const lines: Readonly<Record<LineStyle, { width: number; dash?: readonly number[]; colour: string } | null>> = {
  outline: { width: 0.35, colour: '#1d2a3a' },
  thin: { width: 0.18, colour: '#1d2a3a' },
  hidden: { width: 0.18, dash: [2, 1], colour: '#1d2a3a' },
  centre: { width: 0.13, dash: [4, 0.8, 0.6, 0.8], colour: '#1f5fa8' },
  dimension: { width: 0.15, colour: '#1f5fa8' },
  failure: { width: 0.7, dash: [2.4, 1.2], colour: '#a4432f' },
  'failure-thin': { width: 0.25, colour: '#a4432f' },
  force: { width: 0.3, colour: '#1c7c78' },
  old: { width: 0.45, colour: '#85847d' },
  none: null,
};
const fills: Readonly<Record<FillStyle, string>> = {
  plate: '#efeadd',
  cut: '#d8d2c2',
  steel: '#f7f4ec',
  paper: '#ffffff',
  ink: '#1d2a3a',
  dimension: '#1f5fa8',
  failure: '#a4432f',
  'failure-soft': '#e9cfc6',
  concrete: '#eceae4',
  'press-1': '#e3ecf0',
  'press-2': '#c4d8e2',
  'press-3': '#9fc0d0',
  'press-4': '#74a3ba',
};
const inks: Readonly<Record<TextStyle, string>> = {
  ink: '#1d2a3a',
  muted: '#5b6470',
  dimension: '#1f5fa8',
  failure: '#a4432f',
  force: '#1c7c78',
};

/** Pens and colours of a drawing on paper: widths and dashes in mm. */
export const PAINT = { lines, fills, inks } as const;
