import { partName } from './formPartWords';
import { studioKindOf } from '../plan/kinds';
import { isAsked } from '@/core/column';
import type { FormPart, Table } from '@/core/model';
import { linkOf } from '@/core/plan';
import { ChoiceField, SwitchField } from '@/ui';
import { PausedTextField } from '../PausedTextField';
import { useApp } from '../useApp';
import { ExpressionField } from './ExpressionField';
import { PartSheet } from './PartSheet';

export function PartEditor({
  part,
  table,
  onChange,
  onRemove,
  onClose,
}: {
  part: Exclude<FormPart, { kind: 'fact' }>;
  table: Table;
  onChange: (part: FormPart) => void;
  onRemove: () => void;
  onClose: () => void;
}) {
  const { definition } = useApp().state;
  return (
    <PartSheet title={partName(definition, table, part)} onRemove={onRemove} onClose={onClose}>
      {part.kind === 'heading' ? (
        <PausedTextField
          label="Text"
          maxLength={80}
          value={part.text}
          onChange={(text) => onChange({ ...part, text })}
        />
      ) : part.kind === 'field' ? (
        <FieldFields part={part} table={table} onChange={onChange} />
      ) : (
        <LinesFields part={part} onChange={onChange} />
      )}
    </PartSheet>
  );
}

type FieldPart = Extract<FormPart, { kind: 'field' }>;

function FieldFields({ part, table, onChange }: { part: FieldPart; table: Table; onChange: (part: FormPart) => void }) {
  const column = table.columns.find(({ id }) => id === part.columnId);
  const set = (change: Partial<FieldPart>) =>
    onChange(
      Object.fromEntries(
        Object.entries({ ...part, ...change }).filter(([, value]) => value !== undefined && value !== ''),
      ) as FieldPart,
    );
  const isTyped = column && studioKindOf(column).isTyped;
  const isRanged =
    (column?.kind === 'wholeNumber' || column?.kind === 'decimal') &&
    column.min !== undefined &&
    column.max !== undefined;
  return (
    <>
      <PausedTextField label="Help" mayBeBlank value={part.help ?? ''} onChange={(help) => set({ help })} />
      {isTyped ? (
        <PausedTextField
          label="Placeholder"
          mayBeBlank
          value={part.placeholder ?? ''}
          onChange={(placeholder) => set({ placeholder })}
        />
      ) : null}
      {isRanged ? (
        <ChoiceField
          label="Input"
          choices={[
            { value: 'field', label: 'Typed' },
            { value: 'stepper', label: 'Steps' },
            { value: 'slider', label: 'Slid' },
          ]}
          value={part.input ?? 'field'}
          onChange={(input) => set({ input: input === 'field' ? undefined : input })}
        />
      ) : null}
      <ExpressionField
        label="Starts as"
        help="For a new record, in place of the column’s default."
        none="The column’s default"
        table={table}
        text={part.start}
        expected="value"
        onChange={(start) => set({ start })}
      />
      <ExpressionField
        label="Visible when"
        none="Always"
        table={table}
        text={part.visibleWhen}
        expected="condition"
        onChange={(visibleWhen) => set({ visibleWhen })}
      />
      <ExpressionField
        label="Cannot be changed when"
        none="It always can"
        table={table}
        text={part.readOnlyWhen}
        expected="condition"
        onChange={(readOnlyWhen) => set({ readOnlyWhen })}
      />
    </>
  );
}

function LinesFields({
  part,
  onChange,
}: {
  part: Extract<FormPart, { kind: 'lines' }>;
  onChange: (part: FormPart) => void;
}) {
  const side = linkOf(useApp().state.definition, part.columnId);
  if (!side) return null;
  const columns = side.table.columns.filter(isAsked).filter(({ id, perPerson }) => id !== part.columnId && !perPerson);
  return (
    <>
      <PausedTextField
        label="Heading"
        maxLength={80}
        value={part.title ?? side.column.inverse}
        onChange={(title) => onChange({ ...part, title })}
      />
      {columns.map((column) => {
        const isThere = part.fields.includes(column.id);
        const next = isThere ? part.fields.filter((id) => id !== column.id) : [...part.fields, column.id];
        return (
          <SwitchField
            key={column.id}
            label={column.name}
            value={isThere}
            onChange={() => next.length > 0 && next.length <= 6 && onChange({ ...part, fields: next })}
          />
        );
      })}
    </>
  );
}
