/**
 * How the page and SQLite's worker talk on the web, in place of expo-sqlite 56's own `web/WorkerChannel`: see
 * metro.config.js. That one writes only the lowest byte of how long an answer is, so that every answer of more than 255
 * bytes is cut; loses what SQLite says of an error; and gives up on statements of more than some milliseconds. This one
 * keeps to the same calls.
 */
type Message = Record<string, unknown>;
type Waiting = { resolve: (result: unknown) => void; reject: (error: Error) => void };

const [PENDING, DONE] = [1, 2];
const FIRST_BYTES = 1 << 20;
const MOST_BYTES = 1 << 28;
const LONGEST_MS = 60_000;
/** How many bytes tell how long the answer is. */
const HEAD = 4;

let lastId = 0;
const waiting = new Map<number, Waiting>();

interface Shared {
  lockBuffer: SharedArrayBuffer;
  resultBuffer: SharedArrayBuffer & { grow(bytes: number): void };
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** From the worker: what came of a message. */
export function sendWorkerResult(answer: { id: number; result: unknown; error: unknown; syncTrait?: Shared }): void {
  const { id, result, error, syncTrait } = answer;
  const failed = error == null ? null : messageOf(error);
  if (!syncTrait) return self.postMessage({ id, result: result ?? null, error: failed });
  const { lockBuffer, resultBuffer } = syncTrait;
  const bytes = new TextEncoder().encode(packed(failed === null ? { result } : { error: failed }));
  if (bytes.length + HEAD > resultBuffer.byteLength) resultBuffer.grow(bytes.length + HEAD);
  new DataView(resultBuffer).setUint32(0, bytes.length, true);
  new Uint8Array(resultBuffer).set(bytes, HEAD);
  Atomics.store(new Int32Array(lockBuffer), 0, DONE);
}

/** In the page: an answer that is waited for. */
export function workerMessageHandler({
  data,
}: MessageEvent<{ id: number; result: unknown; error: string | null }>): void {
  const found = waiting.get(data.id);
  waiting.delete(data.id);
  if (data.error == null) found?.resolve(data.result);
  else found?.reject(new Error(data.error));
}

export function invokeWorkerAsync(worker: Worker, type: string, data: Message): Promise<unknown> {
  const id = ++lastId;
  return new Promise((resolve, reject) => {
    waiting.set(id, { resolve, reject });
    worker.postMessage({ type, id, data, isSync: false });
  });
}

let kept: { lockBuffer: SharedArrayBuffer; resultBuffer: SharedArrayBuffer } | null = null;

/** What the worker answers in. Made once: calls wait for one another, and to make it takes longer than most of them. */
function shared() {
  const growing = { maxByteLength: MOST_BYTES } as unknown as undefined;
  const Growable = SharedArrayBuffer as new (bytes: number, options?: undefined) => SharedArrayBuffer;
  return (kept ??= { lockBuffer: new SharedArrayBuffer(4), resultBuffer: new Growable(FIRST_BYTES, growing) });
}

export function invokeWorkerSync(worker: Worker, type: string, data: Message): unknown {
  const { lockBuffer, resultBuffer } = shared();
  const lock = new Int32Array(lockBuffer);
  Atomics.store(lock, 0, PENDING);
  worker.postMessage({ type, id: ++lastId, data, isSync: true, lockBuffer, resultBuffer });
  const begun = performance.now();
  // A page may not sleep; it looks until the worker has answered.
  while (Atomics.load(lock, 0) === PENDING)
    if (performance.now() - begun > LONGEST_MS) {
      // Whatever it answers then is not for the next that asks.
      kept = null;
      throw new Error('SQLite has not answered for a minute');
    }
  const length = new DataView(resultBuffer).getUint32(0, true);
  const text = new TextDecoder().decode(new Uint8Array(resultBuffer, HEAD, length).slice());
  const { result, error } = unpacked(text) as { result: unknown; error?: string };
  if (error !== undefined) throw new Error(error);
  return result;
}

/** Bytes stand in JSON as base64 under this key, which no row has. */
const BYTES = '\u0000bytes';

const packed = (value: unknown): string =>
  JSON.stringify(value, (_key, part: unknown) => (part instanceof Uint8Array ? { [BYTES]: base64Of(part) } : part));

const unpacked = (text: string): unknown =>
  JSON.parse(text, (_key, part: unknown) =>
    typeof part === 'object' && part !== null && BYTES in part ? bytesOf(String(part[BYTES])) : part,
  );

const PIECE = 0x8000;

function base64Of(bytes: Uint8Array): string {
  let text = '';
  for (let at = 0; at < bytes.length; at += PIECE) text += String.fromCharCode(...bytes.subarray(at, at + PIECE));
  return btoa(text);
}

const bytesOf = (text: string): Uint8Array => Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
