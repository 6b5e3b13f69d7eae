import { type Compilation, NOTHING, type RowContext } from './compilation';
import { faultOf } from './fault';
import { nearest } from './nearest';
import { parseExpression } from './parse';
import { parameters, personalSql, type ScopeName, type ScopeTable } from './scope';
import type { Expression, PathPart } from './tree';
import { asText, ME, quoteName, quoteText, TEXT, type Typed } from '@/core/sql';

export function parameter(
  compilation: Compilation,
  node: Extract<Expression, { kind: 'parameter' }>,
  row: RowContext,
): Typed {
  const { table } = row;
  if (lookUp(table, `:${node.name}`))
    return path(compilation, [{ name: `:${node.name}`, start: node.start, end: node.end }], row);
  compilation.isOfRow = false;
  compilation.isFixed = false;
  const all: Record<string, Typed> = { ...table.parameters, ...parameters };
  const known = Object.hasOwn(all, node.name) ? all[node.name] : undefined;
  if (known) {
    known.reads?.forEach((table) => compilation.readRows(table));
    known.takes?.forEach((each) => compilation.takes.add(each));
    return known;
  }
  return compilation.fault(
    node,
    faultOf('no-parameter', { name: node.name }),
    nearest(node.name, [
      ...Object.keys(all),
      ...Object.keys(table.names).flatMap((name) => (name.startsWith(':') ? [name.slice(1)] : [])),
    ]),
  );
}

export function path(compilation: Compilation, parts: readonly PathPart[], row: RowContext): Typed {
  const { many } = row;
  if (many && many.names.every((name, index) => name.toLowerCase() === parts[index]?.name.toLowerCase())) {
    steps(compilation, parts.slice(0, many.names.length), row.table, row.far);
    // Only count takes whole rows; anywhere else they have no value.
    const at = parts[many.names.length - 1] as PathPart;
    if (parts.length === many.names.length) return compilation.fault(at, faultOf('whole-rows', { name: at.name }));
    return path(compilation, parts.slice(many.names.length), { table: many.table, prefix: many.prefix, far: true });
  }
  const found = steps(compilation, parts, row.table, row.far);
  if (!found) return NOTHING;
  const { links, last, at } = found;
  const toRecord = last.kind === 'link' || last.kind === 'record';
  if (toRecord) links.push(followed(last));
  if (last.kind === 'many')
    return compilation.fault(
      at,
      faultOf('has-many', {
        record: one(row.table),
        name: at.name,
        example: `count(${parts.map(({ name }) => name).join('.')})`,
      }),
    );
  if (links.length > 0) compilation.isOfRow = false;
  const target = links.at(-1)?.table ?? row.table;
  const alias = links.length > 0 ? `${compilation.alias('l')}.` : row.prefix;
  const there: RowContext = { table: target, prefix: alias, ...(links.length > 0 || row.far ? { far: true } : {}) };
  const value = toRecord ? linkedName(compilation, last, at, there) : named(compilation, last, at, there);
  const id = links.length === 0 ? null : linkValue(compilation, links, row);
  // Set after what it names was compiled, which follows paths of its own.
  compilation.linkIdSql = toRecord ? id : null;
  if (id === null) return value;
  return {
    sql: `(SELECT ${value.sql} FROM ${quoteName(target.identifier)} AS ${alias.slice(0, -1)}
      WHERE ${alias}"id" = ${id})`,
    type: value.type,
    ...(toRecord ? { recordId: id } : {}),
  };
}

/** A path that ends at a link gives the name of its record. */
function linkedName(
  compilation: Compilation,
  link: Extract<ScopeName, { kind: 'link' | 'record' }>,
  at: PathPart,
  row: RowContext,
): Typed {
  return { sql: shownName(compilation, row, { id: `name of ${link.table().identifier}`, at }), type: TEXT };
}

export function shownName(compilation: Compilation, row: RowContext, reached?: { id: string; at: PathPart }): string {
  const named = `nullif(CAST(${naming(compilation, row, reached)} AS TEXT), '')`;
  return `coalesce(${named}, ${quoteText(`${row.table.recordName} `)} || ${row.prefix}"id")`;
}

function naming(compilation: Compilation, row: RowContext, reached?: { id: string; at: PathPart }): string {
  const at = reached?.at ?? { name: row.table.recordName, start: 0, end: 0 };
  return asText(
    expressionColumn(
      compilation,
      { kind: 'expression', id: reached?.id ?? `name of ${row.table.identifier}`, text: row.table.naming },
      at,
      row,
    ),
  );
}

function named(compilation: Compilation, last: ScopeName, at: PathPart, row: RowContext): Typed {
  switch (last.kind) {
    case 'column':
      return {
        sql:
          last.personal === undefined
            ? row.prefix + quoteName(last.identifier)
            : personal(compilation, last.personal, last, row),
        type: last.type,
      };
    case 'expression':
      return expressionColumn(compilation, last, at, row);
    case 'link':
    case 'many':
    case 'record':
      return NOTHING;
  }
}

/** The value that the person who is signed in has for a row. */
function personal(
  compilation: Compilation,
  table: string,
  { identifier, type }: Extract<ScopeName, { kind: 'column' }>,
  row: RowContext,
): string {
  compilation.isOfRow = false;
  compilation.isPersonal = true;
  compilation.readRows(table);
  compilation.takes.add(ME);
  const sql = personalSql(
    table,
    identifier,
    `${row.prefix || `${quoteName(row.table.identifier)}.`}"id"`,
    compilation.alias('p'),
  );
  return type.kind === 'yesNo' ? `coalesce(${sql}, 0)` : sql;
}

/** An expression column stands for its expression, at the row that it is read from. */
function expressionColumn(
  compilation: Compilation,
  column: Extract<ScopeName, { kind: 'expression' }>,
  at: PathPart,
  row: RowContext,
): Typed {
  const circle = compilation.within.findIndex(({ id }) => id === column.id);
  const path = [...compilation.within, { id: column.id, name: at.name }];
  if (circle >= 0)
    return compilation.fault(at, faultOf('circle', { names: path.slice(circle).map(({ name }) => name) }));
  const { tree, faults } = parseExpression(column.text);
  const inner = compilation.inside(faults, path);
  const value = inner.value(tree, { table: row.table, prefix: row.prefix, ...(row.far ? { far: true } : {}) });
  compilation.takeUp(inner);
  const [fault] = faults;
  if (fault) return compilation.derived(at, fault);
  return { sql: `(${value.sql})`, type: value.type };
}

/** Looks the names of a path up one after another; notes what each stands for. */
export function steps(
  compilation: Compilation,
  parts: readonly PathPart[],
  from: ScopeTable,
  far = false,
): { links: Followed[]; last: ScopeName; at: PathPart } | null {
  let table = from;
  const links: Followed[] = [];
  for (const [index, part] of parts.entries()) {
    const found = lookUp(table, part.name);
    if (!found) {
      if (part.name !== '')
        compilation.fault(
          part,
          index === 0
            ? faultOf('no-column', { name: part.name })
            : faultOf('no-column-of', { record: one(table), name: part.name }),
          nearest(part.name, Object.keys(table.names)),
        );
      return null;
    }
    compilation.references.push({
      start: part.start,
      end: part.end,
      id: found.kind === 'many' ? `many ${found.id}` : found.id,
    });
    compilation.read(found.id, index === 0 && !far && found.kind !== 'many' && found.kind !== 'record');
    if (found.kind !== 'column' && found.kind !== 'expression') {
      compilation.readRows(found.table().identifier);
      if (found.kind === 'record') found.takes?.forEach((each) => compilation.takes.add(each));
    }
    if (index === parts.length - 1) return { links, last: found, at: part };
    if (found.kind === 'column' || found.kind === 'expression') {
      compilation.fault(parts[index + 1] as PathPart, faultOf('value-leads-nowhere', { name: part.name }));
      return null;
    }
    if (found.kind === 'many') {
      compilation.fault(
        part,
        faultOf('has-many', {
          record: one(table),
          name: part.name,
          example: `sum(${parts.map(({ name }) => name).join('.')})`,
        }),
      );
      return null;
    }
    table = found.table();
    links.push(followed(found));
  }
  return null;
}

/**
 * The id that a chain of links leads to, from a row; without links the row's own. Never a bare name, which an inner
 * row might have too.
 */
export function linkValue(compilation: Compilation, links: readonly Followed[], row: RowContext): string {
  const own = row.prefix || `${quoteName(row.table.identifier)}.`;
  let sql = `${own}"id"`;
  for (const [index, { identifier, sql: given }] of links.entries()) {
    if (given !== undefined) {
      sql = given;
      continue;
    }
    const via = links[index - 1];
    const alias = compilation.alias('v');
    sql = via
      ? `(SELECT ${alias}.${quoteName(identifier)} FROM ${quoteName(via.table.identifier)} AS ${alias}
      WHERE ${alias}."id" = ${sql})`
      : own + quoteName(identifier);
  }
  return sql;
}

/** A link that a path has followed; of a record at hand `sql` is its id. */
export interface Followed {
  identifier: string;
  table: ScopeTable;
  sql?: string;
}

export const followed = (found: Extract<ScopeName, { kind: 'link' | 'record' }>): Followed =>
  found.kind === 'link'
    ? { identifier: found.identifier, table: found.table() }
    : { identifier: '', table: found.table(), sql: found.sql };

/** "a garment", "an owner". */
export const one = ({ recordName }: ScopeTable): string =>
  `${/^[aeiou]/i.test(recordName) ? 'an' : 'a'} ${recordName.charAt(0).toLowerCase()}${recordName.slice(1)}`;

export function lookUp(table: ScopeTable, name: string): ScopeName | undefined {
  if (Object.hasOwn(table.names, name)) return table.names[name];
  const lower = name.toLowerCase();
  const key = Object.keys(table.names).find((each) => each.toLowerCase() === lower);
  return key === undefined ? undefined : table.names[key];
}
