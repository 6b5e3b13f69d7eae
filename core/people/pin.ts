import { pbkdf2Async } from '@noble/hashes/pbkdf2.js';
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, hexToBytes, utf8ToBytes } from '@noble/hashes/utils.js';

/** A PIN is four to eight digits. It keeps colleagues apart on one phone; it does not encrypt the database. */
export const isPinForm = (text: string): boolean => /^\d{4,8}$/.test(text);

const ROUNDS = 20_000;
const SCHEME = 'pbkdf2-sha256';
export const SALT_BYTES = 16;

/**
 * A PIN as it is stored, PBKDF2 (RFC 8018) with a salt of `SALT_BYTES`: `pbkdf2-sha256$rounds$salt$hash`, hexadecimal.
 */
export async function hashPin(pin: string, salt: Uint8Array, rounds = ROUNDS): Promise<string> {
  const hash = await pbkdf2Async(sha256, utf8ToBytes(pin), salt, { c: rounds, dkLen: 32 });
  return [SCHEME, rounds, bytesToHex(salt), bytesToHex(hash)].join('$');
}

/** Whether `pin` is the one that `stored` was made of; a stored text that is none of ours fits no PIN. */
export async function fitsPin(pin: string, stored: string): Promise<boolean> {
  const [scheme, rounds = '', salt = ''] = stored.split('$');
  if (scheme !== SCHEME || !/^[1-9]\d{0,6}$/.test(rounds) || !/^([0-9a-f]{2})+$/.test(salt)) return false;
  return (await hashPin(pin, hexToBytes(salt), Number(rounds))) === stored;
}
