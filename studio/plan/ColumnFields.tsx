import { sameLabels } from './kinds';
import { Pressable, View } from 'react-native';
import { symbologies } from '@/core/barcode';
import { type Column, MOST_CHOICE, MOST_MESSAGE, MOST_PATTERN, samePolicies, type Tone, tones } from '@/core/model';
import { isIndexable } from '@/core/schema';
import { quantityNames, unitsOf } from '@/core/unit';
import { toneColors } from '@/kit';
import { ChoiceField, SwitchField, Text, TextField } from '@/ui';
import { type DraftTexts, lines, type PlainSettings } from './columnDraft';

interface ColumnFieldsProps {
  settings: PlainSettings;
  update(changes: Partial<PlainSettings>): void;
  texts: DraftTexts;
  type(texts: Partial<DraftTexts>): void;
}

/** What a kind has to be told about itself. */
export function KindFields({ settings, update, texts, type }: ColumnFieldsProps) {
  switch (settings.kind) {
    case 'decimal':
      return (
        <ChoiceField
          label="Decimals"
          choices={digits}
          value={String(settings.places)}
          onChange={(places) => update({ places: Number(places) })}
        />
      );
    case 'money':
      return (
        <TextField
          label="Currency"
          help="Three letters of ISO 4217, such as EUR, GBP or JPY."
          value={settings.currency}
          maxLength={3}
          autoCapitalize="characters"
          onChangeText={(text) => update({ currency: text.toUpperCase() })}
        />
      );
    case 'measure':
      return (
        <>
          <ChoiceField
            label="Quantity"
            choices={quantityNames.map((value) => ({ value, label: value.charAt(0).toUpperCase() + value.slice(1) }))}
            value={settings.quantity}
            onChange={(quantity) => update({ quantity, unit: unitsOf(quantity)[1] ?? '' })}
          />
          <ChoiceField
            label="Shown in"
            choices={unitsOf(settings.quantity).map((value) => ({ value, label: value }))}
            value={settings.unit}
            onChange={(unit) => update({ unit })}
          />
          <ChoiceField
            label="Decimals"
            choices={digits}
            value={String(settings.places)}
            onChange={(places) => update({ places: Number(places) })}
          />
        </>
      );
    case 'choice':
      return (
        <>
          <TextField
            label="Choices"
            help="One a line, in the order that they are offered."
            fault={choiceFault(texts.choices)}
            value={texts.choices}
            onChangeText={(choices) => type({ choices })}
            multiline
            numberOfLines={4}
          />
          {lines(texts.choices).map((choice) => (
            <TonePicker
              key={choice}
              choice={choice}
              tone={settings.tones?.[choice] ?? null}
              onChange={(tone) => update({ tones: withTone(settings.tones ?? {}, choice, tone) })}
            />
          ))}
        </>
      );
    case 'barcode':
      return (
        <ChoiceField
          label="Codes"
          choices={symbologies.map((value) => ({ value, label: value === 'free' ? 'Any code' : value }))}
          value={settings.symbology}
          onChange={(symbology) => update({ symbology })}
        />
      );
    default:
      return <Text look="soft">{hints[settings.kind]}</Text>;
  }
}

/** Which choice is too long, while it is typed. */
function choiceFault(text: string): string | null {
  const long = lines(text).find((choice) => choice.length > MOST_CHOICE);
  return long === undefined
    ? null
    : `At most ${MOST_CHOICE} characters each; “${long.slice(0, 20)}…” has ${long.length}.`;
}

function withTone(tones: Record<string, Tone>, choice: string, tone: Tone | null): Record<string, Tone> {
  const others = Object.fromEntries(Object.entries(tones).filter(([each]) => each !== choice));
  return tone ? { ...others, [choice]: tone } : others;
}

/** The colour of one choice: none, or one of six. */
function TonePicker({
  choice,
  tone,
  onChange,
}: {
  choice: string;
  tone: Tone | null;
  onChange: (tone: Tone | null) => void;
}) {
  return (
    <View role="radiogroup" aria-label={`Colour of ${choice}`} className="flex-row flex-wrap items-center">
      <Text look="body" numberOfLines={1} className="w-full sm:w-[140px]">
        {choice}
      </Text>
      {[null, ...tones].map((each) => (
        <Pressable
          key={each ?? 'none'}
          role="radio"
          aria-checked={each === tone}
          aria-label={each ?? 'No colour'}
          onPress={() => onChange(each)}
          className="h-11 w-11 items-center justify-center"
        >
          <View
            style={each ? { backgroundColor: toneColors[each].ink } : undefined}
            className={`h-7 w-7 rounded-full border-2 ${each === tone ? 'border-ink' : each ? 'border-paper' : 'border-dashed border-soft'}`}
          />
        </Pressable>
      ))}
    </View>
  );
}

const digits = ['0', '1', '2', '3', '4'].map((value) => ({ value, label: value }));

const hints: Record<
  | 'text'
  | 'longText'
  | 'wholeNumber'
  | 'yesNo'
  | 'date'
  | 'time'
  | 'dateTime'
  | 'picture'
  | 'file'
  | 'created'
  | 'changed',
  string
> = {
  text: 'One line, such as a name.',
  longText: 'Several lines, such as notes.',
  wholeNumber: 'A count or a number without decimals.',
  yesNo: 'A switch.',
  date: 'A day in the calendar.',
  time: 'A time of day, such as 19:30.',
  dateTime: 'A moment: stored in UTC, shown where the person is.',
  picture: 'A photo or drawing. It is scaled down on the way in, to at most 400 kB.',
  file: 'Any attachment up to 2 MB, with its name and type.',
  created: 'When a record was made. The database fills it in.',
  changed: 'When a record was last changed. The database fills it in.',
};

/** What a value must keep to, and what a new record starts with. */
export function RuleFields({ settings, update, texts, type, hasPeople }: ColumnFieldsProps & { hasPeople: boolean }) {
  const { kind } = settings;
  if (kind === 'created' || kind === 'changed') return null;
  if (!hasPeople) return <SharedRules settings={settings} update={update} texts={texts} type={type} />;
  const personal = (on: boolean) => {
    update(
      on ? { perPerson: true, required: false, unique: false, default: { kind: 'none' } } : { perPerson: undefined },
    );
    if (on) type({ start: '' });
  };
  return (
    <>
      <SwitchField
        label="One value for each person"
        help="Such as a private note: everybody who signs in has their own, and nobody sees another's."
        value={settings.perPerson === true}
        onChange={personal}
      />
      {settings.perPerson ? (
        <Limits settings={settings} texts={texts} type={type} update={update} />
      ) : (
        <SharedRules settings={settings} update={update} texts={texts} type={type} />
      )}
    </>
  );
}

function SharedRules({ settings, update, texts, type }: ColumnFieldsProps) {
  const { kind } = settings;
  const index = isIndexable(settings as Column) ? (
    <SwitchField
      label="Index"
      help="Rows are found by it without reading them all."
      value={settings.indexed === true}
      onChange={(on) => update({ indexed: on ? true : undefined })}
    />
  ) : null;
  if (settings.kind === 'yesNo') {
    return (
      <>
        <SwitchField
          label="Starts ticked"
          value={settings.default.kind === 'value' && settings.default.value === true}
          onChange={(on) => update({ default: on ? { kind: 'value', value: true } : { kind: 'none' } })}
        />
        {index}
      </>
    );
  }
  if (kind === 'picture' || kind === 'file')
    return (
      <SwitchField
        label="Required"
        help="A record cannot be saved with this blank."
        value={settings.required}
        onChange={(required) => update({ required })}
      />
    );
  return (
    <>
      <SwitchField
        label="Required"
        help="A record cannot be saved with this blank."
        value={settings.required}
        onChange={(required) => update({ required })}
      />
      <SwitchField
        label="Unique"
        help="No two records may hold the same."
        value={settings.unique}
        onChange={(unique) => update({ unique })}
      />
      {settings.unique ? (
        <ChoiceField
          label="Adding the same again"
          choices={samePolicies.map((value) => ({ value, label: sameLabels[value] }))}
          value={settings.onSame ?? 'refuse'}
          onChange={(onSame) => update({ onSame })}
        />
      ) : null}
      {index}
      {settings.kind === 'date' ? (
        <SwitchField
          label="Starts as today"
          value={settings.default.kind === 'today'}
          onChange={(on) => update({ default: on ? { kind: 'today' } : { kind: 'none' } })}
        />
      ) : (
        <TextField
          label="A new record starts with"
          value={texts.start}
          onChangeText={(start) => type({ start })}
          placeholder="Nothing"
        />
      )}
      <Limits settings={settings} update={update} texts={texts} type={type} />
    </>
  );
}

function Limits({ settings, texts, type }: ColumnFieldsProps) {
  const { kind } = settings;
  const isText = kind === 'text' || kind === 'longText';
  const isLimited =
    isText || kind === 'wholeNumber' || kind === 'decimal' || kind === 'money' || kind === 'measure' || kind === 'date';
  return (
    <>
      {isLimited ? (
        <>
          <TextField
            label={isText ? 'Fewest characters' : 'The least'}
            value={texts.least}
            onChangeText={(least) => type({ least })}
            placeholder={kind === 'date' ? '2026-01-01' : 'No limit'}
          />
          <TextField
            label={isText ? 'Most characters' : 'The greatest'}
            value={texts.most}
            onChangeText={(most) => type({ most })}
            placeholder={kind === 'date' ? '2026-12-31' : 'No limit'}
          />
        </>
      ) : null}
      {kind === 'text' ? (
        <>
          <TextField
            most={MOST_PATTERN}
            label="Pattern"
            help="A regular expression that the whole text must match, such as [A-Z]{2}\d{4}."
            value={texts.pattern}
            onChangeText={(pattern) => type({ pattern })}
            autoCapitalize="none"
            placeholder="None"
          />
          {texts.pattern ? (
            <TextField
              most={MOST_MESSAGE}
              label="What it asks for"
              help="Said at the field where a text does not match."
              value={texts.message}
              onChangeText={(message) => type({ message })}
              placeholder="two letters and four digits"
            />
          ) : null}
        </>
      ) : null}
    </>
  );
}
