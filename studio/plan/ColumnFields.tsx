import type { ReactNode } from 'react';
import { columnTraits } from '@/core/column';
import { type Column, MOST_MESSAGE, MOST_PATTERN, samePolicies } from '@/core/model';
import { isIndexable } from '@/core/schema';
import { ChoiceField, SwitchField, Text, TextField } from '@/ui';
import { sameLabels, studioKindOf } from './kinds';
import type { ColumnFieldsProps } from './kinds/studioKind';

/** What a kind has to be told about itself. */
export function KindFields(props: ColumnFieldsProps) {
  const { Fields } = studioKindOf(props.settings);
  if (typeof Fields === 'string') return <Text look="soft">{Fields}</Text>;
  const OfKind = Fields as unknown as (props: ColumnFieldsProps) => ReactNode;
  return <OfKind {...props} />;
}

/** What a value must keep to, and what a new record starts with. */
export function RuleFields({ settings, update, texts, type, hasPeople }: ColumnFieldsProps & { hasPeople: boolean }) {
  const { kind } = settings;
  if (columnTraits[kind].filledBy !== 'people') return null;
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
  const required = (
    <SwitchField
      label="Required"
      help="A record cannot be saved with this blank."
      value={settings.required}
      onChange={(on) => update({ required: on })}
    />
  );
  const { neverBlank, isAttachment } = columnTraits[kind];
  const start = <StartField settings={settings} update={update} texts={texts} type={type} />;
  if (isAttachment) return required;
  if (neverBlank)
    return (
      <>
        {start}
        {index}
      </>
    );
  return (
    <>
      {required}
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
      {start}
      <Limits settings={settings} update={update} texts={texts} type={type} />
    </>
  );
}

/** What a new record starts with. */
function StartField({ settings, update, texts, type }: ColumnFieldsProps) {
  const { start } = studioKindOf(settings);
  if (start === null) return null;
  if (start === 'typed')
    return (
      <TextField
        label="A new record starts with"
        value={texts.start}
        onChangeText={(text) => type({ start: text })}
        placeholder="Nothing"
      />
    );
  const begun = start === 'today' ? ({ kind: 'today' } as const) : ({ kind: 'value', value: true } as const);
  return (
    <SwitchField
      label={start === 'today' ? 'Starts as today' : 'Starts ticked'}
      value={
        settings.default.kind === 'today' || (settings.default.kind === 'value' && settings.default.value === true)
      }
      onChange={(on) => update({ default: on ? begun : { kind: 'none' } })}
    />
  );
}

function Limits({ settings, texts, type }: ColumnFieldsProps) {
  const { kind } = settings;
  const { limits } = columnTraits[kind];
  const isText = limits === 'length';
  return (
    <>
      {limits ? (
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
