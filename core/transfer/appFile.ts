import { z } from 'zod';
import { definitionFault, issuePlace } from '@/core/check';
import { isRecordId, isStored, storedFault } from '@/core/column';
import { mendDefinition } from '@/core/edit';
import { Definition, FORMAT_VERSION, type Scalar, Table } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { ProblemError } from '@/core/problem';

const ScalarValue = z.union([z.string(), z.number(), z.null()]);

/** The rows of one table: the ids of the columns, and for each row its id followed by the columns' stored values. */
export const RowSet = z.strictObject({
  columns: z.array(z.string()),
  rows: z.array(z.array(ScalarValue)),
});
export type RowSet = z.infer<typeof RowSet>;
/** Rows by table id. */
export const RowSets = z.record(z.string(), RowSet);
export type RowSets = z.infer<typeof RowSets>;

/** Rows that are there at installation, with the tables as they were when the rows were laid down. */
export const Starting = z.strictObject({
  tables: z.array(Table),
  people: Definition.shape.people,
  rows: RowSets,
  /**
   * What later edits of the plan filled blanks and links with, by column id: the rows come up to the plan of today by
   * the same.
   */
  fills: z
    .record(
      z.string(),
      z.union([
        ScalarValue,
        z.strictObject({ textColumnId: z.string(), targetTableId: z.string(), by: z.string().nullable() }),
      ]),
    )
    .optional(),
});
export type Starting = z.infer<typeof Starting>;

/** An app as one JSON file. Its schema is published as docs/app-file.schema.json. */
export const AppFile = z.strictObject({
  format: z.literal('fern-shelf-app'),
  version: z.literal(FORMAT_VERSION),
  definition: Definition,
  starting: Starting.optional(),
  rows: RowSets.optional(),
});
export type AppFile = z.infer<typeof AppFile>;

/** Reads an app file. Throws a Problem of code `file-broken` with the place of the first fault, or `file-newer`. */
export function parseAppFile(text: string): AppFile {
  const parsed = AppFile.safeParse(jsonOf(text));
  if (!parsed.success) {
    const issue = parsed.error.issues[0] as z.core.$ZodIssue;
    throw broken(issuePlace(issue, 'file'), issue.message);
  }
  return sound(parsed.data);
}

/**
 * Reads an app file in spite of what breaks a limit or rule of this version: that is cut, reset or left out, and told
 * in `mends`. Throws as `parseAppFile` does where it cannot be read so.
 */
export function mendAppFile(text: string): { file: AppFile; mends: string[] } {
  const loose = z.object({ definition: z.unknown(), starting: z.unknown(), rows: z.unknown() }).safeParse(jsonOf(text));
  const mended = loose.success ? mendDefinition(loose.data.definition) : null;
  if (!mended) return { file: parseAppFile(text), mends: [] };
  const { definition, mends } = mended;
  const plain: AppFile = { format: 'fern-shelf-app', version: FORMAT_VERSION, definition };
  const starting = Starting.safeParse(loose.data?.starting);
  const withStarting =
    starting.success && !startingFault(definition, starting.data) ? { ...plain, starting: starting.data } : plain;
  const lost =
    loose.data?.starting !== undefined && withStarting === plain
      ? ['The starting rows could not be read; they were left out']
      : [];
  const rows = loose.data?.rows === undefined ? undefined : RowSets.safeParse(loose.data.rows);
  if (rows && !rows.success) return { file: parseAppFile(text), mends: [] };
  return { file: sound(rows ? { ...withStarting, rows: rows.data } : withStarting), mends: [...mends, ...lost] };
}

function jsonOf(text: string): unknown {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw broken(jsonPlace(text, error), 'this is not JSON');
  }
  const head = z.object({ format: z.literal('fern-shelf-app'), version: z.number() }).safeParse(json);
  if (!head.success) throw broken('the start', 'this is not an app file of Fern Shelf');
  if (head.data.version > FORMAT_VERSION)
    throw new ProblemError({ code: 'file-newer', found: head.data.version, supported: FORMAT_VERSION });
  return json;
}

/** The file, where what no schema can say is right, too. Throws a Problem with the place. */
function sound(file: AppFile): AppFile {
  const fault =
    definitionFault(file.definition, 'file.definition') ??
    (file.starting && startingFault(file.definition, file.starting)) ??
    (file.rows && rowsFault(physicalPlan(file.definition).tables, file.rows, 'file.rows'));
  if (fault) throw broken(fault.place, fault.reason);
  return file;
}

function startingFault(
  { id, name, theme }: Definition,
  { tables, people, rows }: Starting,
): { place: string; reason: string } | null {
  return (
    definitionFault({ id, name, theme, tables, people }, 'file.starting') ??
    rowsFault(physicalPlan({ tables, people }).tables, rows, 'file.starting.rows')
  );
}

export function printAppFile(file: AppFile): string {
  return `${JSON.stringify(file, null, 1)}\n`;
}

/** The published JSON Schema of the app file, draft 2020-12. */
export function appFileSchema(): unknown {
  return z.toJSONSchema(AppFile, { io: 'input' });
}

/** Why rows do not suit the tables, with the place, or null. */
export function rowsFault(
  tables: readonly Table[],
  sets: RowSets,
  place: string,
): { place: string; reason: string } | null {
  for (const [tableId, set] of Object.entries(sets)) {
    const at = `${place}.${tableId}`;
    const table = tables.find(({ id }) => id === tableId);
    if (!table) return { place: at, reason: 'there is no table with this id' };
    const columns = set.columns.map((columnId) => table.columns.filter(isStored).find(({ id }) => id === columnId));
    const unknown = columns.indexOf(undefined);
    if (unknown >= 0) return { place: `${at}.columns[${unknown}]`, reason: 'there is no column with this id' };
    const ids = new Set<Scalar>();
    for (const [index, row] of set.rows.entries()) {
      const where = `${at}.rows[${index}]`;
      if (row.length !== columns.length + 1)
        return { place: where, reason: `expected ${columns.length + 1} values, found ${row.length}` };
      const id = row[0] as Scalar;
      if (!isRecordId(id))
        return { place: `${where}[0]`, reason: 'expected a whole number above 0, and at most 2^52, as id' };
      if (ids.has(id)) return { place: `${where}[0]`, reason: `the id ${id} is there twice` };
      ids.add(id);
      for (const [at, column] of columns.entries()) {
        const fault = column ? storedFault(column, row[at + 1] ?? null) : null;
        if (fault) return { place: `${where}[${at + 1}]`, reason: fault };
      }
    }
  }
  return null;
}

function broken(place: string, reason: string): ProblemError {
  return new ProblemError({ code: 'file-broken', place, reason });
}

/** "line 12, character 3", from the position in the engine's message, or the end of the text. */
function jsonPlace(text: string, error: unknown): string {
  const message = error instanceof Error ? error.message : '';
  const position = Number(/position (\d+)/.exec(message)?.[1] ?? text.length);
  const before = text.slice(0, position).split('\n');
  return `line ${before.length}, character ${(before.at(-1)?.length ?? 0) + 1}`;
}
