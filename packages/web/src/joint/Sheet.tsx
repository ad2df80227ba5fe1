import { memo, useRef, useState } from 'react';
import { failureItems, type Drawing, type Item, type MemberFacts, type View } from '@ample/core';
import { DimensionInput } from './DimensionInput.tsx';
import type { JointEditor } from './editor.ts';
import { FieldPopover } from './FieldPopover.tsx';
import { Grips } from './Grips.tsx';
import { leftOf, placed, press, Texts, width, type Open, type TextItem } from './SheetTexts.tsx';

const LINE: Readonly<Record<string, { stroke: string; strokeWidth: number; strokeDasharray?: string }>> = {
  outline: { stroke: 'var(--ink)', strokeWidth: 0.4 },
  thin: { stroke: 'var(--ink)', strokeWidth: 0.2 },
  hidden: { stroke: 'var(--ink)', strokeWidth: 0.2, strokeDasharray: '2 1' },
  centre: { stroke: 'var(--dimension)', strokeWidth: 0.15, strokeDasharray: '4 0.8 0.6 0.8' },
  dimension: { stroke: 'var(--dimension)', strokeWidth: 0.18 },
  failure: { stroke: 'var(--oxide)', strokeWidth: 0.8, strokeDasharray: '2.4 1.2' },
  'failure-thin': { stroke: 'var(--oxide)', strokeWidth: 0.25 },
  force: { stroke: 'var(--holds)', strokeWidth: 0.35 },
  old: { stroke: 'var(--old)', strokeWidth: 0.55 },
  none: { stroke: 'none', strokeWidth: 0 },
};
const FILL: Readonly<Record<string, string>> = {
  plate: 'var(--plate)',
  cut: 'var(--cut)',
  steel: 'none',
  paper: 'var(--paper)',
  ink: 'var(--ink)',
  dimension: 'var(--dimension)',
  failure: 'var(--oxide)',
  'failure-soft': 'var(--soft)',
  concrete: 'var(--concrete)',
  'press-1': 'var(--press-1)',
  'press-2': 'var(--press-2)',
  'press-3': 'var(--press-3)',
  'press-4': 'var(--press-4)',
};

const points = (list: readonly (readonly [number, number])[]): string =>
  list.map(([x, y]) => `${x.toFixed(2)},${y.toFixed(2)}`).join(' ');

function Shape({ item }: { item: Exclude<Item, { k: 'text' }> }) {
  const style = {
    ...LINE[item.line],
    fill: item.fill ? FILL[item.fill] : 'none',
    fillOpacity: item.fill === 'failure-soft' ? 0.6 : 1,
    strokeLinejoin: 'round' as const,
  };
  if (item.k === 'circle') return <circle cx={item.at[0]} cy={item.at[1]} r={item.r} {...style} />;
  return item.closed ? <polygon points={points(item.points)} {...style} /> : <polyline points={points(item.points)} {...style} />;
}

export const Shapes = memo(({ items }: { items: readonly Item[] }) => (
  <g aria-hidden="true">{items.map((item, i) => (item.k === 'text' ? null : <Shape key={i} item={item} />))}</g>
));

/** A sheet to look at: the same items, nothing to edit. */
export function Picture({
  drawing,
  over,
  label = 'Detail drawing',
  box: [left, top, right, bottom] = [0, 0, drawing.width, drawing.height],
}: {
  drawing: Pick<Drawing, 'width' | 'height' | 'items'>;
  over: readonly Item[];
  label?: string;
  /** The part of the sheet that is shown. */
  box?: View['box'];
}) {
  const items = [...drawing.items, ...over];
  const [width, height] = [right - left, bottom - top];
  return (
    // A frame of another shape would show what lies beside the part: it has the part's own.
    <svg
      style={{ aspectRatio: `${width} / ${height}` }}
      className="picture w-full border border-[var(--hair)] my-2"
      viewBox={`${left} ${top} ${width} ${height}`}
      role="img"
      aria-label={label}
    >
      <rect width={drawing.width} height={drawing.height} fill="var(--paper)" />
      <Shapes items={items} />
      {items.map(
        (t, i) =>
          t.k === 'text' && (
            <text
              key={i}
              x={t.at[0]}
              y={t.at[1]}
              fontSize={t.size}
              fontWeight={t.bold ? 600 : 400}
              textAnchor={t.anchor}
              className={`t-${t.style}`}
            >
              {t.text}
            </text>
          ),
      )}
    </svg>
  );
}

interface SheetProps {
  readonly drawing: Drawing;
  readonly failure: { id: string; title: string; detail: string } | null;
  readonly editor: JointEditor;
  readonly facts: Readonly<Record<string, MemberFacts | null>>;
}

/** The paper sheet, which is the editor: dimensions and callouts open in place, rows are added and removed at the rows. */
export function Sheet({ drawing, failure, editor, facts }: SheetProps) {
  const [member, setMember] = useState<string | null>(null);
  const [open, setOpen] = useState<Open | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const texts = drawing.items.filter((i): i is TextItem => i.k === 'text');
  const dimensions = texts.filter((t) => t.field);
  const shown = drawing.grips?.find((g) => g.field === chosen)?.shows ?? failure;
  const over = shown ? failureItems(drawing, shown.id, shown.title, shown.detail) : [];

  const openDimension = (to: number): void => {
    const index = (to + dimensions.length) % dimensions.length;
    const t = dimensions[index]!;
    setOpen({ kind: 'dimension', id: t.field!, index, at: [leftOf(t) + width(t) / 2, t.at[1] - t.size * 0.35] });
  };
  /** Closes what is open and goes back to where it was opened. */
  const close = (from: string): void => {
    setOpen(null);
    requestAnimationFrame(() => {
      // Only where nothing took the focus meanwhile: what was clicked, or the line that a key opened.
      if (document.activeElement === document.body) svg.current?.querySelector<SVGElement>(from)?.focus();
    });
  };

  return (
    <div className="sheet-wrap">
      <div className="sheet">
        <svg
          ref={svg}
          viewBox={`0 0 ${drawing.width} ${drawing.height}`}
          role="group"
          aria-label="Detail drawing; dimensions and callouts can be edited in place"
        >
          <rect width={drawing.width} height={drawing.height} fill="var(--paper)" />
          <Shapes items={drawing.items} />
          <Areas areas={drawing.areas} onMember={setMember} />
          <g aria-hidden="true">
            <Shapes items={over} />
          </g>
          <Texts {...{ texts, dimensions, editor, openDimension, setOpen, setMember }} />
          {over.map(
            (t, i) =>
              t.k === 'text' && (
                <text key={`f${i}`} {...placed(t)} className="t-failure">
                  {t.text}
                </text>
              ),
          )}
          <Grips grips={drawing.grips ?? []} editor={editor} onChosen={setChosen} />
          <Handles handles={drawing.handles} editor={editor} />
        </svg>
        {member && !open && facts[member] && <Facts facts={facts[member]} />}
        {open && <Editor open={open} drawing={drawing} editor={editor} onClose={close} onMove={openDimension} />}
      </div>
    </div>
  );
}

/** Rows are added and taken away where they are. */
const Handles = ({ handles, editor }: { handles: Drawing['handles']; editor: JointEditor }) =>
  handles.map((h) => (
    <g
      key={`${h.edit}${h.at[1]}`}
      className="handle"
      role="button"
      tabIndex={0}
      aria-label={h.label}
      onClick={() => editor.edit(h.edit)}
      onKeyDown={press(() => editor.edit(h.edit))}
    >
      <title>{h.label}</title>
      <circle cx={h.at[0]} cy={h.at[1]} r="1.9" />
      <text x={h.at[0]} y={h.at[1] + 1.15} fontSize="3.4" textAnchor="middle">
        {h.sign}
      </text>
      {h.told && (
        <text x={h.at[0] + 3} y={h.at[1] + 0.9} fontSize="2.6" className="t-muted">
          {h.label}
        </text>
      )}
    </g>
  ));

/** What is open on the sheet: a dimension in its place, or the fields of a part. */
function Editor({
  open,
  drawing,
  editor,
  onClose,
  onMove,
}: {
  open: Open;
  drawing: Drawing;
  editor: JointEditor;
  onClose: (from: string) => void;
  onMove: (index: number) => void;
}) {
  const [x, y] = [open.at[0] / drawing.width, open.at[1] / drawing.height];
  if (open.kind === 'callout')
    return (
      <FieldPopover
        at={[x, y]}
        callout={drawing.callouts.find((c) => c.id === open.id)!}
        editor={editor}
        onClose={() => onClose(`[data-callout="${open.id}"]`)}
      />
    );
  const field = editor.field(open.id);
  return (
    field && (
      <div className="dim-editor" style={{ left: `${x * 100}%`, top: `${y * 100}%` }}>
        <DimensionInput
          key={`${open.id}${open.index}`}
          label={field.label}
          editor={editor}
          field={field}
          value={editor.typed(open.id)}
          help={editor.help(open.id)}
          onCommit={(v) => editor.set(open.id, v)}
          onClose={() => onClose(`[data-dimension="${open.index}"]`)}
          onMove={(by) => onMove(open.index + by)}
        />
      </div>
    )
  );
}

/** Dimensions and resistances of a member, so that a force can be judged without leaving the drawing. */
function Facts({ facts }: { facts: MemberFacts }) {
  return (
    <div className="member-facts" role="status" aria-label={facts.title}>
      <b>{facts.title}</b>
      <dl>
        {facts.lines.map(([k, v]) => (
          <div key={k}>
            <dt>{k}</dt>
            <dd>{v}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}

/** Where the pointer is over a member. */
function Areas({ areas, onMember }: { areas: Drawing['areas']; onMember: (member: string | null) => void }) {
  return (
    <>
      {areas.map(({ callout, box: [l, t, r, b] }) => (
        <rect
          key={callout}
          x={l}
          y={t}
          width={r - l}
          height={b - t}
          fill="transparent"
          data-member={callout}
          onPointerEnter={() => onMember(callout)}
          onPointerLeave={() => onMember(null)}
        />
      ))}
    </>
  );
}
