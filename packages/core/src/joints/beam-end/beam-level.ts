import { fieldMakers, range } from '../field-makers.ts';
import type { Field } from '../kind.ts';
import { tidy } from '../line-reader.ts';
import type { SupportModel, SupportType } from '../members.ts';

interface AtLevel {
  readonly support: {
    readonly type: SupportType;
    readonly section?: string | undefined;
    readonly h?: number | undefined;
    readonly drop?: number | undefined;
  };
}

const ID = /^support\.drop@(-?[\d.]+)$/;
/** Field behind the dimension of the beam's level: with the usual one in its name where none was given. */
export const levelField = ({ drop }: Pick<SupportModel, 'drop'>, top: number): string =>
  drop === null ? `support.drop@${tidy(top)}` : 'support.drop';

const dropField = <I extends AtLevel>(id: string, usual: number): Field<I> => ({
  ...fieldMakers<I>().mm(
    id,
    'Beam top below that of the support (negative: above)',
    '',
    range(-200, 400, 10),
    (i) => i.support.drop ?? usual,
    (i, v) => ({ ...i, support: { ...i.support, drop: v } }),
  ),
});

/** Level of a beam at the web of a supporting one whose section is known. */
export function levelFields<I extends AtLevel>(): Field<I>[] {
  const known = (i: I): boolean =>
    i.support.type === 'beam_web' && (i.support.section !== undefined || i.support.h !== undefined);
  const level: Field<I> = fieldMakers<I>().choice(
    'support.level',
    'Level of the beam',
    [
      ['usual', 'tops level where notched, else at mid-depth'],
      ['given', 'as given'],
    ],
    (i) => (i.support.drop === undefined ? 'usual' : 'given'),
    (i, v) => {
      const { drop, ...support } = i.support;
      return { ...i, support: v === 'given' ? { ...support, drop: drop ?? 0 } : support };
    },
  );
  return [
    { ...level, applies: known },
    { ...dropField<I>('support.drop', 0), applies: (i) => known(i) && i.support.drop !== undefined },
  ];
}

/** The field behind the dimension of a level that was not given: typing one gives it. */
export function usualLevel<I extends AtLevel>(id: string): Field<I> | undefined {
  const usual = ID.exec(id)?.[1];
  return usual === undefined ? undefined : dropField(id, Number(usual));
}
