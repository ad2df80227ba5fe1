import { execFile, execFileSync } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import JSZip from 'jszip';
import { describe, expect, it } from 'vitest';
import { useServer } from './app.testing.ts';

const on = useServer();
const guide = readFileSync(new URL('../../../docs/api.md', import.meta.url), 'utf8');
const curl = ((): boolean => {
  try {
    execFileSync('curl', ['--version'], { stdio: 'ignore' });
    return true;
  } catch {
    return false;
  }
})();

describe('docs/api.md', () => {
  it('has an example that does what it says, command by command', { timeout: 120_000 }, async ({ skip }) => {
    skip(!curl, 'no curl on this machine: the example was not run');
    const folder = mkdtempSync(join(tmpdir(), 'ample-api-'));
    const server = on.app().listen(0, '127.0.0.1');
    await once(server, 'listening');
    try {
      const script = [...guide.matchAll(/```sh\n([\s\S]*?)```/g)].map((m) => m[1]).join('\n');
      const { port } = server.address() as AddressInfo;
      await promisify(execFile)('sh', ['-euc', script], {
        cwd: folder,
        env: { PATH: process.env['PATH'] ?? '', URL: `http://127.0.0.1:${port}`, no_proxy: '*' },
      });
      const read = (name: string): string => readFileSync(join(folder, name), 'utf8');
      const pushed = JSON.parse(read('pushed.json')) as { joints: { mark: string; change: string }[]; left: object[] };
      expect(pushed.joints.map((j) => `${j.mark} ${j.change}`)).toEqual(['B1-1 new', 'B1-2 new', 'C1-B new', 'C2-B new']);
      expect(read('verdicts.txt')).toMatch(/^B1-1 FP \| .* holds · [\d.]+ × C1$/m);
      expect(read('progress.txt').trim().split('\n\n').at(-1)).toContain('"status":"ready"');
      const zip = await JSZip.loadAsync(readFileSync(join(folder, 'package.zip')));
      expect(Object.keys(zip.files)).toEqual(expect.arrayContaining(['index.csv', 'job.json', 'machines/B1-1-p1.nc1']));
    } finally {
      server.close();
      rmSync(folder, { recursive: true, force: true });
    }
  });
  it('names only routes that are there', async () => {
    const { paths } = await on.get<{ paths: Record<string, object> }>('/openapi.json');
    const named = [...guide.matchAll(/`(?:GET|POST|PUT|DELETE) (\/api\/[^`\s]*)`/g)].map((m) => m[1]!);
    expect(named.length).toBeGreaterThan(3);
    expect(named.filter((n) => !Object.hasOwn(paths, n) && n !== '/api/openapi.json')).toEqual([]);
  });
});
