import { DocumentError, readJobParts, Refusal, type JobDocument } from '@ample/core';
import { mutated, notFinite, pick, randomOf } from '../../core/src/job/hostile.testing.ts';
import { checkFile, exitCode, printReport } from './check.ts';

export interface FileTally {
  readonly files: number;
  /** By exit code: all hold, something gives, refused. */
  readonly codes: Readonly<Record<number, number>>;
  readonly slowest: number;
  /** What went wrong: with the seed and the number, so that it can be had again. */
  readonly faults: readonly string[];
}

/** Checks mutated job files as the command does: every one is judged or refused in one line, no number is lost, and nothing crashes. */
export function fuzzFiles(demo: JobDocument, seed: number, count: number): FileTally {
  const codes: Record<number, number> = {};
  const faults: string[] = [];
  let slowest = 0;
  for (let i = 0; i < count; i += 1) {
    const r = randomOf(seed + i);
    const one = pick(r, demo.joints);
    const { line, ...rest } = one;
    // Without its line a joint is judged by its sizes, so that a change of them is no contradiction.
    const file = { ...demo, calculations: [], joints: [r() < 0.8 ? rest : { ...rest, line }] };
    const raw =
      r() < 0.9
        ? { ...file, joints: mutated(file.joints, r, 1 + Math.floor(r() * 3), r() < 0.5) }
        : mutated(file, r, 1 + Math.floor(r() * 4));
    const t = performance.now();
    const fault = faultOfFile(raw, codes);
    slowest = Math.max(slowest, performance.now() - t);
    if (fault) faults.push(`seed ${seed + i}: ${fault}`);
  }
  return { files: count, codes, slowest, faults };
}

function faultOfFile(raw: unknown, codes: Record<number, number>): string | null {
  try {
    const result = checkFile(readJobParts(raw), false);
    codes[exitCode(result)] = (codes[exitCode(result)] ?? 0) + 1;
    const bad = notFinite(result);
    if (bad) return `${bad} is not finite`;
    if (!JSON.stringify(result).includes('"joints"')) return 'no result';
    const words = result.joints.map((j) => (j.state === 'refused' ? j.refusal.message : j.verdict));
    const wrong = words.find((w) => /undefined|\[object|(?<!")NaN|error of its own/.test(w) || w.includes('\n') || w === '');
    printReport(result);
    return wrong === undefined ? null : `it says ${wrong}`;
  } catch (e) {
    codes[2] = (codes[2] ?? 0) + 1;
    if (!(e instanceof DocumentError) && !(e instanceof Refusal))
      return `${e instanceof Error ? `${e.stack?.slice(0, 300)}` : String(e)}`;
    return /undefined|\[object|(?<!")NaN/.test(e.message) || e.message.includes('\n') ? `it says ${e.message}` : null;
  }
}
