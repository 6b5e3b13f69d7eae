import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, type RefObject, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { type CellAt, gridHandlers, isFixed } from './gridKeys';
import { attachmentWords, isLink, traitsOf } from '@/core/column';
import type { Column } from '@/core/model';
import { type GridFault, type GridRow, nextId, pasteBlock } from '@/core/transfer';

const ROW_HEIGHT = 44;

const COLUMN_WIDTH = 168;

const ID_WIDTH = 64;

interface FillGridProps {
  label: string;
  columns: readonly Column[];
  rows: readonly GridRow[];
  faults: readonly GridFault[];
  active: CellAt;
  onActive(at: CellAt): void;
  onChange(rows: GridRow[]): void;
}

/**
 * Rows to type in as in a spreadsheet (WAI-ARIA's grid pattern): arrows move, typing or Enter writes in a cell, a block
 * can be pasted, and the row at the foot is always a new one.
 */
export function FillGrid(props: FillGridProps) {
  const { label, columns, rows, faults, active: asked, onActive } = props;
  const frame = useRef<HTMLDivElement>(null);
  const count = rows.length + 1;
  // Rows may have gone from beneath it.
  const active = useMemo(() => ({ ...asked, row: Math.min(asked.row, count - 1) }), [asked, count]);
  const lines = useVirtualizer({
    count,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 6,
  });
  const { typing, setTyping, focused, put, begin, handlers } = useTyping(props, frame, lines.scrollToIndex, active);
  const faultAt = new Map(faults.map(({ rowId, column, reason }) => [`${rowId} ${column}`, reason]));
  const width = ID_WIDTH + columns.length * COLUMN_WIDTH;
  const fresh = nextId(rows);
  return (
    <div ref={frame} className="fill-grid" style={{ maxHeight: 520 }}>
      <div
        role="grid"
        aria-label={label}
        aria-rowcount={count + 1}
        aria-colcount={columns.length + 1}
        tabIndex={-1}
        onFocus={() => (focused.current = true)}
        onBlur={(event) =>
          event.relatedTarget && !event.currentTarget.contains(event.relatedTarget) && (focused.current = false)
        }
        {...handlers}
        style={{ width, position: 'relative', height: (count + 1) * ROW_HEIGHT }}
      >
        <GridHead columns={columns} width={width} />
        {lines.getVirtualItems().map(({ index, start }) => (
          <div
            key={rows[index]?.id ?? 'new'}
            role="row"
            aria-rowindex={index + 2}
            className="fill-row"
            style={{ width, transform: `translateY(${start}px)` }}
          >
            <div role="rowheader" className="number" style={{ width: ID_WIDTH }}>
              {rows[index]?.id ?? fresh}
            </div>
            {columns.map((column, at) => {
              const isActive = active.row === index && active.column === at;
              const text = rows[index]?.texts[at] ?? '';
              return (
                <Cell
                  key={column.id}
                  column={column}
                  name={`${column.name} of row ${rows[index]?.id ?? fresh}`}
                  at={`${index} ${at}`}
                  text={text}
                  fault={faultAt.get(`${rows[index]?.id} ${at}`)}
                  isActive={isActive}
                  typing={isActive ? typing : null}
                  onTyping={setTyping}
                  onLeave={() => {
                    if (isActive && typing !== null) put(active, typing);
                    setTyping(null);
                  }}
                  onPress={() => (isActive ? begin(text) : onActive({ row: index, column: at }))}
                />
              );
            })}
          </div>
        ))}
      </div>
    </div>
  );
}

/** What is typed in the active cell, null where nothing is; and what the keys do. */
function useTyping(
  { columns, rows, onActive, onChange }: FillGridProps,
  frame: RefObject<HTMLDivElement | null>,
  scrollTo: (index: number) => void,
  active: CellAt,
) {
  const [typing, setTyping] = useState<string | null>(null);
  const focused = useFocusOnActive(frame, scrollTo, active, typing, rows);
  const put = (at: CellAt, text: string) => {
    if (isFixed(columns[at.column]) || text === (rows[at.row]?.texts[at.column] ?? '')) return;
    onChange(pasteBlock(rows, columns.length, at, [[text]], () => false));
  };
  const begin = (text: string) => !isFixed(columns[active.column]) && setTyping(text);
  const move = (down: number, right: number) => {
    focused.current = true;
    onActive({
      row: Math.max(0, Math.min(rows.length, active.row + down)),
      column: Math.max(0, Math.min(columns.length - 1, active.column + right)),
    });
  };
  const handlers = gridHandlers({ rows, columns, active, typing, setTyping, put, begin, onChange, move });
  return { typing, setTyping, focused, put, begin, handlers };
}

const GridHead = ({ columns, width }: { columns: readonly Column[]; width: number }) => (
  <div role="row" aria-rowindex={1} className="fill-head" style={{ width }}>
    <div role="columnheader" style={{ width: ID_WIDTH }}>
      id
    </div>
    {columns.map((column) => (
      <div key={column.id} role="columnheader" style={{ width: COLUMN_WIDTH }} title={column.name}>
        {column.name}
        {column.required && column.kind !== 'yesNo' ? ' *' : ''}
      </div>
    ))}
  </div>
);

/** The focus goes with the active cell, also when what had it is drawn anew: at once, or the next key would be lost. */
function useFocusOnActive(
  frame: RefObject<HTMLDivElement | null>,
  scrollTo: (index: number) => void,
  active: CellAt,
  typing: string | null,
  rows: readonly GridRow[],
) {
  const focused = useRef(false);
  useLayoutEffect(() => {
    if (!(focused.current || active.focus) || typing !== null) return;
    const focus = () => {
      const cell = frame.current?.querySelector<HTMLElement>(`[data-cell="${active.row} ${active.column}"]`);
      cell?.focus();
      return Boolean(cell);
    };
    scrollTo(active.row);
    if (focus()) return;
    // A row that was out of sight is drawn with the next frame.
    const frames = requestAnimationFrame(focus);
    return () => cancelAnimationFrame(frames);
  }, [active, scrollTo, typing, rows, frame]);
  return focused;
}

interface CellProps {
  column: Column;
  name: string;
  at: string;
  text: string;
  fault: string | undefined;
  isActive: boolean;
  typing: string | null;
  onTyping(text: string): void;
  onLeave(): void;
  onPress(): void;
}

const Cell = memo(
  function Cell({ column, name, at, text, fault, isActive, typing, onTyping, onLeave, onPress }: CellProps) {
    const isNumber = traitsOf(column).isFigure;
    const shown = isFixed(column) && text !== '' ? attachmentWords(text) : text;
    return (
      <div
        role="gridcell"
        data-cell={at}
        tabIndex={isActive && typing === null ? 0 : -1}
        aria-label={`${name}: ${shown || 'blank'}`}
        aria-selected={isActive}
        aria-invalid={fault !== undefined}
        aria-readonly={isFixed(column)}
        title={fault ?? shown}
        className={[isNumber ? 'number' : '', isActive ? 'active' : '', fault ? 'faulty' : '']
          .filter(Boolean)
          .join(' ')}
        style={{ width: COLUMN_WIDTH }}
        onClick={(event) => {
          event.currentTarget.focus();
          onPress();
        }}
      >
        {typing === null ? (
          shown
        ) : (
          <input
            autoFocus
            aria-label={name}
            value={typing}
            list={isLink(column) ? `records ${column.tableId}` : undefined}
            onChange={(event) => onTyping(event.target.value)}
            onBlur={onLeave}
          />
        )}
      </div>
    );
  },
  // The functions do the same from one drawing to the next as long as the cell itself has not changed and is not
  // active.
  (before, after) =>
    !before.isActive &&
    !after.isActive &&
    before.text === after.text &&
    before.fault === after.fault &&
    before.column === after.column &&
    before.name === after.name &&
    before.at === after.at,
);
