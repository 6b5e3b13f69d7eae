import Settings2 from 'lucide-react-native/icons/settings-2';
import { type KeyboardEvent, memo, useEffect, useRef } from 'react';
import { columnTraits, isLink, withKind } from '@/core/column';
import type { Column, DefaultValue, Table } from '@/core/model';
import { color, Icon, Picker } from '@/ui';
import { SortableList } from '../SortableList';
import { useApp } from '../useApp';
import { useStateOf } from '../useStateOf';
import { AddColumnLine } from './AddColumnLine';
import { textsOf } from './columnDraft';
import type { PlainColumn, PlainSettings } from './draftTexts';
import { columnFacts, kindLooks, kindName, kindOptions, studioKindOf } from './kinds';
import { type ChangeColumn, useColumnChange } from './useColumnChange';

interface ColumnGridProps {
  table: Table;
  onOpen(column: Column): void;
  onMove(columnId: string, to: number): void;
}

/** The columns as rows of a grid that is typed in; Enter goes on to the next, and adds one at the end. */
export function ColumnGrid({ table, onOpen, onMove }: ColumnGridProps) {
  const grid = useRef<HTMLDivElement>(null);
  // As the rows stand by then: one may have been moved or added since this one was drawn.
  const toRow = (step: number) => {
    const rows = [...(grid.current?.querySelectorAll('.column-cells') ?? [])];
    const row = rows.findIndex((each) => each.contains(document.activeElement)) + step;
    const next = rows[Math.max(0, row)]?.querySelector<HTMLInputElement>('input.cell-name');
    const field = next ?? grid.current?.querySelector<HTMLInputElement>('.add-line input');
    field?.focus();
    field?.select();
  };
  const change = useColumnChange(table, onOpen);
  return (
    <div ref={grid} className="column-grid">
      <div className="column-heads" aria-hidden>
        <span>Name</span>
        <span>Kind</span>
        <span>Required</span>
        <span>Unique</span>
        <span>Starts with</span>
        <span />
      </div>
      <SortableList
        dense
        label={`Columns of ${table.name}`}
        items={table.columns}
        onMove={onMove}
        render={(column) => <ColumnCells column={column} onChange={change} onOpen={onOpen} onRow={toRow} />}
      />
      <AddColumnLine key={table.id} table={table} />
    </div>
  );
}

interface CellsProps {
  column: Column;
  onChange: ChangeColumn;
  onOpen: (column: Column) => void;
  /** Goes to the name that many rows further. */
  onRow: (step: number) => void;
}

const ColumnCells = memo(
  function ColumnCells({ column, onChange, onOpen, onRow }: CellsProps) {
    const { definition } = useApp().state;
    const isPlain = !isLink(column) && column.kind !== 'expression';
    const traits = columnTraits[column.kind];
    const asked = isPlain && traits.filledBy === 'people' && !column.perPerson;
    const facts = columnFacts(column, (id) =>
      definition.tables.find((each) => each.id === id)?.recordName.toLowerCase(),
    );
    const change = (make: (now: PlainColumn) => PlainSettings) => onChange(column.id, make);
    return (
      <div className="column-cells">
        <TypedCell
          of={column.id}
          className="cell-name"
          label={`Name of ${column.name}`}
          value={column.name}
          onDone={(name) => change((now) => ({ ...now, name }))}
          onRow={onRow}
        />
        {isPlain ? (
          <Picker
            of={column.id}
            bare
            label={`Kind of ${column.name}`}
            options={kindOptions}
            value={column.kind}
            onChange={(kind) => change((now) => withKind(now, kind))}
          />
        ) : (
          <span className="cell-said">
            <Icon of={kindLooks[column.kind].icon} size={17} color={color('plum')} />
            <span className="picker-name">{kindName(column.kind)}</span>
          </span>
        )}
        <Tick
          label={`${column.name} is required`}
          isOn={column.required}
          disabled={!asked || traits.neverBlank}
          onChange={(required) => change((now) => ({ ...now, required }))}
        />
        <Tick
          label={`${column.name} is unique`}
          isOn={column.unique}
          disabled={!asked || traits.isAttachment}
          onChange={(unique) => change((now) => ({ ...now, unique }))}
        />
        {asked ? <StartCell column={column as PlainColumn} onChange={onChange} onRow={onRow} /> : <span />}
        <button
          type="button"
          className="cell-more"
          aria-label={`Edit ${column.name}`}
          title={facts}
          onClick={() => onOpen(column)}
        >
          <span className="cell-facts">{facts}</span>
          <Icon of={Settings2} size={17} color={color('soft')} />
        </button>
      </div>
    );
  },
  (before, after) => before.column === after.column,
);

/** What a new record starts with: typed, ticked, or a day that is today's. */
function StartCell({ column, onChange, onRow }: Pick<CellsProps, 'onChange' | 'onRow'> & { column: PlainColumn }) {
  const { start } = studioKindOf(column);
  const label = `${column.name} starts with`;
  const starts = (value: DefaultValue) => onChange(column.id, (now) => ({ ...now, default: value }) as PlainSettings);
  if (start === null) return <span />;
  if (start === 'ticked')
    return (
      <Tick
        label={`${column.name} starts ticked`}
        isOn={column.default.kind === 'value' && column.default.value === true}
        onChange={(on) => starts(on ? { kind: 'value', value: true } : { kind: 'none' })}
      />
    );
  if (start === 'today')
    return (
      <Tick
        label={`${column.name} starts as today`}
        word="today"
        isOn={column.default.kind === 'today'}
        onChange={(on) => starts({ kind: on ? 'today' : 'none' })}
      />
    );
  return (
    <TypedCell
      of={column.id}
      label={label}
      value={textsOf(column).start}
      onDone={(text) => onChange(column.id, (now) => now, { start: text })}
      onRow={onRow}
      mayBeBlank
    />
  );
}

function Tick({
  label,
  isOn,
  onChange,
  disabled = false,
  word,
}: {
  label: string;
  isOn: boolean;
  onChange: (isOn: boolean) => void;
  disabled?: boolean;
  word?: string;
}) {
  return (
    <label className="cell-tick">
      <input
        type="checkbox"
        aria-label={label}
        checked={isOn}
        disabled={disabled}
        onChange={(event) => onChange(event.target.checked)}
      />
      {word ? <span aria-hidden>{word}</span> : null}
    </label>
  );
}

/** A cell that is typed in: what stands in it is taken when it is left or Enter is pressed; Escape puts it back. */
function TypedCell({
  of,
  label,
  value,
  onDone,
  onRow,
  className = '',
  mayBeBlank = false,
}: {
  /** The column that it is a cell of. */
  of: string;
  label: string;
  value: string;
  onDone: (text: string) => void;
  onRow: (step: number) => void;
  className?: string;
  mayBeBlank?: boolean;
}) {
  const [typed, setTyped] = useStateOf<string | null>(of, null);
  const done = () => {
    const text = typed?.trim() ?? value;
    setTyped(null);
    if (text !== value && (text !== '' || mayBeBlank)) onDone(text);
  };
  // Who goes elsewhere by the browser's own buttons does not leave the cell: it goes, or is another column's.
  const left = useRef<(() => void) | null>(null);
  useEffect(() => void (left.current = typed === null ? null : done));
  useEffect(() => () => left.current?.(), [of]);
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    const step = { Enter: 1, ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step !== undefined) {
      event.preventDefault();
      done();
      onRow(step);
    } else if (event.key === 'Escape' && typed !== null) {
      event.preventDefault();
      setTyped(null);
    }
  };
  return (
    <input
      className={`cell-typed ${className}`}
      aria-label={label}
      value={typed ?? value}
      spellCheck={false}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={done}
      onKeyDown={onKey}
    />
  );
}
