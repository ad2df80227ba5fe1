import type { Item } from '@ample/core';
import type { JointEditor } from './editor.ts';

export type TextItem = Extract<Item, { k: 'text' }>;
export const width = (t: TextItem): number => t.text.length * t.size * 0.56;
export const leftOf = (t: TextItem): number =>
  t.anchor === 'middle' ? t.at[0] - width(t) / 2 : t.anchor === 'end' ? t.at[0] - width(t) : t.at[0];

/** What of the sheet is open to be changed. */
export interface Open {
  readonly kind: 'dimension' | 'callout';
  readonly id: string;
  readonly index: number;
  readonly at: readonly [number, number];
}

/** Enter and the space bar do what a click does. */
export const press =
  (act: () => void) =>
  (e: React.KeyboardEvent): void => {
    if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      act();
    }
  };
export const placed = (t: TextItem) => ({
  x: t.at[0],
  y: t.at[1],
  fontSize: t.size,
  textAnchor: t.anchor,
  fontWeight: t.bold ? 600 : 400,
});

/** A dimension that can be changed in place. */
function DimensionText({
  t,
  index,
  editor,
  onOpen,
}: {
  t: TextItem;
  index: number;
  editor: JointEditor;
  onOpen: (index: number) => void;
}) {
  const label = editor.field(t.field!)?.label ?? t.field;
  return (
    <g>
      <text
        {...placed(t)}
        className="t-dimension editable"
        role="button"
        tabIndex={0}
        data-dimension={index}
        data-field={t.field}
        aria-label={`${label}, ${t.text} ${editor.units.name('mm')}`}
        onClick={() => onOpen(index)}
        onKeyDown={press(() => onOpen(index))}
      >
        <title>{`${label}: click or press Enter to change`}</title>
        {t.text}
      </text>
      <line className="underline" x1={leftOf(t)} x2={leftOf(t) + width(t)} y1={t.at[1] + 0.75} y2={t.at[1] + 0.75} />
    </g>
  );
}

/** The name of a part, which opens its fields; the first of several of one part is reached by Tab. */
function CalloutText({
  t,
  first,
  onOpen,
  onMember,
}: {
  t: TextItem;
  first: boolean;
  onOpen: (at: readonly [number, number]) => void;
  onMember: (id: string | null) => void;
}) {
  const id = t.callout!;
  const show = (): void => onOpen([leftOf(t), t.at[1]]);
  return (
    <g
      className="hot cursor-pointer"
      role="button"
      tabIndex={first ? 0 : -1}
      data-callout={id}
      aria-label={`${t.text}: change`}
      onClick={show}
      onKeyDown={press(show)}
      onPointerEnter={() => onMember(id)}
      onPointerLeave={() => onMember(null)}
      onFocus={() => onMember(id)}
      onBlur={() => onMember(null)}
    >
      <rect x={leftOf(t) - 0.8} y={t.at[1] - t.size} width={width(t) + 1.6} height={t.size * 1.3} rx="0.6" />
      <text {...placed(t)} className={`t-${t.style}`}>
        {t.text}
      </text>
    </g>
  );
}

interface TextsProps {
  readonly texts: readonly TextItem[];
  readonly dimensions: readonly TextItem[];
  readonly editor: JointEditor;
  readonly openDimension: (to: number) => void;
  readonly setOpen: (open: Open) => void;
  readonly setMember: (member: string | null) => void;
}

/** Texts of the drawing: those that open, and those that are read alone. */
export function Texts({ texts, dimensions, editor, openDimension, setOpen, setMember }: TextsProps) {
  return (
    <>
      {texts.map((t, i) =>
        t.field ? (
          <DimensionText key={i} t={t} index={dimensions.indexOf(t)} editor={editor} onOpen={openDimension} />
        ) : t.callout ? (
          <CalloutText
            key={i}
            t={t}
            first={texts.findIndex((x) => x.callout === t.callout) === i}
            onOpen={(at) => setOpen({ kind: 'callout', id: t.callout!, index: -1, at })}
            onMember={setMember}
          />
        ) : (
          <text key={i} {...placed(t)} className={`t-${t.style}`}>
            {t.text}
          </text>
        ),
      )}
    </>
  );
}
