/** How much is printed: the sheet with its verdict; what the governing check rests on beside it; all workings. */
export type Level = 'verdict' | 'governing' | 'everything' | 'analysed';
/** Whether a level has the workings of every check. */
export const isWhole = (level: Level): boolean => level === 'everything' || level === 'analysed';
export const LEVELS: readonly { readonly id: Level; readonly label: string; readonly about: string }[] = [
  { id: 'verdict', label: 'Verdict', about: 'the sheet at true scale, with the verdict' },
  {
    id: 'governing',
    label: 'Governing',
    about: 'also inputs, actions, checks, rules, and the workings of the check that gives first',
  },
  { id: 'everything', label: 'Everything', about: 'also the workings of every check and rule' },
  {
    id: 'analysed',
    label: 'Everything, with the plate analysis',
    about: 'also the plate analysis of each joint with its pictures; it takes seconds to minutes a joint',
  },
];
