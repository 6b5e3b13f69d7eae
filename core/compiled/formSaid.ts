import type { CompiledFormPart } from './form';

type Field = Extract<CompiledFormPart, { kind: 'field' }>;

/** What of a field is evaluated: what it starts with, whether it is fixed, and whether it is seen. */
interface Evaluated {
  starts?: true;
  fixed?: true;
  seen?: true;
}

/** A field of a form as a module says it. */
export type InputSaid = Omit<Field, 'id' | 'startKey' | 'readOnlyKey' | 'visibleKey'> & Evaluated & { id?: string };

/** A part of a form as a module says it. */
export type FormPartSaid = Exclude<CompiledFormPart, Field> | InputSaid | Field;

const idAt = (index: number): string => `parts${index + 1}`;

export function formPartOf(part: FormPartSaid, index: number): CompiledFormPart {
  if (part.kind !== 'field' || 'startKey' in part) return part;
  const { starts, fixed, seen, ...rest } = part;
  return {
    id: idAt(index),
    ...rest,
    startKey: starts ? `_start${index}` : null,
    readOnlyKey: fixed ? `_fixed${index}` : null,
    visibleKey: seen ? `_seen${index}` : null,
  };
}

/** What of a part has to be said in this place; one whose values stand elsewhere is said in full. */
export function formPartSaid(part: CompiledFormPart, index: number): FormPartSaid {
  if (part.kind !== 'field') return part;
  const { id, startKey, readOnlyKey, visibleKey, ...rest } = part;
  const said: InputSaid = {
    ...rest,
    ...(id === idAt(index) ? {} : { id }),
    ...(startKey === null ? {} : { starts: true }),
    ...(readOnlyKey === null ? {} : { fixed: true }),
    ...(visibleKey === null ? {} : { seen: true }),
  };
  const back = formPartOf(said, index) as Field;
  const isUsual = back.startKey === startKey && back.readOnlyKey === readOnlyKey && back.visibleKey === visibleKey;
  return isUsual ? said : part;
}
