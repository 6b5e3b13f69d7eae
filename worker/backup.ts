import { unzipSync, Zip, ZipDeflate } from 'fflate';
import CRC32 from 'crc-32';
import { z } from 'zod';
import { ProblemError } from '@/core/problem';
import { JournalEntry } from '@/core/store';
import type { Task } from './bulkInsert';
import { PhoneOf } from './phoneOf';

/** The version of the backup's form. Raised when an older Fern Shelf could no longer read one rightly. */
const BACKUP_VERSION = 1;
const HEAD = 'shelf.json';
/** Files are packed so many bytes at a time, with a pause in between. */
const CHUNK_BYTES = 1 << 20;

const Listed = z.object({
  id: z.string(),
  name: z.string(),
  rows: z.number(),
  tables: z.number(),
  lastEdit: z.string(),
  folder: z.string(),
  files: z.record(z.string(), z.number()),
  phoneOf: PhoneOf.optional(),
});
const Head = z.object({
  format: z.literal('fern-shelf-backup'),
  version: z.number(),
  at: z.string(),
  apps: z.array(Listed),
});

/** An app as it goes into a backup: its database as a SQLite file, its document, and its history. */
export interface PackedApp {
  id: string;
  name: string;
  rows: number;
  tables: number;
  /** ISO 8601, UTC. */
  lastEdit: string;
  /** Of a phone that is kept at a release. */
  phoneOf?: PhoneOf | undefined;
  database: Uint8Array;
  document: Uint8Array;
  entries: readonly JournalEntry[];
}

const FILES = { database: 'database.sqlite', document: 'document.json', history: 'history.jsonl' } as const;

/**
 * Packs a whole shelf into one ZIP file (PKWARE's APPNOTE 6.3): `shelf.json` lists the apps, a folder each holds its
 * files. `apps` is asked for one after another; `count` is how many there are. Throws a Problem of code `cancelled`.
 */
export async function packBackup(
  apps: AsyncIterable<PackedApp>,
  count: number,
  at: string,
  task: Task,
): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  const zip = new Zip((error, chunk) => {
    if (error) throw error;
    chunks.push(chunk);
  });
  const listed: z.infer<typeof Listed>[] = [];
  for await (const { database, document, entries, ...app } of apps) {
    const folder = `apps/${listed.length + 1}`;
    const files = { [FILES.database]: database, [FILES.document]: document, [FILES.history]: printLines(entries) };
    for (const [name, bytes] of Object.entries(files)) await addFile(zip, `${folder}/${name}`, bytes, task);
    listed.push({
      ...app,
      folder,
      files: Object.fromEntries(Object.entries(files).map(([name, bytes]) => [name, CRC32.buf(bytes)])),
    });
    task.progress(listed.length, count);
  }
  const head: z.infer<typeof Head> = { format: 'fern-shelf-backup', version: BACKUP_VERSION, at, apps: listed };
  await addFile(zip, HEAD, new TextEncoder().encode(`${JSON.stringify(head, null, 1)}\n`), task);
  zip.end();
  return joined(chunks);
}

async function addFile(zip: Zip, name: string, bytes: Uint8Array, task: Task): Promise<void> {
  const file = new ZipDeflate(name, { level: 6 });
  zip.add(file);
  for (let start = 0; start === 0 || start < bytes.length; start += CHUNK_BYTES) {
    if (task.isCancelled()) throw new ProblemError({ code: 'cancelled' });
    file.push(bytes.slice(start, start + CHUNK_BYTES), start + CHUNK_BYTES >= bytes.length);
    await task.pause();
  }
}

function joined(chunks: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(chunks.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.length;
  }
  return whole;
}

const printLines = (entries: readonly JournalEntry[]): Uint8Array =>
  new TextEncoder().encode(entries.map((entry) => `${JSON.stringify(entry)}\n`).join(''));

/** An app in a backup that was read; null in place of one whose files are damaged. */
export type UnpackedApp = Omit<PackedApp, 'database' | 'document' | 'entries'> & {
  content: Pick<PackedApp, 'database' | 'document' | 'entries'> | null;
};

/**
 * Reads a backup. Throws a Problem of code `file-broken` or `file-newer`; an app whose own files are damaged is told as
 * such.
 */
export function unpackBackup(bytes: Uint8Array): { at: string; apps: UnpackedApp[] } {
  const files = unzipped(bytes);
  const head = Head.safeParse(jsonOf(files[HEAD]));
  if (!head.success) throw broken(HEAD, 'this is not a backup of Fern Shelf');
  const { version, at, apps } = head.data;
  if (version > BACKUP_VERSION)
    throw new ProblemError({ code: 'file-newer', found: version, supported: BACKUP_VERSION });
  return {
    at,
    apps: apps.map(({ folder, files: sums, ...app }) => {
      const part = (name: string): Uint8Array | null => {
        const file = files[`${folder}/${name}`];
        return file && CRC32.buf(file) === sums[name] ? file : null;
      };
      const [database, document, history] = [part(FILES.database), part(FILES.document), part(FILES.history)];
      // A history that is damaged costs undo steps, not the app.
      return {
        ...app,
        content: database && document ? { database, document, entries: history ? readLines(history) : [] } : null,
      };
    }),
  };
}

/** A small file can claim to be any size. */
const MOST_UNPACKED_BYTES = 2_000_000_000;

function unzipped(bytes: Uint8Array): Record<string, Uint8Array> {
  let unpacked = 0;
  const fits = ({ originalSize }: { originalSize: number }): boolean => {
    unpacked += originalSize;
    if (unpacked > MOST_UNPACKED_BYTES) throw new RangeError('it would be larger than can be kept');
    return true;
  };
  try {
    return unzipSync(bytes, { filter: fits });
  } catch (error) {
    throw broken(
      'the start',
      `this is not a ZIP file that can be read (${error instanceof Error ? error.message : String(error)})`,
    );
  }
}

function jsonOf(bytes: Uint8Array | undefined): unknown {
  try {
    return bytes && JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return undefined;
  }
}

/** The entries that follow one another to the last; where one is broken, those after it. */
function readLines(bytes: Uint8Array): JournalEntry[] {
  const lines = new TextDecoder()
    .decode(bytes)
    .split('\n')
    .filter((line) => line !== '');
  const entries: JournalEntry[] = [];
  for (const line of lines) {
    const parsed = JournalEntry.safeParse(jsonOf(new TextEncoder().encode(line)));
    if (!parsed.success || (entries.length > 0 && parsed.data.seq !== (entries.at(-1)?.seq ?? 0) + 1))
      entries.length = 0;
    if (parsed.success) entries.push(parsed.data);
  }
  return entries;
}

function broken(place: string, reason: string): ProblemError {
  return new ProblemError({ code: 'file-broken', place, reason });
}
