import { z } from 'zod';
import { definitionFaults } from '@/core/check';
import { faultReason, limitOf, limitWords, pathText } from '@/core/fault';
import { Definition, Id } from '@/core/model';
import { ProblemError } from '@/core/problem';

/** What was copied. Columns go into a table, parts into a screen of their kind; all else stands by itself. */
export const ClipItem = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('table'), id: Id }),
  z.strictObject({ kind: z.literal('columns'), tableId: Id, ids: z.array(Id).min(1) }),
  z.strictObject({ kind: z.literal('screen'), id: Id }),
  z.strictObject({ kind: z.literal('parts'), screenId: Id, ids: z.array(Id).min(1) }),
  z.strictObject({ kind: z.literal('query'), id: Id }),
  z.strictObject({ kind: z.literal('routine'), id: Id }),
]);

export type ClipItem = z.infer<typeof ClipItem>;

const VERSION = 1;

/** What was copied, within as much of its app as it needs: a definition that stands by itself. */
export const Clipping = z.strictObject({
  format: z.literal('fern-shelf-clipping'),
  version: z.literal(VERSION),
  item: ClipItem,
  /** In words: "the table Tools". */
  what: z.string().min(1).max(300),
  definition: Definition,
});

export type Clipping = z.infer<typeof Clipping>;

export const clippingOf = (clipping: Pick<Clipping, 'item' | 'what' | 'definition'>): Clipping => ({
  format: 'fern-shelf-clipping',
  version: VERSION,
  ...clipping,
});

export const printClipping = (clipping: Clipping): string => JSON.stringify(clipping, null, 1);

const Head = z.object({ format: z.literal('fern-shelf-clipping'), version: z.number() });

/**
 * What a text of the clipboard holds; null where it is no clipping at all. Throws a Problem of code `file-broken` or
 * `file-newer` where it says that it is one and cannot be read.
 */
export function parseClipping(text: string): Clipping | null {
  if (!text.includes('fern-shelf-clipping')) return null;
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return null;
  }
  const head = Head.safeParse(json);
  if (!head.success) return null;
  if (head.data.version > VERSION)
    throw new ProblemError({ code: 'file-newer', found: head.data.version, supported: VERSION });
  const parsed = Clipping.safeParse(json);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    throw broken(pathText('clipping', issue?.path ?? []), issue ? limitWords(limitOf(issue)) : '');
  }
  const [fault] = definitionFaults(parsed.data.definition);
  if (fault) throw broken(pathText('clipping', fault.place), faultReason(fault));
  if (!holdsItem(parsed.data)) throw broken('clipping › item', 'what was copied is not in it');
  return parsed.data;
}

function holdsItem({ item, definition }: Clipping): boolean {
  const { tables, screens, queries = [], routines = [] } = definition;
  const has = (things: readonly { id: string }[] | undefined, id: string) => things?.some((each) => each.id === id);
  switch (item.kind) {
    case 'table':
      return has(tables, item.id) ?? false;
    case 'columns':
      return item.ids.every((id) => has(tables.find((table) => table.id === item.tableId)?.columns, id));
    case 'screen':
      return has(screens?.list, item.id) ?? false;
    case 'parts':
      return has(screens?.list, item.screenId) ?? false;
    case 'query':
      return has(queries, item.id) ?? false;
    case 'routine':
      return has(routines, item.id) ?? false;
  }
}

const broken = (place: string, reason: string): ProblemError =>
  new ProblemError({ code: 'file-broken', place, reason });
