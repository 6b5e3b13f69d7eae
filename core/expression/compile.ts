import { ProblemError } from '@/core/problem';
import { calculate } from './arithmetic';
import { minorDigits } from './currency';
import { type ExpressionFault, type ExpressionFaultCode, expressionReason, type FaultOf, faultOf } from './fault';
import { aggregates, functions } from './functions';
import { constant, type Fragment } from './fragment';
import { parseExpression } from './parse';
import { nearest } from './nearest';
import { numberLiteral, quoteName, quoteText } from './literal';
import { ME, parameters, personalSql, type ScopeName, type ScopeTable } from './scope';
import { childrenOf, type Expression, type PathPart } from './tree';
import { aligned, type Typed } from './typed';
import { ANY, common, TEXT, type ValueType, YES_NO } from './type';

/** An expression made ready. */
export interface CompiledExpression {
  sql: string;
  type: ValueType;
  /** The value as it joins into a text: money as an amount, switches as words. */
  textSql: string;
  /** In the order of the text; with any, `sql` is not to be run. */
  faults: ExpressionFault[];
  /** The names that stand for something in the plan, each with the id of what it stands for. */
  references: { start: number; end: number; id: string }[];
  /** For a path that ends at a link: the id of the record that it leads to. Null for anything else. */
  linkIdSql: string | null;
  /** Whether it reads its own row alone and gives the same each time: only such can be indexed. */
  isOfRow: boolean;
  /** Whether it reads values that each person has of their own. */
  isPersonal: boolean;
  /** Set where it is a number as written. */
  literal?: string;
  /**
   * What it reads: columns by their ids, and `rows` with the SQL name of a table whose rows it looks for. `own`: of its
   * own row alone.
   */
  reads: { key: string; own: boolean }[];
  /** The tables whose rows it looks for, by their names in SQL. */
  tables: readonly string[];
  /** The parameters of SQL that it takes, without their colons. */
  takes: readonly string[];
}

/** What a compiled expression is in SQL: its value, the value as a text, and the id of the record that it leads to. */
export const valueOf = ({ sql, tables, takes }: CompiledExpression): Fragment => ({ sql, reads: tables, takes });
export const textOf = ({ textSql, tables, takes }: CompiledExpression): Fragment => ({
  sql: textSql,
  reads: tables,
  takes,
});
export const linkIdOf = ({ linkIdSql, tables, takes }: CompiledExpression): Fragment =>
  linkIdSql === null ? constant(null) : { sql: linkIdSql, reads: tables, takes };

/**
 * Compiles an expression as seen from a row of `table`; `prefix` is the row's alias in SQL with its dot, or ''. Never
 * throws.
 */
export function analyseExpression(text: string, table: ScopeTable, prefix = ''): CompiledExpression {
  const { tree, faults } = parseExpression(text);
  const compiler = new Compiler(faults, [], { aliases: 0, nodes: 0 });
  const value = compiler.value(tree, { table, prefix });
  if (value.type.kind === 'attachment')
    faults.push({
      start: tree.start,
      end: tree.end,
      ...faultOf('attachment', {}),
      suggestion: null,
    });
  faults.sort((left, right) => left.start - right.start);
  return {
    ...value,
    textSql: asText(value),
    linkIdSql: tree.kind === 'path' || tree.kind === 'parameter' ? compiler.linkIdSql : null,
    faults,
    references: compiler.references,
    isOfRow: compiler.isOfRow,
    isPersonal: compiler.isPersonal,
    reads: [...compiler.reads].map(([key, own]) => ({ key, own })),
    tables: listOf(compiler.tables),
    takes: listOf(compiler.takes),
  };
}

/**
 * The SQL of a row's name as it is shown: never blank, a row without one is "Garment 12". A name with a fault counts as
 * none.
 */
export function shownName(table: ScopeTable, prefix: string): Fragment {
  const compiler = new Compiler([], [], { aliases: 0, nodes: 0 });
  const sql = compiler.shownName({ table, prefix });
  return { sql, reads: listOf(compiler.tables), takes: listOf(compiler.takes) };
}

/** As `analyseExpression`. Throws a Problem of code `expression` at the first fault. */
export function compileExpression(text: string, table: ScopeTable, prefix = ''): CompiledExpression {
  const compiled = analyseExpression(text, table, prefix);
  const [fault] = compiled.faults;
  if (fault)
    throw new ProblemError({
      code: 'expression',
      text,
      position: fault.start,
      reason: expressionReason(fault),
      suggestion: fault.suggestion,
    });
  return compiled;
}

/** The row that names are looked up in. */
interface RowContext {
  table: ScopeTable;
  prefix: string;
  /** Set where it is another row than the one that the expression is of. */
  far?: true;
  /** Inside an aggregate: the path of names to its many side, and the row that it goes over. */
  many?: { names: readonly string[]; table: ScopeTable; prefix: string };
}

const IDENTITY: ReadonlySet<string> = new Set(['=', '<>', 'IS', 'IS NOT']);

/**
 * How large an expression may get once every computed column in it stands for its own expression: more nodes than
 * people write in a lifetime, and a tenth of what SQLite takes as one statement.
 */
const MOST_NODES = 20_000;
const MOST_SQL = 100_000;

const NONE: readonly string[] = [];
/** Most expressions read no other table and take nothing. */
const listOf = (some: ReadonlySet<string>): readonly string[] => (some.size === 0 ? NONE : [...some]);

const NOTHING: Typed = { sql: 'NULL', type: ANY };

class Compiler {
  readonly references: CompiledExpression['references'] = [];
  isOfRow = true;
  isPersonal = false;
  readonly reads = new Map<string, boolean>();
  readonly takes = new Set<string>();
  readonly tables = new Set<string>();
  /** Where the path that was last compiled ends at a link: the id that it leads to. */
  linkIdSql: string | null = null;

  constructor(
    private readonly faults: ExpressionFault[],
    /** The expression columns that this one is part of, for finding circles. */
    private readonly within: readonly { id: string; name: string }[],
    /** How many aliases were given out, and how many nodes compiled, in the whole of what is compiled. */
    private readonly spent: { aliases: number; nodes: number },
  ) {}

  /** Notes what is read; what is read of other rows too is no longer of its own row alone. */
  private read(key: string, own: boolean): void {
    this.reads.set(key, own && (this.reads.get(key) ?? true));
  }

  /** Notes that rows of a table are looked for. */
  private readRows(table: string): void {
    this.read(`rows ${table}`, false);
    this.tables.add(table);
  }

  private alias(letter: string): string {
    return `_${letter}${++this.spent.aliases}`;
  }

  value(node: Expression, row: RowContext): Typed {
    if (++this.spent.nodes > MOST_NODES) return this.tooLarge(node);
    const value = this.valueOf(node, row);
    return value.sql.length > MOST_SQL ? this.tooLarge(node) : value;
  }

  /** Told once: what follows is not looked at any more. */
  private tooLarge(node: Expression): Typed {
    const isTold = this.spent.nodes === Infinity;
    this.spent.nodes = Infinity;
    return isTold ? NOTHING : this.fault(node, faultOf('too-large', {}));
  }

  private valueOf(node: Expression, row: RowContext): Typed {
    switch (node.kind) {
      case 'text':
        return { sql: quoteText(node.value), type: TEXT };
      case 'number':
        return {
          sql: numberLiteral(node.value),
          type: { kind: 'number', places: (node.value.split('.')[1] ?? '').length },
          literal: node.value,
        };
      case 'null':
      case 'missing':
        return NOTHING;
      case 'yesNo':
        return { sql: node.value ? '1' : '0', type: YES_NO };
      case 'parameter':
        return this.parameter(node, row);
      case 'path':
        return this.path(node.parts, row);
      case 'unary':
        return this.unary(node, row);
      case 'binary':
        return this.binary(node, row);
      case 'between': {
        const [value, low, high] = aligned(
          [node.value, node.low, node.high].map((each) => this.value(each, row)) as [Typed, Typed, Typed],
        );
        this.comparable(value, low, node.low);
        this.comparable(value, high, node.high);
        return { sql: `(${value.sql} ${node.negated ? 'NOT ' : ''}BETWEEN ${low.sql} AND ${high.sql})`, type: YES_NO };
      }
      case 'in': {
        const [value, ...choices] = aligned(
          [node.value, ...node.choices].map((each) => this.value(each, row)) as [Typed, ...Typed[]],
        );
        choices.forEach((choice, index) => this.comparable(value, choice, node.choices[index] as Expression));
        return {
          sql: `(${value.sql} ${node.negated ? 'NOT ' : ''}IN (${choices.map(({ sql }) => sql).join(', ')}))`,
          type: YES_NO,
        };
      }
      case 'case':
        return this.caseOf(node, row);
      case 'call':
        return this.call(node, row);
    }
  }

  private parameter(node: Extract<Expression, { kind: 'parameter' }>, row: RowContext): Typed {
    const { table } = row;
    if (lookUp(table, `:${node.name}`))
      return this.path([{ name: `:${node.name}`, start: node.start, end: node.end }], row);
    this.isOfRow = false;
    const all: Record<string, Typed> = { ...table.parameters, ...parameters };
    const known = Object.hasOwn(all, node.name) ? all[node.name] : undefined;
    if (known) {
      known.reads?.forEach((table) => this.readRows(table));
      known.takes?.forEach((each) => this.takes.add(each));
      return known;
    }
    return this.fault(
      node,
      faultOf('no-parameter', { name: node.name }),
      nearest(node.name, [
        ...Object.keys(all),
        ...Object.keys(table.names).flatMap((name) => (name.startsWith(':') ? [name.slice(1)] : [])),
      ]),
    );
  }

  private unary(node: Extract<Expression, { kind: 'unary' }>, row: RowContext): Typed {
    const operand = this.value(node.operand, row);
    if (node.operator === 'NOT') {
      this.expectYesNo(operand, node.operand);
      return { sql: `(NOT ${operand.sql})`, type: YES_NO };
    }
    if (operand.type.kind !== 'number' && operand.type.kind !== 'money' && operand.type.kind !== 'any')
      return this.fault(node.operand, faultOf('takes-number', { found: operand.type }));
    return {
      sql: `(- ${operand.sql})`,
      type: operand.type,
      ...(operand.literal === undefined ? {} : { literal: `-${operand.literal}`.replace(/^--/, '') }),
    };
  }

  private binary(node: Extract<Expression, { kind: 'binary' }>, row: RowContext): Typed {
    const [left, right] = [this.value(node.left, row), this.value(node.right, row)];
    const { operator } = node;
    const joined = (type: ValueType): Typed => ({ sql: `(${left.sql} ${operator} ${right.sql})`, type });
    switch (operator) {
      case '+':
      case '-':
      case '*':
      case '/':
      case '%': {
        const result = calculate(operator, left, right);
        return 'fault' in result ? this.fault(node, result.fault) : result;
      }
      case '||':
        for (const [typed, operand] of [
          [left, node.left],
          [right, node.right],
        ] as const)
          if (typed.type.kind === 'attachment') this.fault(operand, faultOf('joins-texts', { found: typed.type }));
        return { sql: `(${asText(left)} || ${asText(right)})`, type: TEXT };
      case 'AND':
      case 'OR':
        this.expectYesNo(left, node.left);
        this.expectYesNo(right, node.right);
        return joined(YES_NO);
      case 'LIKE':
      case 'NOT LIKE':
        for (const [typed, operand] of [
          [left, node.left],
          [right, node.right],
        ] as const)
          if (typed.type.kind !== 'text' && typed.type.kind !== 'any')
            this.fault(operand, faultOf('compares-texts', { found: typed.type }));
        return joined(YES_NO);
      default: {
        const [oneId, otherId] = [left.recordId, right.recordId];
        // Records are compared by what they are, not by what they are called.
        if (oneId !== undefined && node.right.kind === 'null' && IDENTITY.has(operator))
          return { sql: `(${oneId} ${operator} NULL)`, type: YES_NO };
        if (oneId !== undefined && otherId !== undefined && IDENTITY.has(operator))
          return { sql: `(${oneId} ${operator} ${otherId})`, type: YES_NO };
        const [one, other] = aligned([left, right] as const);
        this.comparable(one, other, node.right);
        return { sql: `(${one.sql} ${operator} ${other.sql})`, type: YES_NO };
      }
    }
  }

  private caseOf(node: Extract<Expression, { kind: 'case' }>, row: RowContext): Typed {
    const subject = node.subject && this.value(node.subject, row);
    const whens = node.branches.map(({ when }) => {
      const condition = this.value(when, row);
      if (subject) this.comparable(subject, condition, when);
      else this.expectYesNo(condition, when);
      return condition.sql;
    });
    const results = [...node.branches.map(({ then }) => then), ...(node.otherwise ? [node.otherwise] : [])];
    const { values, type } = this.ofOneType(results, row, (types) => faultOf('mixed-results', { types }));
    const branches = whens.map((when, index) => `WHEN ${when} THEN ${values[index]?.sql}`);
    const otherwise = node.otherwise ? ` ELSE ${values.at(-1)?.sql}` : '';
    return { sql: `CASE ${subject ? `${subject.sql} ` : ''}${branches.join(' ')}${otherwise} END`, type };
  }

  /** Values that stand for one another, and the type that they have in common. */
  private ofOneType(
    nodes: readonly Expression[],
    row: RowContext,
    refusal: (types: [ValueType, ValueType]) => FaultOf<ExpressionFaultCode>,
  ): { values: Typed[]; type: ValueType } {
    const values = aligned(nodes.map((each) => this.value(each, row)));
    let type: ValueType = ANY;
    values.forEach((value, index) => {
      const both = common(type, value.type);
      if (both) type = both;
      else this.fault(nodes[index] as Expression, refusal([type, value.type]));
    });
    return { values, type };
  }

  private call(node: Extract<Expression, { kind: 'call' }>, row: RowContext): Typed {
    const { name, args } = node;
    const isAggregate = Object.hasOwn(aggregates, name) && !((name === 'min' || name === 'max') && args.length > 1);
    if (isAggregate) return this.aggregate(node, row);
    const at = { start: node.start, end: node.nameEnd };
    if (node.filter) this.fault(node.filter, faultOf('filter', {}));
    if (name === 'min' || name === 'max') return this.alike(node, row);
    const known = Object.hasOwn(functions, name) ? functions[name] : undefined;
    if (!known)
      return this.fault(
        at,
        faultOf('no-function', { name }),
        nearest(name, [...Object.keys(functions), ...Object.keys(aggregates)]),
      );
    if (args.length < known.fewest || args.length > known.most)
      return this.fault(at, faultOf('count', { name, fewest: known.fewest, most: known.most, found: args.length }));
    const applied = known.apply(args.map((argument) => this.value(argument, row)));
    return 'fault' in applied ? this.fault(args[applied.argument] ?? at, applied.fault) : applied;
  }

  /** min and max of several values in one row. */
  private alike(node: Extract<Expression, { kind: 'call' }>, row: RowContext): Typed {
    const { values, type } = this.ofOneType(node.args, row, (types) =>
      faultOf('mixed-values', { name: node.name, types }),
    );
    return { sql: `${node.name}(${values.map(({ sql }) => sql).join(', ')})`, type };
  }

  /** An aggregate over the many side that its first argument leads to. */
  private aggregate(node: Extract<Expression, { kind: 'call' }>, row: RowContext): Typed {
    const { name, args, filter } = node;
    const kind = aggregates[name] as (typeof aggregates)[string];
    const at = { start: node.start, end: node.nameEnd };
    if (args.length < 1 || args.length > kind.most)
      return this.fault(at, faultOf('count', { name, fewest: 1, most: kind.most, found: args.length }));
    if (row.many) return this.fault(at, faultOf('nested', {}));
    const many = this.manySide(node, row);
    if (!many)
      return this.fault(at, faultOf('no-many', { name, record: one(row.table), example: exampleOf(row.table, name) }));
    this.isOfRow = false;
    const alias = this.alias('m');
    const inner: RowContext = { ...row, many: { names: many.names, table: many.table, prefix: `${alias}.` } };
    const [first, second] = args as [Expression, Expression | undefined];
    const whole = first.kind === 'path' && first.parts.length === many.names.length;
    const value = whole ? this.wholeRow(first, row, alias) : this.value(first, inner);
    if (whole && name !== 'count')
      return this.fault(
        first,
        faultOf('no-column-of-many', {
          name,
          many: many.names.at(-1) ?? '',
          example: `${many.names.join('.')}.${Object.keys(many.table.names)[0] ?? 'name'}`,
        }),
      );
    if (!whole && value.type.kind !== 'any' && !kind.takes.includes(value.type.kind))
      return this.fault(first, faultOf('not-aggregated', { name, found: value.type }));
    const separator = second ? this.value(second, inner).sql : undefined;
    const condition = filter ? this.value(filter, inner) : null;
    if (condition && filter) this.expectYesNo(condition, filter);
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
  private wholeRow(node: Extract<Expression, { kind: 'path' }>, row: RowContext, alias: string): Typed {
    this.steps(node.parts, row.table, row.far);
    return { sql: `${alias}."id"`, type: { kind: 'number', places: 0 } };
  }

  /** The many side that an aggregate goes over: that of the first path inside it that leads to one. */
  private manySide(
    node: Expression,
    row: RowContext,
  ): { names: string[]; table: ScopeTable; column: string; owner: string } | null {
    for (const child of childrenOf(node)) {
      const found = child.kind === 'path' ? this.manyIn(child.parts, row) : this.manySide(child, row);
      if (found) return found;
    }
    return null;
  }

  private manyIn(
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
          owner: this.linkValue(links, row),
        };
      if (found?.kind !== 'link' && found?.kind !== 'record') return null;
      table = found.table();
      links.push(followed(found));
    }
    return null;
  }

  private path(parts: readonly PathPart[], row: RowContext): Typed {
    const { many } = row;
    if (many && many.names.every((name, index) => name.toLowerCase() === parts[index]?.name.toLowerCase())) {
      this.steps(parts.slice(0, many.names.length), row.table, row.far);
      // Only count takes whole rows; anywhere else they have no value.
      const at = parts[many.names.length - 1] as PathPart;
      if (parts.length === many.names.length) return this.fault(at, faultOf('whole-rows', { name: at.name }));
      return this.path(parts.slice(many.names.length), { table: many.table, prefix: many.prefix, far: true });
    }
    const found = this.steps(parts, row.table, row.far);
    if (!found) return NOTHING;
    const { links, last, at } = found;
    const toRecord = last.kind === 'link' || last.kind === 'record';
    if (toRecord) links.push(followed(last));
    if (last.kind === 'many')
      return this.fault(
        at,
        faultOf('has-many', {
          record: one(row.table),
          name: at.name,
          example: `count(${parts.map(({ name }) => name).join('.')})`,
        }),
      );
    if (links.length > 0) this.isOfRow = false;
    const target = links.at(-1)?.table ?? row.table;
    const alias = links.length > 0 ? `${this.alias('l')}.` : row.prefix;
    const there: RowContext = { table: target, prefix: alias, ...(links.length > 0 || row.far ? { far: true } : {}) };
    const value = toRecord ? this.linkedName(last, at, there) : this.named(last, at, there);
    const id = links.length === 0 ? null : this.linkValue(links, row);
    // Set after what it names was compiled, which follows paths of its own.
    this.linkIdSql = toRecord ? id : null;
    if (id === null) return value;
    return {
      sql: `(SELECT ${value.sql} FROM ${quoteName(target.identifier)} AS ${alias.slice(0, -1)} WHERE ${alias}"id" = ${id})`,
      type: value.type,
      ...(toRecord ? { recordId: id } : {}),
    };
  }

  /** A path that ends at a link gives the name of its record. */
  private linkedName(link: Extract<ScopeName, { kind: 'link' | 'record' }>, at: PathPart, row: RowContext): Typed {
    return { sql: this.shownName(row, { id: `name of ${link.table().identifier}`, at }), type: TEXT };
  }

  shownName(row: RowContext, reached?: { id: string; at: PathPart }): string {
    return `coalesce(nullif(CAST(${this.naming(row, reached)} AS TEXT), ''), ${quoteText(`${row.table.recordName} `)} || ${row.prefix}"id")`;
  }

  private naming(row: RowContext, reached?: { id: string; at: PathPart }): string {
    const at = reached?.at ?? { name: row.table.recordName, start: 0, end: 0 };
    return asText(
      this.expressionColumn(
        { kind: 'expression', id: reached?.id ?? `name of ${row.table.identifier}`, text: row.table.naming },
        at,
        row,
      ),
    );
  }

  private named(last: ScopeName, at: PathPart, row: RowContext): Typed {
    switch (last.kind) {
      case 'column':
        return {
          sql:
            last.personal === undefined
              ? row.prefix + quoteName(last.identifier)
              : this.personal(last.personal, last, row),
          type: last.type,
        };
      case 'expression':
        return this.expressionColumn(last, at, row);
      case 'link':
      case 'many':
      case 'record':
        return NOTHING;
    }
  }

  /** The value that the person who is signed in has for a row. */
  private personal(
    table: string,
    { identifier, type }: Extract<ScopeName, { kind: 'column' }>,
    row: RowContext,
  ): string {
    this.isOfRow = false;
    this.isPersonal = true;
    this.readRows(table);
    this.takes.add(ME);
    const sql = personalSql(
      table,
      identifier,
      `${row.prefix || `${quoteName(row.table.identifier)}.`}"id"`,
      this.alias('p'),
    );
    return type.kind === 'yesNo' ? `coalesce(${sql}, 0)` : sql;
  }

  /** An expression column stands for its expression, at the row that it is read from. */
  private expressionColumn(column: Extract<ScopeName, { kind: 'expression' }>, at: PathPart, row: RowContext): Typed {
    const circle = this.within.findIndex(({ id }) => id === column.id);
    const path = [...this.within, { id: column.id, name: at.name }];
    if (circle >= 0) return this.fault(at, faultOf('circle', { names: path.slice(circle).map(({ name }) => name) }));
    const { tree, faults } = parseExpression(column.text);
    const inner = new Compiler(faults, path, this.spent);
    const value = inner.value(tree, { table: row.table, prefix: row.prefix, ...(row.far ? { far: true } : {}) });
    inner.reads.forEach((own, key) => this.read(key, own));
    inner.takes.forEach((each) => this.takes.add(each));
    inner.tables.forEach((each) => this.tables.add(each));
    this.isOfRow &&= inner.isOfRow;
    this.isPersonal ||= inner.isPersonal;
    const [of] = faults;
    if (of) {
      const { start, end, name } = at;
      this.faults.push({
        // Of a chain of columns the last one is at fault.
        ...(of.code === 'circle' || of.code === 'derived' ? of : faultOf('derived', { name, of })),
        start,
        end,
        suggestion: null,
      });
      return NOTHING;
    }
    return { sql: `(${value.sql})`, type: value.type };
  }

  /** Looks the names of a path up one after another; notes what each stands for. */
  private steps(
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
          this.fault(
            part,
            index === 0
              ? faultOf('no-column', { name: part.name })
              : faultOf('no-column-of', { record: one(table), name: part.name }),
            nearest(part.name, Object.keys(table.names)),
          );
        return null;
      }
      this.references.push({
        start: part.start,
        end: part.end,
        id: found.kind === 'many' ? `many ${found.id}` : found.id,
      });
      this.read(found.id, index === 0 && !far && found.kind !== 'many' && found.kind !== 'record');
      if (found.kind !== 'column' && found.kind !== 'expression') {
        this.readRows(found.table().identifier);
        if (found.kind === 'record') found.takes?.forEach((each) => this.takes.add(each));
      }
      if (index === parts.length - 1) return { links, last: found, at: part };
      if (found.kind === 'column' || found.kind === 'expression') {
        this.fault(parts[index + 1] as PathPart, faultOf('value-leads-nowhere', { name: part.name }));
        return null;
      }
      if (found.kind === 'many') {
        this.fault(
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
  private linkValue(links: readonly Followed[], row: RowContext): string {
    const own = row.prefix || `${quoteName(row.table.identifier)}.`;
    let sql = `${own}"id"`;
    for (const [index, { identifier, sql: given }] of links.entries()) {
      if (given !== undefined) {
        sql = given;
        continue;
      }
      const via = links[index - 1];
      const alias = this.alias('v');
      sql = via
        ? `(SELECT ${alias}.${quoteName(identifier)} FROM ${quoteName(via.table.identifier)} AS ${alias} WHERE ${alias}."id" = ${sql})`
        : own + quoteName(identifier);
    }
    return sql;
  }

  private comparable(left: Typed, right: Typed, at: Expression): void {
    const isDateText =
      (left.type.kind === 'date' && right.type.kind === 'text') ||
      (left.type.kind === 'text' && right.type.kind === 'date');
    if (!isDateText && !common(left.type, right.type))
      this.fault(at, faultOf('incomparable', { types: [left.type, right.type] }));
  }

  private expectYesNo({ type }: Typed, at: Expression): void {
    if (type.kind !== 'yesNo' && type.kind !== 'any') this.fault(at, faultOf('no-condition', { found: type }));
  }

  private fault(
    { start, end }: { start: number; end: number },
    what: FaultOf<ExpressionFaultCode>,
    suggestion: string | null = null,
  ): Typed {
    if (!this.faults.some((fault) => fault.start === start && fault.code === what.code))
      this.faults.push({ ...what, start, end, suggestion });
    return NOTHING;
  }
}

/** A link that a path has followed; of a record at hand `sql` is its id. */
interface Followed {
  identifier: string;
  table: ScopeTable;
  sql?: string;
}

const followed = (found: Extract<ScopeName, { kind: 'link' | 'record' }>): Followed =>
  found.kind === 'link'
    ? { identifier: found.identifier, table: found.table() }
    : { identifier: '', table: found.table(), sql: found.sql };

/** "a garment", "an owner". */
const one = ({ recordName }: ScopeTable): string =>
  `${/^[aeiou]/i.test(recordName) ? 'an' : 'a'} ${recordName.charAt(0).toLowerCase()}${recordName.slice(1)}`;

function lookUp(table: ScopeTable, name: string): ScopeName | undefined {
  if (Object.hasOwn(table.names, name)) return table.names[name];
  const lower = name.toLowerCase();
  const key = Object.keys(table.names).find((each) => each.toLowerCase() === lower);
  return key === undefined ? undefined : table.names[key];
}

function exampleOf(table: ScopeTable, name: string): string | null {
  const many = Object.entries(table.names).find(([, { kind }]) => kind === 'many')?.[0];
  if (!many) return null;
  return name === 'count' ? `count(${many})` : `${name}(${many}.…)`;
}

/** A value as it joins into a text: money as an amount, numbers with their decimals, switches as words. */
function asText({ sql, type }: Typed): string {
  switch (type.kind) {
    case 'money': {
      const digits = minorDigits(type.currency);
      return `printf('%.${digits}f', ${sql} / ${10 ** digits}.0)`;
    }
    case 'yesNo':
      return `CASE ${sql} WHEN 1 THEN 'Yes' WHEN 0 THEN 'No' END`;
    default:
      return sql;
  }
}

/**
 * `text` with its names as the plan now has them: `nameOf` gives what each reference is now called, or null to leave
 * it. Everything else, spacing included, stays as typed.
 */
export function renameIn(
  text: string,
  references: CompiledExpression['references'],
  nameOf: (id: string) => string | null,
): string {
  let result = '';
  let position = 0;
  for (const { start, end, id } of [...references].sort((left, right) => left.start - right.start)) {
    const name = nameOf(id);
    if (name === null || start < position) continue;
    result += text.slice(position, start) + name;
    position = end;
  }
  return result + text.slice(position);
}
