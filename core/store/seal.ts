import CRC32 from 'crc-32';
import { fromUint8Array, toUint8Array } from 'js-base64';

/** `text` behind its CRC-32 and its length, so that a cut or a changed character is noticed on reading. */
export function seal(text: string): string {
  return `${hex(CRC32.str(text))}:${text.length}:${text}`;
}

/** The text inside a seal, or null where it is missing, cut or changed. */
export function unseal(sealed: string | null | undefined): string | null {
  const match = /^([0-9a-f]{8}):(\d+):/.exec(sealed ?? '');
  if (!sealed || !match) return null;
  const text = sealed.slice(match[0].length);
  return text.length === Number(match[2]) && hex(CRC32.str(text)) === match[1] ? text : null;
}

export function checksum(bytes: Uint8Array): string {
  return hex(CRC32.buf(bytes));
}

/**
 * ES2026's base64 methods, which are several times faster than any written in JavaScript, where the platform has them.
 */
interface NativeBase64 {
  toBase64?: () => string;
}
const native = Uint8Array as unknown as { fromBase64?: (text: string) => Uint8Array };

export function toBase64(bytes: Uint8Array): string {
  const own = (bytes as NativeBase64).toBase64;
  return own ? own.call(bytes) : fromUint8Array(bytes);
}

/** Throws where `text` is not base64. */
export function fromBase64(text: string): Uint8Array {
  return native.fromBase64 ? native.fromBase64(text) : toUint8Array(text);
}

function hex(crc: number): string {
  return (crc >>> 0).toString(16).padStart(8, '0');
}
