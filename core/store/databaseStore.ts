import { z } from 'zod';
import { ProblemError } from '@/core/problem';
import { JournalEntry } from './journalEntry';
import type { KeyValueStore } from './keyValueStore';
import { checksum, fromBase64, seal, toBase64, unseal } from './seal';

/*
 * The keys of one app's store:
 *   owners                  who has opened it, in order, and from which entry on
 *   manifest/<owner>        a snapshot: its last entry, the definition then, the pieces of the file
 *   piece/<owner>-<n>-<i>   64 KiB of the database file, base64
 *   journal/<seq>/<owner>   one change
 *   aside/…                 entries that could not be read, moved out of the way
 */
const PIECE_BYTES = 65_536;
/** Entries older than the snapshot that are kept for undo and history. */
const HISTORY_ENTRIES = 200;
/** One atomic step writes at most this many pieces, so that no step holds the store for long. */
const PIECES_A_STEP = 64;

const Owners = z.array(z.object({ token: z.string(), from: z.int() }));
type Owners = z.infer<typeof Owners>;

const Manifest = z.object({
  seq: z.int().nonnegative(),
  byteLength: z.int().nonnegative(),
  pieces: z.array(z.object({ key: z.string(), checksum: z.string() })),
  document: z.string(),
});
type Manifest = z.infer<typeof Manifest>;

/** What opening a store found. */
export interface OpenedStore {
  store: DatabaseStore;
  /** The database file of the snapshot, or null where nothing was installed. */
  bytes: Uint8Array | null;
  document: string | null;
  /** Every readable entry, in order; those with `seq` above `snapshotSeq` are to be replayed on `bytes`. */
  entries: JournalEntry[];
  snapshotSeq: number;
  /** Entries at the end of the journal that could not be read; they were moved aside. */
  damaged: number;
}

/** The durable side of one database: a snapshot in pieces and a journal, over a key-value store. */
export class DatabaseStore {
  /** The bytes that the pieces of `manifest` hold, for finding those that changed. */
  private saved: Uint8Array | null = null;
  private manifest: Manifest | null = null;
  private snapshots = 0;
  private writing: Promise<void> = Promise.resolve();

  private constructor(
    private readonly kv: KeyValueStore,
    private readonly token: string,
    private seqs: number[],
  ) {}

  /**
   * Opens the store and becomes its owner under `token`. `stolen`: the former owner may still be running, so none of
   * its pieces is relied on later. Throws a Problem where the snapshot itself cannot be read.
   */
  static async open(kv: KeyValueStore, token: string, { stolen = false } = {}): Promise<OpenedStore> {
    for (;;) {
      const found = await readAll(kv);
      const from = (found.entries.at(-1)?.seq ?? found.manifest?.seq ?? 0) + 1;
      await kv.setMany({ owners: seal(JSON.stringify([...found.owners, { token, from }].slice(-20))) });
      // The former owner may have acknowledged one more entry before it saw the new one.
      const again = await readAll(kv);
      if ((again.entries.at(-1)?.seq ?? 0) >= from) continue;
      await moveAside(kv, found.damagedKeys);
      const store = new DatabaseStore(kv, token, found.entries.map(({ seq }) => seq));
      const bytes = found.manifest ? await readPieces(kv, found.manifest) : null;
      store.manifest = stolen ? null : found.manifest;
      store.saved = stolen ? null : bytes;
      return {
        store,
        bytes,
        document: found.manifest?.document ?? null,
        entries: found.entries,
        snapshotSeq: found.manifest?.seq ?? 0,
        damaged: found.damagedKeys.length,
      };
    }
  }

  /** Stores an entry, and values beside the database with it. When this returns, it is there; when it throws, it does not count. */
  async append(entry: JournalEntry, extras: Record<string, string> = {}): Promise<void> {
    const beside = Object.entries(extras).map(([key, value]) => [`extra/${key}`, seal(value)]);
    await guarded(this.kv.setMany({ [journalKey(entry.seq, this.token)]: seal(JSON.stringify(entry)), ...Object.fromEntries(beside) }));
    await this.assertOwner();
    this.seqs.push(entry.seq);
  }

  /**
   * Makes `bytes` with `document` the snapshot up to and with entry `seq`: writes the pieces that changed, then
   * switches over in one step, then clears what is no longer needed. `with` goes into the switching step.
   */
  snapshot(bytes: Uint8Array, document: string, seq: number, withEntries: Record<string, string> = {}): Promise<void> {
    const run = this.writing.then(() => this.writeSnapshot(bytes, document, seq, withEntries));
    this.writing = run.catch(() => undefined);
    return run;
  }

  /** A value beside the database, such as the starting rows. */
  async readExtra(key: string): Promise<string | null> {
    return unseal((await this.kv.getMany([`extra/${key}`]))[`extra/${key}`]);
  }

  async writeExtra(key: string, value: string): Promise<void> {
    await guarded(this.kv.setMany({ [`extra/${key}`]: seal(value) }));
  }

  private async writeSnapshot(bytes: Uint8Array, document: string, seq: number, extra: Record<string, string>): Promise<void> {
    await this.assertOwner();
    const generation = `${this.token}-${this.snapshots++}-${seq}`;
    const pieces: Manifest['pieces'] = [];
    let step: Record<string, string> = {};
    for (let index = 0; index * PIECE_BYTES < bytes.length; index++) {
      const piece = bytes.subarray(index * PIECE_BYTES, (index + 1) * PIECE_BYTES);
      const known = this.manifest?.pieces[index];
      if (known && this.saved && equal(piece, this.saved.subarray(index * PIECE_BYTES, (index + 1) * PIECE_BYTES))) {
        pieces.push(known);
        continue;
      }
      const key = `piece/${generation}-${index}`;
      pieces.push({ key, checksum: checksum(piece) });
      step[key] = toBase64(piece);
      if (Object.keys(step).length === PIECES_A_STEP) {
        await guarded(this.kv.setMany(step));
        step = {};
      }
    }
    const manifest: Manifest = { seq, byteLength: bytes.length, pieces, document };
    await guarded(this.kv.setMany({ ...step, ...extra, [`manifest/${this.token}`]: seal(JSON.stringify(manifest)) }));
    await this.assertOwner();
    this.manifest = manifest;
    this.saved = bytes;
    await this.clear(manifest);
  }

  /** Removes pieces and manifests of former snapshots, and entries too old for undo. Failing here loses nothing. */
  private async clear(manifest: Manifest): Promise<void> {
    const needed = new Set(manifest.pieces.map(({ key }) => key));
    const oldest = manifest.seq - HISTORY_ENTRIES;
    const isDead = (key: string) =>
      (key.startsWith('piece/') && !needed.has(key)) ||
      (key.startsWith('manifest/') && key !== `manifest/${this.token}`) ||
      (key.startsWith('journal/') && seqOf(key) <= oldest);
    const dead = (await this.kv.getAllKeys()).filter(isDead);
    if (dead.length > 0) await this.kv.removeMany(dead);
    this.seqs = this.seqs.filter((seq) => seq > oldest);
  }

  private async assertOwner(): Promise<void> {
    const owners = parse(Owners, (await guarded(this.kv.getMany(['owners']))).owners);
    if (owners?.at(-1)?.token !== this.token) throw new ProblemError({ code: 'not-owner' });
  }
}

interface Found {
  owners: Owners;
  manifest: Manifest | null;
  entries: JournalEntry[];
  damagedKeys: string[];
}

/** Reads all but the pieces. Entries are taken as long as they follow one another and can be read. */
async function readAll(kv: KeyValueStore): Promise<Found> {
  const keys = await guarded(kv.getAllKeys());
  const journalKeys = keys.filter((key) => key.startsWith('journal/'));
  const manifestKeys = keys.filter((key) => key.startsWith('manifest/'));
  const values = await guarded(kv.getMany(['owners', ...manifestKeys, ...journalKeys]));
  const owners = parse(Owners, values.owners) ?? [];
  const manifest = manifestKeys
    .map((key) => ({ token: key.slice('manifest/'.length), manifest: parse(Manifest, values[key]) }))
    .filter((each): each is { token: string; manifest: Manifest } => each.manifest !== null && mayWrite(owners, each.token, each.manifest.seq))
    .map((each) => each.manifest)
    .sort((left, right) => right.seq - left.seq)[0];
  const valid = journalKeys.filter((key) => mayWrite(owners, ownerOf(key), seqOf(key))).sort((left, right) => seqOf(left) - seqOf(right));
  if (!manifest) {
    if (manifestKeys.length > 0) throw new ProblemError({ code: 'store-failed', detail: 'the snapshot of this app is damaged' });
    return { owners, manifest: null, entries: [], damagedKeys: [] };
  }
  const before = valid.filter((key) => seqOf(key) <= manifest.seq).reverse();
  const after = valid.filter((key) => seqOf(key) > manifest.seq);
  // History before the snapshot that cannot be read costs undo steps, not data.
  const history = readRun(before, values, manifest.seq, -1).reverse();
  const replay = readRun(after, values, manifest.seq + 1, 1);
  return { owners, manifest, entries: [...history, ...replay], damagedKeys: after.slice(replay.length) };
}

/** The entries that can be read from `first` on, each the next in its direction. */
function readRun(keys: string[], values: Record<string, string | null>, first: number, direction: 1 | -1): JournalEntry[] {
  const entries: JournalEntry[] = [];
  for (const key of keys) {
    const seq = first + direction * entries.length;
    const entry = seqOf(key) === seq ? parse(JournalEntry, values[key]) : null;
    if (entry?.seq !== seq) break;
    entries.push(entry);
  }
  return entries;
}

/** An owner's writes count from the entry it began with until the next owner's. */
function mayWrite(owners: Owners, token: string, seq: number): boolean {
  const index = owners.findIndex((owner) => owner.token === token);
  // Older than the list of owners goes back.
  if (index < 0) return owners.length === 0 || seq < (owners[0]?.from ?? 0);
  const next = owners[index + 1];
  return next === undefined || seq < next.from;
}

async function readPieces(kv: KeyValueStore, manifest: Manifest): Promise<Uint8Array> {
  const bytes = new Uint8Array(manifest.byteLength);
  const damaged = () => new ProblemError({ code: 'store-failed', detail: 'a piece of the snapshot is damaged or missing' });
  for (let start = 0; start < manifest.pieces.length; start += PIECES_A_STEP) {
    const step = manifest.pieces.slice(start, start + PIECES_A_STEP);
    const values = await guarded(kv.getMany(step.map(({ key }) => key)));
    step.forEach(({ key, checksum: expected }, index) => {
      let piece: Uint8Array;
      try {
        piece = fromBase64(values[key] ?? '');
      } catch {
        throw damaged();
      }
      const at = (start + index) * PIECE_BYTES;
      if (checksum(piece) !== expected || piece.length !== Math.min(PIECE_BYTES, bytes.length - at)) throw damaged();
      bytes.set(piece, at);
    });
  }
  return bytes;
}

async function moveAside(kv: KeyValueStore, keys: string[]): Promise<void> {
  if (keys.length === 0) return;
  const values = await guarded(kv.getMany(keys));
  await guarded(kv.setMany(Object.fromEntries(keys.map((key) => [`aside/${key}`, values[key] ?? '']))));
  await guarded(kv.removeMany(keys));
}

const journalKey = (seq: number, token: string) => `journal/${String(seq).padStart(12, '0')}/${token}`;
const seqOf = (key: string) => Number(key.split('/')[1]) || 0;
const ownerOf = (key: string) => key.split('/')[2] ?? '';

function parse<T>(schema: z.ZodType<T>, sealed: string | null | undefined): T | null {
  const text = unseal(sealed);
  if (text === null) return null;
  const parsed = schema.safeParse(JSON.parse(text));
  return parsed.success ? parsed.data : null;
}

function equal(left: Uint8Array, right: Uint8Array): boolean {
  if (left.length !== right.length) return false;
  for (let index = 0; index < left.length; index++) if (left[index] !== right[index]) return false;
  return true;
}

/** A store's failure as a Problem: full, or refused for another reason. */
async function guarded<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    const detail = error instanceof Error ? `${error.name} ${error.message}` : String(error);
    throw new ProblemError(/quota|disk|space|full/i.test(detail) ? { code: 'store-full' } : { code: 'store-failed', detail });
  }
}
