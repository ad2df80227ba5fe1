import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll } from 'vitest';

const BIN = fileURLToPath(new URL('../bin/gusset.mjs', import.meta.url));
export const demo = fileURLToPath(new URL('../../../demo/tern-quay.json', import.meta.url));
export const JOINTS = fileURLToPath(new URL('../../core/src/joints/', import.meta.url));
export const CASES = join(JOINTS, 'fin-plate/jobs/');

/** Runs the command as its users do. */
export const gusset = (...args: string[]): Promise<{ code: number; out: string; err: string }> =>
  new Promise((resolve) =>
    execFile(process.execPath, [BIN, ...args], { maxBuffer: 1 << 26 }, (error, out, err) =>
      resolve({ code: error ? Number(error.code) : 0, out, err }),
    ),
  );
/** A folder of a file of tests, and files that are written into it; it goes when they end. */
export function useFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'ample-cli-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const file = (name: string, value: unknown): string => {
    const path = join(folder, name);
    writeFileSync(path, typeof value === 'string' ? value : JSON.stringify(value));
    return path;
  };
  return { folder, file };
}
export const job = JSON.parse(readFileSync(demo, 'utf8'));
/** The demo job with these joints alone: a copy, since files of tests share what they load. */
export const only = (...marks: string[]) =>
  structuredClone({ ...job, joints: job.joints.filter((j: { mark: string }) => marks.includes(j.mark)) });
