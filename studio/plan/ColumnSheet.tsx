import { useState } from 'react';
import { type Column, type ColumnSettings, type DefaultValue, type Edit, initialValue, type Table, withKind } from '@/core/definition';
import { symbologies } from '@/core/barcode';
import { DEFAULT_FORMAT, inputText, parseInput } from '@/core/format';
import { describeImpact } from '@/core/schema';
import { Button, Callout, ChoiceField, Sheet, SwitchField, Text, TextField } from '@/ui';
import { newId } from '../newId';
import { useEdit } from '../useApp';
import { kindChoices } from './kinds';
import { RemoveButton } from './RemoveButton';
import { useImpacts } from './useImpacts';

export type PlainColumn = Exclude<Column, { kind: 'link' | 'expression' }>;
type PlainSettings = Exclude<ColumnSettings, { kind: 'link' | 'expression' }>;

/** A column as it is being described; what an edit would do to the rows shows before it is made. */
export function ColumnSheet({ table, column, onClose }: { table: Table; column: PlainColumn | null; onClose: () => void }) {
  const edit = useEdit();
  const [settings, setSettings] = useState<PlainSettings>(() => column ?? withKind({ id: newId(), name: '', required: false, unique: false }, 'text', []));
  const [defaultText, setDefaultText] = useState(() => (column?.default.kind === 'value' ? inputText(column, initialValue(column, ''), DEFAULT_FORMAT) : ''));
  const [choicesText, setChoicesText] = useState(() => (column?.kind === 'choice' ? column.choices.join('\n') : ''));
  const [fillText, setFillText] = useState('');

  const parsed = complete(settings, choicesText, defaultText);
  const fill = parsed.ok && fillText.trim() !== '' ? parseInput({ ...parsed.column, identifier: 'x' } as Column, fillText, DEFAULT_FORMAT) : null;
  const fills = fill?.ok ? { [settings.id]: fill.value } : {};
  const made: Edit | null = parsed.ok ? { kind: column ? 'changeColumn' : 'addColumn', tableId: table.id, column: parsed.column } : null;
  const { impacts, fault } = useImpacts(settings.name.trim() === '' ? null : made, fills);

  const blocked = impacts.some(({ blocks }) => blocks);
  const needsFill = impacts.some(({ kind }) => kind === 'blanks') || fillText !== '';
  const save = () => made && edit.mutate({ edit: made, fills }, { onSuccess: onClose });
  const update = (changes: Partial<PlainSettings>) => setSettings((now) => ({ ...now, ...changes }) as PlainSettings);
  const problem = parsed.ok ? (fill && !fill.ok ? fill.reason : fault) : parsed.reason;

  return (
    <Sheet
      title={column ? `Column ${column.name}` : `Add column to ${table.name}`}
      onClose={onClose}
      foot={
        <>
          {column ? (
            <RemoveButton what="column" name={column.name} edit={{ kind: 'removeColumn', tableId: table.id, columnId: column.id }} harmless={`No row holds a value in ${column.name}.`} disabled={table.columns.length === 1} onRemoved={onClose} />
          ) : null}
          <Button kind="main" label={column ? 'Save column' : 'Add column'} disabled={settings.name.trim() === '' || !parsed.ok || blocked || edit.isPending || Boolean(problem)} onPress={save} />
        </>
      }
    >
      <TextField label="Name" value={settings.name} onChangeText={(name) => update({ name })} autoFocus={!column} />
      <ChoiceField label="Kind" choices={kindChoices} value={settings.kind} onChange={(kind) => kind !== settings.kind && setSettings(withKind(settings, kind, lines(choicesText)))} />
      <KindSettings settings={settings} update={update} choicesText={choicesText} setChoicesText={setChoicesText} />
      {settings.kind === 'yesNo' ? (
        <SwitchField label="Starts ticked" value={settings.default.kind === 'value' && settings.default.value === true} onChange={(on) => update({ default: on ? { kind: 'value', value: true } : { kind: 'none' } })} />
      ) : (
        <>
          <SwitchField label="Required" help="A record cannot be saved with this blank." value={settings.required} onChange={(required) => update({ required })} />
          <SwitchField label="Unique" help="No two records may hold the same." value={settings.unique} onChange={(unique) => update({ unique })} />
          {settings.kind === 'date' ? (
            <SwitchField label="Starts as today" value={settings.default.kind === 'today'} onChange={(on) => update({ default: on ? { kind: 'today' } : { kind: 'none' } })} />
          ) : (
            <TextField label="A new record starts with" value={defaultText} onChangeText={setDefaultText} placeholder="Nothing" />
          )}
        </>
      )}
      {needsFill ? <TextField label="Fill blanks with" help="Goes into every row that has none." value={fillText} onChangeText={setFillText} /> : null}
      {problem ? <Callout tone="rust">{problem}</Callout> : null}
      {impacts.map((impact) => (
        <Callout key={`${impact.kind} ${impact.column}`} tone={impact.blocks ? 'rust' : 'amber'}>
          {describeImpact(impact)}
        </Callout>
      ))}
    </Sheet>
  );
}

interface KindSettingsProps {
  settings: PlainSettings;
  update(changes: Partial<PlainSettings>): void;
  choicesText: string;
  setChoicesText(text: string): void;
}

function KindSettings({ settings, update, choicesText, setChoicesText }: KindSettingsProps) {
  switch (settings.kind) {
    case 'decimal':
      return <ChoiceField label="Decimals" choices={['0', '1', '2', '3', '4'].map((value) => ({ value, label: value }))} value={String(settings.places)} onChange={(places) => update({ places: Number(places) })} />;
    case 'money':
      return <TextField label="Currency" help="Three letters of ISO 4217, such as EUR, GBP or JPY." value={settings.currency} maxLength={3} autoCapitalize="characters" onChangeText={(text) => update({ currency: text.toUpperCase() })} />;
    case 'choice':
      return <TextField label="Choices" help="One a line, in the order that they are offered." value={choicesText} onChangeText={setChoicesText} multiline numberOfLines={4} />;
    case 'barcode':
      return <ChoiceField label="Codes" choices={symbologies.map((value) => ({ value, label: value === 'free' ? 'Any code' : value }))} value={settings.symbology} onChange={(symbology) => update({ symbology })} />;
    default:
      return <Text look="soft">{hints[settings.kind]}</Text>;
  }
}

const hints: Record<'text' | 'longText' | 'wholeNumber' | 'yesNo' | 'date', string> = {
  text: 'One line, such as a name.',
  longText: 'Several lines, such as notes.',
  wholeNumber: 'A count or a number without decimals.',
  yesNo: 'A switch.',
  date: 'A day in the calendar.',
};

const lines = (text: string): string[] => [...new Set(text.split('\n').map((line) => line.trim()).filter((line) => line !== ''))];

/** The settings with what was typed for choices and default read in, or what is wrong with it. */
function complete(settings: PlainSettings, choicesText: string, defaultText: string): { ok: true; column: PlainSettings } | { ok: false; reason: string } {
  const withChoices = settings.kind === 'choice' ? { ...settings, choices: lines(choicesText) } : settings;
  if (withChoices.kind === 'choice' && withChoices.choices.length === 0) return { ok: false, reason: 'Type at least one choice.' };
  if (withChoices.kind === 'money' && !/^[A-Z]{3}$/.test(withChoices.currency)) return { ok: false, reason: 'The currency has three letters.' };
  if (withChoices.kind === 'yesNo' || withChoices.kind === 'date') return { ok: true, column: withChoices };
  if (defaultText.trim() === '') return { ok: true, column: { ...withChoices, default: { kind: 'none' } } };
  const column = { ...withChoices, identifier: 'x', required: false } as Column;
  const read = parseInput({ ...column, name: 'A new record starts with' }, defaultText, DEFAULT_FORMAT);
  if (!read.ok) return { ok: false, reason: read.reason };
  const chosen: DefaultValue = read.value === null ? { kind: 'none' } : { kind: 'value', value: read.value };
  return { ok: true, column: { ...withChoices, default: chosen } };
}
