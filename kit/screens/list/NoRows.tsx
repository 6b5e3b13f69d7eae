import { Blank } from '../../base/parts';
import type { CompiledScreenOf, CompiledTable } from '@/core/compiled';

/** What stands where a list shows no rows: because there are none, or none like those asked for. */
export function NoRows({
  screen: { name, behaviour },
  table,
  search,
  isNarrowed,
  onClear,
  onAdd,
}: {
  screen: CompiledScreenOf<'list'>;
  table: CompiledTable;
  search: string;
  isNarrowed: boolean;
  onClear: () => void;
  onAdd: (() => void) | null;
}) {
  const sought = search.trim();
  if (isNarrowed)
    return (
      <Blank
        text={sought ? `Nothing in ${name} holds “${sought}”.` : `Nothing in ${name} is so.`}
        action={{ label: sought ? 'Clear search' : 'Clear filters', onPress: onClear }}
      />
    );
  const add = onAdd ? { label: behaviour.empty?.button ?? `Add ${table.recordName}`, onPress: onAdd } : undefined;
  const { empty } = behaviour;
  if (empty) return <Blank text={empty.text} action={add} />;
  return <Blank text={`There are no ${name.toLowerCase()} yet.`} more={keptOf(table)} action={add} />;
}

const MOST_NAMED = 5;

/** What a record holds, for somebody who has not seen one. */
function keptOf({ recordName, columns }: CompiledTable): string | undefined {
  const names = columns.slice(0, MOST_NAMED).map(({ name }) => name);
  if (names.length === 0) return undefined;
  const others = columns.length > MOST_NAMED ? ' and more' : '';
  return `Each ${recordName.toLowerCase()} is kept with its ${names.join(', ')}${others}.`;
}
