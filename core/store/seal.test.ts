import fc from 'fast-check';
import { fromBase64, seal, toBase64, unseal } from './seal';

describe('seal', () => {
  it('opens what it sealed, and nothing that was cut or changed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.nat(), fc.nat(), (text, cut, flip) => {
        const sealed = seal(text);
        expect(unseal(sealed)).toBe(text);
        expect(unseal(sealed.slice(0, cut % sealed.length))).toBeNull();
        const at = flip % sealed.length;
        const changed = sealed.slice(0, at) + String.fromCharCode(sealed.charCodeAt(at) ^ 1) + sealed.slice(at + 1);
        expect(unseal(changed)).not.toBe(text);
      }),
    );
  });

  it('carries bytes as text', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => expect(fromBase64(toBase64(bytes))).toEqual(bytes)),
    );
  });
});
