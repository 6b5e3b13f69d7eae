import type { ColumnOf } from '@/core/model';
import { quantityNames, unitsOf } from '@/core/unit';
import { ChoiceField, TextField } from '@/ui';
import type { StudioKind } from './studioKind';

const digits = ['0', '1', '2', '3', '4'].map((value) => ({ value, label: value }));
const zero = () => '0';

export const wholeNumber: StudioKind<ColumnOf<'wholeNumber'>> = {
  name: 'Whole number',
  facts: () => [],
  Fields: 'A count or a number without decimals.',
  isTyped: true,
  start: 'typed',
  stepValue: zero,
};

export const decimal: StudioKind<ColumnOf<'decimal'>> = {
  name: 'Decimal',
  facts: ({ places }) => [`${places} decimals`],
  Fields: ({ settings, update }) => (
    <ChoiceField
      label="Decimals"
      choices={digits}
      value={String(settings.places)}
      onChange={(places) => update({ places: Number(places) })}
    />
  ),
  isTyped: true,
  start: 'typed',
  stepValue: zero,
};

export const money: StudioKind<ColumnOf<'money'>> = {
  name: 'Money',
  facts: ({ currency }) => [currency],
  Fields: ({ settings, update }) => (
    <TextField
      label="Currency"
      help="Three letters of ISO 4217, such as EUR, GBP or JPY."
      value={settings.currency}
      maxLength={3}
      autoCapitalize="characters"
      onChangeText={(text) => update({ currency: text.toUpperCase() })}
    />
  ),
  isTyped: true,
  start: 'typed',
  stepValue: zero,
};

export const measure: StudioKind<ColumnOf<'measure'>> = {
  name: 'Measure',
  facts: ({ quantity, unit }) => [`${quantity} in ${unit}`],
  Fields: ({ settings, update }) => (
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
  ),
  isTyped: true,
  start: 'typed',
  stepValue: null,
};
