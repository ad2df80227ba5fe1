/** Lines of a technical drawing; a renderer gives each its width, dash and colour. */
export type LineStyle =
  'outline' | 'thin' | 'hidden' | 'centre' | 'dimension' | 'failure' | 'failure-thin' | 'force' | 'old' | 'none';
export type FillStyle =
  | 'plate'
  | 'cut'
  | 'steel'
  | 'paper'
  | 'ink'
  | 'dimension'
  | 'failure'
  | 'failure-soft'
  | 'concrete'
  | 'press-1'
  | 'press-2'
  | 'press-3'
  | 'press-4';
export type TextStyle = 'ink' | 'muted' | 'dimension' | 'failure' | 'force';
