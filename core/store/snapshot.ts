import { ProblemError } from '@/core/problem';
import type { KeyValueStore } from './keyValueStore';
import { type Epoch, type Manifest, PIECE } from './layout';
import { checksum, fromBase64, seal, toBase64 } from './seal';

const PIECE_BYTES = 65_536;
/** One atomic step reads or writes at most this many pieces, so that no step holds the store for long. */
const PIECES_A_STEP = 64;

/** What a snapshot holds: the database file and the document. */
export type Parts = Record<string, Uint8Array>;

/** What the last snapshot held, for finding the pieces that differ. */
export interface Kept {
  manifest: Manifest;
  parts: Parts;
}

/**
 * Stores the pieces of `parts` that differ from those of `kept`, and gives the manifest. Nothing refers to them yet.
 * `name` sets them apart from those of every other snapshot of the same epoch.
 */
export async function writePieces(
  kv: KeyValueStore,
  epoch: Epoch,
  name: string,
  parts: Parts,
  seq: number,
  kept: Kept | null,
): Promise<Manifest> {
  const manifest: Manifest = { seq, parts: {} };
  let step: Record<string, string> = {};
  for (const [part, bytes] of Object.entries(parts)) {
    const [pieces, old] = [[] as Manifest['parts'][string]['pieces'], kept?.parts[part]];
    manifest.parts[part] = { byteLength: bytes.length, pieces };
    for (let index = 0; index * PIECE_BYTES < bytes.length; index++) {
      const piece = pieceOf(bytes, index);
      const known = kept?.manifest.parts[part]?.pieces[index];
      if (known && old && equal(piece, pieceOf(old, index))) {
        pieces.push(known);
        continue;
      }
      const key = `${PIECE}${epoch}/${name}-${part}-${index}`;
      pieces.push({ key, checksum: checksum(piece) });
      step[key] = toBase64(piece);
      if (Object.keys(step).length === PIECES_A_STEP) {
        await kv.setMany(step);
        step = {};
      }
    }
  }
  if (Object.keys(step).length > 0) await kv.setMany(step);
  return manifest;
}

/** Reads every part of a snapshot. Null where a piece is missing or not as it was written. */
export async function readPieces(kv: KeyValueStore, manifest: Manifest): Promise<Parts | null> {
  const parts: Parts = {};
  for (const [part, { byteLength, pieces }] of Object.entries(manifest.parts)) {
    const bytes = (parts[part] = new Uint8Array(byteLength));
    for (let start = 0; start < pieces.length; start += PIECES_A_STEP) {
      const step = pieces.slice(start, start + PIECES_A_STEP);
      const values = await kv.getMany(step.map(({ key }) => key));
      for (const [index, { key, checksum: expected }] of step.entries()) {
        const piece = decoded(values[key]);
        const at = (start + index) * PIECE_BYTES;
        if (piece === null || checksum(piece) !== expected || piece.length !== Math.min(PIECE_BYTES, byteLength - at))
          return null;
        bytes.set(piece, at);
      }
    }
    if (pieces.length !== Math.ceil(byteLength / PIECE_BYTES)) return null;
  }
  return parts;
}

/**
 * Throws a Problem where the manifest under `key`, or a piece that was written since `kept`, does not read back as it
 * was.
 */
export async function readBack(kv: KeyValueStore, key: string, manifest: Manifest, kept: Kept | null): Promise<void> {
  const old = new Set(kept ? piecesOf(kept.manifest).map((piece) => piece.key) : []);
  const fresh = piecesOf(manifest).filter((piece) => !old.has(piece.key));
  for (let start = 0; start <= fresh.length; start += PIECES_A_STEP) {
    const step = fresh.slice(start, start + PIECES_A_STEP);
    const values = await kv.getMany([...step.map((piece) => piece.key), ...(start === 0 ? [key] : [])]);
    const isWhole = step.every((piece) => checksumOf(values[piece.key]) === piece.checksum);
    if (!isWhole || (start === 0 && values[key] !== seal(JSON.stringify(manifest))))
      throw new ProblemError({ code: 'store-failed', detail: 'a snapshot did not read back as it was written' });
  }
}

export const piecesOf = (manifest: Manifest) => Object.values(manifest.parts).flatMap(({ pieces }) => pieces);

const pieceOf = (bytes: Uint8Array, index: number): Uint8Array =>
  bytes.subarray(index * PIECE_BYTES, (index + 1) * PIECE_BYTES);

function checksumOf(text: string | null | undefined): string | null {
  const bytes = decoded(text);
  return bytes && checksum(bytes);
}

function decoded(text: string | null | undefined): Uint8Array | null {
  try {
    return text === null || text === undefined ? null : fromBase64(text);
  } catch {
    return null;
  }
}

function equal(left: Uint8Array, right: Uint8Array): boolean {
  if (left.length !== right.length) return false;
  for (let index = 0; index < left.length; index++) if (left[index] !== right[index]) return false;
  return true;
}
