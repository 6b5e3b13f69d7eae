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
  return <Blank text={behaviour.empty?.text ?? `There are no ${name.toLowerCase()} yet.`} action={add} />;
}
