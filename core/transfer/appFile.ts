import { z } from 'zod';
import { definitionFaults } from '@/core/check';
import { fault, type Fault, faultReason, limitOf, pathText, under, unless } from '@/core/fault';
import { isRecordId, isStored, storedFault } from '@/core/column';
import { mendDefinition } from '@/core/edit';
import { type Column, Definition, FORMAT_VERSION, type Scalar, Table } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { ProblemError } from '@/core/problem';
import { PackedReleases, type Release, unpackReleases } from '@/core/release';

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
  /** Its releases, oldest first. */
  releases: PackedReleases.optional(),
});
export type AppFile = z.infer<typeof AppFile>;

/** Reads an app file. Throws a Problem of code `file-broken` with the place of the first fault, or `file-newer`. */
export function parseAppFile(text: string): AppFile {
  const parsed = AppFile.safeParse(jsonOf(text));
  if (!parsed.success) throw brokenBy(parsed.error.issues.map(outside));
  return sound(parsed.data);
}

/**
 * Reads an app file in spite of what breaks a limit or rule of this version: that is cut, reset or left out, and told
 * in `mends`. Throws as `parseAppFile` does where it cannot be read so.
 */
export function mendAppFile(text: string): { file: AppFile; mends: string[] } {
  const loose = z
    .object({ definition: z.unknown(), starting: z.unknown(), rows: z.unknown(), releases: z.unknown().optional() })
    .safeParse(jsonOf(text));
  const mended = loose.success ? mendDefinition(loose.data.definition) : null;
  if (!mended) return { file: parseAppFile(text), mends: [] };
  const { definition, mends } = mended;
  const plain: AppFile = { format: 'fern-shelf-app', version: FORMAT_VERSION, definition };
  const starting = Starting.safeParse(loose.data?.starting);
  const withStarting =
    starting.success && startingFaults(definition, starting.data).length === 0
      ? { ...plain, starting: starting.data }
      : plain;
  const releases = PackedReleases.optional().safeParse(loose.data?.releases);
  // They are told from the plan that was written down: where that is mended, they lead elsewhere.
  const areKept =
    releases.success && mends.length === 0 && unpackReleases({ definition }, releases.data ?? []).faults.length === 0;
  const lost = [
    ...(loose.data?.starting !== undefined && withStarting === plain
      ? ['The starting rows could not be read; they were left out']
      : []),
    ...(loose.data?.releases !== undefined && !areKept ? ['The releases could not be read; they were left out'] : []),
  ];
  const whole = areKept && releases.data ? { ...withStarting, releases: releases.data } : withStarting;
  const rows = loose.data?.rows === undefined ? undefined : RowSets.safeParse(loose.data.rows);
  if (rows && !rows.success) return { file: parseAppFile(text), mends: [] };
  return { file: sound(rows ? { ...whole, rows: rows.data } : whole), mends: [...mends, ...lost] };
}

const Head = z.object({ format: z.literal('fern-shelf-app'), version: z.number() });

/** Whether a text says that it is an app file, of whichever version and however broken otherwise. */
export function isAppFile(text: string): boolean {
  try {
    return Head.safeParse(JSON.parse(text)).success;
  } catch {
    return false;
  }
}

function jsonOf(text: string): unknown {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw broken(jsonPlace(text, error), 'this is not JSON');
  }
  const head = Head.safeParse(json);
  if (!head.success) throw broken('the start', 'this is not an app file of Fern Shelf');
  if (head.data.version > FORMAT_VERSION)
    throw new ProblemError({ code: 'file-newer', found: head.data.version, supported: FORMAT_VERSION });
  return json;
}

/** The file, where what no schema can say is right, too. Throws a Problem with the place. */
function sound(file: AppFile): AppFile {
  const { definition, starting, rows, releases = [] } = file;
  const plan = definitionFaults(definition);
  const faults = [
    ...under(['definition'], plan),
    ...(starting ? under(['starting'], startingFaults(definition, starting)) : []),
    ...(plan.length === 0 ? under(['releases'], unpackReleases(file, releases).faults) : []),
    // Rows are held against tables that stand.
    ...(rows && plan.length === 0 ? under(['rows'], rowsFaults(physicalPlan(definition).tables, rows)) : []),
  ];
  if (faults.length > 0) throw brokenBy(faults);
  return file;
}

function startingFaults({ id, name, theme }: Definition, { tables, people, rows }: Starting): Fault[] {
  const plan = definitionFaults({ id, name, theme, tables, people });
  return plan.length > 0 ? plan : under(['rows'], rowsFaults(physicalPlan({ tables, people }).tables, rows));
}

/** The releases of a file that was parsed. */
export const releasesIn = (file: AppFile): Release[] => unpackReleases(file, file.releases ?? []).releases;

export function printAppFile(file: AppFile): string {
  return `${JSON.stringify(file, null, 1)}\n`;
}

/** The published JSON Schema of the app file, draft 2020-12. */
export function appFileSchema(): unknown {
  return z.toJSONSchema(AppFile, { io: 'input' });
}

/** More faults than these are not looked for: the rows are of something else. */
const MOST_FAULTS = 100;

/** Why rows do not suit the tables. */
export function rowsFaults(tables: readonly Table[], sets: RowSets): Fault[] {
  const faults: Fault[] = [];
  for (const [tableId, set] of Object.entries(sets)) {
    const table = tables.find(({ id }) => id === tableId);
    const found = table ? setFaults(table, set, MOST_FAULTS - faults.length) : [fault('no-such', { what: 'table' })];
    faults.push(...under([tableId], found));
    if (faults.length >= MOST_FAULTS) break;
  }
  return faults;
}

function setFaults(table: Table, set: RowSet, most: number): Fault[] {
  const columns = set.columns.map((columnId) => table.columns.filter(isStored).find(({ id }) => id === columnId));
  const unknown = columns.flatMap((column, at) =>
    unless(column !== undefined, 'no-such', { what: 'column' }, ['columns', at]),
  );
  if (unknown.length > 0) return unknown;
  const faults: Fault[] = [];
  const ids = new Set<Scalar>();
  for (const [index, row] of set.rows.entries()) {
    if (faults.length >= most) break;
    const found = rowFaults(columns as Column[], row, ids);
    if (found.length > 0) faults.push(...under(['rows', index], found));
    ids.add(row[0] as Scalar);
  }
  return faults;
}

function rowFaults(columns: readonly Column[], row: readonly Scalar[], ids: ReadonlySet<Scalar>): Fault[] {
  const [id = null, ...values] = row;
  if (values.length !== columns.length) return [fault('row-length', { wanted: columns.length + 1, found: row.length })];
  if (!isRecordId(id)) return [fault('row-id', {}, [0])];
  if (ids.has(id)) return [fault('row-id-twice', { id: Number(id) }, [0])];
  const faults: Fault[] = [];
  // One row of a file of many: nothing is made for a value that is right.
  for (const [at, column] of columns.entries()) {
    const reason = storedFault(column, values[at] ?? null);
    if (reason !== null) faults.push(fault('value', { reason }, [at + 1]));
  }
  return faults;
}

/** What the schema does not take. The place tells the setting. */
const outside = (issue: z.core.$ZodIssue): Fault => fault('limit', { setting: '', limit: limitOf(issue) }, issue.path);

function brokenBy(faults: readonly Fault[]): ProblemError {
  const [first, ...others] = faults.map((each) => ({ place: pathText('file', each.place), reason: faultReason(each) }));
  return new ProblemError({
    code: 'file-broken',
    place: first?.place ?? 'file',
    reason: first?.reason ?? '',
    ...(others.length > 0 ? { others: others.length } : {}),
  });
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
