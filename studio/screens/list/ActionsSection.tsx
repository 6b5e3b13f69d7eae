import { screensOf } from '@/core/plan';
import { type ListScreen } from '@/core/model';
import { ChoiceField, SelectField, SwitchField } from '@/ui';
import { useApp } from '../../useApp';
import { Section } from '../Section';
import { useChange } from '../view';

import type { ListEditorProps } from './props';

/** What a tap, a press, a swipe and buttons do with a row. */
export function ActionsSection({ screen, table }: ListEditorProps) {
  const { definition } = useApp().state;
  const change = useChange(screen);
  const { list } = screensOf(definition);
  const forms = list.filter((each) => each.kind === 'form' && each.tableId === table.id);
  const records = list.filter((each) => each.kind === 'record' && each.tableId === table.id);
  const code = table.columns.find(({ kind }) => kind === 'barcode');
  const routines = (definition.routines ?? []).filter(({ tableId }) => tableId === table.id);
  const shown = routines.filter(({ id }) => screen.routineIds?.includes(id));
  return (
    <Section title="What a row does">
      <ChoiceField
        label="A tap"
        choices={[
          { value: 'record', label: 'Opens it' },
          { value: 'form', label: 'Edits it' },
          { value: 'actions', label: 'Asks' },
          ...(screen.collect ? [{ value: 'collect' as const, label: 'Puts it on the list' }] : []),
          { value: 'none', label: 'Nothing' },
        ]}
        value={screen.tap ?? 'record'}
        onChange={(tap) => change((draft) => void (draft.tap = tap))}
      />
      <ChoiceField
        label="A long press"
        choices={[
          { value: 'actions', label: 'Asks' },
          { value: 'form', label: 'Edits it' },
          { value: 'select', label: 'Chooses it' },
          { value: 'none', label: 'Nothing' },
        ]}
        value={screen.hold ?? 'actions'}
        onChange={(hold) => change((draft) => void (draft.hold = hold))}
      />
      <SwitchField
        label="A swipe uncovers edit and delete"
        value={screen.swipe ?? true}
        onChange={(swipe) => change((draft) => void (draft.swipe = swipe))}
      />
      {(['edit', 'delete'] as const).map((action) => (
        <SwitchField
          key={action}
          label={`Button to ${action} in each row`}
          value={(screen.buttons ?? []).includes(action)}
          onChange={(on) =>
            change(
              (draft) =>
                void (draft.buttons = on
                  ? [...(draft.buttons ?? []), action]
                  : (draft.buttons ?? []).filter((each) => each !== action)),
            )
          }
        />
      ))}
      <SwitchField
        label="Several can be chosen, then changed or deleted at once"
        help={routines.length > 0 ? 'Routines that run on a row run on all that are chosen, as one.' : undefined}
        value={screen.select ?? false}
        onChange={(select) => change((draft) => void (draft.select = select))}
      />
      <SwitchField
        label="Records can be added"
        value={screen.add ?? true}
        onChange={(add) => change((draft) => void (draft.add = add))}
      />
      {code ? (
        <SelectField
          label="Labels of its rows can be printed"
          options={[
            { value: '', label: 'No' },
            { value: 'bars', label: `Yes, ${code.name} as bars` },
            { value: 'QR', label: `Yes, ${code.name} as QR codes` },
          ]}
          value={screen.labels?.as ?? ''}
          onChange={(as) =>
            change(
              (draft) =>
                void (as === ''
                  ? delete draft.labels
                  : (draft.labels = { columnId: code.id, as: as as 'bars' | 'QR' })),
            )
          }
        />
      ) : null}
      {routines.map(({ id, name }) => (
        <SwitchField
          key={id}
          label={`Runs ${name} on a row`}
          help="Offered where a tap or a long press asks, and for several that are chosen."
          value={(screen.routineIds ?? []).includes(id)}
          onChange={(on) => change((draft) => putRoutine(draft, id, on))}
        />
      ))}
      {shown.length > 0 ? (
        <SelectField
          label="A button in each row"
          options={[
            { value: '', label: 'Runs nothing' },
            ...shown.map(({ id, name }) => ({ value: id, label: `Runs ${name}` })),
          ]}
          value={screen.rowRoutineId ?? ''}
          onChange={(id) => change((draft) => void (id ? (draft.rowRoutineId = id) : delete draft.rowRoutineId))}
        />
      ) : null}
      {records.length > 1 ? (
        <SelectField
          label="A record opens in"
          options={records.map(({ id, name }) => ({ value: id, label: name }))}
          value={screen.recordScreenId ?? records[0]?.id ?? ''}
          onChange={(id) => change((draft) => void (draft.recordScreenId = id))}
        />
      ) : null}
      {forms.length > 1 ? (
        <SelectField
          label="It is edited in"
          options={forms.map(({ id, name }) => ({ value: id, label: name }))}
          value={screen.formScreenId ?? forms[0]?.id ?? ''}
          onChange={(id) => change((draft) => void (draft.formScreenId = id))}
        />
      ) : null}
    </Section>
  );
}

function putRoutine(draft: ListScreen, id: string, on: boolean): void {
  const others = (draft.routineIds ?? []).filter((each) => each !== id);
  if (!on && draft.rowRoutineId === id) delete draft.rowRoutineId;
  if (on) draft.routineIds = [...others, id];
  else if (others.length > 0) draft.routineIds = others;
  else delete draft.routineIds;
}
