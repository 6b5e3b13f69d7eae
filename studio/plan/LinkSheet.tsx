import { useState } from 'react';
import { View } from 'react-native';
import { draftOf, type Edit, linkColumn, type LinkDraft, linkEdit, newDraft, shapeChoices } from '@/core/edit';
import { type ColumnOf, type Definition, deleteRules, MOST_NAME, type Table } from '@/core/model';
import { deleteRuleWords, linkSentence } from '@/core/plan';
import { Button, ChoiceField, Sheet, SwitchField, Text, TextField } from '@/ui';
import { ClipMenu } from '../clip';
import { newId } from '../newId';
import { HelpLink } from '../help';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { Impacts } from './Impacts';
import { RemoveButton } from './RemoveButton';
import { ruleLabels } from './ruleLabels';
import { useImpacts } from './useImpacts';

/** A link told as a sentence: a new one from `table`, or the one that `column` of `table` makes. */
export function LinkSheet({
  table,
  column,
  onClose,
}: {
  table: Table;
  column: ColumnOf<'link'> | null;
  onClose: () => void;
}) {
  const { definition } = useApp().state;
  const edit = useEdit();
  const [ids] = useState<[string, string, string]>(() => [newId(), newId(), newId()]);
  const others = definition.tables.filter(({ linking }) => !linking);
  const [draft, setDraft] = useState<LinkDraft>(() =>
    column ? draftOf(column) : newDraft(table, others.find(({ id }) => id !== table.id) ?? table, 'belongs'),
  );
  const other = definition.tables.find(({ id }) => id === draft.otherId) ?? table;

  const made: Edit = column
    ? {
        kind: 'changeColumn',
        tableId: table.id,
        column: linkColumn(draft, column.id, column.tableId, draft.shape === 'hasOne'),
      }
    : linkEdit(table, other, draft, ids);
  const names = draft.shape === 'manyToMany' ? [draft.linkingName] : [draft.name, draft.inverse];
  const isNamed = names.every((name) => name.trim() !== '');
  const { impacts, fault } = useImpacts(isNamed ? made : null);
  const blocked = !isNamed || Boolean(fault) || impacts.some(({ blocks }) => blocks);
  const [child, parent] = column || draft.shape === 'belongs' ? [table, other] : [other, table];
  return (
    <Sheet
      title={column ? `Link ${column.name}` : `Link ${table.name} to another table`}
      onClose={onClose}
      foot={
        <>
          {column ? (
            <RemoveButton
              what="link"
              name={column.name}
              edit={{ kind: 'removeColumn', tableId: table.id, columnId: column.id }}
              harmless="No row is linked by it."
            />
          ) : null}
          {column ? <ClipMenu item={{ kind: 'columns', tableId: table.id, ids: [column.id] }} /> : null}
          <Button
            kind="main"
            label={column ? 'Save link' : 'Add link'}
            disabled={blocked || edit.isPending}
            onPress={() => edit.mutate({ edit: made }, { onSuccess: onClose })}
          />
        </>
      }
    >
      {column ? null : (
        <>
          <ChoiceField
            label="Linked to"
            choices={others.map(({ id, name }) => ({
              value: id,
              label: id === table.id ? `${name} themselves` : name,
            }))}
            value={draft.otherId}
            onChange={(otherId) =>
              setDraft(newDraft(table, definition.tables.find(({ id }) => id === otherId) ?? table, draft.shape))
            }
          />
          <ChoiceField
            label="How"
            choices={shapeChoices(table, other)}
            value={draft.shape}
            onChange={(shape) => setDraft(newDraft(table, other, shape))}
          />
        </>
      )}
      <View className="border-l-4 border-plum pl-4">
        <Text look="body">{sentence(definition, child, draft, parent, column?.id ?? ids[0])}</Text>
      </View>
      <HelpLink page="links" label="More about links" />
      {draft.shape === 'manyToMany' ? (
        <TextField
          most={MOST_NAME}
          label="What one such pairing is called"
          help="In the plural: a table of its own, which may carry more columns."
          value={draft.linkingName}
          onChangeText={(linkingName) => setDraft((now) => ({ ...now, linkingName }))}
        />
      ) : (
        <LinkFields
          draft={draft}
          child={child}
          parent={parent}
          mayBecomeSingle={column !== null}
          onChange={(changes) => setDraft((now) => ({ ...now, ...changes }))}
        />
      )}
      <Impacts fault={fault} impacts={impacts} />
    </Sheet>
  );
}

interface LinkFieldsProps {
  draft: LinkDraft;
  /** The table that the link is in, and the one that it leads to. */
  child: Table;
  parent: Table;
  /** Whether it can be said that there is at most one. */
  mayBecomeSingle: boolean;
  onChange(changes: Partial<LinkDraft>): void;
}

/** What a link is called from both sides, and what it holds records to. */
function LinkFields({ draft, child, parent, mayBecomeSingle, onChange }: LinkFieldsProps) {
  return (
    <>
      <TextField
        most={MOST_NAME}
        label={`${child.recordName} calls it`}
        value={draft.name}
        onChangeText={(name) => onChange({ name })}
      />
      <TextField
        most={MOST_NAME}
        label={`${parent.recordName} calls them`}
        help="What a record shows its list of them under."
        value={draft.inverse}
        onChangeText={(inverse) => onChange({ inverse })}
      />
      <SwitchField
        label="Required"
        help={`No ${child.recordName.toLowerCase()} without one.`}
        value={draft.required}
        onChange={(required) =>
          onChange({ required, ...(required && draft.onDelete === 'unlink' ? { onDelete: 'stop' } : {}) })
        }
      />
      {mayBecomeSingle ? (
        <SwitchField
          label="At most one"
          help={`A ${parent.recordName.toLowerCase()} has no second one.`}
          value={draft.shape === 'hasOne'}
          onChange={(one) => onChange({ shape: one ? 'hasOne' : 'belongs' })}
        />
      ) : null}
      <ChoiceField
        label={`When the ${parent.recordName.toLowerCase()} is deleted`}
        choices={deleteRules
          .filter((rule) => !(draft.required && rule === 'unlink'))
          .map((value) => ({ value, label: ruleLabels[value] }))}
        value={draft.onDelete}
        onChange={(onDelete) => onChange({ onDelete })}
      />
      <Text look="soft">{deleteRuleWords(draft.onDelete, parent.recordName, draft.inverse)}</Text>
      {child.id === parent.id ? (
        <SwitchField
          label="Never in a circle"
          help="No record comes to belong to itself through others."
          value={draft.acyclic}
          onChange={(acyclic) => onChange({ acyclic })}
        />
      ) : null}
    </>
  );
}

function sentence(definition: Definition, child: Table, draft: LinkDraft, parent: Table, id: string): string {
  if (draft.shape === 'manyToMany')
    return [
      `Many ${child.name.toLowerCase()} with many ${parent.name.toLowerCase()},`,
      `through ${draft.linkingName.toLowerCase() || 'a table of its own'}.`,
    ].join(' ');
  const column = {
    ...linkColumn(draft, id, parent.id, draft.shape === 'hasOne'),
    identifier: 'x',
    inverseIdentifier: 'y',
  } as ColumnOf<'link'>;
  return linkSentence(definition, child, column);
}
