import { closeSync, existsSync, openSync, readSync, statSync } from 'node:fs';

/** Why a store can't be used, in one sentence for who starts the server. */
export class StoreProblem extends Error {
  override readonly name = 'StoreProblem';
}

/** Stands in the header of every store, so that another program's file is not taken for one: "AmGu". */
export const APPLICATION_ID = 0x416d4775;
const HEADER = 100;
const MAGIC = 'SQLite format 3\0';

/**
 * Looks at a store's file before it is opened, by its header alone and without changing it. True where there is a store, false where there is
 * none yet. `known`: number of migrations that this version knows. Throws a StoreProblem for a file that must not be opened.
 */
export function storeStands(file: string, known: number): boolean {
  if (!existsSync(file)) {
    // An empty one holds nothing: it is what a clean stop leaves.
    if (existsSync(`${file}-wal`) && statSync(`${file}-wal`).size > 0)
      throw new StoreProblem(
        `${file} is missing, but its write-ahead file ${file}-wal stands: the store was moved or copied in part. Bring the main file back beside it, or restore a backup.`,
      );
    return false;
  }
  const { size } = statSync(file);
  if (size === 0) {
    // A store that was being made when the power went has its first pages in the write-ahead file.
    if (existsSync(`${file}-wal`)) return true;
    throw new StoreProblem(
      `${file} is empty: it was cut off or never copied. Restore a backup, or remove it to begin a new store.`,
    );
  }
  const header = headerOf(file);
  if (size < HEADER || header.subarray(0, MAGIC.length).toString('latin1') !== MAGIC)
    throw new StoreProblem(
      `${file} is not a store of this product, or it is damaged: it does not begin as a SQLite file. Restore a backup, or move it away.`,
    );
  const version = header.readUInt32BE(60);
  const application = header.readUInt32BE(68);
  if (application !== 0 && application !== APPLICATION_ID)
    throw new StoreProblem(`${file} belongs to another program; set AMPLE_DATA to a folder of this product.`);
  if (version > known) throw newer(file, version, known);
  return true;
}

export const newer = (file: string, version: number, known: number): StoreProblem =>
  new StoreProblem(
    `${file} was written by a newer version of this product (store version ${version}; this one knows up to ${known}). Nothing was changed; start the newer version.`,
  );

function headerOf(file: string): Buffer {
  const header = Buffer.alloc(HEADER);
  const fd = openSync(file, 'r');
  try {
    readSync(fd, header, 0, HEADER, 0);
  } finally {
    closeSync(fd);
  }
  return header;
}

interface Words {
  readonly status: number;
  readonly title: string;
  readonly detail: string;
}

const WORDS: readonly (readonly [RegExp, Words])[] = [
  [
    /^SQLITE_FULL|^ENOSPC/,
    {
      status: 507,
      title: 'The disk is full',
      detail: 'The disk that holds the store is full: nothing was changed. Make room, then try again.',
    },
  ],
  [
    /^SQLITE_READONLY|^EROFS|^EACCES|^EPERM|^SQLITE_PERM/,
    {
      status: 503,
      title: 'The store can not be written',
      detail:
        'The store or its folder is read-only: nothing was changed. Give this user the right to write there, or set AMPLE_DATA to another folder.',
    },
  ],
  [
    /^SQLITE_BUSY|^SQLITE_LOCKED/,
    {
      status: 503,
      title: 'The store is busy',
      detail: 'Another program holds the store: nothing was changed. Try again in a moment, or stop that program.',
    },
  ],
  [
    /^SQLITE_CORRUPT|^SQLITE_NOTADB/,
    {
      status: 503,
      title: 'The store is damaged',
      detail: 'The file of the store is damaged. Stop the server and restore a backup.',
    },
  ],
  [
    /^SQLITE_CANTOPEN|^ENOTDIR|^EISDIR|^EEXIST|^ENOENT/,
    {
      status: 503,
      title: 'The store can not be opened',
      detail: 'The file of the store can not be opened; look whether its folder is there, is a folder, and may be written.',
    },
  ],
  [
    /^SQLITE_IOERR|^EIO/,
    {
      status: 503,
      title: 'The disk fails',
      detail:
        'The disk that holds the store reports an error: nothing was changed. Look at the disk, then restore a backup if need be.',
    },
  ],
];

const wordsOf = (code: unknown): Words | undefined =>
  typeof code === 'string' ? WORDS.find(([pattern]) => pattern.test(code))?.[1] : undefined;

/** The code of an error of the store or of the file system, wherever in its causes it stands; undefined for any other error. */
export function storeCode(e: unknown): string | undefined {
  for (let at: unknown = e, n = 0; at instanceof Error && n < 5; at = at.cause, n += 1) {
    const { code, extendedCode } = at as { code?: unknown; extendedCode?: unknown };
    const found = [extendedCode, code].find((c) => wordsOf(c));
    if (found !== undefined) return found as string;
  }
  return undefined;
}

/** An error of the store or of the file system in words; null for any other. */
export const storeWords = (e: unknown): Words | null => wordsOf(storeCode(e)) ?? null;
