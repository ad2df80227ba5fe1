import { Canvas, useThree } from '@react-three/fiber';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { FieldPicture } from '@ample/core/field';
import { Box3, BufferGeometry, DoubleSide, Float32BufferAttribute, Vector3 } from 'three';
import { type Direction } from '../solid/directions.ts';
import { Eye, type Turns } from '../solid/Eye.tsx';
import { Directions, turned } from '../solid/Turning.tsx';
import { colourAt } from './colours.ts';

interface Props {
  readonly picture: FieldPicture;
  readonly values: Float32Array;
  /** Value at the dark end of the scale. */
  readonly top: number;
  /** How many times as large as they are displacements are drawn. */
  readonly scale: number;
  readonly lines: boolean;
  /** Plates that are left out. */
  readonly hidden: ReadonlySet<string>;
  /** A place that is told, and what is told there. */
  readonly label: { readonly at: readonly number[]; readonly words: string } | null;
}

/** The plates of a joint with what is in them, as they move. */
export function FieldPictureView(props: Props) {
  const [turn, setTurn] = useState<{ readonly to: Direction; readonly n: number }>({ to: 'corner', n: 0 });
  const turns = useRef<Turns>({ rotate: () => undefined, zoom: () => undefined });
  const label = useRef<HTMLParagraphElement>(null);
  const { picture } = props;
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
          <Eye turn={turn} box={box} turns={turns} />
          <Plates {...props} />
          <Label at={props.label?.at ?? null} of={label} />
        </Canvas>
        <p className="field-label" ref={label} hidden={props.label === null}>
          {props.label?.words}
        </p>
      </div>
      <div className="field-turns">
        <Directions onTurn={face} />
      </div>
    </>
  );
}

/** Where the plates of the connection are; of members only what is near. */
function fittings({ plates, plateOf, places }: FieldPicture): Box3 {
  const own = plates.map((p) => !/^(beam|support) /.test(p));
  const box = new Box3();
  const any = own.some(Boolean);
  for (let n = 0; n < plateOf.length; n += 1)
    if (!any || own[plateOf[n]!]) box.expandByPoint(new Vector3(places[3 * n], places[3 * n + 1], places[3 * n + 2]));
  return box.expandByScalar(box.getSize(new Vector3()).length() * 0.18);
}

function Plates({ picture, values, top, scale, lines, hidden }: Props) {
  const { invalidate } = useThree();
  const { faces, edges } = useMemo(() => {
    const { places, moves, cells, plateOf, plates } = picture;
    const n = plateOf.length;
    const at = new Float32Array(3 * n);
    const colour = new Float32Array(3 * n);
    for (let i = 0; i < n; i += 1) {
      for (let k = 0; k < 3; k += 1) at[3 * i + k] = places[3 * i + k]! + scale * moves[3 * i + k]!;
      colour.set(colourAt(values[i]! / top), 3 * i);
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
  }, [picture, values, top, scale, hidden]);
  useEffect(() => {
    invalidate();
    return () => {
      faces.dispose();
      edges.dispose();
    };
  }, [faces, edges, lines, invalidate]);
  return (
    <>
      <mesh geometry={faces}>
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

/** Keeps a label beside its place while the joint is turned. */
function Label({ at, of }: { at: readonly number[] | null; of: { readonly current: HTMLParagraphElement | null } }) {
  const { camera, size, gl, scene } = useThree();
  useEffect(() => {
    const place = (): void => {
      const p = of.current;
      if (!p || !at) return;
      const v = new Vector3(at[0], at[1], at[2]).project(camera);
      p.style.left = `${Math.round(((v.x + 1) / 2) * size.width)}px`;
      p.style.top = `${Math.round(((1 - v.y) / 2) * size.height)}px`;
    };
    place();
    // Drawn on demand: each drawing moves the label with it.
    scene.onAfterRender = place;
    return () => {
      scene.onAfterRender = () => undefined;
    };
  }, [at, camera, size, gl, scene, of]);
  return null;
}
