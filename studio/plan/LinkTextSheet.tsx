import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import type { ColumnSettings } from '@/core/column';
import type { Edit } from '@/core/edit';
import { type ColumnOf, type DeleteRule, deleteRules, type Match, MOST_NAME, type Table } from '@/core/model';
import { deleteRuleWords } from '@/core/plan';
import { matchableColumns, matchReportSql } from '@/core/schema';
import { Button, Callout, ChoiceField, Sheet, SwitchField, Text, TextField } from '@/ui';
import { worker } from '../client';
import { counted } from '../counted';
import { newId } from '../newId';
import { useApp, useGeneration } from '../useApp';
import { useEdit } from '../useEdit';
import { Impacts } from './Impacts';
import { ruleLabels } from './ruleLabels';
import { useImpacts } from './useImpacts';

const FAULTS_SHOWN = 8;

/**
 * Turns a text that names records elsewhere into a link to them: what matches, what does not, and what names several is
 * shown first.
 */
export function LinkTextSheet({
  table,
  column,
  onClose,
}: {
  table: Table;
  column: ColumnOf<'text' | 'barcode'>;
  onClose: () => void;
}) {
  const { definition } = useApp().state;
  const edit = useEdit();
  const targets = definition.tables.filter(({ id, linking }) => id !== table.id && !linking);
  const [id] = useState(newId);
  const [targetId, setTargetId] = useState(targets[0]?.id ?? '');
  const [by, setBy] = useState('');
  const [name, setName] = useState(column.name);
  const [inverse, setInverse] = useState(table.name);
  const [onDelete, setOnDelete] = useState<DeleteRule>('unlink');
  const [dropsText, setDropsText] = useState(false);
  const target = targets.find((each) => each.id === targetId);
  const match: Match = { textColumnId: column.id, targetTableId: targetId, by: by === '' ? null : by };
  const found = useMatches(table, target ? match : null);
  const hasMatches = found.some((each) => each.found === 1);
  const isWhole = found.every((each) => each.found === 1);

  const link: ColumnSettings = {
    id,
    name,
    kind: 'link',
    tableId: targetId,
    inverse,
    onDelete,
    required: false,
    unique: false,
    default: { kind: 'none' },
  };
  const made: Edit = {
    kind: 'linkText',
    tableId: table.id,
    columnId: column.id,
    link,
    keepText: !(dropsText && isWhole),
  };
  const fills = { [id]: match };
  const isReady = target !== undefined && name.trim() !== '' && inverse.trim() !== '';
  const { impacts, fault } = useImpacts(isReady ? made : null, fills);
  return (
    <Sheet
      title={`Turn ${column.name} into a link`}
      onClose={onClose}
      foot={
        <Button
          kind="main"
          label="Turn into a link"
          disabled={!isReady || !hasMatches || Boolean(fault) || edit.isPending}
          onPress={() => edit.mutate({ edit: made, fills }, { onSuccess: onClose })}
        />
      }
    >
      {target ? (
        <>
          <ChoiceField
            label="It names records of"
            choices={targets.map((each) => ({ value: each.id, label: each.name }))}
            value={targetId}
            onChange={(next) => (setTargetId(next), setBy(''))}
          />
          <ChoiceField
            label={`Each ${target.recordName.toLowerCase()} is found by`}
            choices={[
              { value: '', label: 'Its name' },
              ...matchableColumns(target).map((each) => ({ value: each.id, label: each.name })),
            ]}
            value={by}
            onChange={setBy}
          />
          <Matches target={target} found={found} />
          <TextField most={MOST_NAME} label={`${table.recordName} calls it`} value={name} onChangeText={setName} />
          <TextField
            most={MOST_NAME}
            label={`${target.recordName} calls them`}
            value={inverse}
            onChangeText={setInverse}
          />
          <ChoiceField
            label={`When the ${target.recordName.toLowerCase()} is deleted`}
            choices={deleteRules.map((value) => ({ value, label: ruleLabels[value] }))}
            value={onDelete}
            onChange={setOnDelete}
          />
          <Text look="soft">{deleteRuleWords(onDelete, target.recordName, inverse)}</Text>
          {isWhole ? (
            <SwitchField
              label="Remove the text"
              help="Every row is linked; the text says nothing more. Undo brings it back."
              value={dropsText}
              onChange={setDropsText}
            />
          ) : (
            <Text look="soft">
              {['The text stays beside the link, so that no', 'value is lost. Once all is linked, remove it.'].join(
                ' ',
              )}
            </Text>
          )}
          <Impacts fault={fault} impacts={impacts} />
        </>
      ) : (
        <Text look="body">There is no other table to link to yet.</Text>
      )}
    </Sheet>
  );
}

/** A text of the column: how many rows have it, and how many records it names. */
interface Named {
  value: string;
  rows: number;
  found: number;
}

/** What the texts of now match; nothing while it is not known to what. */
function useMatches(table: Table, match: Match | null): Named[] {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const sql = match ? matchReportSql(state.definition, table, match) : null;
  const report = useQuery({
    queryKey: ['matching', appId, generation, sql],
    queryFn: () => worker().api.read(appId, { sql: sql ?? '' }),
    enabled: sql !== null,
    gcTime: 0,
  });
  return (report.data?.rows ?? []).map((row) => ({
    value: String(row.value),
    rows: Number(row.rows),
    found: Number(row.found),
  }));
}

const rowsOf = (of: readonly Named[]) => of.reduce((total, { rows }) => total + rows, 0);

/** How many rows name one record, none or several; and the texts that do not name one. */
function Matches({ target, found }: { target: Table; found: readonly Named[] }) {
  const faults = found.filter((each) => each.found !== 1);
  const one = rowsOf(found.filter((each) => each.found === 1));
  const none = rowsOf(faults.filter((each) => each.found === 0));
  const several = rowsOf(faults.filter((each) => each.found > 1));
  return (
    <View role="group" aria-label="What matches" className="gap-2">
      <Callout tone={faults.length === 0 ? 'plum' : 'amber'}>
        {[
          `${counted(one, 'row names', 'rows name')} exactly one ${target.recordName.toLowerCase()}`,
          `${counted(none, 'names', 'name')} none`,
          `${counted(several, 'names', 'name')} several.`,
        ].join('; ')}
      </Callout>
      {faults.slice(0, FAULTS_SHOWN).map((each) => (
        <View key={each.value} className="flex-row justify-between gap-4 border-b border-stem py-1">
          <Text look="body" className="flex-1" numberOfLines={1}>
            {each.value}
          </Text>
          <Text look="soft">
            {`${counted(each.rows, 'row', 'rows')}, ${each.found === 0 ? 'no match' : `${each.found} matches`}`}
          </Text>
        </View>
      ))}
      {faults.length > FAULTS_SHOWN ? (
        <Text look="soft">{`And ${faults.length - FAULTS_SHOWN} more texts.`}</Text>
      ) : null}
    </View>
  );
}
