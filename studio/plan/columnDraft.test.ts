import { type PlainKind, withKind } from '@/core/column';
import { type Column, columnKinds } from '@/core/model';
import { complete, textsOf } from './columnDraft';
import { type DraftTexts, type PlainColumn, type PlainSettings } from './draftTexts';

const settings = (kind: PlainKind, more: object = {}) =>
  ({ ...withKind({ id: 'c', name: 'C', required: false, unique: false }, kind, ['a', 'b']), ...more }) as PlainSettings;
const none: DraftTexts = textsOf(null);
const made = (kind: PlainKind, texts: Partial<DraftTexts>, more: object = {}) =>
  complete(settings(kind, more), { ...none, ...texts });

describe('a column as it is typed', () => {
  it.each<[PlainKind, Partial<DraftTexts>, object]>([
    [
      'text',
      { least: '2', most: '9', pattern: '[A-Z]+', message: 'capitals', start: 'AB' },
      {
        minLength: 2,
        maxLength: 9,
        pattern: { expression: '[A-Z]+', message: 'capitals' },
        default: { kind: 'value', value: 'AB' },
      },
    ],
    ['longText', { most: '500' }, { maxLength: 500 }],
    ['wholeNumber', { least: '0', most: '1,000' }, { min: 0, max: 1000 }],
    ['money', { least: '0.50', start: '12' }, { min: 50, default: { kind: 'value', value: 1200 } }],
    ['measure', { least: '40', most: '180' }, { min: 0.4, max: 1.8 }],
    ['date', { least: '2026-01-01' }, { min: '2026-01-01' }],
    [
      'choice',
      { choices: ' Good \n\nWorn\nGood', start: 'Worn' },
      { choices: ['Good', 'Worn'], default: { kind: 'value', value: 'Worn' } },
    ],
    ['time', { start: '19:30' }, { default: { kind: 'value', value: '19:30' } }],
  ])('%s with %j', (kind, texts, expected) => expect(made(kind, texts)).toMatchObject({ ok: true, column: expected }));

  it.each<[PlainKind, Partial<DraftTexts>, string]>([
    ['text', { least: 'two' }, 'A length is a whole number.'],
    ['text', { pattern: 'x' }, 'Say in plain words what the pattern asks for.'],
    ['wholeNumber', { most: 'many' }, 'The greatest: expected a whole number'],
    ['wholeNumber', { most: '5', start: '9' }, 'A new record starts with: 5 at the most'],
    ['text', { most: '0' }, 'At most 0 characters would keep every text out; leave it blank for no limit.'],
    ['text', { least: '-1' }, 'A length is a whole number.'],
    ['text', { pattern: 'x'.repeat(501), message: 'm' }, 'A pattern has at most 500 characters; this has 501.'],
    [
      'text',
      { pattern: 'x', message: 'm'.repeat(201) },
      'What a pattern asks for has at most 200 characters; this has 201.',
    ],
    [
      'choice',
      { choices: `a\n${'b'.repeat(81)}` },
      'A choice has at most 80 characters; “bbbbbbbbbbbbbbbbbbbb…” has 81.',
    ],
    ['choice', { choices: ' ' }, 'Type at least one choice.'],
    ['time', { start: '25:00' }, 'A new record starts with: expected a time such as 19:30'],
  ])('%s with %j is told what is wrong', (kind, texts, reason) =>
    expect(made(kind, texts)).toEqual({ ok: false, reason }),
  );

  it('reads back as it was made, whatever its kind', () => {
    for (const kind of columnKinds) {
      if (kind === 'link' || kind === 'expression') continue;
      const first = made(
        kind,
        kind === 'choice'
          ? { choices: 'a\nb' }
          : kind === 'text'
            ? { least: '1', pattern: 'a+', message: 'a' }
            : kind === 'measure'
              ? { most: '90.5' }
              : {},
      );
      if (!first.ok) throw new Error(first.reason);
      const column = { ...first.column, identifier: 'c' } as Column as PlainColumn;
      expect(complete(first.column, textsOf(column))).toEqual(first);
    }
  });

  it('drops the colours of choices that are gone', () =>
    expect(made('choice', { choices: 'a' }, { tones: { a: 'green', b: 'red' } })).toMatchObject({
      column: { choices: ['a'], tones: { a: 'green' } },
    }));

  it('forgets a rule that is cleared', () =>
    expect(made('wholeNumber', {}, { min: 1, max: 2 })).toEqual({ ok: true, column: settings('wholeNumber') }));
});
