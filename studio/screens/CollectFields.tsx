import { collectings } from '@/core/plan';
import type { Collecting } from '@/core/model';
import { ChoiceField, SelectField, Text } from '@/ui';
import { useApp } from '../useApp';

/** Why nothing can be collected, where there are links that it could be by. */
export function NoWay({ ways }: { ways: ReturnType<typeof collectings> }) {
  return (
    <Text look="soft">
      {[
        `A list of these cannot be saved yet: ${ways.map(({ missing }) => `${missing} must not be blank`).join('; ')}.`,
        'Let it be blank, give it a default, or make it a link.',
      ].join(' ')}
    </Text>
  );
}

/**
 * What a working list of records of `tableId` is saved as. `times`: what is counted, as in "How often it was scanned".
 */
export function CollectFields({
  tableId,
  collecting,
  times,
  onChange,
}: {
  tableId: string;
  collecting: Collecting;
  times: string;
  onChange: (next: Collecting) => void;
}) {
  const { definition } = useApp().state;
  const ways = collectings(definition, tableId).filter(({ missing }) => missing === null);
  const { countId, parentId, ...rest } = collecting;
  const into = definition.tables.find(({ id }) => id === collecting.tableId);
  const parents = (into?.columns ?? []).filter((column) => column.kind === 'link' && column.id !== collecting.linkId);
  const counts = (into?.columns ?? []).filter(({ kind }) => kind === 'wholeNumber');
  const withIds = (count: string | undefined, parent: string | undefined): Collecting => ({
    ...rest,
    ...(count ? { countId: count } : {}),
    ...(parent ? { parentId: parent } : {}),
  });
  return (
    <>
      <SelectField
        label="Saved as"
        options={ways.map((way) => ({ value: way.collecting.linkId, label: way.name }))}
        value={collecting.linkId}
        onChange={(linkId) => {
          const way = ways.find((each) => each.collecting.linkId === linkId);
          if (way) onChange(way.collecting);
        }}
      />
      {counts.length > 0 ? (
        <SelectField
          label={`${times} goes into`}
          options={[{ value: '', label: 'Nothing' }, ...counts.map(({ id, name }) => ({ value: id, label: name }))]}
          value={countId ?? ''}
          onChange={(count) => onChange(withIds(count, parentId))}
        />
      ) : null}
      {parents.length > 0 ? (
        <SelectField
          label="Each belongs to the record that the screen is opened from"
          options={[
            { value: '', label: 'No' },
            ...parents.map(({ id, name }) => ({ value: id, label: `By ${name.toLowerCase()}` })),
          ]}
          value={parentId ?? ''}
          onChange={(parent) => onChange(withIds(countId, parent))}
        />
      ) : null}
      <ChoiceField
        label="Leaving the screen"
        choices={[
          { value: 'keep', label: 'Keeps the list' },
          { value: 'clear', label: 'Clears it' },
        ]}
        value={collecting.leaving}
        onChange={(leaving) => onChange({ ...collecting, leaving })}
      />
    </>
  );
}
