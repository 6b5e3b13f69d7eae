import { barcodeFault, drawCode, type Printed } from '@/core/barcode';
import { codeCandidates } from '@/core/scan';
import { photoOf } from '@/test/photo';
import { decodeGrey } from '@/core/codeReader';

const codes: [Printed, string][] = [
  ['EAN-13', '2000000000015'],
  ['EAN-13', '4006381333931'],
  ['EAN-8', '20123451'],
  ['UPC-A', '036000291452'],
  ['ITF-14', '15400141288763'],
  ['Code 128', 'RAIL-B/0047'],
  ['GS1-128', '(01)05901234123457(21)K7'],
  ['QR', '2000000000015'],
  ['QR', 'https://lantern-lane.example/g/15'],
];

describe.each(codes)('%s %s', (as, code) => {
  it('is a right code that is drawn', async () => {
    if (as !== 'QR') expect(barcodeFault(as, code)).toBeNull();
    expect(await drawCode(as, code)).toContain('<svg');
  });

  it.each([
    ['straight', {}],
    ['upside down', { degrees: 180 }],
    ['on its side', { degrees: 90 }],
    ['askew', { degrees: 6 }],
    ['askew the other way', { degrees: -7 }],
    ['grainy', { grain: 0.25 }],
    ['grainy and upside down', { degrees: 180, grain: 0.2 }],
    ['large in a small photo', { scale: 3, width: 640, degrees: 2, grain: 0.1 }],
  ])('is read %s', async (_how, settings) => {
    const { grey, width, height } = await photoOf(as, code, settings);
    const read = decodeGrey(grey, width, height);
    // One item under another of its numbers is the same item; element strings come without their brackets.
    expect([code, code.replaceAll(/[()]/g, '')]).toContain(
      read === null
        ? null
        : (codeCandidates(read).find((each) => each === code) ??
            read.replaceAll('\u001d', '').replace(/^\][A-Z]\d/, '')),
    );
  });
});

it('draws no code that its symbology cannot hold', async () => {
  expect(await drawCode('EAN-13', '2000000000016')).toBeNull();
  expect(await drawCode('ITF-14', 'letters')).toBeNull();
});
