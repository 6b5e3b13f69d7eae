import { Pressable, View } from 'react-native';
import { lines } from '../draftTexts';
import type { ColumnFieldsProps, StudioKind } from './studioKind';
import { symbologies } from '@/core/barcode';
import { type ColumnOf, MOST_CHOICE, type Tone, tones } from '@/core/model';
import { toneColors } from '@/kit';
import { ChoiceField, Text, TextField } from '@/ui';

function ChoiceFields({ settings, update, texts, type }: ColumnFieldsProps<Omit<ColumnOf<'choice'>, 'identifier'>>) {
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
}

export const choice: StudioKind<ColumnOf<'choice'>> = {
  name: 'Choice',
  facts: ({ choices }) => [`${choices.length} choices`],
  Fields: ChoiceFields,
  isTyped: false,
  start: 'typed',
  stepValue: null,
};

export const barcode: StudioKind<ColumnOf<'barcode'>> = {
  name: 'Barcode',
  facts: ({ symbology }) => [symbology === 'free' ? 'any code' : symbology],
  Fields: ({ settings, update }) => (
    <ChoiceField
      label="Codes"
      choices={symbologies.map((value) => ({ value, label: value === 'free' ? 'Any code' : value }))}
      value={settings.symbology}
      onChange={(symbology) => update({ symbology })}
    />
  ),
  isTyped: true,
  start: 'typed',
  stepValue: null,
};

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
            className={[
              'h-7 w-7 rounded-full border-2',
              each === tone ? 'border-ink' : each ? 'border-paper' : 'border-dashed border-soft',
            ].join(' ')}
          />
        </Pressable>
      ))}
    </View>
  );
}
