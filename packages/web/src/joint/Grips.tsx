import { useRef, useState, type PointerEvent } from 'react';
import type { Drawing } from '@ample/core';
import type { JointEditor } from './editor.ts';
import { stepped } from './steps.ts';

type Grip = NonNullable<Drawing['grips']>[number];

/** The practical value nearest to one. */
export const nearest = (value: number, steps: readonly number[]): number =>
  steps.reduce((best, s) => (Math.abs(s - value) < Math.abs(best - value) ? s : best), steps[0] ?? value);

/** Height on the sheet of a pointer: of a place in the picture that scales as it likes. */
function heightOf(e: PointerEvent<SVGElement>): number {
  const matrix = e.currentTarget.ownerSVGElement!.getScreenCTM()!;
  return new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix.inverse()).y;
}

interface Props {
  readonly editor: JointEditor;
  /** The grip that is chosen, or none any more. */
  readonly onChosen: (field: string | null) => void;
}

interface Dragged {
  readonly value: number;
  readonly perSheet: number;
  readonly steps: readonly number[];
  readonly put: (value: number) => void;
  readonly begun: () => void;
}

/** Dragging to practical values: where it would go, what the pointer does, and how it is given up. */
function useDrag({ value, perSheet, steps, put, begun }: Dragged) {
  const from = useRef<{ y: number; value: number } | null>(null);
  const [to, setTo] = useState<number | null>(null);
  const stop = (): void => {
    from.current = null;
    setTo(null);
  };
  const pointer = {
    onPointerDown: (e: PointerEvent<SVGElement>): void => {
      e.currentTarget.setPointerCapture(e.pointerId);
      from.current = { y: heightOf(e), value };
      begun();
    },
    onPointerMove: (e: PointerEvent<SVGElement>): void => {
      if (from.current) setTo(nearest(from.current.value - (heightOf(e) - from.current.y) * perSheet, steps));
    },
    onPointerUp: (): void => {
      // A press without a way is no move, though the row may stand between two practical values.
      if (from.current && to !== null) put(to);
      stop();
    },
    onPointerCancel: stop,
  };
  return { to, stop, pointer };
}

/** One place that is moved up and down: dragged, or by the arrows, to practical values. */
function GripHandle({ grip, editor, onChosen }: Props & { grip: Grip }) {
  const { field: id, at, width, perSheet } = grip;

  const field = editor.field(id);
  const [refused, setRefused] = useState<string | null>(null);
  const value = Number(editor.value(id));
  const steps = field ? editor.steps(field) : [];
  const put = (v: number): void => setRefused(v === value ? null : editor.set(id, v));
  const drag = useDrag({ value, perSheet, steps, put, begun: () => setRefused(null) });
  if (!field || !Number.isFinite(value)) return null;
  const { to } = drag;
  const shown = `${editor.units.length(to ?? value)} ${editor.units.name('mm')}`;
  const moved = to === null ? 0 : (value - to) / perSheet;
  return (
    <g
      className={`grip${to === null ? '' : ' moving'}`}
      role="slider"
      tabIndex={0}
      aria-orientation="vertical"
      aria-label={field.label}
      aria-valuenow={to ?? value}
      aria-valuetext={shown}
      data-grip={id}
      {...drag.pointer}
      onKeyDown={(e) => {
        if (e.key === 'Escape') drag.stop();
        if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') return;
        e.preventDefault();
        put(stepped(value, steps, e.key === 'ArrowUp'));
      }}
      onFocus={() => onChosen(id)}
      onBlur={() => {
        setRefused(null);
        onChosen(null);
      }}
    >
      <title>{`${field.label}, ${shown}: drag, or press the arrows`}</title>
      <rect x={at[0] - width / 2} y={at[1] - 2 + moved} width={width} height={4} />
      <path d={`M${at[0] - width / 2} ${at[1] + moved} H${at[0] + width / 2}`} />
      {to !== null && (
        <text x={at[0]} y={at[1] + moved - 2.6} fontSize="3" textAnchor="middle">
          {shown}
        </text>
      )}
      {refused && (
        <text className="t-failure" x={at[0]} y={at[1] - 3} fontSize="2.6" textAnchor="middle" role="alert">
          {refused.length > 90 ? `${refused.slice(0, 88)}…` : refused}
        </text>
      )}
    </g>
  );
}

/** Places that can be moved along the drawing. */
export const Grips = ({ grips, ...props }: Props & { grips: readonly Grip[] }) =>
  grips.map((grip) => <GripHandle key={grip.field} grip={grip} {...props} />);
