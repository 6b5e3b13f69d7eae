import { limitOf, limitWords } from '@/core/fault';
import { inputText, parseInput, columnTraits } from '@/core/column';
import { Column, type DefaultValue, MOST_CHOICE, MOST_MESSAGE, MOST_PATTERN } from '@/core/model';
import { DEFAULT_FORMAT } from '@/core/format';
import { type DraftTexts, lines, type PlainColumn, type PlainSettings } from './draftTexts';
import { studioKindOf } from './kinds';

/** The texts that a column would be typed as. */
export function textsOf(column: PlainColumn | null): DraftTexts {
  const texts: DraftTexts = { choices: '', start: '', least: '', most: '', pattern: '', message: '' };
  if (!column) return texts;
  const shown = (value: string | number | undefined) =>
    value === undefined ? '' : inputText(column, value, DEFAULT_FORMAT);
  if (column.kind === 'choice') texts.choices = column.choices.join('\n');
  if (column.default.kind === 'value' && typeof column.default.value !== 'boolean')
    texts.start = shown(column.default.value);
  if (column.kind === 'text' || column.kind === 'longText') {
    texts.least = String(column.minLength ?? '');
    texts.most = String(column.maxLength ?? '');
  }
  if (column.kind === 'text' && column.pattern)
    [texts.pattern, texts.message] = [column.pattern.expression, column.pattern.message];
  if ('min' in column) texts.least = shown(column.min);
  if ('max' in column) texts.most = shown(column.max);
  return texts;
}

function without(column: PlainSettings, ...keys: string[]): PlainSettings {
  return Object.fromEntries(Object.entries(column).filter(([key]) => !keys.includes(key))) as PlainSettings;
}

type Completed = { ok: true; column: PlainSettings } | { ok: false; reason: string };

/** The settings with what was typed read in, or what is wrong with it. */
export function complete(settings: PlainSettings, texts: DraftTexts): Completed {
  let column = settings;
  if (column.kind === 'choice') {
    const choices = lines(texts.choices);
    const kept = Object.entries(column.tones ?? {}).filter(([choice]) => choices.includes(choice));
    column = {
      ...(without(column, 'tones') as typeof column),
      choices,
      ...(kept.length > 0 ? { tones: Object.fromEntries(kept) } : {}),
    };
    if (column.choices.length === 0) return { ok: false, reason: 'Type at least one choice.' };
    const long = choices.find((choice) => choice.length > MOST_CHOICE);
    if (long !== undefined)
      return {
        ok: false,
        reason: `A choice has at most ${MOST_CHOICE} characters; “${long.slice(0, 20)}…” has ${long.length}.`,
      };
  }
  if (column.kind === 'money' && !/^[A-Z]{3}$/.test(column.currency))
    return { ok: false, reason: 'The currency has three letters.' };
  const ruled = withRules(column, texts);
  const made = ruled.ok ? withStart(ruled.column, texts.start) : ruled;
  return made.ok ? held(made.column) : made;
}

/** What is made is held to the very schema that reads it again. */
function held(column: PlainSettings): Completed {
  const issue = Column.safeParse({ ...column, name: column.name.trim() || 'x', identifier: 'x' }).error?.issues[0];
  return issue
    ? { ok: false, reason: `${[...issue.path.map(String), limitWords(limitOf(issue))].join(': ')}.` }
    : { ok: true, column };
}

function withRules(column: PlainSettings, texts: DraftTexts): Completed {
  const { limits } = columnTraits[column.kind];
  if (limits === 'length') return withLengths(column, texts);
  return limits === 'value' ? withLimits(column, texts) : { ok: true, column };
}

function withLengths(column: PlainSettings, texts: DraftTexts): Completed {
  const [minLength, maxLength] = [texts.least, texts.most].map((text) =>
    text.trim() === '' ? undefined : Number(text),
  );
  if ([minLength, maxLength].some((length) => length !== undefined && !(Number.isInteger(length) && length >= 0)))
    return { ok: false, reason: 'A length is a whole number.' };
  if (maxLength === 0)
    return { ok: false, reason: 'At most 0 characters would keep every text out; leave it blank for no limit.' };
  const plain = {
    ...without(column, 'minLength', 'maxLength', 'pattern'),
    ...(minLength === undefined ? {} : { minLength }),
    ...(maxLength === undefined ? {} : { maxLength }),
  } as PlainSettings;
  if (plain.kind !== 'text') return { ok: true, column: plain };
  if (texts.pattern.trim() === '') return { ok: true, column: plain };
  if (texts.message.trim() === '') return { ok: false, reason: 'Say in plain words what the pattern asks for.' };
  const [expression, message] = [texts.pattern.trim(), texts.message.trim()];
  if (expression.length > MOST_PATTERN)
    return {
      ok: false,
      reason: `A pattern has at most ${MOST_PATTERN} characters; this has ${expression.length}.`,
    };
  if (message.length > MOST_MESSAGE)
    return {
      ok: false,
      reason: `What a pattern asks for has at most ${MOST_MESSAGE} characters; this has ${message.length}.`,
    };
  return { ok: true, column: { ...plain, pattern: { expression, message } } };
}

function withLimits(column: PlainSettings, texts: DraftTexts): Completed {
  const rest = without(column, 'min', 'max');
  let made = rest;
  for (const [key, name, text] of [
    ['min', 'The least', texts.least],
    ['max', 'The greatest', texts.most],
  ] as const) {
    const read = parseInput({ ...rest, name, identifier: 'x', required: false } as Column, text, DEFAULT_FORMAT);
    if (!read.ok) return { ok: false, reason: read.reason };
    if (read.value !== null) made = { ...made, [key]: read.value } as PlainSettings;
  }
  return { ok: true, column: made };
}

function withStart(column: PlainSettings, text: string): Completed {
  if (studioKindOf(column).start !== 'typed') return { ok: true, column };
  if (text.trim() === '') return { ok: true, column: { ...column, default: { kind: 'none' } } };
  const read = parseInput(
    { ...column, name: 'A new record starts with', identifier: 'x', required: false } as Column,
    text,
    DEFAULT_FORMAT,
  );
  if (!read.ok) return { ok: false, reason: read.reason };
  const chosen: DefaultValue = read.value === null ? { kind: 'none' } : { kind: 'value', value: read.value };
  return { ok: true, column: { ...column, default: chosen } };
}
