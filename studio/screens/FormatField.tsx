import { traitsOf } from '@/core/column';
import { View } from 'react-native';
import type { Format, Table } from '@/core/model';
import { columnOfText } from '@/core/plan';
import { unitsOf } from '@/core/unit';
import { ChoiceField, SelectField, SwitchField } from '@/ui';
import { PausedTextField } from '../PausedTextField';
import { useApp } from '../useApp';

interface FormatFieldProps {
  table: Table;
  text: string;
  format: Format | undefined;
  onChange(format: Format | undefined): void;
}

const first: { [K in Format['kind']]: Extract<Format, { kind: K }> } = {
  number: { kind: 'number', places: 0, grouped: true },
  money: { kind: 'money', display: 'symbol' },
  date: { kind: 'date', style: 'medium' },
  measure: { kind: 'measure', places: 0 },
  yesNo: { kind: 'yesNo', yes: 'Yes', no: 'No' },
  template: { kind: 'template', text: '{}' },
};
const words: Record<Format['kind'], string> = {
  number: 'Number',
  money: 'Money',
  date: 'Date',
  measure: 'Measure',
  yesNo: 'Words',
  template: 'In a sentence',
};

/** How a value is shown: as its kind asks, or as is chosen here. */
export function FormatField({ table, text, format, onChange }: FormatFieldProps) {
  const { definition } = useApp().state;
  const column = columnOfText(definition, table.id, text);
  const kinds = traitsOf(column).formats;
  return (
    <View className="gap-3">
      <ChoiceField
        label="Shown"
        choices={[
          { value: 'own', label: 'As its kind' },
          ...kinds.map((kind) => ({ value: kind, label: words[kind] })),
        ]}
        value={format?.kind ?? 'own'}
        onChange={(kind) => onChange(kind === 'own' ? undefined : first[kind as Format['kind']])}
      />
      {format ? <Details format={format} column={column} onChange={onChange} /> : null}
    </View>
  );
}

function Details({
  format,
  column,
  onChange,
}: {
  format: Format;
  column: ReturnType<typeof columnOfText>;
  onChange: (format: Format) => void;
}) {
  switch (format.kind) {
    case 'number':
      return (
        <>
          <Places value={format.places} onChange={(places) => onChange({ ...format, places })} />
          <SwitchField
            label="Thousands apart"
            value={format.grouped}
            onChange={(grouped) => onChange({ ...format, grouped })}
          />
        </>
      );
    case 'money':
      return (
        <ChoiceField
          label="Currency"
          choices={[
            { value: 'symbol', label: 'Sign' },
            { value: 'code', label: 'Code' },
            { value: 'name', label: 'Name' },
            { value: 'none', label: 'None' },
          ]}
          value={format.display}
          onChange={(display) => onChange({ ...format, display })}
        />
      );
    case 'date':
      return (
        <ChoiceField
          label="Date"
          choices={[
            { value: 'short', label: 'Short' },
            { value: 'medium', label: 'Medium' },
            { value: 'long', label: 'Long' },
            { value: 'relative', label: 'As seen from today' },
          ]}
          value={format.style}
          onChange={(style) => onChange({ ...format, style })}
        />
      );
    case 'measure': {
      const units = column.kind === 'measure' ? unitsOf(column.quantity) : [];
      return (
        <>
          <SelectField
            label="Unit"
            options={[
              { value: '', label: 'As the person set' },
              ...units.map((unit) => ({ value: unit, label: unit })),
            ]}
            value={format.unit ?? ''}
            onChange={(unit) => onChange({ kind: 'measure', places: format.places, ...(unit ? { unit } : {}) })}
          />
          <Places value={format.places} onChange={(places) => onChange({ ...format, places })} />
        </>
      );
    }
    case 'yesNo':
      return (
        <>
          <PausedTextField label="Word for yes" value={format.yes} onChange={(yes) => onChange({ ...format, yes })} />
          <PausedTextField label="Word for no" value={format.no} onChange={(no) => onChange({ ...format, no })} />
        </>
      );
    case 'template':
      return (
        <PausedTextField
          label="Sentence"
          help="{} stands for the value, as in “{} costumes”."
          value={format.text}
          onChange={(text) => onChange({ ...format, text })}
        />
      );
  }
}

function Places({ value, onChange }: { value: number; onChange: (value: number) => void }) {
  return (
    <ChoiceField
      label="Decimals"
      choices={['0', '1', '2', '3'].map((places) => ({ value: places, label: places }))}
      value={String(value)}
      onChange={(places) => onChange(Number(places))}
    />
  );
}
