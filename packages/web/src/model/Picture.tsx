import { Canvas, useFrame, useThree } from '@react-three/fiber';
import { useEffect, useLayoutEffect, useMemo, useRef, type RefObject } from 'react';
import type { CustomSection, ModelMember } from '@ample/core';
import {
  Box3,
  BufferGeometry,
  CanvasTexture,
  Color,
  EdgesGeometry,
  Float32BufferAttribute,
  LineSegments,
  Spherical,
  Vector3,
  type InstancedMesh,
  type PointsMaterial,
  type PerspectiveCamera,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { drawnMembers, type Drawn } from './geometry.ts';
import { LOOKS, lookOf, type Look } from './looks.ts';
import type { Spot } from './useModel.ts';

const MEMBER = new Color('#c3c8c9');
const OTHER = new Color('#c08a5a');
const PICKED = new Color('#7fb3ae');
/** Size of a mark on the screen, at most and at least, and how large a joint is about, mm. */
const [MARK, LEAST, JOINT] = [16, 6, 700];
/** Edges of so many members are drawn; of more only their faces. */
const EDGED = 1500;

export interface EyeOf {
  fit(): void;
  rotate(about: number, up: number): void;
  zoom(by: number): void;
}
interface Props {
  readonly members: readonly ModelMember[];
  readonly own: readonly CustomSection[];
  readonly sections: Readonly<Record<string, string>>;
  readonly spots: readonly Spot[];
  readonly picked: Spot | null;
  readonly onPick: (spot: Spot | null) => void;
  /** Ids of members that are another than before. */
  readonly other: ReadonlySet<string>;
  readonly eye: RefObject<EyeOf | null>;
}

/** A building in three dimensions: its members, and its joints with the marks of their states. */
export function Picture({ members, own, sections, spots, picked, onPick, other, eye }: Props) {
  const drawn = useMemo(() => drawnMembers(members, own, sections), [members, own, sections]);
  useEffect(() => () => drawn.forEach((d) => d.geometry.dispose()), [drawn]);
  const box = useMemo(() => {
    const all = new Box3();
    for (const m of members) all.expandByPoint(new Vector3(...m.from)).expandByPoint(new Vector3(...m.to));
    return all;
  }, [members]);
  const size = Math.max(1000, box.getSize(new Vector3()).length());
  const marked = useMemo(() => new Set(picked?.joins ?? []), [picked]);
  return (
    <Canvas
      frameloop="demand"
      gl={{ antialias: true }}
      camera={{ fov: 32, near: size / 2000, far: size * 20, up: [0, 0, 1], position: [size, -size, size * 0.7] }}
    >
      <ambientLight intensity={1.1} />
      <directionalLight position={[0.8, -1.2, 1.5]} intensity={1.7} />
      <directionalLight position={[-0.9, 0.9, 0.3]} intensity={0.5} />
      <Eye box={box} size={size} picked={picked} eye={eye} />
      {drawn.map((d) => (
        <Members key={d.name} drawn={d} other={other} marked={marked} edged={members.length <= EDGED} />
      ))}
      <Marks spots={spots} picked={picked} onPick={onPick} />
    </Canvas>
  );
}

function Members({
  drawn,
  other,
  marked,
  edged,
}: {
  drawn: Drawn;
  other: ReadonlySet<string>;
  marked: ReadonlySet<string>;
  edged: boolean;
}) {
  const mesh = useRef<InstancedMesh>(null);
  const { invalidate } = useThree();
  useLayoutEffect(() => {
    drawn.places.forEach((m, i) => mesh.current!.setMatrixAt(i, m));
    mesh.current!.instanceMatrix.needsUpdate = true;
    mesh.current!.computeBoundingSphere();
    invalidate();
  }, [drawn, invalidate]);
  useLayoutEffect(() => {
    drawn.members.forEach((m, i) => mesh.current!.setColorAt(i, marked.has(m.id) ? PICKED : other.has(m.id) ? OTHER : MEMBER));
    if (mesh.current!.instanceColor) mesh.current!.instanceColor.needsUpdate = true;
    invalidate();
  }, [drawn, other, marked, invalidate]);
  const edges = useMemo(() => (edged ? edgesOf(drawn) : null), [drawn, edged]);
  useEffect(() => () => edges?.geometry.dispose(), [edges]);
  return (
    <>
      <instancedMesh ref={mesh} args={[drawn.geometry, undefined, drawn.places.length]}>
        <meshStandardMaterial roughness={0.75} metalness={0.1} polygonOffset polygonOffsetFactor={1} polygonOffsetUnits={1} />
      </instancedMesh>
      {edges && <primitive object={edges} />}
    </>
  );
}
/** Edges of all members of a section as one set of lines. */
function edgesOf({ geometry, places }: Drawn): LineSegments {
  const one = new EdgesGeometry(geometry, 25);
  const from = one.getAttribute('position');
  const out = new Float32Array(from.count * 3 * places.length);
  const p = new Vector3();
  places.forEach((m, k) => {
    for (let i = 0; i < from.count; i += 1) {
      p.fromBufferAttribute(from, i).applyMatrix4(m);
      p.toArray(out, (k * from.count + i) * 3);
    }
  });
  one.dispose();
  const all = new BufferGeometry();
  all.setAttribute('position', new Float32BufferAttribute(out, 3));
  const lines = new LineSegments(all);
  (lines.material as unknown as { color: Color }).color.set('#5b6470');
  return lines;
}

/** Joints as marks of one size on the screen, a set of points for each state; a click picks the nearest. */
function Marks({ spots, picked, onPick }: Pick<Props, 'spots' | 'picked' | 'onPick'>) {
  const { camera, gl, size, invalidate } = useThree();
  const groups = useMemo(() => {
    const by = new Map<Look, number[]>();
    for (const s of spots) by.set(lookOf(s), [...(by.get(lookOf(s)) ?? []), ...s.at]);
    return [...by];
  }, [spots]);
  useEffect(() => invalidate(), [groups, picked, invalidate]);
  useEffect(() => {
    let [x, y] = [0, 0];
    const down = (e: PointerEvent): void => void ([x, y] = [e.offsetX, e.offsetY]);
    const up = (e: PointerEvent): void => {
      // A drag turns the building and picks nothing.
      if (Math.hypot(e.offsetX - x, e.offsetY - y) > 4) return;
      const at = new Vector3();
      let [best, least]: [Spot | null, number] = [null, 14];
      for (const s of spots) {
        at.set(s.at[0]!, s.at[1]!, s.at[2]!).project(camera);
        const d = Math.hypot(((at.x + 1) / 2) * size.width - e.offsetX, ((1 - at.y) / 2) * size.height - e.offsetY);
        if (at.z < 1 && d < least) [best, least] = [s, d];
      }
      onPick(best);
    };
    gl.domElement.addEventListener('pointerdown', down);
    gl.domElement.addEventListener('pointerup', up);
    return () => {
      gl.domElement.removeEventListener('pointerdown', down);
      gl.domElement.removeEventListener('pointerup', up);
    };
  }, [spots, camera, gl, size, onPick]);
  return (
    <>
      {groups.map(([look, at]) => (
        <Points key={look} at={at} look={look} size={MARK} />
      ))}
      {picked && <Points at={picked.at} look="picked" size={30} />}
    </>
  );
}
function Points({ at, look, size }: { at: readonly number[]; look: Look; size: number }) {
  const geometry = useMemo(() => {
    const g = new BufferGeometry();
    g.setAttribute('position', new Float32BufferAttribute(at, 3));
    return g;
  }, [at]);
  const texture = useMemo(() => textureOf(look), [look]);
  useEffect(
    () => () => {
      geometry.dispose();
      texture.dispose();
    },
    [geometry, texture],
  );
  const ratio = useThree((s) => s.viewport.dpr);
  const material = useRef<PointsMaterial>(null);
  // As large as a joint is there, within what is seen and what covers nothing else.
  useFrame(({ camera, size: view }) => {
    const { fov, userData } = camera as PerspectiveCamera;
    const range = (userData['range'] as number | undefined) ?? 1;
    const across = (JOINT * view.height) / (2 * range * Math.tan(((fov / 2) * Math.PI) / 180));
    material.current!.size = (size / MARK) * Math.min(MARK, Math.max(LEAST, across)) * ratio;
  });
  return (
    <points geometry={geometry} renderOrder={10}>
      <pointsMaterial
        ref={material}
        map={texture}
        size={size * ratio}
        sizeAttenuation={false}
        transparent
        alphaTest={0.2}
        depthTest={false}
      />
    </points>
  );
}
function textureOf(look: Look): CanvasTexture {
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = 64;
  const pen = canvas.getContext('2d')!;
  pen.scale(64 / 12, 64 / 12);
  LOOKS[look](pen);
  const texture = new CanvasTexture(canvas);
  texture.colorSpace = 'srgb';
  return texture;
}

/** The eye: orbits by mouse, fits the building, goes to the joint that is picked. */
function Eye({ box, size, picked, eye }: { box: Box3; size: number; picked: Spot | null; eye: Props['eye'] }) {
  const { camera, gl, invalidate } = useThree();
  const controls = useRef<OrbitControls | null>(null);
  useEffect(() => {
    const c = new OrbitControls(camera, gl.domElement);
    c.enableDamping = false;
    c.addEventListener('change', () => {
      camera.userData['range'] = camera.position.distanceTo(c.target);
      invalidate();
    });
    controls.current = c;
    const fit = (): void => {
      const middle = box.isEmpty() ? new Vector3() : box.getCenter(new Vector3());
      const view = camera as PerspectiveCamera;
      const distance = (0.58 * size) / Math.tan(((view.fov / 2) * Math.PI) / 180) / Math.min(1, view.aspect);
      c.target.copy(middle);
      camera.position.copy(middle).addScaledVector(new Vector3(0.75, -1, 0.55).normalize(), distance);
      Object.assign(camera, { near: size / 2000, far: size * 20 });
      (camera as PerspectiveCamera).updateProjectionMatrix();
      c.update();
      invalidate();
    };
    eye.current = {
      fit,
      rotate: (about, up) => {
        const from = camera.position.clone().sub(c.target);
        // three's spherical angles have y up; here z is.
        const s = new Spherical().setFromVector3(new Vector3(from.x, from.z, -from.y));
        s.theta += about;
        s.phi = Math.min(Math.PI - 0.01, Math.max(0.01, s.phi + up));
        const v = new Vector3().setFromSpherical(s);
        camera.position.copy(c.target).add(new Vector3(v.x, -v.z, v.y));
        c.update();
        invalidate();
      },
      zoom: (by) => {
        camera.position.sub(c.target).multiplyScalar(by).add(c.target);
        c.update();
        invalidate();
      },
    };
    fit();
    return () => c.dispose();
  }, [camera, gl, invalidate, box, size, eye]);
  useEffect(() => {
    const c = controls.current;
    if (!picked || !c) return;
    const shift = new Vector3(...(picked.at as [number, number, number])).sub(c.target);
    c.target.add(shift);
    camera.position.add(shift);
    c.update();
    invalidate();
  }, [picked, camera, invalidate]);
  return null;
}
