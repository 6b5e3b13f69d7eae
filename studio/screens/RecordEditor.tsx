import { View } from 'react-native';
import { type RecordPart, type RecordScreen, type Table } from '@/core/model';
import { incomingLinks, linkOf, madeRecordParts, screensOf } from '@/core/plan';
import { Button, ChoiceField, SelectField, Text } from '@/ui';
import { newId } from '../newId';
import { PausedTextField } from '../PausedTextField';
import { Below } from '../Below';
import { SortableList } from '../SortableList';
import { useApp } from '../useApp';
import { PartSheet } from './PartSheet';
import { OpenLine, Section } from './Section';
import { SlotList } from './SlotList';
import { TotalsEditor } from './TotalsEditor';
import { PartWithin, useOpenPart } from './openPart';
import { movedTo, useChange } from './view';
import { PageEditor } from './PageEditor';

/** A record: its parts in their order, and its page. */
export function RecordEditor({ screen, table }: { screen: RecordScreen; table: Table }) {
  const { definition } = useApp().state;
  const change = useChange(screen);
  const parts = screen.parts ?? madeRecordParts(definition, table);
  const setParts = (make: (parts: RecordPart[]) => RecordPart[]) =>
    change((draft) => void (draft.parts = make(draft.parts ?? madeRecordParts(definition, table))));
  const { partId, openPart, closePart } = useOpenPart();
  const part = parts.find(
    (each) => each.id === partId || (each.kind === 'group' && each.facts.some(({ id }) => id === partId)),
  );
  const links = incomingLinks(definition, table.id).filter(
    ({ column }) => !parts.some((each) => each.kind === 'linked' && each.columnId === column.id),
  );
  const add = (made: RecordPart) => {
    setParts((now) => [...now, made]);
    openPart(made.id);
  };
  const routines = (definition.routines ?? []).filter(({ tableId }) => tableId === table.id);
  return (
    <View className="gap-6">
      <Section title="Parts" help="From top to bottom.">
        <SortableList
          label="Parts of the record"
          items={parts.map((each) => ({ ...each, name: partName(definition, each) }))}
          onMove={(id, to) => setParts((now) => movedTo(now, id, to))}
          render={(each) => <OpenLine name={each.name} facts={partFacts(each)} onOpen={() => openPart(each.id)} />}
        />
        <View className="flex-row flex-wrap gap-3">
          <Button label="Add group" onPress={() => add({ id: newId(), kind: 'group', title: 'More', facts: [] })} />
          <Button
            label="Add button"
            onPress={() => add({ id: newId(), kind: 'button', label: 'Go', screenId: screensOf(definition).startId })}
          />
          {routines[0] ? (
            <Button
              label="Add button for a routine"
              onPress={() =>
                add({ id: newId(), kind: 'routine', label: routines[0]?.name ?? '', routineId: routines[0]?.id ?? '' })
              }
            />
          ) : null}
          {links.map(({ column }) => (
            <Button
              key={column.id}
              label={`Add ${column.inverse}`}
              onPress={() => add({ id: newId(), kind: 'linked', columnId: column.id, rows: 5, totals: [] })}
            />
          ))}
        </View>
      </Section>
      <Below>
        <PageEditor screen={screen} table={table} />
      </Below>
      {part ? (
        <PartEditor
          part={part}
          table={table}
          onChange={(next) => setParts((now) => now.map((each) => (each.id === next.id ? next : each)))}
          onRemove={() => setParts((now) => now.filter(({ id }) => id !== part.id))}
          onClose={closePart}
        />
      ) : null}
    </View>
  );
}

type Plan = Parameters<typeof linkOf>[0];

function partName(plan: Plan, part: RecordPart): string {
  switch (part.kind) {
    case 'group':
      return part.title ?? 'Facts';
    case 'linked':
      return part.title ?? linkOf(plan, part.columnId)?.column.inverse ?? 'Linked';
    case 'button':
    case 'routine':
      return part.label;
  }
}

function partFacts(part: RecordPart): string {
  switch (part.kind) {
    case 'group':
      return `Group of ${part.facts.length} ${part.facts.length === 1 ? 'fact' : 'facts'}`;
    case 'linked':
      return `Linked list, the first ${part.rows}`;
    case 'button':
      return 'Button';
    case 'routine':
      return 'Button that runs a routine';
  }
}

function PartEditor({
  part,
  table,
  onChange,
  onRemove,
  onClose,
}: {
  part: RecordPart;
  table: Table;
  onChange: (part: RecordPart) => void;
  onRemove: () => void;
  onClose: () => void;
}) {
  const { definition } = useApp().state;
  const { list } = screensOf(definition);
  const routines = (definition.routines ?? []).filter(({ tableId }) => tableId === table.id);
  return (
    <PartSheet title={partName(definition, part)} onRemove={onRemove} onClose={onClose}>
      {part.kind === 'group' ? (
        <>
          <PausedTextField
            label="Heading"
            mayBeBlank
            maxLength={80}
            value={part.title ?? ''}
            onChange={(title) =>
              onChange(title ? { ...part, title } : { id: part.id, kind: 'group', facts: part.facts })
            }
          />
          <PartWithin.Provider value={part.id}>
            <SlotList
              title="Facts"
              one="fact"
              table={table}
              slots={part.facts}
              most={40}
              labelled
              wraps
              onChange={(facts) => onChange({ ...part, facts })}
            />
          </PartWithin.Provider>
        </>
      ) : part.kind === 'linked' ? (
        <LinkedFields part={part} onChange={onChange} />
      ) : part.kind === 'routine' ? (
        <>
          <PausedTextField
            label="Label"
            maxLength={80}
            value={part.label}
            onChange={(label) => onChange({ ...part, label })}
          />
          <SelectField
            label="Runs"
            options={routines.map(({ id, name }) => ({ value: id, label: name }))}
            value={part.routineId}
            onChange={(routineId) => onChange({ ...part, routineId })}
          />
        </>
      ) : (
        <>
          <PausedTextField
            label="Label"
            maxLength={80}
            value={part.label}
            onChange={(label) => onChange({ ...part, label })}
          />
          <SelectField
            label="Leads to"
            options={list
              .filter(({ kind }) => kind !== 'record' && kind !== 'form')
              .map(({ id, name }) => ({ value: id, label: name }))}
            value={part.screenId}
            onChange={(screenId) => onChange({ ...part, screenId })}
          />
        </>
      )}
    </PartSheet>
  );
}

function LinkedFields({
  part,
  onChange,
}: {
  part: Extract<RecordPart, { kind: 'linked' }>;
  onChange: (part: RecordPart) => void;
}) {
  const { definition } = useApp().state;
  const side = linkOf(definition, part.columnId);
  if (!side) return null;
  const lists = screensOf(definition).list.filter(
    (screen) => screen.kind === 'list' && screen.tableId === side.table.id,
  );
  return (
    <>
      <PausedTextField
        label="Heading"
        maxLength={80}
        value={part.title ?? side.column.inverse}
        onChange={(title) => onChange({ ...part, title })}
      />
      <ChoiceField
        label="Shows the first"
        choices={['0', '3', '5', '10', '20'].map((rows) => ({
          value: rows,
          label: rows === '0' ? 'None, only how many' : rows,
        }))}
        value={String(part.rows)}
        onChange={(rows) => onChange({ ...part, rows: Number(rows) })}
      />
      {lists.length > 1 ? (
        <SelectField
          label="All of them in"
          options={lists.map(({ id, name }) => ({ value: id, label: name }))}
          value={part.listScreenId ?? lists[0]?.id ?? ''}
          onChange={(listScreenId) => onChange({ ...part, listScreenId })}
        />
      ) : null}
      <Text look="strong">Totals</Text>
      <TotalsEditor
        table={side.table}
        totals={part.totals}
        most={3}
        onChange={(totals) => onChange({ ...part, totals })}
      />
    </>
  );
}
