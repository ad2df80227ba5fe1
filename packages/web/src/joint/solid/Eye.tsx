import { useThree } from '@react-three/fiber';
import { useEffect, useMemo, useRef } from 'react';
import { Box3, Plane, Spherical, Vector3, type PerspectiveCamera } from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { type ScenePart } from './geometry.ts';
import { type Direction, DIRECTIONS } from './directions.ts';

/** Where the connection itself is, not the lengths of its members. */
export function connectionBox(parts: readonly ScenePart[]): Box3 {
  const all = new Box3();
  for (const p of parts)
    if (p.look !== 'member' && p.look !== 'concrete') {
      p.geometry.computeBoundingBox();
      all.union(p.geometry.boundingBox!);
    }
  return all;
}

export interface Turns {
  rotate(about: number, up: number): void;
  zoom(by: number): void;
}

/** The eye: orbits by mouse, turns to a standard direction, fits the joint. */
interface EyeProps {
  readonly turn: { readonly to: Direction; readonly n: number };
  readonly box: Box3;
  readonly turns: { current: Turns };
  /** Half of the height that is seen, over the length across the box. */
  readonly room?: number;
}
export function Eye({ turn, box, turns, room = 1.1 }: EyeProps) {
  const { camera, gl, invalidate } = useThree();
  const controls = useRef<OrbitControls | null>(null);
  const middle = useMemo(() => ({ centre: box.getCenter(new Vector3()), size: box.getSize(new Vector3()).length() }), [box]);
  useEffect(() => {
    const c = new OrbitControls(camera, gl.domElement);
    c.enableDamping = false;
    c.addEventListener('change', () => invalidate());
    controls.current = c;
    turns.current = {
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
    return () => c.dispose();
  }, [camera, gl, invalidate, turns]);
  useEffect(() => {
    const c = controls.current!;
    const away = new Vector3(...DIRECTIONS.find(([id]) => id === turn.to)![3]).normalize();
    const distance = (room * middle.size) / Math.tan((((camera as PerspectiveCamera).fov / 2) * Math.PI) / 180);
    c.target.copy(middle.centre);
    camera.position.copy(middle.centre).addScaledVector(away, distance);
    c.update();
    invalidate();
  }, [turn, middle, camera, invalidate, room]);
  return null;
}

/** One plane that cuts everything off on its far side. */
export function CutAt({ plane }: { plane: Plane | null }) {
  const { gl, invalidate } = useThree();
  useEffect(() => {
    gl.clippingPlanes = plane ? [plane] : [];
    invalidate();
  }, [gl, plane, invalidate]);
  return null;
}
