import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import type { JobListEntry, JointRecord, Sibling } from '@ample/core';
import { runnable } from '../../../scripts/bundle.mjs';

const MAIN = fileURLToPath(new URL('./main.ts', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'ample-kill-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A real server process on a free port. */
async function start(): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, [...(await runnable(MAIN)), '--seed'], {
    env: { ...process.env, AMPLE_DATA: folder, PORT: '0', LOG_LEVEL: 'silent' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((resolve, reject) => {
    let text = '';
    child.stdout!.on('data', (c: Buffer) => {
      text += c.toString();
      const m = /http:\/\/127\.0\.0\.1:\d+/.exec(text);
      if (m) resolve(m[0]);
    });
    child.once('exit', () => reject(new Error('the server ended before it was up')));
  });
  return { child, url };
}

const json = async <T>(url: string, init?: RequestInit): Promise<T> => (await fetch(url, init)).json() as Promise<T>;

describe('a server killed in a stream of saves', () => {
  it('has every acknowledged save after its restart', async () => {
    const one = await start();
    const [job] = await json<JobListEntry[]>(`${one.url}/api/jobs`);
    const marks = await json<Sibling[]>(`${one.url}/api/jobs/${job!.id}/marks`);
    const joints = await Promise.all(marks.slice(0, 4).map((m) => json<JointRecord>(`${one.url}/api/joints/${m.id}`)));
    const acknowledged = new Map<string, { version: number; note: string }>();
    let stop = false;
    const stream = async (joint: JointRecord): Promise<void> => {
      let version = joint.version;
      for (let n = 0; !stop; n += 1) {
        const note = `save ${n} of ${joint.mark}`;
        try {
          const response = await fetch(`${one.url}/api/joints/${joint.id}`, {
            method: 'PUT',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({
              mark: joint.mark,
              note,
              input: joint.input,
              combinations: joint.combinations,
              version,
              label: note,
            }),
          });
          const saved = (await response.json()) as JointRecord;
          version = saved.version;
          acknowledged.set(joint.id, { version, note });
        } catch {
          return; // the server is gone: this save was not acknowledged
        }
      }
    };
    const streams = joints.map(stream);
    while ([...acknowledged.values()].reduce((n, a) => n + a.version, 0) < 60) await new Promise((r) => setTimeout(r, 5));
    one.child.kill('SIGKILL');
    stop = true;
    await Promise.all(streams);
    expect(acknowledged.size).toBe(4);

    const two = await start();
    for (const [id, { version, note }] of acknowledged) {
      const joint = await json<JointRecord>(`${two.url}/api/joints/${id}`);
      // A save may have reached the disk whose answer was lost; none that was answered may be missing.
      expect(joint.version).toBeGreaterThanOrEqual(version);
      if (joint.version === version) expect(joint.note).toBe(note);
      expect(joint.combinations).toEqual(joints.find((j) => j.id === id)!.combinations);
    }
    two.child.kill('SIGKILL');
  });
});
