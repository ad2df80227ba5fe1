import { loadMatrix, unknownAt, type Factor } from './factor.ts';
import { LDL } from './ldl.wasm.ts';
import type { Pattern } from './pattern.ts';

interface Module {
  readonly memory: WebAssembly.Memory;
  alloc(bytes: number): number;
  factor(...at: readonly number[]): number;
  solve(...at: readonly number[]): void;
}

/** Compiled once: an instance of its own for each model, so that its memory goes with it. */
let module: WebAssembly.Module | null | undefined;
function compiledModule(): WebAssembly.Module | null {
  if (module === undefined)
    try {
      module = new WebAssembly.Module(Uint8Array.from(atob(LDL), (c) => c.charCodeAt(0)));
    } catch {
      // No SIMD, or no WebAssembly.
      module = null;
    }
  return module;
}

/** The compiled factor; null where it can't run or the model is too large for its memory. */
export function compiledFactor(pattern: Pattern): Factor | null {
  const made = compiledModule();
  if (!made) return null;
  try {
    return new CompiledFactor(
      pattern,
      new WebAssembly.Instance(made, { env: { abort: () => undefined } }).exports as unknown as Module,
    );
  } catch {
    return null;
  }
}

class CompiledFactor implements Factor {
  readonly compiled = true;
  private readonly L: number;
  private readonly inverse: number;
  private readonly b: number;
  private readonly lists: { readonly column: number; readonly rowStart: number; readonly rows: number; readonly panelAt: number };
  private readonly space: readonly number[];

  constructor(
    private readonly pattern: Pattern,
    private readonly wasm: Module,
  ) {
    const { panels, unknowns, column, rowStart, rows, panelAt, factorNumbers } = pattern;
    const ints = (list: ArrayLike<number>): number => {
      const at = wasm.alloc(4 * list.length + 16);
      new Int32Array(wasm.memory.buffer, at, list.length).set(list);
      return at;
    };
    this.lists = { column: ints(column), rowStart: ints(rowStart), rows: ints(rows), panelAt: ints(panelAt) };
    this.space = [unknowns, unknowns, panels, panels, panels].map((n) => wasm.alloc(4 * n + 16));
    this.inverse = wasm.alloc(8 * unknowns);
    this.b = wasm.alloc(8 * unknowns);
    this.L = wasm.alloc(8 * factorNumbers);
    this.space = [...this.space, wasm.alloc(8 * 96 * 97)];
  }

  factor(matrix: Float64Array): number {
    const { pattern, wasm, lists } = this;
    loadMatrix(pattern, matrix, new Float64Array(wasm.memory.buffer, this.L, pattern.factorNumbers));
    const [map, owner, head, next, from, scaled] = this.space as [number, number, number, number, number, number];
    const bad = wasm.factor(
      ...[pattern.panels, pattern.unknowns, lists.column, lists.rowStart, lists.rows, lists.panelAt],
      ...[this.L, this.inverse, map, owner, head, next, from, scaled],
    );
    return bad < 0 ? -1 : unknownAt(pattern, bad);
  }

  solve(x: Float64Array): void {
    const { sizes, first, placed, panels, unknowns } = this.pattern;
    const b = new Float64Array(this.wasm.memory.buffer, this.b, unknowns);
    for (let v = 0; v < sizes.length; v += 1) for (let c = 0; c < sizes[v]!; c += 1) b[placed[v]! + c] = x[first[v]! + c]!;
    const { column, rowStart, rows, panelAt } = this.lists;
    this.wasm.solve(panels, column, rowStart, rows, panelAt, this.L, this.inverse, this.b);
    for (let v = 0; v < sizes.length; v += 1) for (let c = 0; c < sizes[v]!; c += 1) x[first[v]! + c] = b[placed[v]! + c]!;
  }
}
