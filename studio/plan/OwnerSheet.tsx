import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { worker } from '../client';
import { useApp, useGeneration } from '../useApp';
import { useEdit } from '../useEdit';
import { Impacts } from './Impacts';
import { useImpacts } from './useImpacts';
import { SHOWN_NAME } from '@/core/compiled';
import type { Edit } from '@/core/edit';
import type { Table } from '@/core/model';
import { ownerId } from '@/core/plan';
import { Button, ChoiceField, Sheet, Text } from '@/ui';

const NOBODY = '';

/** Whether a table's rows are for everyone or each only for the person who made it. */
export function OwnerSheet({ table, onClose }: { table: Table; onClose: () => void }) {
  const { appId, compiled } = useApp();
  const generation = useGeneration();
  const edit = useEdit();
  const [owned, setOwned] = useState(table.owned === true);
  const [owner, setOwner] = useState(NOBODY);
  const list = compiled.people?.list.sql ?? '';
  const people = useQuery({
    queryKey: ['people', appId, generation, list],
    queryFn: () => worker().api.read(appId, { sql: list }),
    enabled: list !== '',
    gcTime: 0,
  });
  const fills = owned && owner !== NOBODY ? { [ownerId(table)]: Number(owner) } : {};
  const made: Edit | null = owned === (table.owned === true) ? null : { kind: 'setOwned', tableId: table.id, owned };
  const { impacts, fault } = useImpacts(made, fills);
  const without = useImpacts(made, {}).impacts.some(({ kind }) => kind === 'unowned');
  const save = () => (made ? edit.mutate({ edit: made, fills }, { onSuccess: onClose }) : onClose());
  return (
    <Sheet
      title={`Whose ${table.name.toLowerCase()}`}
      onClose={onClose}
      foot={<Button kind="main" label="Save" disabled={edit.isPending || Boolean(fault)} onPress={save} />}
    >
      <ChoiceField
        label="Each row is for"
        choices={[
          { value: 'everyone', label: 'Everyone' },
          { value: 'owner', label: 'Only its owner' },
        ]}
        value={owned ? 'owner' : 'everyone'}
        onChange={(value) => setOwned(value === 'owner')}
      />
      <Text look="soft">
        {owned
          ? [
              'A row belongs to the person who is signed in when it is made. Nobody else finds,',
              'counts, sums, links or changes it: the statements themselves ask for the owner.',
            ].join(' ')
          : 'Whoever is signed in sees and changes every row.'}
      </Text>
      {made && owned && without ? (
        <ChoiceField
          label="The rows of now belong to"
          choices={[
            { value: NOBODY, label: 'Nobody yet' },
            ...(people.data?.rows ?? []).map((row) => ({ value: String(row.id), label: String(row[SHOWN_NAME]) })),
          ]}
          value={owner}
          onChange={setOwner}
        />
      ) : null}
      <Impacts fault={fault} impacts={made ? impacts : []} />
    </Sheet>
  );
}
