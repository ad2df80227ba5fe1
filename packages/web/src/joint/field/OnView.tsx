import { useEffect, useId, useMemo, useRef, useState, type RefObject } from 'react';
import type { Units } from '@ample/core';
import {
  leftOf,
  shadedView,
  shownRgb,
  viewBolts,
  viewWelds,
  type FieldDrawing,
  type FieldPicture,
  type FieldState,
  type ShadedView,
  type ViewForces,
  type Shown,
} from '@ample/core/field';
import { Shapes } from '../Sheet.tsx';

interface Props {
  readonly picture: FieldPicture;
  readonly state: FieldState;
  readonly drawing: FieldDrawing;
  /** Which of its views. */
  readonly index: number;
  readonly what: Shown;
  readonly scale: number;
  readonly lines: boolean;
  readonly hidden: ReadonlySet<string>;
  readonly bolts: boolean;
  readonly welds: boolean;
  /** A plate that is drawn over the others. */
  readonly first: string | null;
  readonly units: Units;
  readonly onNode: (node: number | null) => void;
  /** What is told at a node. */
  readonly told: (node: number) => string;
}

/** Height of the letters on the screen, px. */
const LETTERS = 12.5;
/** Size of a picture on the screen, px. */
function useSize(svg: RefObject<SVGSVGElement | null>): readonly [number, number] {
  const [size, setSize] = useState<readonly [number, number]>([480, 480]);
  useEffect(() => {
    if (!svg.current) return undefined;
    const watch = new ResizeObserver(([of]) => of && setSize([of.contentRect.width, of.contentRect.height]));
    watch.observe(svg.current);
    return () => watch.disconnect();
  }, [svg]);
  return size;
}

/** A state on a view of the drawing: cells under the lines of the joint as it stands without load. */
export function OnView(props: Props) {
  const { picture, state, drawing, index, what, scale, lines, hidden, bolts, welds, first, units, onNode, told } = props;
  const view = drawing.views[index]!;
  const svg = useRef<SVGSVGElement>(null);
  const clip = useId();
  const seen = useMemo(
    () => shadedView(picture, what, view, { scale, hidden, first }),
    [picture, what, view, scale, hidden, first],
  );
  const forces = useMemo(
    () => ({
      ...(bolts ? viewBolts({ picture, bolts: state.bolts }, seen, units) : { arrows: [], notes: [] }),
      bars: welds ? viewWelds(picture, seen) : [],
    }),
    [picture, state, seen, units, bolts, welds],
  );
  const [left, top, right, bottom] = seen.box;
  const [across, high] = useSize(svg);
  // Letters of one height on the screen, whatever part of the sheet is shown.
  const em = LETTERS / Math.max(0.1, Math.min(across / (right - left), high / (bottom - top)));
  const isLeft = leftOf(forces.notes);
  const { largest } = seen;
  return (
    <svg
      ref={svg}
      className="field-view"
      viewBox={`${left} ${top} ${right - left} ${bottom - top}`}
      role="img"
      aria-label={`${view.title}: the plates of the joint with their stress${largest === null ? '' : `, largest ${told(largest)}`}`}
      onPointerMove={(e) => {
        const matrix = svg.current?.getScreenCTM();
        if (!matrix) return;
        const { x, y } = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix.inverse());
        onNode(seen.nodeAt([x, y]));
      }}
      onPointerLeave={() => onNode(null)}
    >
      <clipPath id={clip}>
        <rect x={left} y={top} width={right - left} height={bottom - top} />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        <Shades {...{ seen, picture, what, lines }} />
        <Shapes items={drawing.items} />
      </g>
      <g className="field-forces" strokeWidth={0.09 * em} fontSize={em}>
        {forces.bars.map(([a, b], i) => (
          <line key={i} x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
        ))}
        {forces.arrows.map((a, i) => (
          <path key={i} d={arrowOf(...a, em)} />
        ))}
        {forces.notes.map((note, i) => (
          <Note key={i} {...{ note, em }} left={isLeft(note.at)} />
        ))}
        {largest !== null && <Largest {...{ seen, picture, scale, em }} node={largest} words={told(largest)} />}
      </g>
    </svg>
  );
}

type ShadesProps = Pick<Props, 'picture' | 'what' | 'lines'> & { readonly seen: ShadedView };
/** Cells by their colour, with their lines or without. */
function Shades({ seen, picture, what, lines }: ShadesProps) {
  const colour = shownRgb(picture, what);
  const shades = useMemo(() => seen.shades.map(({ value, cells }) => ({ value, d: cells.map(outline).join('') })), [seen]);
  return (
    <g strokeWidth={0.06} strokeLinejoin="round" strokeOpacity={lines ? 0.35 : 1}>
      {shades.map(({ value, d }, i) => {
        const fill = colour(value);
        return <path key={i} d={d} fill={fill} stroke={lines ? '#1d2a3a' : fill} />;
      })}
    </g>
  );
}

type Place = readonly [number, number];
const outline = (points: readonly Place[]): string => `M${points.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}Z`;

/** A shaft with its head. */
function arrowOf([x, y]: Place, [a, b]: Place, em: number): string {
  const long = Math.hypot(a - x, b - y);
  const [u, v] = [(a - x) / long, (b - y) / long];
  const head = Math.min(0.9 * em, long / 2);
  const wing = (s: 1 | -1): string => `M${a} ${b}L${a - head * (u + s * 0.4 * v)} ${b - head * (v - s * 0.4 * u)}`;
  return `M${x} ${y}L${a} ${b}${wing(1)}${wing(-1)}`;
}

/** What a bolt carries, beside it: away from the others. */
const Note = ({ note: { at, lines }, em, left }: { note: ViewForces['notes'][number]; em: number; left: boolean }) =>
  lines.map((line, k) => (
    <text
      key={line}
      x={at[0] + (left ? -em : em)}
      y={at[1] + (k - (lines.length - 1) / 2 + 0.35) * 1.1 * em}
      textAnchor={left ? 'end' : 'start'}
    >
      {line}
    </text>
  ));

interface LargestProps {
  readonly seen: ShadedView;
  readonly picture: FieldPicture;
  readonly scale: number;
  readonly node: number;
  readonly words: string;
  readonly em: number;
}
/** A ring at the largest, and its value at the upper edge of the view. */
function Largest({ seen, picture: { places, moves }, scale, node, words, em }: LargestProps) {
  const [left, top, right] = seen.box;
  const [x, y] = seen.at([0, 1, 2].map((k) => places[3 * node + k]! + scale * moves[3 * node + k]!) as [number, number, number]);
  const text = `largest: ${words}`;
  const half = 0.27 * em * text.length;
  const at = Math.max(left + half, Math.min(right - half, x));
  const ring = 0.6 * em;
  return (
    <>
      <circle cx={x} cy={y} r={ring} />
      <line x1={x} y1={y - ring} x2={x} y2={Math.min(y - ring, top + 1.5 * em)} />
      <text x={at} y={top + 1.1 * em} textAnchor="middle" fontWeight={600}>
        {text}
      </text>
    </>
  );
}
