import { fitsPin, hashPin, isPinForm } from './pin';

const salt = new Uint8Array(16).fill(7);

test('a PIN fits what was stored of it, and no other does', async () => {
  const stored = await hashPin('2468', salt);
  expect(stored).toMatch(/^pbkdf2-sha256\$20000\$(07){16}\$[0-9a-f]{64}$/);
  expect(stored).not.toContain('2468');
  expect(await fitsPin('2468', stored)).toBe(true);
  expect(await fitsPin('2469', stored)).toBe(false);
  // Stored with fewer rounds, it is still found right.
  expect(await fitsPin('2468', await hashPin('2468', salt, 10))).toBe(true);
});

test('the hash is that of the standard', async () => {
  // RFC 7914, section 11: PBKDF2-HMAC-SHA-256 of "passwd", salt "salt", one round, first 32 bytes.
  const stored = await hashPin('passwd', new TextEncoder().encode('salt'), 1);
  expect(stored.split('$')[3]).toBe('55ac046e56e3089fec1691c22544b605f94185216dde0465e68b9d57c20dacbc');
});

test('the same PIN is stored differently under another salt', async () => {
  expect(await hashPin('2468', salt, 10)).not.toBe(await hashPin('2468', new Uint8Array(16), 10));
});

test.each(['', '2468', 'pbkdf2-sha256$0$07$00', 'pbkdf2-sha256$10$zz$00', 'md5$10$07$00'])(
  '“%s” is no stored PIN and fits none',
  async (stored) => {
    expect(await fitsPin('2468', stored)).toBe(false);
  },
);

test('four to eight digits', () => {
  expect(['1234', '12345678'].every(isPinForm)).toBe(true);
  expect(['123', '123456789', '12a4', ' 1234'].some(isPinForm)).toBe(false);
});
