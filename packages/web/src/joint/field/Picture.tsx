import { Canvas, useThree, type ThreeEvent } from '@react-three/fiber';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { barLength, boltArrows, isMember, shownColour, type FieldPicture, type Shown } from '@ample/core/field';
import { Box3, BufferGeometry, DoubleSide, Float32BufferAttribute, Vector3 } from 'three';
import { type Direction } from '../solid/directions.ts';
import { Eye, type Turns } from '../solid/Eye.tsx';
import { Directions, turned } from '../solid/Turning.tsx';

interface Props {
  readonly picture: FieldPicture;
  readonly what: Shown;
  /** How many times as large as they are displacements are drawn. */
  readonly scale: number;
  readonly lines: boolean;
  /** Plates that are left out. */
  readonly hidden: ReadonlySet<string>;
  /** Arrows of bolts, and bars of welds. */
  readonly bolts: boolean;
  readonly welds: boolean;
  /** Places that are told, and what is told there. */
  readonly labels: readonly { readonly at: readonly number[]; readonly words: string; readonly kind: 'part' | 'largest' }[];
  /** The node under the pointer; null where there is none. */
  readonly onNode: (node: number | null) => void;
}

/** The plates of a joint with what is in them, as they move. */
export function FieldPictureView(props: Props) {
  const [turn, setTurn] = useState<{ readonly to: Direction; readonly n: number }>({ to: 'corner', n: 0 });
  const turns = useRef<Turns>({ rotate: () => undefined, zoom: () => undefined });
  const { picture, labels } = props;
  const marks = useRef<(HTMLParagraphElement | null)[]>([]);
  const box = useMemo(() => fittings(picture), [picture]);
  const face = (to: Direction): void => setTurn((t) => ({ to, n: t.n + 1 }));
  const onKey = (e: KeyboardEvent): void => {
    if (!turned(e, turns.current, face, () => undefined)) return;
    e.preventDefault();
    e.stopPropagation();
  };
  return (
    <>
      <div
        className="solid-canvas"
        tabIndex={0}
        role="img"
        aria-label="The plates of the joint with their stress. Arrow keys turn it, plus and minus zoom, 1 to 5 are the standard directions."
        onKeyDown={onKey}
      >
        <Canvas
          frameloop="demand"
          gl={{ antialias: true }}
          camera={{ fov: 28, near: 10, far: 20000, up: [0, 0, 1], position: [1200, -1400, 600] }}
        >
          <Eye turn={turn} box={box} turns={turns} room={0.75} />
          <Plates {...props} />
          <Forces {...props} />
          <Labels labels={labels} of={marks} />
        </Canvas>
        {labels.map(({ kind, words }, i) => (
          <p
            key={kind}
            className={`field-label ${kind}`}
            ref={(p) => {
              marks.current[i] = p;
            }}
          >
            {words}
          </p>
        ))}
      </div>
      <div className="field-turns">
        <Directions onTurn={face} />
      </div>
    </>
  );
}

/** Where the plates of the connection are; of members only what is near. */
function fittings({ plates, plateOf, places }: FieldPicture): Box3 {
  const own = plates.map((p) => !isMember(p));
  const box = new Box3();
  const any = own.some(Boolean);
  for (let n = 0; n < plateOf.length; n += 1)
    if (!any || own[plateOf[n]!]) box.expandByPoint(new Vector3(places[3 * n], places[3 * n + 1], places[3 * n + 2]));
  return box.expandByScalar(box.getSize(new Vector3()).length() * 0.18);
}

function Plates({ picture, what, scale, lines, hidden, onNode }: Props) {
  const { invalidate } = useThree();
  const { faces, edges } = useMemo(() => {
    const { places, moves, cells, plateOf, plates } = picture;
    const n = plateOf.length;
    const at = new Float32Array(3 * n);
    const colour = new Float32Array(3 * n);
    const colourOf = shownColour(picture, what);
    for (let i = 0; i < n; i += 1) {
      for (let k = 0; k < 3; k += 1) at[3 * i + k] = places[3 * i + k]! + scale * moves[3 * i + k]!;
      colour.set(colourOf(picture[what][i]!), 3 * i);
    }
    const gone = plates.map((p) => hidden.has(p));
    const [index, line]: [number[], number[]] = [[], []];
    for (let c = 0; c < cells.length; c += 4) {
      const [a, b, d, e] = [cells[c]!, cells[c + 1]!, cells[c + 2]!, cells[c + 3]!];
      if (gone[plateOf[a]!]) continue;
      index.push(a, b, d, a, d, e);
      line.push(a, b, b, d, d, e, e, a);
    }
    const position = new Float32BufferAttribute(at, 3);
    const made = new BufferGeometry();
    made.setAttribute('position', position);
    made.setAttribute('color', new Float32BufferAttribute(colour, 3));
    made.setIndex(index);
    const mesh = new BufferGeometry();
    mesh.setAttribute('position', position);
    mesh.setIndex(line);
    return { faces: made, edges: mesh };
  }, [picture, what, scale, hidden]);
  useEffect(() => {
    invalidate();
    return () => {
      faces.dispose();
      edges.dispose();
    };
  }, [faces, edges, lines, invalidate]);
  return (
    <>
      <mesh geometry={faces} onPointerMove={(e) => onNode(nodeUnder(e, faces))} onPointerOut={() => onNode(null)}>
        <meshBasicMaterial
          vertexColors
          toneMapped={false}
          side={DoubleSide}
          polygonOffset
          polygonOffsetFactor={1}
          polygonOffsetUnits={1}
        />
      </mesh>
      {lines && (
        <lineSegments geometry={edges}>
          <lineBasicMaterial color="#1d2a3a" transparent opacity={0.28} />
        </lineSegments>
      )}
    </>
  );
}

/** The corner of the face under the pointer that is nearest to it. */
function nodeUnder({ face, point }: ThreeEvent<PointerEvent>, { attributes: { position } }: BufferGeometry): number | null {
  if (!face || !position) return null;
  const far = (n: number): number => point.distanceToSquared(new Vector3().fromBufferAttribute(position, n));
  return [face.a, face.b, face.c].reduce((a, b) => (far(b) < far(a) ? b : a));
}

const INK = '#16202c';

/** A point moved as its node moves. */
const shifted = ({ moves }: FieldPicture, scale: number, p: Vector3, node: number): Vector3 =>
  p.add(new Vector3(moves[3 * node], moves[3 * node + 1], moves[3 * node + 2]).multiplyScalar(scale));

/** Forces of bolts as arrows, along the axis and across it, and of welds as bars that stand off their lines: as long as the share of their resistance. */
function Forces({ picture, scale, bolts, welds }: Props) {
  const { places, plateOf } = picture;
  const moved = useMemo(() => {
    const nearest = (x: number, y: number, z: number): number => {
      let [best, at] = [Infinity, 0];
      for (let n = 0; n < plateOf.length; n += 1) {
        const d = (places[3 * n]! - x) ** 2 + (places[3 * n + 1]! - y) ** 2 + (places[3 * n + 2]! - z) ** 2;
        if (d < best) [best, at] = [d, n];
      }
      return at;
    };
    const { at } = picture.welds;
    return {
      bolts: picture.bolts.map((b) => nearest(...b.at)),
      welds: Array.from({ length: at.length / 3 }, (_, i) => nearest(at[3 * i]!, at[3 * i + 1]!, at[3 * i + 2]!)),
    };
  }, [picture, places, plateOf]);
  const arrows = bolts
    ? picture.bolts.flatMap((b, i) => {
        return boltArrows(b).map(({ at, way, long }, k) => {
          const from = shifted(picture, scale, new Vector3(...at), moved.bolts[i]!);
          return { key: `${i} ${k}`, from, way: new Vector3(...way), long };
        });
      })
    : [];
  const bars = useMemo(() => {
    if (!welds) return null;
    const { at, out, share } = picture.welds;
    const points = moved.welds.flatMap((node, i) => {
      const p = shifted(picture, scale, new Vector3(at[3 * i], at[3 * i + 1], at[3 * i + 2]), node);
      const q = p.clone().addScaledVector(new Vector3(out[3 * i], out[3 * i + 1], out[3 * i + 2]), barLength(share[i]!));
      return [...p.toArray(), ...q.toArray()];
    });
    const made = new BufferGeometry();
    made.setAttribute('position', new Float32BufferAttribute(points, 3));
    return made;
  }, [welds, picture, moved, scale]);
  useEffect(() => () => bars?.dispose(), [bars]);
  return (
    <>
      {arrows.map(({ key, from, way, long }) => (
        <arrowHelper key={`${key} ${long} ${scale}`} args={[way, from, long, INK, Math.min(14, long / 2), 8]} />
      ))}
      {bars && (
        <lineSegments geometry={bars}>
          <lineBasicMaterial color={INK} />
        </lineSegments>
      )}
    </>
  );
}

interface LabelsProps {
  readonly labels: Props['labels'];
  readonly of: { readonly current: (HTMLParagraphElement | null)[] };
}
/** Keeps labels beside their places while the joint is turned. */
function Labels({ labels, of }: LabelsProps) {
  const { camera, size, gl, scene } = useThree();
  useEffect(() => {
    const place = (): void =>
      labels.forEach(({ at }, i) => {
        const p = of.current[i];
        if (!p) return;
        const v = new Vector3(at[0], at[1], at[2]).project(camera);
        // Beside its place, and within the picture.
        const within = (x: number, most: number): number => Math.round(Math.max(0, Math.min(x, most)));
        p.style.left = `${within(((v.x + 1) / 2) * size.width, size.width - p.offsetWidth - 14)}px`;
        p.style.top = `${within(((1 - v.y) / 2) * size.height, size.height - 2 * p.offsetHeight)}px`;
      });
    place();
    // Drawn on demand: each drawing moves the labels with it.
    scene.onAfterRender = place;
    return () => {
      scene.onAfterRender = () => undefined;
    };
  }, [labels, camera, size, gl, scene, of]);
  return null;
}
