import { useEffect, useMemo, useState, type ReactNode } from 'react';
import type { Units } from '@ample/core';
import {
  GRADIENT,
  MEMBERS,
  partUses,
  isSigned,
  largestNode,
  scaleWords,
  SIGNED_GRADIENT,
  valueWords,
  shadedView,
  type FieldDrawing,
  type FieldPicture,
  type FieldState,
  type Shown,
} from '@ample/core/field';
import { OnView } from './OnView.tsx';
import { FieldPictureView } from './Picture.tsx';

/** What a picture shows, in words. */
export const SHOWN_WORDS: Readonly<Record<Shown, string>> = {
  stress: 'stress over yield, larger face',
  front: 'stress over yield, front face',
  back: 'stress over yield, back face',
  along: 'normal stress along a member',
  strain: 'plastic strain',
  press: 'pressure between plates and on the bed',
};

interface PicturedProps {
  readonly state: FieldState;
  /** The drawing whose views it can be shown on. */
  readonly drawing: FieldDrawing | undefined;
  readonly what: Shown;
  readonly picked: string | null;
  readonly units: Units;
}

/** What a value is of, where the value does not say it. */
const OF: Readonly<Partial<Record<Shown, string>>> = { strain: ' plastic strain', press: ' of pressure' };

/** Seconds from none of the movement to all of it and back. */
const TURN = 3;
/** Slow motion between no load and the state: whether it plays, and the part of the movement that is drawn. */
function usePlayed(): readonly [{ readonly on: boolean; readonly toggle: () => void }, number] {
  const [on, setOn] = useState(false);
  const [part, setPart] = useState(1);
  useEffect(() => {
    if (!on) return undefined;
    const from = performance.now();
    let frame = requestAnimationFrame(function draw(now) {
      setPart((1 - Math.cos((2 * Math.PI * (now - from)) / (1000 * TURN))) / 2);
      frame = requestAnimationFrame(draw);
    });
    return () => {
      cancelAnimationFrame(frame);
      setPart(1);
    };
  }, [on]);
  return [{ on, toggle: () => setOn(!on) }, part];
}

/** So many times that the largest movement is seen and does not deform the picture. */
function usualScale({ moves, places }: FieldPicture): number {
  const reach = (list: Float32Array): number => list.reduce((m, v) => Math.max(m, Math.abs(v)), 0);
  const wanted = (0.04 * reach(places)) / Math.max(reach(moves), 1e-6);
  return Math.max(0, Math.min(100, 5 * Math.round(wanted / 5)));
}

/** What is chosen in place of a view of the drawing. */
const SPACE = 'in space';
/** Views of the drawing that show something of it. */
const shownViews = (picture: FieldPicture, drawing: FieldDrawing | undefined): FieldDrawing['views'] =>
  drawing?.views.filter((v) => shadedView(picture, 'stress', v, { scale: 0 }).shades.length > 0) ?? [];

/** How a picture is looked at: where from, how much it moves, with what on it. */
function useLook(picture: FieldPicture, drawing: FieldDrawing | undefined) {
  const [scale, setScale] = useState(() => usualScale(picture));
  const [lines, setLines] = useState(true);
  const [hidden, setHidden] = useState<ReadonlySet<string>>(new Set());
  const [forces, setForces] = useState({ bolts: true, welds: false });
  const [looked, setLooked] = useState(SPACE);
  const [plays, part] = usePlayed();
  const views = useMemo(() => shownViews(picture, drawing), [picture, drawing]);
  const view = looked === SPACE ? undefined : views.find((v) => v.title === looked);
  return {
    ...{ scale, setScale, lines, setLines, hidden, setHidden, forces, setForces, setLooked, plays, views, view },
    moved: scale * part,
  };
}

/** The picture with its scale, and the label of the part that is picked or most used. */
export function Pictured({ state, drawing, what, picked, units }: PicturedProps) {
  const picture = state.picture!;
  const look = useLook(picture, drawing);
  const { lines, hidden, forces, view, moved } = look;
  const [node, setNode] = useState<number | null>(null);
  const most = useMemo(() => largestNode(picture, what, (p) => !hidden.has(p)), [picture, what, hidden]);
  const [low, high] = scaleWords(picture, what, units);
  // A picture that comes meanwhile has other nodes.
  const under = node !== null && node < picture.plateOf.length ? node : null;
  const told = (n: number): string => `${valueWords(picture, what, n, units)}${OF[what] ?? ''}`;
  const use = partUses(state).find((u) => picked === null || u.part === picked) ?? null;
  const labels = useMemo(
    () => [
      ...(use ? [{ kind: 'part' as const, at: use.place, words: `${use.part}: ${Math.round(100 * use.share)} %` }] : []),
      ...(most === null
        ? []
        : [
            {
              kind: 'largest' as const,
              at: [0, 1, 2].map((k) => picture.places[3 * most + k]! + moved * picture.moves[3 * most + k]!),
              words: `largest: ${valueWords(picture, what, most, units)}${OF[what] ?? ''}`,
            },
          ]),
    ],
    [use, most, picture, what, moved, units],
  );
  return (
    <>
      {view && drawing ? (
        <OnView
          {...{ picture, state, drawing, what, lines, hidden, units, told, ...forces }}
          index={drawing.views.indexOf(view)}
          first={picked}
          scale={moved}
          onNode={setNode}
        />
      ) : (
        <FieldPictureView {...{ picture, what, lines, hidden, labels, ...forces }} scale={moved} onNode={setNode} />
      )}
      <div className="field-foot">
        <div className="field-legend">
          <span className="num">{low}</span>
          <span className="field-scale" style={{ background: isSigned(what) ? SIGNED_GRADIENT : GRADIENT }} aria-hidden="true" />
          <span className="num">{high}</span>
          <span className="field-value">
            {under === null ? 'point at a plate for its value' : `${picture.plates[picture.plateOf[under]!]}: ${told(under)}`}
          </span>
          {view && forces.bolts && <span className="muted">bolts, {units.name('kN')}: T along, V across</span>}
        </div>
        <Tools look={look} plates={picture.plates} />
      </div>
    </>
  );
}

interface ToolsProps {
  readonly look: ReturnType<typeof useLook>;
  readonly plates: readonly string[];
}
/** Where it is seen from, how much it moves, and what is on it. */
function Tools({ look, plates }: ToolsProps) {
  const { views, view, plays, scale, lines, forces, hidden } = look;
  return (
    <div className="field-tools">
      {views.length > 0 && (
        <label className="flex items-center gap-1">
          Seen
          <select
            aria-label="Seen"
            className="select w-auto"
            value={view?.title ?? SPACE}
            onChange={(e) => look.setLooked(e.target.value)}
          >
            <option>{SPACE}</option>
            {views.map((v) => (
              <option key={v.title}>{v.title}</option>
            ))}
          </select>
        </label>
      )}
      <button type="button" className="underline" aria-pressed={plays.on} onClick={plays.toggle}>
        {plays.on ? 'Stop' : 'Play'}
      </button>
      <label className="flex items-center gap-2">
        Movement ×{scale}
        <input
          type="range"
          className="range range-xs w-28"
          min={0}
          max={100}
          step={5}
          value={scale}
          onChange={(e) => look.setScale(Number(e.target.value))}
        />
      </label>
      <Tick on={lines} set={look.setLines}>
        Cells
      </Tick>
      {(['bolts', 'welds'] as const).map((k) => (
        <Tick key={k} on={forces[k]} set={(on) => look.setForces({ ...forces, [k]: on })}>
          Forces of {k}
        </Tick>
      ))}
      {MEMBERS.map((part) => {
        const mine = plates.filter((p) => p.startsWith(`${part} `));
        if (!mine.length) return null;
        const others = [...hidden].filter((p) => !mine.includes(p));
        return (
          <Tick
            key={part}
            on={mine.some((p) => !hidden.has(p))}
            set={(on) => look.setHidden(new Set(on ? others : [...others, ...mine]))}
          >
            {part[0]!.toUpperCase() + part.slice(1)}
          </Tick>
        );
      })}
    </div>
  );
}

interface TickProps {
  readonly on: boolean;
  readonly set: (on: boolean) => void;
  readonly children: ReactNode;
}
const Tick = ({ on, set, children }: TickProps) => (
  <label className="flex items-center gap-1">
    <input type="checkbox" className="checkbox checkbox-sm" checked={on} onChange={(e) => set(e.target.checked)} />
    <span>{children}</span>
  </label>
);
