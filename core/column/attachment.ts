import { fromUint8Array, toUint8Array } from 'js-base64';
import type { Column, Scalar } from '@/core/model';
/** The most that is kept of one picture, and of one file, in bytes. */
export const MOST_PICTURE_BYTES = 400_000;
export const MOST_FILE_BYTES = 2_000_000;

/** A picture or a file outside of the database: in a form, in JSON and in CSV it is a `data:` URL (RFC 2397). */
export interface Attachment {
  /** Media type (RFC 6838). */
  type: string;
  /** The file's name; pictures have none. */
  name: string | null;
  bytes: Uint8Array;
}

const DATA_URL = /^data:([\w.+-]+\/[\w.+-]+)(?:;name=([^;,]*))?;base64,([A-Za-z0-9+/]*={0,2})$/;

export function printAttachment({ type, name, bytes }: Attachment): string {
  return `data:${type}${name === null ? '' : `;name=${encodeURIComponent(name)}`};base64,${fromUint8Array(bytes)}`;
}

/** What a `data:` URL holds, or null for any other text. */
export function parseAttachment(text: string): Attachment | null {
  const [, type, name, base64] = DATA_URL.exec(text) ?? [];
  return type === undefined || base64 === undefined
    ? null
    : { type, name: name === undefined ? null : decoded(name), bytes: toUint8Array(base64) };
}

/**
 * Name, type and size without reading the content; also of a text that is cut after its head, whose size is then not
 * known.
 */
export function attachmentHead(text: string): { type: string; name: string | null; size: number | null } | null {
  const [head, type, name] = /^data:([\w.+-]+\/[\w.+-]+)(?:;name=([^;,]*))?;base64,/.exec(text.slice(0, 1000)) ?? [];
  if (head === undefined || type === undefined) return null;
  const padding = text.endsWith('==') ? 2 : text.endsWith('=') ? 1 : 0;
  const length = text.length - head.length;
  return {
    type,
    name: name === undefined ? null : decoded(name),
    size: length === 0 ? null : Math.floor((length * 3) / 4) - padding,
  };
}

function decoded(name: string): string {
  try {
    return decodeURIComponent(name);
  } catch {
    return name;
  }
}

const signatures: readonly { type: string; at: number; bytes: readonly number[] }[] = [
  { type: 'image/png', at: 0, bytes: [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a] },
  { type: 'image/jpeg', at: 0, bytes: [0xff, 0xd8, 0xff] },
  { type: 'image/gif', at: 0, bytes: [0x47, 0x49, 0x46, 0x38] },
  { type: 'image/webp', at: 8, bytes: [0x57, 0x45, 0x42, 0x50] },
];

/** The media type of a picture by its first bytes, or null where they are no picture that every phone shows. */
export function pictureType(bytes: Uint8Array): string | null {
  return (
    signatures.find(({ at, bytes: sign }) => sign.every((byte, index) => bytes[at + index] === byte))?.type ?? null
  );
}

/** A value as a row gives it, as text or number: a picture's bytes become its `data:` URL. */
export function scalarOf(value: Scalar | Uint8Array | undefined): Scalar {
  return value instanceof Uint8Array
    ? printAttachment({ type: pictureType(value) ?? 'application/octet-stream', name: null, bytes: value })
    : (value ?? null);
}

/** A value as a statement binds it: a picture as its bytes. */
export function paramOf({ kind }: Pick<Column, 'kind'>, value: Scalar): Scalar | Uint8Array {
  return kind === 'picture' && typeof value === 'string' ? (parseAttachment(value)?.bytes ?? null) : value;
}

/** Why a text is no picture that may be kept, in words, or null. */
export function pictureFault(value: string | number): string | null {
  const head = typeof value === 'string' ? attachmentHead(value) : null;
  if (!head || !/^image\/(png|jpeg|gif|webp)$/.test(head.type)) return 'expected a picture (PNG, JPEG, WebP or GIF)';
  return (head.size ?? 0) > MOST_PICTURE_BYTES
    ? `at most ${MOST_PICTURE_BYTES / 1000} kB; this has ${Math.ceil((head.size ?? 0) / 1000)} kB`
    : null;
}

/** Why a text is no file that may be kept, in words, or null. */
export function fileFault(value: string | number): string | null {
  const head = typeof value === 'string' ? attachmentHead(value) : null;
  if (!head) return 'expected a file';
  return (head.size ?? 0) > MOST_FILE_BYTES
    ? `at most ${MOST_FILE_BYTES / 1_000_000} MB; this has ${((head.size ?? 0) / 1_000_000).toFixed(1)} MB`
    : null;
}

/** "receipt.pdf, 120 kB". */
export function attachmentWords(text: string): string {
  const head = attachmentHead(text);
  if (!head) return '';
  const size = head.size === null ? '' : head.size < 1000 ? `${head.size} B` : `${Math.ceil(head.size / 1000)} kB`;
  return [head.name ?? (head.type.startsWith('image/') ? 'picture' : head.type), size].filter(Boolean).join(', ');
}
