import { View } from 'react-native';
import { collectings } from '@/core/plan';
import type { Collecting, OnFound, ScanScreen } from '@/core/model';
import { ChoiceField, SelectField, SwitchField, Text } from '@/ui';
import { PausedTextField } from '../PausedTextField';
import { HelpLink } from '../help';
import { useApp } from '../useApp';
import { CollectFields, NoWay } from './CollectFields';
import { Section } from './Section';
import { useChange } from './view';

/** A scan screen: where codes are looked for, and what is done with what is found. */
export function ScanEditor({ screen }: { screen: ScanScreen }) {
  const { definition } = useApp().state;
  const change = useChange(screen);
  const { codes, found } = screen;
  const places = definition.tables.flatMap((table) =>
    table.columns.flatMap((column) => (column.kind === 'barcode' ? [{ table, column }] : [])),
  );
  const tableIds = [...new Set(codes.map(({ tableId }) => tableId))];
  const only = tableIds.length === 1 ? definition.tables.find(({ id }) => id === tableIds[0]) : undefined;
  const routines = (definition.routines ?? []).filter(({ tableId }) => only !== undefined && tableId === only.id);
  const all = only ? collectings(definition, only.id) : [];
  const ways = all.filter(({ missing }) => missing === null);
  const continuous = screen.continuous ?? found.kind !== 'open';
  const start = (kind: OnFound['kind']): OnFound | null => {
    if (kind === 'open') return { kind };
    if (kind === 'routine') return routines[0] ? { kind, routineId: routines[0].id } : null;
    return ways[0] ? { kind, ...ways[0].collecting } : null;
  };
  return (
    <View className="gap-6">
      <Section
        title="Codes"
        help="Where a scanned code is looked for. One item is found under its EAN-13, UPC-A or GTIN alike."
      >
        {places.map(({ table, column }) => {
          const isChosen = codes.some(({ columnId }) => columnId === column.id);
          return (
            <SwitchField
              key={column.id}
              label={`${table.name} › ${column.name}`}
              value={isChosen}
              onChange={(on) =>
                change(
                  (draft) =>
                    void (draft.codes = on
                      ? [...draft.codes, { tableId: table.id, columnId: column.id }]
                      : draft.codes.filter(({ columnId }) => columnId !== column.id)),
                )
              }
            />
          );
        })}
      </Section>
      <HelpLink page="scanning" label="More about scanning" />
      <Section title="When one is found">
        <ChoiceField
          label="It"
          choices={[
            { value: 'open' as const, label: 'Opens' },
            ...(routines.length > 0 ? [{ value: 'routine' as const, label: 'Runs a routine' }] : []),
            ...(ways.length > 0 ? [{ value: 'collect' as const, label: 'Goes on a list' }] : []),
          ]}
          value={found.kind}
          onChange={(kind) => {
            const next = start(kind);
            if (next) change((draft) => void (draft.found = next));
          }}
        />
        {routines.length === 0 || ways.length === 0 ? (
          <Text look="soft">
            {only
              ? [
                  `A routine that runs on ${only.recordName.toLowerCase()},`,
                  'or a table that belongs to it, gives more to choose from.',
                ].join(' ')
              : 'With codes of one table, a routine can be run or a list be kept.'}
          </Text>
        ) : null}
        {all.length > 0 && ways.length === 0 ? <NoWay ways={all} /> : null}
        {found.kind === 'routine' ? (
          <SelectField
            label="Runs"
            options={routines.map(({ id, name }) => ({ value: id, label: name }))}
            value={found.routineId}
            onChange={(routineId) => change((draft) => void (draft.found = { kind: 'routine', routineId }))}
          />
        ) : null}
        {found.kind === 'collect' && only ? (
          <CollectFields
            tableId={only.id}
            collecting={withoutKind(found)}
            times="How often it was scanned"
            onChange={(next) => change((draft) => void (draft.found = { kind: 'collect', ...next }))}
          />
        ) : null}
        {found.kind === 'collect' ? null : (
          <SwitchField
            label="Stays for the next scan, with a list of those before"
            value={continuous}
            onChange={(on) => change((draft) => void (draft.continuous = on))}
          />
        )}
        {continuous ? (
          <ChoiceField
            label="The same again"
            choices={[
              { value: 'count', label: 'Is counted' },
              { value: 'ignore', label: 'Is ignored' },
            ]}
            value={screen.repeats ?? 'count'}
            onChange={(repeats) => change((draft) => void (draft.repeats = repeats))}
          />
        ) : null}
      </Section>
      <Section title="When none is found" help="It is said so, and a new record with the code is offered.">
        <SwitchField
          label="The catalogue can be asked"
          help="A simulated service that ships with Fern Shelf; what it knows fills the form."
          value={screen.catalogue ?? false}
          onChange={(on) => change((draft) => void (on ? (draft.catalogue = true) : delete draft.catalogue))}
        />
        <PausedTextField
          label="Said before the first scan"
          mayBeBlank
          value={screen.note ?? ''}
          onChange={(note) => change((draft) => void (note ? (draft.note = note) : delete draft.note))}
        />
      </Section>
    </View>
  );
}

function withoutKind({ kind: _, ...collecting }: Extract<OnFound, { kind: 'collect' }>): Collecting {
  void _;
  return collecting;
}
