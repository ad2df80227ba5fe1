import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** LibreOffice, where it is on this machine. */
export const office = ['soffice', 'libreoffice'].find((name) => {
  try {
    execFileSync(name, ['--version'], { stdio: 'ignore' });
    return true;
  } catch {
    return false;
  }
});
export const NO_OFFICE = 'no LibreOffice on this machine: the file was not opened in it';

/** A file as LibreOffice opens it and writes it again. */
export function converted(name: string, bytes: Uint8Array, to: string): Buffer {
  const folder = mkdtempSync(join(tmpdir(), 'ample-office-'));
  const out = join(folder, 'out');
  try {
    writeFileSync(join(folder, name), bytes);
    const profile = `-env:UserInstallation=file://${folder}/profile`;
    execFileSync(office!, [profile, '--headless', '--convert-to', to, '--outdir', out, join(folder, name)], {
      stdio: 'ignore',
      timeout: 240_000,
    });
    return readFileSync(join(out, name.replace(/\w+$/, to.split(':')[0]!)));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
