import Plus from 'lucide-react-native/icons/plus';
import { View } from 'react-native';
import { isAsked } from '@/core/column';
import type { Check, FormPart, FormScreen, Table } from '@/core/model';
import { columnText, fieldOf, incomingLinks, madeFormParts } from '@/core/plan';
import { Button, ChoiceField, SelectField } from '@/ui';
import { newId } from '../newId';
import { PausedTextField } from '../PausedTextField';
import { Below } from '../Below';
import { SortableList } from '../SortableList';
import { useApp } from '../useApp';
import { ExpressionField } from './ExpressionField';
import { OpenLine, Section } from './Section';
import { SlotSheet } from './SlotSheet';
import { useOpenPart } from './openPart';
import { movedTo, useChange } from './view';
import { PartEditor } from './FormPartEditor';
import { partName } from './formPartWords';

/** A form: its fields in their order and groups, what must hold across them, and what comes after saving. */
export function FormEditor({ screen, table }: { screen: FormScreen; table: Table }) {
  const { definition } = useApp().state;
  const change = useChange(screen);
  const parts = screen.parts ?? madeFormParts(table);
  const setParts = (make: (parts: FormPart[]) => FormPart[]) =>
    change((draft) => void (draft.parts = make(draft.parts ?? madeFormParts(table))));
  const { partId, openPart, closePart } = useOpenPart();
  const part = parts.find(({ id }) => id === partId);
  const missing = table.columns
    .filter(isAsked)
    .filter(({ id }) => !parts.some((each) => each.kind === 'field' && each.columnId === id));
  const links = incomingLinks(definition, table.id).filter(
    ({ table: child, column }) =>
      child.id !== table.id &&
      !child.owned &&
      !parts.some((each) => each.kind === 'lines' && each.columnId === column.id),
  );
  const add = (made: FormPart, opens = true) => {
    setParts((now) => [...now, made]);
    if (opens) openPart(made.id);
  };
  const put = (next: FormPart) => setParts((now) => now.map((each) => (each.id === next.id ? next : each)));
  const drop = (id: string) => setParts((now) => now.filter((each) => each.id !== id));
  return (
    <View className="gap-6">
      <Section title="Fields" help="From top to bottom, for adding and for editing.">
        <SortableList
          label="Parts of the form"
          items={parts.map((each) => ({ ...each, name: partName(definition, table, each) }))}
          onMove={(id, to) => setParts((now) => movedTo(now, id, to))}
          render={(each) => <OpenLine name={each.name} facts={partFacts(each)} onOpen={() => openPart(each.id)} />}
        />
        <View className="flex-row flex-wrap gap-3">
          <Button label="Add heading" onPress={() => add({ id: newId(), kind: 'heading', text: 'More' })} />
          <Button
            label="Add computed fact"
            onPress={() =>
              add({
                id: newId(),
                kind: 'fact',
                slot: {
                  id: newId(),
                  text: columnText(
                    table.columns.find(({ kind }) => kind === 'expression') ??
                      (table.columns[0] as Table['columns'][number]),
                  ),
                  label: 'Evaluated',
                },
              })
            }
          />
          {links.map(({ table: child, column }) => {
            const fields = child.columns
              .filter(isAsked)
              .filter((each) => each.id !== column.id && !each.perPerson)
              .slice(0, 4)
              .map(({ id }) => id);
            return fields.length > 0 ? (
              <Button
                key={column.id}
                label={`Add lines of ${column.inverse}`}
                onPress={() => add({ id: newId(), kind: 'lines', columnId: column.id, fields })}
              />
            ) : null;
          })}
          {missing.map((column) => (
            <Button
              key={column.id}
              icon={Plus}
              label={`Ask for ${column.name}`}
              onPress={() => add(fieldOf(column), false)}
            />
          ))}
        </View>
      </Section>
      <Below>
        <Section title="Checks" help="What must hold across fields. What is blank stands in nobody’s way.">
          <Checks
            table={table}
            checks={screen.checks ?? []}
            onChange={(checks) =>
              change((draft) => void (checks.length > 0 ? (draft.checks = checks) : delete draft.checks))
            }
          />
        </Section>
        <Section title="After saving a new one">
          <ChoiceField
            label="Goes"
            choices={[
              { value: 'back', label: 'Back' },
              { value: 'record', label: 'To the record' },
              { value: 'next', label: 'On to the next' },
            ]}
            value={screen.after ?? 'back'}
            onChange={(after) => change((draft) => void (draft.after = after))}
          />
        </Section>
      </Below>
      {part && part.kind === 'fact' ? (
        <SlotSheet
          title={part.slot.label ?? 'Evaluated'}
          table={table}
          slot={part.slot}
          labelled
          onChange={(slot) => put({ ...part, slot })}
          onRemove={() => drop(part.id)}
          onClose={closePart}
        />
      ) : part ? (
        <PartEditor part={part} table={table} onChange={put} onRemove={() => drop(part.id)} onClose={closePart} />
      ) : null}
    </View>
  );
}

function partFacts(part: FormPart): string {
  switch (part.kind) {
    case 'heading':
      return 'Heading';
    case 'fact':
      return 'Evaluated from what is typed';
    case 'lines':
      return `Lines with ${part.fields.length} ${part.fields.length === 1 ? 'field' : 'fields'}, saved with the record`;
    case 'field':
      return (
        [
          part.help ? 'help' : '',
          part.start ? 'starts evaluated' : '',
          part.visibleWhen ? 'at times' : '',
          part.readOnlyWhen ? 'fixed at times' : '',
          part.input && part.input !== 'field' ? part.input : '',
        ]
          .filter((word) => word !== '')
          .join(', ') || 'Field'
      );
  }
}

function Checks({
  table,
  checks,
  onChange,
}: {
  table: Table;
  checks: readonly Check[];
  onChange: (checks: Check[]) => void;
}) {
  const set = (id: string, change: Partial<Check>) =>
    onChange(checks.map((check) => (check.id === id ? { ...check, ...change } : check)));
  const asked = table.columns.filter(isAsked);
  return (
    <View className="gap-4">
      {checks.map((check, index) => (
        <View
          key={check.id}
          role="group"
          aria-label={`Check ${index + 1}`}
          className="gap-3 border-l-4 border-plum pl-4"
        >
          <ExpressionField
            label="Must hold"
            table={table}
            text={check.holds}
            expected="condition"
            onChange={(holds) => holds !== undefined && set(check.id, { holds })}
          />
          <PausedTextField label="Message" value={check.message} onChange={(message) => set(check.id, { message })} />
          <SelectField
            label="Told at"
            options={[
              { value: '', label: 'The foot of the form' },
              ...asked.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            value={check.columnId ?? ''}
            onChange={(columnId) => set(check.id, { columnId: columnId || undefined })}
          />
          <View className="items-start">
            <Button
              kind="danger"
              label={`Remove check ${index + 1}`}
              onPress={() => onChange(checks.filter(({ id }) => id !== check.id))}
            />
          </View>
        </View>
      ))}
      <View className="items-start">
        <Button
          icon={Plus}
          label="Add check"
          onPress={() => onChange([...checks, { id: newId(), holds: 'TRUE', message: 'This cannot be so.' }])}
        />
      </View>
    </View>
  );
}
