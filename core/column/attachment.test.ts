import fc from 'fast-check';
import {
  attachmentHead,
  attachmentWords,
  MOST_FILE_BYTES,
  MOST_PICTURE_BYTES,
  paramOf,
  parseAttachment,
  pictureType,
  printAttachment,
  scalarOf,
} from './attachment';
import { valueFault } from './value';
import type { Column } from '@/core/model';
const common = {
  id: 'c',
  name: 'Photo',
  identifier: 'photo',
  required: false,
  unique: false,
  default: { kind: 'none' },
} as const;
const picture: Column = { ...common, kind: 'picture' };
const file: Column = { ...common, name: 'Receipt', kind: 'file' };
const png = new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 1, 2, 3]);
const anyName = fc.option(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 60 }));

describe('attachments', () => {
  it('come back as they were, whatever their name and bytes', () => {
    fc.assert(
      fc.property(anyName, fc.uint8Array({ maxLength: 300 }), (name, bytes) => {
        const text = printAttachment({ type: 'application/pdf', name, bytes });
        expect(parseAttachment(text)).toEqual({ type: 'application/pdf', name, bytes });
        expect(attachmentHead(text)).toEqual({ type: 'application/pdf', name, size: bytes.length || null });
      }),
    );
  });

  it('are told from any other text', () => {
    fc.assert(fc.property(fc.string(), (text) => parseAttachment(text) === null));
    expect(parseAttachment('data:text/html,<b>')).toBeNull();
    expect(parseAttachment('data:image/png;base64,A*B')).toBeNull();
  });

  it('know a picture by its first bytes', () => {
    expect(pictureType(png)).toBe('image/png');
    expect(pictureType(new Uint8Array([0xff, 0xd8, 0xff, 0xe0]))).toBe('image/jpeg');
    expect(pictureType(new TextEncoder().encode('RIFF....WEBPVP8 '))).toBe('image/webp');
    expect(pictureType(new TextEncoder().encode('<svg xmlns='))).toBeNull();
  });

  it('are bytes in a statement and a data URL everywhere else', () => {
    const text = String(scalarOf(png));
    expect(text).toMatch(/^data:image\/png;base64,/);
    expect(paramOf(picture, text)).toEqual(png);
    expect(paramOf(file, text)).toBe(text);
  });

  it('are kept up to their size and no further', () => {
    const sized = (type: string, size: number) => printAttachment({ type, name: null, bytes: new Uint8Array(size) });
    expect(valueFault(picture, sized('image/webp', MOST_PICTURE_BYTES))).toBeNull();
    expect(valueFault(picture, sized('image/webp', MOST_PICTURE_BYTES + 1))).toMatch(/Photo: at most 400 kB/);
    expect(valueFault(picture, sized('application/pdf', 10))).toMatch(/expected a picture/);
    expect(valueFault(file, sized('application/pdf', MOST_FILE_BYTES))).toBeNull();
    expect(valueFault(file, sized('application/pdf', MOST_FILE_BYTES + 1))).toMatch(/Receipt: at most 2 MB/);
    expect(valueFault(file, 'receipt.pdf')).toMatch(/expected a file/);
  });

  it('are told by name and size', () => {
    expect(
      attachmentWords(
        printAttachment({ type: 'application/pdf', name: 'Receipt May.pdf', bytes: new Uint8Array(12_345) }),
      ),
    ).toBe('Receipt May.pdf, 13 kB');
    expect(attachmentWords(printAttachment({ type: 'image/png', name: null, bytes: png }))).toBe('picture, 11 B');
  });
});
