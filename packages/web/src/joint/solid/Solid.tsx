import { Canvas } from '@react-three/fiber';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type RefObject } from 'react';
import {
  basisOf,
  buildJoint,
  marksOf,
  multipleText,
  type Drawing,
  type JobRecord,
  type JointContent,
  type JointReport,
  type RuleResult,
  type Solid,
} from '@ample/core';
import { BackSide, BufferGeometry, DoubleSide, EdgesGeometry, Float32BufferAttribute, FrontSide, Plane, Vector3 } from 'three';
import { failureOrder } from '../FailureOrder.tsx';
import { ruleText } from '../Side.tsx';
import { sceneOf, type ScenePart } from './geometry.ts';
import { useUnits } from '../../parts/units.ts';
import { type Turns, connectionBox, CutAt, Eye } from './Eye.tsx';
import type { Direction } from './directions.ts';
import { Directions, turned } from './Turning.tsx';

const LOOKS = {
  member: { face: '#c3c8c9', cut: '#7f8687' },
  plate: { face: '#e2cf9f', cut: '#a58d52' },
  bolt: { face: '#66717c', cut: '#3c444c' },
  weld: { face: '#9a6a4f', cut: '#6b4632' },
  concrete: { face: '#cfcbc1', cut: '#b5b0a4' },
  grout: { face: '#b9b4a6', cut: '#98927f' },
} as const;

const PICKED = '#7fb3ae';

type Cut = 'none' | 'along' | 'across' | 'level';

const CUTS: readonly (readonly [Cut, string])[] = [
  ['none', 'none'],
  ['along', 'along the web'],
  ['across', 'across, at the bolts'],
  ['level', 'level, at the first row'],
];

interface Props {
  readonly content: JointContent;
  readonly job: JobRecord;
  readonly report: JointReport;
  readonly drawing: Drawing;
  readonly selected: number;
  /** The check or rule whose failure path is drawn on the faces. */
  readonly failure: { readonly id: string; readonly title: string; readonly detail: string } | null;
  readonly onOpen: (id: string, index: number) => void;
}

/** The joint from the solid detail, in three dimensions. */
export function SolidView({ content, job, report, drawing, selected, failure, onOpen }: Props) {
  const solid = useMemo(() => buildJoint(content, basisOf(job, content.settings)).solid, [content, job]);
  const parts = useMemo(() => sceneOf(solid), [solid]);
  useEffect(() => () => parts.forEach((p) => p.geometry.dispose()), [parts]);
  const [hidden, setHidden] = useState<ReadonlySet<string>>(new Set());
  const [picked, setPicked] = useState<string | null>(null);
  const [cut, setCut] = useState<Cut>(() => (solid.prisms?.some((p) => p.look === 'concrete') ? 'along' : 'none'));
  // Between the flanges of a column a joint is seen only through them.
  const [glass, setGlass] = useState(() => solid.members.some((m) => m.place?.type === 'column_web'));
  const inConcrete = solid.prisms?.some((p) => p.look === 'concrete') ?? false;
  const [turn, setTurn] = useState<{ readonly to: Direction; readonly n: number }>({ to: 'corner', n: 0 });
  const [supported] = useState(() => document.createElement('canvas').getContext('webgl2') !== null);
  const turns = useRef<Turns>({ rotate: () => undefined, zoom: () => undefined });
  const clashes = report.rules.filter((r) => r.type === 'rule' && r.id.startsWith('clear-') && !r.pass);
  // The path that is pointed at, and every clash.
  const marked = [...new Set([failure?.id ?? '', ...clashes.map((r) => r.id)])].join(' ');
  const lines = useMemo(() => failurePoints(drawing, marked.split(' ')), [drawing, marked]);
  const plane = useMemo(() => planeOf(cut, solid), [cut, solid]);
  if (!supported)
    return <p className="p-4">This browser draws no solids (WebGL is missing or off). The Detail tab shows the same joint.</p>;

  const face = (to: Direction): void => setTurn((t) => ({ to, n: t.n + 1 }));
  const onKey = (e: KeyboardEvent): void => {
    if (!turned(e, turns.current, face, () => setPicked(null))) return;
    e.preventDefault();
    e.stopPropagation();
  };
  const shown = parts.filter((p) => !hidden.has(p.id));
  const chosen = parts.find((p) => p.id === picked);
  return (
    <div className="solid">
      <div
        className="solid-canvas"
        tabIndex={0}
        role="img"
        aria-label="The joint as a solid. Arrow keys turn it, plus and minus zoom, 1 to 5 are the standard directions."
        onKeyDown={onKey}
      >
        <Scene {...{ parts: shown, all: parts, glass, picked, setPicked, turn, turns, plane, lines }} />
        {failure && lines && (
          <p className="solid-label">
            <b>{failure.title}</b>
            <br />
            {failure.detail}
          </p>
        )}
      </div>
      <div className="solid-tools">
        <Directions onTurn={face} />
        <Cuts {...{ cut, setCut, glass, setGlass, inConcrete }} />
        <PartList {...{ parts, hidden, picked, setHidden, setPicked }} />
        <Clashes rules={clashes} />
        {chosen ? <PartChecks part={chosen} report={report} selected={selected} onOpen={onOpen} /> : <HowTo />}
      </div>
    </div>
  );
}

/** The plane of a section cut: along the web, across or level through bolts or anchors; none. */
function planeOf(cut: Cut, solid: Solid): Plane | null {
  if (cut === 'along') return new Plane(new Vector3(0, 1, 0), 0);
  const first = solid.bolts[0];
  const anchor = solid.anchors?.[0];
  if (anchor && cut === 'across') return new Plane(new Vector3(-1, 0, 0), anchor.x);
  if (anchor && cut === 'level') return new Plane(new Vector3(0, 0, -1), 0);
  const web = solid.bolts.find((b) => b.axis === 'y') ?? first;
  if (cut === 'across') return new Plane(new Vector3(-1, 0, 0), web?.axis === 'y' ? web.x : 30);
  if (cut === 'level') return new Plane(new Vector3(0, 0, -1), first?.z ?? 0);
  return null;
}

interface SceneProps {
  readonly parts: readonly ScenePart[];
  readonly all: readonly ScenePart[];
  readonly glass: boolean;
  readonly picked: string | null;
  readonly setPicked: (id: string | null) => void;
  readonly turn: { readonly to: Direction; readonly n: number };
  readonly turns: RefObject<Turns>;
  readonly plane: Plane | null;
  readonly lines: BufferGeometry | null;
}

function Scene({ parts: shown, all: parts, glass, picked, setPicked, turn, turns, plane, lines }: SceneProps) {
  const box = useMemo(() => connectionBox(parts), [parts]);
  return (
    <Canvas
      frameloop="demand"
      gl={{ antialias: true }}
      camera={{ fov: 28, near: 10, far: 20000, up: [0, 0, 1], position: [1200, -1400, 600] }}
      onPointerMissed={() => setPicked(null)}
    >
      <ambientLight intensity={1.1} />
      <directionalLight position={[800, -1200, 1500]} intensity={1.7} />
      <directionalLight position={[-900, 900, 300]} intensity={0.5} />
      <Eye turn={turn} box={box} turns={turns} />
      <CutAt plane={plane} />
      {shown.map((p) => (
        <PartMesh
          key={p.id}
          part={p}
          glass={glass && (p.id === 'support' || p.look === 'concrete')}
          picked={p.id === picked}
          onPick={setPicked}
        />
      ))}
      {lines && (
        <mesh geometry={lines} renderOrder={5}>
          <meshBasicMaterial color="#b23a2a" side={DoubleSide} depthTest={false} transparent opacity={0.9} />
        </mesh>
      )}
    </Canvas>
  );
}

interface PartListProps {
  readonly parts: readonly ScenePart[];
  readonly hidden: ReadonlySet<string>;
  readonly picked: string | null;
  readonly setHidden: (change: (hidden: ReadonlySet<string>) => ReadonlySet<string>) => void;
  readonly setPicked: (id: string | null) => void;
}

const PartList = ({ parts, hidden, picked, setHidden, setPicked }: PartListProps) => (
  <ul className="mt-2" aria-label="Parts">
    {parts.map((p) => (
      <li key={p.id} className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox"
          checked={!hidden.has(p.id)}
          aria-label={`Show ${p.label}`}
          onChange={() =>
            setHidden((h) => {
              const next = new Set(h);
              if (!next.delete(p.id)) next.add(p.id);
              return next;
            })
          }
        />
        <button
          type="button"
          className={`ellipsis text-left ${p.id === picked ? 'font-semibold' : ''}`}
          aria-pressed={p.id === picked}
          onClick={() => setPicked(p.id === picked ? null : p.id)}
        >
          {p.label}
        </button>
      </li>
    ))}
  </ul>
);

function Clashes({ rules }: { rules: readonly RuleResult[] }) {
  const units = useUnits();
  if (!rules.length) return null;
  return (
    <ul className="mt-2 problem" aria-label="Clashes">
      {rules.map((r) => (
        <li key={r.id}>
          {r.title}: {ruleText(r, units)}
        </li>
      ))}
    </ul>
  );
}

/** What one part is checked for, soonest to give first. */
function PartChecks({
  part,
  report,
  selected,
  onOpen,
}: {
  part: ScenePart;
  report: JointReport;
  selected: number;
  onOpen: Props['onOpen'];
}) {
  const order = failureOrder(report, selected).filter((o) => part.parts.includes(o.check.part));
  return (
    <section className="mt-2" aria-label={`Checks of ${part.label}`}>
      <h3 className="font-semibold">{part.label}</h3>
      {order.length === 0 && <p className="muted">Nothing loads it in these combinations.</p>}
      <ul>
        {order.map((o) => (
          <li key={o.key} className="flex justify-between gap-2">
            <button type="button" className="underline ellipsis text-left" onClick={() => onOpen(o.key, o.index)}>
              {o.title}
            </button>
            <span className="tabular-nums whitespace-nowrap">
              {multipleText(o.check.multiple)} × {o.combination}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function PartMesh({
  part,
  picked,
  glass,
  onPick,
}: {
  part: ScenePart;
  picked: boolean;
  glass: boolean;
  onPick: (id: string) => void;
}) {
  const edges = useMemo(() => new EdgesGeometry(part.geometry, 25), [part.geometry]);
  useEffect(() => () => edges.dispose(), [edges]);
  const look = LOOKS[part.look];
  return (
    <group
      onClick={(e) => {
        e.stopPropagation();
        onPick(part.id);
      }}
    >
      <mesh geometry={part.geometry}>
        <meshStandardMaterial
          color={picked ? PICKED : look.face}
          roughness={0.75}
          metalness={0.1}
          side={FrontSide}
          polygonOffset
          polygonOffsetFactor={1}
          polygonOffsetUnits={1}
          transparent={glass}
          opacity={glass ? 0.25 : 1}
          depthWrite={!glass}
        />
      </mesh>
      {/* Seen only where a cut opens the part: its cut face. */}
      {!glass && (
        <mesh geometry={part.geometry}>
          <meshBasicMaterial color={look.cut} side={BackSide} />
        </mesh>
      )}
      <lineSegments geometry={edges}>
        <lineBasicMaterial color="#1d2a3a" />
      </lineSegments>
    </group>
  );
}

const PLACE = {
  xz: (u: number, w: number, at: number) => [u, at, w],
  yz: (u: number, w: number, at: number) => [at, u, w],
  xy: (u: number, w: number, at: number) => [u, w, at],
} as const;

/** Half the width of a ribbon, mm. */
const RIBBON = 1.6;

/** Failure paths where they are on the solid; ribbons, since lines have no width. */
function failurePoints(drawing: Drawing, ids: readonly string[]): BufferGeometry | null {
  const marks = ids.flatMap((id) => marksOf(drawing, id));
  if (!marks.length) return null;
  const out: number[] = [];
  for (const m of marks) {
    const points =
      m.k === 'line'
        ? [...m.points, ...(m.closed ? [m.points[0]!] : [])]
        : Array.from({ length: 25 }, (_, i) => [
            m.centre[0] + m.r * Math.cos((i * Math.PI) / 12),
            m.centre[1] + m.r * Math.sin((i * Math.PI) / 12),
          ]);
    points.slice(1).forEach(([u2, w2], i) => {
      const [u1, w1] = points[i]!;
      const length = Math.hypot(u2! - u1!, w2! - w1!) || 1;
      const [du, dw] = [(-(w2! - w1!) / length) * RIBBON, ((u2! - u1!) / length) * RIBBON];
      const corners = [
        [u1! + du, w1! + dw],
        [u1! - du, w1! - dw],
        [u2! - du, w2! - dw],
        [u2! + du, w2! + dw],
      ].map(([u, w]) => PLACE[m.plane](u!, w!, m.at));
      for (const k of [0, 1, 2, 0, 2, 3]) out.push(...corners[k]!);
    });
  }
  const g = new BufferGeometry();
  g.setAttribute('position', new Float32BufferAttribute(out, 3));
  return g;
}

interface CutsProps {
  readonly cut: Cut;
  readonly setCut: (cut: Cut) => void;
  readonly glass: boolean;
  readonly setGlass: (glass: boolean) => void;
  readonly inConcrete: boolean;
}

/** Where it is cut, and what is seen through. */
function Cuts({ cut, setCut, glass, setGlass, inConcrete }: CutsProps) {
  return (
    <>
      <label className="block mt-2">
        <span>Section cut</span>
        <select className="select w-full" value={cut} onChange={(e) => setCut(e.target.value as Cut)}>
          {CUTS.map(([id, label]) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2 mt-2">
        <input type="checkbox" className="checkbox" checked={glass} onChange={(e) => setGlass(e.target.checked)} />
        {inConcrete ? 'See through the concrete' : 'See through the support'}
      </label>
    </>
  );
}

const HowTo = () => (
  <p className="muted mt-2">Pick a part to see what it is checked for. Drag or arrow keys turn, wheel or + − zoom.</p>
);
