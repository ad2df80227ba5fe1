import { POINTS } from './element.ts';
import { stressShare } from './measures.ts';
import type { State } from './path.ts';
import type { System } from './system.ts';

/** A state on the mesh, for drawing: nodes, their cells, and what is there. Plates share no nodes, so that nothing is averaged across a weld. */
export interface FieldPicture {
  readonly plates: readonly string[];
  /** Plate of each node. */
  readonly plateOf: Int32Array;
  /** x, y, z of each node, mm. */
  readonly places: Float32Array;
  /** Its displacement, mm. */
  readonly moves: Float32Array;
  /** Four nodes of each cell that is more than half solid. */
  readonly cells: Int32Array;
  /** Larger von Mises stress of the two faces over yield, at most 1 in steel that yielded; 0 where a plate is kept elastic. */
  readonly stress: Float32Array;
  /** Larger plastic strain of the two faces. */
  readonly strain: Float32Array;
}

export function pictureOf(system: System, state: State): FieldPicture {
  const { mesh, rule } = system;
  const n = mesh.plateOf.length;
  const [stress, strain, weight] = [new Float32Array(n), new Float32Array(n), new Float32Array(n)];
  const cells: number[] = [];
  const last = rule.z.length - 1;
  for (let c = 0; c < mesh.cellPlate.length; c += 1) {
    if (mesh.solid[c]! < 0.5) continue;
    const ids = mesh.corners.subarray(4 * c, 4 * c + 4);
    cells.push(...ids);
    let share = 0;
    let alpha = 0;
    if (mesh.plates[mesh.cellPlate[c]!]!.fy !== null) {
      const { top, bottom } = stressShare(system, state, c);
      share = state.memory.yielded[c] ? 1 : Math.min(1, Math.max(top, bottom));
      if (state.memory.yielded[c])
        for (const layer of [0, last]) {
          let face = 0;
          for (let p = 0; p < POINTS; p += 1) face += system.alphaAt(state.memory, c, p, layer) / POINTS;
          alpha = Math.max(alpha, face);
        }
    }
    for (const id of ids) {
      stress[id]! += share;
      strain[id]! += alpha;
      weight[id]! += 1;
    }
  }
  const moves = new Float32Array(3 * n);
  for (let i = 0; i < n; i += 1) {
    if (weight[i]! > 0) {
      stress[i]! /= weight[i]!;
      strain[i]! /= weight[i]!;
    }
    moves.set(system.moveOf(state.u, i), 3 * i);
  }
  return {
    plates: mesh.plates.map((p) => p.name),
    plateOf: mesh.plateOf,
    places: Float32Array.from(mesh.places),
    moves,
    cells: Int32Array.from(cells),
    stress,
    strain,
  };
}
