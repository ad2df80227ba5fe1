import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { StoreProblem, storeStands, storeWords } from './condition.ts';
import { copyInto, migrationsKnown, openDatabase, openReader, stamp } from './database.ts';

/** Copies a store, in use or not, to a new file that is whole by itself. */
export async function backUp(file: string, target: string): Promise<void> {
  if (!existsSync(file)) throw new StoreProblem(`There is no store at ${file}; set AMPLE_DATA to the folder that holds it.`);
  if (existsSync(target)) throw new StoreProblem(`${target} is there already; give a name that is free.`);
  if (!existsSync(dirname(resolve(target))))
    throw new StoreProblem(`${dirname(resolve(target))} is not there; give a file in a folder that is.`);
  storeStands(file, migrationsKnown());
  const { client } = openReader(file);
  try {
    await copyInto(client, resolve(target));
  } catch (e) {
    rmSync(target, { force: true });
    const words = storeWords(e);
    throw words ? new StoreProblem(`${target}: ${words.detail.replace('the store', 'the copy')}`, { cause: e }) : e;
  } finally {
    client.close();
  }
}

/** Puts a backup in the place of the store. The backup is opened and looked at first; what stood there is kept beside it, and where is given back. */
export async function restore(file: string, backup: string): Promise<string | null> {
  if (!existsSync(backup)) throw new StoreProblem(`There is no file ${backup}; give the backup that is to be restored.`);
  if (resolve(backup) === resolve(file)) throw new StoreProblem(`${backup} is the store itself; give a backup of it.`);
  // A trial copy: a backup that can't be opened replaces nothing, and is not touched itself.
  mkdirSync(dirname(file), { recursive: true });
  const trial = join(dirname(file), `restore-${stamp()}.sqlite`);
  try {
    storeStands(backup, migrationsKnown());
    copyFileSync(backup, trial);
    await (await openDatabase(trial)).close();
  } catch (e) {
    for (const end of ['', '-wal', '-shm']) rmSync(trial + end, { force: true });
    throw e;
  }
  const kept = existsSync(file) ? `${file.replace(/\.sqlite$/, '')}.replaced.${stamp()}.sqlite` : null;
  if (kept) {
    renameSync(file, kept);
    for (const end of ['-wal', '-shm']) if (existsSync(file + end)) renameSync(file + end, kept + end);
  }
  renameSync(trial, file);
  for (const end of ['-wal', '-shm']) rmSync(trial + end, { force: true });
  return kept;
}
