import type { Edit } from './edit';
import type { ColumnSettings } from '@/core/column';
import type { ColumnOf, DeleteRule, Table } from '@/core/model';
/** How many belong to how many, seen from the table that the link is described on. */
export type LinkShape = 'belongs' | 'hasMany' | 'hasOne' | 'manyToMany';

/** A link as it is being described, seen from the table `here`. */
export interface LinkDraft {
  shape: LinkShape;
  otherId: string;
  /** What the record that belongs calls the one that it belongs to. */
  name: string;
  /** What that one calls those that belong to it. */
  inverse: string;
  required: boolean;
  onDelete: DeleteRule;
  acyclic: boolean;
  /** The linking table's name, for many to many. */
  linkingName: string;
}

const lower = (name: string) => name.toLowerCase();

/** The sentences to choose from. */
export function shapeChoices(here: Table, other: Table): { value: LinkShape; label: string }[] {
  const [one, many] = [lower(other.recordName), lower(other.name)];
  return [
    { value: 'belongs', label: `${here.recordName} belongs to one ${one}` },
    { value: 'hasMany', label: `${here.recordName} has many ${many}` },
    { value: 'hasOne', label: `${here.recordName} has at most one ${one}` },
    { value: 'manyToMany', label: `Many ${lower(here.name)} with many ${many}` },
  ];
}

/** A draft with the names that suggest themselves. */
export function newDraft(here: Table, other: Table, shape: LinkShape): LinkDraft {
  const [child, parent] = shape === 'belongs' ? [here, other] : [other, here];
  const own = here.id === other.id;
  return {
    shape,
    otherId: other.id,
    name: own ? `Upper ${lower(parent.recordName)}` : parent.recordName,
    inverse: own ? `Lower ${lower(child.name)}` : shape === 'hasOne' ? child.recordName : child.name,
    required: false,
    onDelete: 'unlink',
    acyclic: own,
    linkingName: `${here.recordName} ${lower(other.name)}`,
  };
}

/** A link that is there, as seen from the table that its column is in. */
export function draftOf(column: ColumnOf<'link'>): LinkDraft {
  const { name, inverse, required, onDelete, acyclic = false, tableId, unique } = column;
  return {
    shape: unique ? 'hasOne' : 'belongs',
    otherId: tableId,
    name,
    inverse,
    required,
    onDelete,
    acyclic,
    linkingName: '',
  };
}

/** The edit that makes the link; `newIds` are used once: for its column, or for its table and two columns. */
export function linkEdit(here: Table, other: Table, draft: LinkDraft, newIds: readonly [string, string, string]): Edit {
  const own = here.id === other.id;
  if (draft.shape === 'manyToMany') {
    const [tableId, first, second] = newIds;
    const { linkingName } = draft;
    return {
      kind: 'addLinkingTable',
      tableId,
      name: linkingName,
      sides: [
        { tableId: here.id, columnId: first, name: here.recordName, inverse: linkingName },
        {
          tableId: other.id,
          columnId: second,
          name: own ? `Other ${lower(other.recordName)}` : other.recordName,
          inverse: own ? `Other ${lower(linkingName)}` : linkingName,
        },
      ],
    };
  }
  const [child, parent] = draft.shape === 'belongs' ? [here, other] : [other, here];
  return {
    kind: 'addColumn',
    tableId: child.id,
    column: linkColumn(draft, newIds[0], parent.id, draft.shape === 'hasOne'),
  };
}

/** The settings of a link's column as the draft has them. */
export function linkColumn(
  { name, inverse, required, onDelete, acyclic }: LinkDraft,
  id: string,
  tableId: string,
  unique: boolean,
): ColumnSettings {
  return {
    id,
    name,
    kind: 'link',
    tableId,
    inverse,
    required,
    unique,
    onDelete,
    default: { kind: 'none' },
    ...(acyclic ? { acyclic } : {}),
  };
}
