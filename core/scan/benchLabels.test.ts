import fc from 'fast-check';
import { barcodeFault, gs1CheckDigit, symbologies, symbologyLength } from '@/core/barcode';
import { troubleLabels } from '@/core/scan';

const of = (labels: ReturnType<typeof troubleLabels>, key: string) => labels.find((label) => label.key === key);

test.each(symbologies)('of %s the unknown label is right, and is no code of the column', (symbology) => {
  const unknown = of(troubleLabels(symbology, [], []), 'unknown');
  expect(barcodeFault(symbology, unknown?.code ?? '')).toBeNull();
});

test('a misread label of whatever has a check digit has a wrong one, and else there is none', () => {
  for (const symbology of symbologies) {
    const length = symbologyLength[symbology];
    if (length === undefined) {
      expect(of(troubleLabels(symbology, ['(21)A'], []), 'wrong')).toBeUndefined();
      continue;
    }
    const code = fc
      .string({ unit: fc.constantFrom(...'0123456789'), minLength: length - 1, maxLength: length - 1 })
      .map((body) => body + gs1CheckDigit(body));
    fc.assert(
      fc.property(fc.array(code, { maxLength: 3 }), (codes) => {
        const wrong = of(troubleLabels(symbology, codes, []), 'wrong')?.code ?? '';
        expect(wrong).toHaveLength(length);
        expect(barcodeFault(symbology, wrong)).toMatch(/wrong check digit/);
      }),
    );
  }
});

test('twin and damaged are of codes that are there; the catalogue’s only where it can have such', () => {
  const labels = troubleLabels('EAN-13', ['2000000000015', '2000000000022'], ['1', '2', '3']);
  expect(labels.map(({ key, code }) => [key, code])).toEqual([
    ['again', '2000000000015'],
    ['damaged', null],
    ['known', '3'],
    ['unknown', '2999999999991'],
    ['wrong', '2000000000016'],
  ]);
  expect(of(labels, 'damaged')?.printed).toBe('2000000000022');
  expect(troubleLabels('Code 128', [], ['1', '2', '3']).map(({ key }) => key)).toEqual(['unknown']);
});
