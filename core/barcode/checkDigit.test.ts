import fc from 'fast-check';
import { sqlite } from '@/test/sqlite';
import { gs1CheckDigit } from './checkDigit';
import { barcodeCondition, barcodeFault, symbologyLength } from './symbology';

describe('GS1 check digits', () => {
  it.each([
    ['629104150021', 3],
    ['03600029145', 2],
    ['9638507', 4],
  ])('of %s is %i', (body, digit) => expect(gs1CheckDigit(body)).toBe(digit));

  it('find every single wrong digit', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('EAN-13' as const, 'EAN-8' as const, 'UPC-A' as const),
        fc.nat(),
        fc.nat(),
        fc.integer({ min: 1, max: 9 }),
        (symbology, seed, place, shift) => {
          const body = String(seed)
            .padStart((symbologyLength[symbology] as number) - 1, '4')
            .slice(0, (symbologyLength[symbology] as number) - 1);
          const code = `${body}${gs1CheckDigit(body)}`;
          expect(barcodeFault(symbology, code)).toBeNull();
          const at = place % code.length;
          const wrong = code.slice(0, at) + ((Number(code[at]) + shift) % 10) + code.slice(at + 1);
          expect(barcodeFault(symbology, wrong)).toContain('wrong check digit');
        },
      ),
    );
  });

  it('are judged alike in SQL', async () => {
    const db = new (await sqlite()).oo1.DB(':memory:');
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.nat(99_999_999).map((code) => String(code).padStart(8, '0')),
          fc
            .nat(9_999_999)
            .map((code) => `${String(code).padStart(7, '0')}${gs1CheckDigit(String(code).padStart(7, '0'))}`),
        ),
        (code) => {
          fc.pre(!code.includes('\0'));
          const holds = db.selectValue(`SELECT ${barcodeCondition('EAN-8', 'code')} FROM (SELECT ? AS code)`, [code]);
          expect(Boolean(holds)).toBe(barcodeFault('EAN-8', code) === null);
        },
      ),
    );
    db.close();
  });
});
