import type { CompiledSlot } from './slot';
import type { Statement } from './statement';
import type { AskedColumn, Check, ColumnOf, FormPart, FormScreen } from '@/core/model';

type Field = Extract<FormPart, { kind: 'field' }>;

export type CompiledFormPart =
  | (Pick<Field, 'id' | 'help' | 'placeholder' | 'input'> & {
      kind: 'field';
      column: AskedColumn;
      startKey: string | null;
      readOnlyKey: string | null;
      visibleKey: string | null;
    })
  | { kind: 'heading'; id: string; text: string }
  | { kind: 'fact'; id: string; slot: CompiledSlot }
  | {
      kind: 'lines';
      id: string;
      title: string;
      tableId: string;
      column: ColumnOf<'link'>;
      fields: AskedColumn[];
      statement: Statement;
    };

export interface CompiledForm {
  tableId: string;
  parts: CompiledFormPart[];
  checks: (Pick<Check, 'id' | 'message' | 'columnId'> & { key: string })[];
  after: NonNullable<FormScreen['after']>;
  /** What is evaluated from what is typed: conditions, facts, checks. Parameters by column identifier, and `id`. */
  live: Statement | null;
  /** What a new record begins with, from what it would else; parameters as for `live`. */
  start: Statement | null;
}
