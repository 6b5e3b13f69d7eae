import type { Compilation, RowContext } from './compilation';
import { faultOf } from './fault';
import { aggregates, functions } from './functions';
import { nearest } from './nearest';
import { expectYesNo, ofOneType } from './operators';
import { type Followed, followed, linkValue, lookUp, one, steps } from './paths';
import type { ScopeTable } from './scope';
import { childrenOf, type Expression, type PathPart } from './tree';
import { quoteName, type Typed } from '@/core/sql';

export function call(compilation: Compilation, node: Extract<Expression, { kind: 'call' }>, row: RowContext): Typed {
  const { name, args } = node;
  const isAggregate = Object.hasOwn(aggregates, name) && !((name === 'min' || name === 'max') && args.length > 1);
  if (isAggregate) return aggregate(compilation, node, row);
  const at = { start: node.start, end: node.nameEnd };
  if (node.filter) compilation.fault(node.filter, faultOf('filter', {}));
  if (name === 'min' || name === 'max') return alike(compilation, node, row);
  const known = Object.hasOwn(functions, name) ? functions[name] : undefined;
  if (!known)
    return compilation.fault(
      at,
      faultOf('no-function', { name }),
      nearest(name, [...Object.keys(functions), ...Object.keys(aggregates)]),
    );
  if (args.length < known.fewest || args.length > known.most)
    return compilation.fault(
      at,
      faultOf('count', { name, fewest: known.fewest, most: known.most, found: args.length }),
    );
  const applied = known.apply(args.map((argument) => compilation.value(argument, row)));
  return 'fault' in applied ? compilation.fault(args[applied.argument] ?? at, applied.fault) : applied;
}

/** min and max of several values in one row. */
function alike(compilation: Compilation, node: Extract<Expression, { kind: 'call' }>, row: RowContext): Typed {
  const { values, type } = ofOneType(compilation, node.args, row, (types) =>
    faultOf('mixed-values', { name: node.name, types }),
  );
  return { sql: `${node.name}(${values.map(({ sql }) => sql).join(', ')})`, type };
}

/** An aggregate over the many side that its first argument leads to. */
function aggregate(compilation: Compilation, node: Extract<Expression, { kind: 'call' }>, row: RowContext): Typed {
  const { name, args, filter } = node;
  const kind = aggregates[name] as (typeof aggregates)[string];
  const at = { start: node.start, end: node.nameEnd };
  if (args.length < 1 || args.length > kind.most)
    return compilation.fault(at, faultOf('count', { name, fewest: 1, most: kind.most, found: args.length }));
  if (row.many) return compilation.fault(at, faultOf('nested', {}));
  const many = manySide(compilation, node, row);
  if (!many)
    return compilation.fault(
      at,
      faultOf('no-many', { name, record: one(row.table), example: exampleOf(row.table, name) }),
    );
  compilation.isOfRow = false;
  const alias = compilation.alias('m');
  const inner: RowContext = { ...row, many: { names: many.names, table: many.table, prefix: `${alias}.` } };
  const [first, second] = args as [Expression, Expression | undefined];
  const whole = first.kind === 'path' && first.parts.length === many.names.length;
  const value = whole ? wholeRow(compilation, first, row, alias) : compilation.value(first, inner);
  if (whole && name !== 'count')
    return compilation.fault(
      first,
      faultOf('no-column-of-many', {
        name,
        many: many.names.at(-1) ?? '',
        example: `${many.names.join('.')}.${Object.keys(many.table.names)[0] ?? 'name'}`,
      }),
    );
  if (!whole && value.type.kind !== 'any' && !kind.takes.includes(value.type.kind))
    return compilation.fault(first, faultOf('not-aggregated', { name, found: value.type }));
  const separator = second ? compilation.value(second, inner).sql : undefined;
  const condition = filter ? compilation.value(filter, inner) : null;
  if (condition && filter) expectYesNo(compilation, condition, filter);
  const where = [`${alias}.${quoteName(many.column)} = ${many.owner}`, ...(condition ? [condition.sql] : [])].join(
    ' AND ',
  );
  const result = kind.result(value.type);
  const evaluated = kind.sql(value.sql, separator);
  const rounded = name === 'avg' && result.kind === 'money' ? `CAST(round(${evaluated}) AS INTEGER)` : evaluated;
  return {
    sql: `(SELECT ${rounded} FROM ${quoteName(many.table.identifier)} AS ${alias} WHERE ${where})`,
    type: result,
  };
}

/** `count(fittings)` counts rows; the names still stand for something in the plan. */
function wholeRow(
  compilation: Compilation,
  node: Extract<Expression, { kind: 'path' }>,
  row: RowContext,
  alias: string,
): Typed {
  steps(compilation, node.parts, row.table, row.far);
  return { sql: `${alias}."id"`, type: { kind: 'number', places: 0 } };
}

/** The many side that an aggregate goes over: that of the first path inside it that leads to one. */
function manySide(
  compilation: Compilation,
  node: Expression,
  row: RowContext,
): { names: string[]; table: ScopeTable; column: string; owner: string } | null {
  for (const child of childrenOf(node)) {
    const found = child.kind === 'path' ? manyIn(compilation, child.parts, row) : manySide(compilation, child, row);
    if (found) return found;
  }
  return null;
}

function manyIn(
  compilation: Compilation,
  parts: readonly PathPart[],
  row: RowContext,
): { names: string[]; table: ScopeTable; column: string; owner: string } | null {
  let { table } = row;
  const links: Followed[] = [];
  for (const [index, part] of parts.entries()) {
    const found = lookUp(table, part.name);
    if (found?.kind === 'many')
      return {
        names: parts.slice(0, index + 1).map(({ name }) => name),
        table: found.table(),
        column: found.identifier,
        owner: linkValue(compilation, links, row),
      };
    if (found?.kind !== 'link' && found?.kind !== 'record') return null;
    table = found.table();
    links.push(followed(found));
  }
  return null;
}

function exampleOf(table: ScopeTable, name: string): string | null {
  const many = Object.entries(table.names).find(([, { kind }]) => kind === 'many')?.[0];
  if (!many) return null;
  return name === 'count' ? `count(${many})` : `${name}(${many}.…)`;
}
