import { fieldMakers } from '../field-makers.ts';
import type { Field } from '../kind.ts';
import { supportTypes, type SupportType } from '../members.ts';
import type { MemberInput, Notch } from './input.ts';
import type { SteelInput } from '../../catalogue/index.ts';

/** Sections replaced by name drop the dimensions typed for the old one. */
export function withSection<T extends { section?: string }>(member: T, section: string): T {
  const {
    h: _h,
    b: _b,
    tw: _tw,
    tf: _tf,
    r: _r,
    A: _A,
    t: _t,
    t_ref: _t_ref,
    d2: _d2,
    d: _d,
    ...rest
  } = member as Record<string, unknown>;
  return { ...rest, section } as unknown as T;
}

export interface Members {
  readonly beam: MemberInput & { readonly steel: SteelInput; readonly notch: Notch };
  readonly support: MemberInput & {
    readonly type: SupportType;
    readonly steel: SteelInput;
    readonly t?: number;
    readonly d2?: number;
    readonly drop?: number;
    readonly face?: 'short' | 'long';
  };
}

/** What a support is at first when it becomes a hollow section, or is one no longer. */
const HOLLOW = { section: 'HSS8X8X3/8', steel: { grade: 'A500-C' } } as const;
const OPEN = { section: 'W10x49', steel: { grade: 'A992' } } as const;

/** The support of another type. What belongs to the old one alone goes: its level, sizes of a web; all of it where it is hollow, or is to be. */
function ofType<I extends Members>(i: I, type: SupportType): I {
  const { support } = i;
  if (type === support.type) return i;
  if (type === 'hss_face') return { ...i, support: { type, ...HOLLOW } };
  if (support.type === 'hss_face') return { ...i, support: { type, ...OPEN } };
  const { drop: _drop, ...kept } = support;
  const { t: _t, d2: _d2, ...rest } = kept;
  return { ...i, support: { ...(support.section ? rest : kept), type } };
}

/** The hollow section whose face is the support, in place of the section of any other. */
function hollowFields<I extends Members>(): Field<I>[] {
  const { choice } = fieldMakers<I>();
  const hollow = (i: I): boolean => i.support.type === 'hss_face';
  return [
    {
      id: 'support.hollow',
      label: 'Hollow section of the support',
      quantity: 'none',
      type: 'section',
      shapes: ['RHS', 'CHS'],
      get: (i) => i.support.section,
      set: (i, v) => ({ ...i, support: withSection(i.support, String(v)) }),
      applies: hollow,
    },
    {
      ...choice(
        'support.face',
        'The plate is on its',
        [
          ['short', 'short side'],
          ['long', 'long side'],
        ],
        (i) => i.support.face ?? 'short',
        (i, v) => {
          const { face: _old, ...support } = i.support;
          return { ...i, support: v === 'long' ? { ...support, face: 'long' } : support };
        },
      ),
      applies: (i) => hollow(i) && i.support.section !== undefined,
    },
  ];
}

/** What a joint is on: the type of the support, its section and its steel. */
export function supportFields<I extends Members>(welded: boolean): Field<I>[] {
  const { grade } = fieldMakers<I>();
  return [
    {
      id: 'support.type',
      label: 'Support',
      quantity: 'none',
      type: 'choice',
      options: ({ materials }) => supportTypes(welded, materials).map(([value, label]) => ({ value, label })),
      get: (i) => i.support.type,
      set: (i, v) => ofType(i, v as SupportType),
    },
    ...(welded ? hollowFields<I>() : []),
    {
      id: 'support.section',
      label: 'Support section',
      quantity: 'none',
      type: 'section',
      get: (i) => i.support.section,
      set: (i, v) => ({ ...i, support: withSection(i.support, String(v)) }),
      applies: (i) => i.support.type !== 'hss_face',
    },
    grade(
      'support.grade',
      'Support steel',
      (i) => i.support.steel.grade,
      (i, v) => ({ ...i, support: { ...i.support, steel: { grade: v } } }),
    ),
  ];
}
