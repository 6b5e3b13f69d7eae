import { useRoutine } from '../../routines/useRoutine';
import { ActionSheet, type SheetAction } from '../../rows/ActionSheet';
import type { PressedRow } from './useRowPress';
import type { CompiledScreenOf, CompiledTable } from '@/core/compiled';

interface RowActsProps {
  screen: CompiledScreenOf<'list'>;
  table: CompiledTable;
  row: PressedRow;
  /** Whether it is on the working list. */
  isOnList: boolean;
  onOpen: (() => void) | null;
  onEdit: (() => void) | null;
  onCollect(): void;
  onChoose(): void;
  onDelete(): void;
  onClose(): void;
}

/** What can be done with one row of a list. */
export function RowActs({ screen: { behaviour }, table, row, isOnList, ...on }: RowActsProps) {
  const run = useRoutine();
  const actions: SheetAction[] = [
    ...(on.onOpen ? [{ label: 'Open', onPress: on.onOpen }] : []),
    ...(on.onEdit ? [{ label: 'Edit', onPress: on.onEdit }] : []),
    ...(behaviour.collect
      ? [{ label: isOnList ? 'Take off the list' : 'Put on the list', onPress: on.onCollect }]
      : []),
    ...behaviour.routines.map(({ id, name }) => ({ label: name, onPress: () => void run(id, [row.id]) })),
    ...(behaviour.select ? [{ label: 'Choose several', onPress: on.onChoose }] : []),
    { label: 'Delete', danger: true, onPress: on.onDelete },
  ];
  return <ActionSheet title={row.name || table.recordName} onClose={on.onClose} actions={actions} />;
}
