import type { StepOf } from '@/core/model';
import { linkAt, recordTableAt } from '@/core/plan';
import { SelectField } from '@/ui';
import { useApp } from '../../useApp';
import { linkChoices, linksToBeSet, recordChoices } from '../stepChoices';
import { RecordField } from './fieldParts';
import type { StepEditor, StepFieldsProps } from './stepEditor';

function LinkFields({ step, scope, onChange }: StepFieldsProps<StepOf<'link'> | StepOf<'unlink'>>) {
  const { definition } = useApp().state;
  const tableId = recordTableAt(definition, scope, step.record);
  const side = linkAt(definition, step.columnId, tableId);
  const links = linkChoices(definition, tableId);
  const other = side?.other.tableId;
  const to = step.kind === 'link' ? step.to : step.from;
  const putTo = (text: string) => onChange(step.kind === 'link' ? { ...step, to: text } : { ...step, from: text });
  return (
    <>
      <RecordField
        label={step.kind === 'link' ? 'Links' : 'Unlinks'}
        scope={scope}
        text={step.record}
        onChange={(record) => {
          const [link] = linkChoices(definition, recordTableAt(definition, scope, record));
          onChange({
            ...step,
            record,
            columnId:
              links.some(({ value }) => value === step.columnId) && recordTableAt(definition, scope, record) === tableId
                ? step.columnId
                : (link?.value ?? step.columnId),
          });
        }}
      />
      <SelectField
        label="By the link"
        options={links}
        value={step.columnId}
        onChange={(columnId) =>
          onChange(
            step.kind === 'unlink'
              ? { id: step.id, kind: 'unlink', record: step.record, columnId }
              : {
                  ...step,
                  columnId,
                  to:
                    recordChoices(definition, scope, linkAt(definition, columnId, tableId)?.other.tableId)[0]?.value ??
                    step.to,
                },
          )
        }
      />
      {step.kind === 'link' ? (
        <RecordField label="To" scope={scope} text={to ?? ''} tableId={other} onChange={putTo} />
      ) : null}
      {step.kind === 'unlink' && side?.own ? (
        <SelectField
          label="From"
          options={[{ value: '', label: 'All that it is linked to' }, ...recordChoices(definition, scope, other)]}
          value={to ?? ''}
          onChange={(text) =>
            onChange(
              text
                ? { ...step, from: text }
                : { id: step.id, kind: 'unlink', record: step.record, columnId: step.columnId },
            )
          }
        />
      ) : null}
    </>
  );
}

export const link: StepEditor<StepOf<'link'>> = {
  label: 'Link',
  make: ({ app, scope }, id) => {
    const [able] = linksToBeSet(app, scope, 'link');
    return able ? { id, kind: 'link', ...able } : null;
  },
  Fields: LinkFields,
};

export const unlink: StepEditor<StepOf<'unlink'>> = {
  label: 'Unlink',
  make: ({ app, scope }, id) => {
    const [able] = linksToBeSet(app, scope, 'unlink');
    return able ? { id, kind: 'unlink', record: able.record, columnId: able.columnId } : null;
  },
  Fields: LinkFields,
};
