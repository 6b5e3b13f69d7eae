import {
  type CompiledForm,
  type CompiledList,
  type CompiledRecord,
  type FieldSaid,
  formPartSaid,
  type InputSaid,
  type ListBehaviour,
  recordPartSaid,
  rowSaid,
  type RowSaid,
  usualBehaviour,
  usualFragments,
  usualList,
} from '@/core/compiled';
import type { Column } from '@/core/model';
import { leaveOut } from './leaveOut';
import { Call } from './parts';

/** A list without what follows from the rest. */
export const listSaid = ({ row, fragments, ...list }: CompiledList) => ({
  ...leaveOut(list, usualList),
  fragments: leaveOut(fragments, usualFragments),
  row: rowWords(rowSaid(row, fragments.table)),
});

/** A row design as a call: `cards({ picture: field(…) })`. */
function rowWords({ shape, ...design }: RowSaid): Call {
  const worded = Object.entries(design).map(([key, part]) => {
    if (key === 'lines' || key === 'edge') return [key, (part as FieldSaid[]).map(fieldWords)];
    return [key, ['picture', 'title', 'badge'].includes(key) ? fieldWords(part as FieldSaid) : part];
  });
  return new Call(shape, [Object.fromEntries(worded)]);
}

function fieldWords({ column, ...how }: FieldSaid): Call {
  const shown = column.id === VALUE ? valueWords(column) : column;
  return new Call('field', Object.keys(how).length > 0 ? [shown, how] : [shown]);
}

/** What a value is called that is no column's. */
const VALUE = 'value';

/** A value that is no column's, in the words of its kind. */
function valueWords(column: Column): Call {
  const { kind, name, ...settings } = column;
  const usual: readonly string[] = ['id', 'identifier', 'required', 'unique', 'default'];
  const said = Object.fromEntries(Object.entries(settings).filter(([key]) => !usual.includes(key)));
  return new Call(kind, Object.keys(said).length > 0 ? [name, said] : [name]);
}

/** A list with what people can do in it, without what holds for most. */
export function listWords(screen: object): object {
  if (!('list' in screen)) return {};
  const { list, behaviour, tableId } = screen as { list: CompiledList; behaviour?: ListBehaviour; tableId: string };
  if (!behaviour) return { list: listSaid(list) };
  const rest = leaveOut(behaviour, usualBehaviour);
  return {
    behaviour: Object.keys(rest).length > 0 ? rest : undefined,
    list: leaveOut(listSaid(list), { tableId }),
  };
}

/** A record's parts, its facts as fields. */
export function recordWords(screen: object): object {
  if (!('record' in screen)) return {};
  const record = screen.record as CompiledRecord;
  const parts = record.parts.map((part, index) => {
    const partSaid = recordPartSaid(part, index);
    return partSaid.kind === 'group' ? { ...partSaid, facts: partSaid.facts.map(fieldWords) } : partSaid;
  });
  return { record: { ...record, parts } };
}

function inputWords({ column, ...said }: InputSaid): Call {
  const how = leaveOut(said, { kind: 'field' });
  return new Call('input', Object.keys(how).length > 0 ? [column, how] : [column]);
}

/** A form's fields in words. */
export function formWords(screen: object): object {
  if (!('form' in screen)) return {};
  const form = screen.form as CompiledForm;
  const parts = form.parts.map((part, index) => {
    const said = formPartSaid(part, index);
    if (said.kind !== 'field' || 'startKey' in said) return said;
    return inputWords(said);
  });
  return { form: { ...form, parts } };
}
