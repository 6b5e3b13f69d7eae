import Link2 from 'lucide-react-native/icons/link-2';
import { useEffect, useState } from 'react';
import { withKind, parseInput, traitsOf } from '@/core/column';
import type { Edit } from '@/core/edit';
import { type Column, type ColumnOf, MOST_NAME, type Table } from '@/core/model';
import { DEFAULT_FORMAT } from '@/core/format';
import { Button, Picker, Sheet, TextField } from '@/ui';
import { ClipMenu } from '../clip';
import { newId } from '../newId';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { complete, textsOf } from './columnDraft';
import { type DraftTexts, lines, type PlainColumn, type PlainSettings } from './draftTexts';
import { KindFields, RuleFields } from './ColumnFields';
import { kindOptions } from './kinds';
import { RemoveButton } from './RemoveButton';
import { draftOf, forgetDraft } from './draftColumn';
import { Impacts } from './Impacts';
import { useImpacts } from './useImpacts';

/** A column as it is being described; what an edit would do to the rows shows before it is made. */
export function ColumnSheet({
  table,
  column,
  onClose,
  onLink,
}: {
  table: Table;
  column: PlainColumn | null;
  onClose: () => void;
  onLink: (column: ColumnOf<'text' | 'barcode'>) => void;
}) {
  const edit = useEdit();
  const [draft] = useState(() => draftOf(column?.id));
  // Only once it is shown: what is drawn may be drawn anew before that.
  useEffect(forgetDraft, []);
  const hasPeople = useApp().state.definition.people !== undefined;
  const [settings, setSettings] = useState<PlainSettings>(
    () => draft ?? column ?? withKind({ id: newId(), name: '', required: false, unique: false }, 'text', []),
  );
  const [texts, setTexts] = useState(() => textsOf(draft ?? column));
  const [fillText, setFillText] = useState('');

  const parsed = complete(settings, texts);
  const fill =
    parsed.ok && fillText.trim() !== ''
      ? parseInput({ ...parsed.column, identifier: 'x' } as Column, fillText, DEFAULT_FORMAT)
      : null;
  const fills = fill?.ok ? { [settings.id]: fill.value } : {};
  const made: Edit | null = parsed.ok
    ? { kind: column ? 'changeColumn' : 'addColumn', tableId: table.id, column: parsed.column }
    : null;
  const { impacts, fault } = useImpacts(settings.name.trim() === '' ? null : made, fills);

  const blocked = impacts.some(({ blocks }) => blocks);
  const isAttachment = traitsOf(settings).isAttachment;
  const needsFill = !isAttachment && (impacts.some(({ kind }) => kind === 'blanks') || fillText !== '');
  const save = () => made && edit.mutate({ edit: made, fills }, { onSuccess: onClose });
  const update = (changes: Partial<PlainSettings>) => setSettings((now) => ({ ...now, ...changes }) as PlainSettings);
  const type = (changes: Partial<DraftTexts>) => setTexts((now) => ({ ...now, ...changes }));
  const problem = parsed.ok ? (fill && !fill.ok ? fill.reason : fault) : parsed.reason;

  return (
    <Sheet
      title={column ? `Column ${column.name}` : `Add column to ${table.name}`}
      onClose={onClose}
      foot={
        <>
          {column ? (
            <RemoveButton
              what="column"
              name={column.name}
              edit={{ kind: 'removeColumn', tableId: table.id, columnId: column.id }}
              harmless={`No row holds a value in ${column.name}.`}
              disabled={table.columns.length === 1}
            />
          ) : null}
          {column ? <ClipMenu item={{ kind: 'columns', tableId: table.id, ids: [column.id] }} /> : null}
          <Button
            kind="main"
            label={column ? 'Save column' : 'Add column'}
            disabled={settings.name.trim() === '' || !parsed.ok || blocked || edit.isPending || Boolean(problem)}
            onPress={save}
          />
        </>
      }
    >
      <TextField
        most={MOST_NAME}
        label="Name"
        value={settings.name}
        onChangeText={(name) => update({ name })}
        autoFocus={!column}
      />
      <Picker
        label="Kind"
        options={kindOptions}
        value={settings.kind}
        onChange={(kind) => setSettings(withKind(settings, kind, lines(texts.choices)))}
      />
      <KindFields settings={settings} update={update} texts={texts} type={type} />
      <RuleFields settings={settings} update={update} texts={texts} type={type} hasPeople={hasPeople} />
      {column?.kind === 'text' || column?.kind === 'barcode' ? (
        <Button icon={Link2} label="Turn into a link" onPress={() => onLink(column)} />
      ) : null}
      {needsFill ? (
        <TextField
          label="Fill blanks with"
          help="Goes into every row that has none."
          value={fillText}
          onChangeText={setFillText}
        />
      ) : null}
      <Impacts fault={problem} impacts={impacts} />
    </Sheet>
  );
}
