import { createHash } from 'node:crypto';
import { setImmediate } from 'node:timers/promises';
import { pipeline } from 'node:stream/promises';
import type { Writable } from 'node:stream';
import Papa from 'papaparse';
import { ZipFile } from 'yazl';
import { drained } from '../report/stream.ts';
import type { OutFile } from './files.ts';

/** A file of a package, or what could not be made of a joint and why. */
export type Part = (OutFile & { readonly joint?: string }) | Left;
/** A joint of which nothing could be made, and why. */
export interface Left {
  readonly joint: string;
  readonly left: string;
}

/**
 * Writes files into one ZIP as they are made, with an index of what is in it: name, joint, bytes, SHA-256, and what was left out with its reason.
 * Names that come twice get a number.
 */
export async function writeZip(parts: AsyncIterable<Part> | Iterable<Part>, date: string, out: Writable): Promise<number> {
  const zip = new ZipFile();
  const mtime = new Date(`${date}T12:00:00Z`);
  const done = pipeline(zip.outputStream, out, { end: true });
  const rows: string[][] = [];
  const names = new Set<string>();
  try {
    for await (const part of parts) {
      if ('left' in part) {
        rows.push(['', part.joint, '', '', part.left]);
        continue;
      }
      const name = freeName(part.name, names);
      const bytes =
        typeof part.data === 'string'
          ? Buffer.from(part.data)
          : Buffer.from(part.data.buffer, part.data.byteOffset, part.data.byteLength);
      zip.addBuffer(bytes, name, { mtime });
      rows.push([name, part.joint ?? '', String(bytes.length), createHash('sha256').update(bytes).digest('hex'), '']);
      // What is packed and read sets the pace: no more is made than can be taken.
      await setImmediate();
      if (out.writableNeedDrain) await drained(out);
      if (out.errored) throw out.errored;
    }
  } catch (e) {
    out.destroy(e as Error);
    await done.catch(() => undefined);
    throw e;
  }
  const index = Papa.unparse(
    { fields: ['file', 'joint', 'bytes', 'sha256', 'left out'], data: rows },
    { newline: '\r\n', escapeFormulae: true },
  );
  zip.addBuffer(Buffer.from(`${index}\r\n`), 'index.csv', { mtime });
  zip.end();
  await done;
  return rows.filter((r) => r[0]).length;
}

/** A name that none has yet: one that is taken gets a number. */
export function freeName(name: string, taken: Set<string>): string {
  const dot = name.lastIndexOf('.');
  const [stem, end] = dot > 0 ? [name.slice(0, dot), name.slice(dot)] : [name, ''];
  let found = name;
  for (let i = 2; taken.has(found.toLowerCase()); i++) found = `${stem}-${i}${end}`;
  taken.add(found.toLowerCase());
  return found;
}
