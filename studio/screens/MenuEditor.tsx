import { View } from 'react-native';
import { type MenuEntry, menuIcons, type MenuScreen } from '@/core/model';
import { incomingLinks, screensOf } from '@/core/plan';
import { Button, ChoiceField, SelectField, SwitchField, Text } from '@/ui';
import { newId } from '../newId';
import { PausedTextField } from '../PausedTextField';
import { SortableList } from '../SortableList';
import { useApp } from '../useApp';
import { ExpressionField } from './ExpressionField';
import { PartSheet } from './PartSheet';
import { OpenLine, Section } from './Section';
import { SourceField } from './SourceField';
import { useOpenPart } from './openPart';
import { movedTo, useChange } from './view';

/** A menu: its entries in their order, and what stands at its foot. */
export function MenuEditor({ screen }: { screen: MenuScreen }) {
  const { definition } = useApp().state;
  const change = useChange(screen);
  const { entries } = screen;
  const { list } = screensOf(definition);
  const { partId, openPart, closePart } = useOpenPart();
  const entry = entries.find(({ id }) => id === partId);
  const nameOf = (id: string) => list.find((each) => each.id === id)?.name ?? '';
  const add = (made: MenuEntry) => {
    change((draft) => void draft.entries.push(made));
    openPart(made.id);
  };
  const first =
    list.find(({ kind, id }) => kind === 'list' && id !== screen.id) ?? list.find(({ id }) => id !== screen.id);
  const table = definition.tables[0];
  const record = table && list.find((each) => each.kind === 'record' && each.tableId === table.id);
  const routines = (definition.routines ?? []).filter(({ tableId }) => tableId === undefined);
  const routineName = (id: string) => routines.find((each) => each.id === id)?.name ?? '';
  const name = (each: MenuEntry) =>
    each.kind === 'heading'
      ? each.text
      : each.kind === 'rows'
        ? `One for each of ${definition.tables.find(({ id }) => id === each.tableId)?.name ?? ''}`
        : each.kind === 'routine'
          ? (each.label ?? routineName(each.routineId))
          : (each.label ?? nameOf(each.screenId));
  const facts = (each: MenuEntry) =>
    each.kind === 'heading'
      ? 'Heading'
      : each.kind === 'routine'
        ? `runs ${routineName(each.routineId)}`
        : [
            `leads to ${nameOf(each.screenId)}`,
            each.kind === 'screen' && each.counted ? 'counted' : '',
            each.when ? 'at times' : '',
          ]
            .filter((word) => word !== '')
            .join(', ');
  return (
    <View className="gap-6">
      <Section title="Entries" help="From top to bottom; those that do not fit are scrolled to.">
        {entries.length > 0 ? (
          <SortableList
            label="Entries of the menu"
            items={entries.map((each) => ({ ...each, name: name(each) }))}
            onMove={(id, to) => change((draft) => void (draft.entries = movedTo(draft.entries, id, to)))}
            render={(each) => <OpenLine name={each.name} facts={facts(each)} onOpen={() => openPart(each.id)} />}
          />
        ) : (
          <Text look="soft">No entry yet.</Text>
        )}
        <View className="flex-row flex-wrap gap-3">
          {first ? (
            <Button
              label="Add way to a screen"
              onPress={() => add({ id: newId(), kind: 'screen', screenId: first.id })}
            />
          ) : null}
          {table && record ? (
            <Button
              label="Add entries made of rows"
              onPress={() => add({ id: newId(), kind: 'rows', tableId: table.id, screenId: record.id, most: 10 })}
            />
          ) : null}
          {routines[0] ? (
            <Button
              label="Add routine"
              onPress={() => add({ id: newId(), kind: 'routine', routineId: routines[0]?.id ?? '' })}
            />
          ) : null}
          <Button label="Add heading" onPress={() => add({ id: newId(), kind: 'heading', text: 'More' })} />
        </View>
      </Section>
      <Section title="At the foot">
        <PausedTextField
          label="Note that stays while the entries scroll"
          mayBeBlank
          value={screen.note ?? ''}
          onChange={(note) => change((draft) => void (note ? (draft.note = note) : delete draft.note))}
        />
      </Section>
      {entry ? (
        <PartSheet
          title={name(entry)}
          onRemove={() => change((draft) => void (draft.entries = draft.entries.filter(({ id }) => id !== entry.id)))}
          onClose={closePart}
        >
          <EntryFields
            entry={entry}
            screenId={screen.id}
            onChange={(next) =>
              change((draft) => void (draft.entries = draft.entries.map((each) => (each.id === next.id ? next : each))))
            }
          />
        </PartSheet>
      ) : null}
    </View>
  );
}

function EntryFields({
  entry,
  screenId,
  onChange,
}: {
  entry: MenuEntry;
  screenId: string;
  onChange: (entry: MenuEntry) => void;
}) {
  const { definition } = useApp().state;
  const { list } = screensOf(definition);
  const { tables, queries = [], people } = definition;
  const routines = (definition.routines ?? []).filter(({ tableId }) => tableId === undefined);
  if (entry.kind === 'heading')
    return (
      <PausedTextField
        label="Text"
        maxLength={80}
        value={entry.text}
        onChange={(text) => onChange({ ...entry, text })}
      />
    );
  const clean = (next: MenuEntry) =>
    onChange(Object.fromEntries(Object.entries(next).filter(([, value]) => value !== undefined)) as MenuEntry);
  const peopleTable = tables.find(({ id }) => id === people?.tableId);
  const setWhen = (change: NonNullable<typeof entry.when>) => {
    const when = Object.fromEntries(
      Object.entries({ ...entry.when, ...change }).filter(([, value]) => value !== undefined),
    );
    clean({ ...entry, when: Object.keys(when).length > 0 ? when : undefined });
  };
  const standalone = list.filter(({ kind, id }) => kind !== 'record' && kind !== 'form' && id !== screenId);
  const forms = list.filter(({ kind }) => kind === 'form');
  return (
    <>
      {entry.kind === 'screen' ? (
        <>
          <SelectField
            label="Leads to"
            options={[...standalone, ...forms].map(({ id, name }) => ({ value: id, label: name }))}
            value={entry.screenId}
            onChange={(to) => clean({ ...entry, screenId: to })}
          />
          <PausedTextField
            label="Called"
            mayBeBlank
            maxLength={80}
            value={entry.label ?? ''}
            onChange={(label) => clean({ ...entry, label: label || undefined })}
          />
          {list.find(({ id }) => id === entry.screenId)?.kind === 'list' ? (
            <SwitchField
              label="Tells how many"
              value={entry.counted ?? false}
              onChange={(counted) => clean({ ...entry, counted: counted || undefined })}
            />
          ) : null}
        </>
      ) : entry.kind === 'routine' ? (
        <>
          <SelectField
            label="Runs"
            options={routines.map(({ id, name }) => ({ value: id, label: name }))}
            value={entry.routineId}
            onChange={(routineId) => clean({ ...entry, routineId })}
          />
          <PausedTextField
            label="Called"
            mayBeBlank
            maxLength={80}
            value={entry.label ?? ''}
            onChange={(label) => clean({ ...entry, label: label || undefined })}
          />
        </>
      ) : (
        <RowsFields entry={entry} onChange={clean} />
      )}
      <ChoiceField
        label="Icon"
        choices={[
          { value: 'none', label: 'None' },
          ...menuIcons.map((icon) => ({ value: icon, label: icon.charAt(0).toUpperCase() + icon.slice(1) })),
        ]}
        value={entry.icon ?? 'none'}
        onChange={(icon) => clean({ ...entry, icon: icon === 'none' ? undefined : (icon as typeof entry.icon) })}
      />
      <SelectField
        label="There while"
        options={[
          { value: '', label: 'Always' },
          ...queries.map(({ id, name }) => ({ value: id, label: `${name} has rows` })),
        ]}
        value={entry.when?.queryId ?? ''}
        onChange={(queryId) => setWhen({ queryId: queryId || undefined })}
      />
      {peopleTable ? (
        <ExpressionField
          label={`For the ${peopleTable.recordName.toLowerCase()} of whom`}
          none="Everybody"
          table={peopleTable}
          text={entry.when?.person}
          expected="condition"
          onChange={(person) => setWhen({ person })}
        />
      ) : null}
    </>
  );
}

function RowsFields({
  entry,
  onChange,
}: {
  entry: Extract<MenuEntry, { kind: 'rows' }>;
  onChange: (entry: MenuEntry) => void;
}) {
  const { definition } = useApp().state;
  const { list } = screensOf(definition);
  const { tables } = definition;
  const table = tables.find(({ id }) => id === entry.tableId);
  // To the row's own record, or to a list of what belongs to it.
  const records = list
    .filter((each) => each.kind === 'record' && each.tableId === entry.tableId)
    .map(({ id, name }) => ({ value: id, label: `The record: ${name}` }));
  const lists = incomingLinks(definition, entry.tableId).flatMap(({ table, column }) =>
    list
      .filter((each) => each.kind === 'list' && each.tableId === table.id)
      .map(({ id, name }) => ({ value: `${id} ${column.id}`, label: `Its ${column.inverse.toLowerCase()}: ${name}` })),
  );
  const setTable = (tableId: string) => {
    const record = list.find((each) => each.kind === 'record' && each.tableId === tableId);
    if (record)
      onChange({
        id: entry.id,
        kind: 'rows',
        tableId,
        screenId: record.id,
        most: entry.most,
        ...(entry.icon ? { icon: entry.icon } : {}),
      });
  };
  return (
    <>
      <SelectField
        label="One for each row of"
        options={tables.map(({ id, name }) => ({ value: id, label: name }))}
        value={entry.tableId}
        onChange={setTable}
      />
      {table ? (
        <SourceField
          label="Of these"
          table={table}
          source={entry}
          onChange={(source) => onChange({ ...entry, queryId: undefined, given: undefined, ...source })}
        />
      ) : null}
      <SelectField
        label="Leads to"
        options={[...records, ...lists]}
        value={entry.columnId ? `${entry.screenId} ${entry.columnId}` : entry.screenId}
        onChange={(chosen) => {
          const [screenId = '', columnId] = chosen.split(' ');
          onChange({ ...entry, screenId, columnId });
        }}
      />
      <ChoiceField
        label="At most"
        choices={['5', '10', '20', '50'].map((most) => ({ value: most, label: most }))}
        value={String(entry.most)}
        onChange={(most) => onChange({ ...entry, most: Number(most) })}
      />
    </>
  );
}
