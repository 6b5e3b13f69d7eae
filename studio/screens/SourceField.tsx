import type { Table } from '@/core/model';
import type { Given } from '@/core/plan';
import { SelectField } from '@/ui';
import { useApp } from '../useApp';
import { GivenFields } from './ParametersEditor';

interface Source {
  queryId?: string | undefined;
  given?: Given | undefined;
}

/** Which rows of a table something is made of: all of them, or those of a query, with what it is given. */
export function SourceField({
  label,
  table,
  source,
  onChange,
}: {
  label: string;
  table: Table;
  source: Source;
  onChange: (source: Source) => void;
}) {
  const { definition } = useApp().state;
  const queries = (definition.queries ?? []).filter(({ tableId }) => tableId === table.id);
  return (
    <>
      <SelectField
        label={label}
        options={[
          { value: '', label: `All ${table.name.toLowerCase()}` },
          ...queries.map(({ id, name }) => ({ value: id, label: `Query: ${name}` })),
        ]}
        value={source.queryId ?? ''}
        onChange={(queryId) => onChange(queryId ? { queryId } : {})}
      />
      <GivenFields
        query={queries.find(({ id }) => id === source.queryId)}
        given={source.given}
        onChange={(given) => onChange({ ...source, given })}
      />
    </>
  );
}

/** Puts a source in the place of another. */
export function putSource(draft: Source, { queryId, given }: Source): void {
  if (queryId) draft.queryId = queryId;
  else delete draft.queryId;
  if (given) draft.given = given;
  else delete draft.given;
}
