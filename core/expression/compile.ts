import { call } from './calls';
import { Compilation, NOTHING, type RowContext } from './compilation';
import { type ExpressionFault, expressionReason, faultOf } from './fault';
import { among, between, binary, caseOf, unary } from './operators';
import { parseExpression } from './parse';
import { parameter, path, shownName as rowName } from './paths';
import type { ScopeTable } from './scope';
import type { Expression } from './tree';
import { ProblemError } from '@/core/problem';
import {
  asText,
  constant,
  type Fragment,
  numberLiteral,
  quoteText,
  TEXT,
  type Typed,
  type ValueType,
  YES_NO,
} from '@/core/sql';

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
  /** Whether it takes nothing but rows: no day, no person, no setting. */
  isFixed: boolean;
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
  const compilation = new Compilation(evaluate, faults);
  const value = compilation.value(tree, { table, prefix });
  if (value.type.kind === 'attachment')
    faults.push({
      start: tree.start,
      end: tree.end,
      ...faultOf('attachment', {}),
      suggestion: null,
    });
  faults.sort((left, right) => left.start - right.start);
  const { sql, type, literal } = value;
  // Field by field: objects of many shapes are slow to spread, and this is done for every name on every screen.
  return {
    sql,
    type,
    ...(literal === undefined ? null : { literal }),
    textSql: asText(value),
    linkIdSql: tree.kind === 'path' || tree.kind === 'parameter' ? compilation.linkIdSql : null,
    faults,
    references: compilation.references,
    isOfRow: compilation.isOfRow,
    isFixed: compilation.isFixed,
    isPersonal: compilation.isPersonal,
    reads: [...compilation.reads].map(([key, own]) => ({ key, own })),
    tables: listOf(compilation.tables),
    takes: listOf(compilation.takes),
  };
}

/**
 * The SQL of a row's name as it is shown: never blank, a row without one is "Garment 12". A name with a fault counts as
 * none.
 */
export function shownName(table: ScopeTable, prefix: string): Fragment {
  const compilation = new Compilation(evaluate, []);
  const sql = rowName(compilation, { table, prefix });
  return { sql, reads: listOf(compilation.tables), takes: listOf(compilation.takes) };
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

/** What each kind of node is in SQL. */
function evaluate(compilation: Compilation, node: Expression, row: RowContext): Typed {
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
      return parameter(compilation, node, row);
    case 'path':
      return path(compilation, node.parts, row);
    case 'unary':
      return unary(compilation, node, row);
    case 'binary':
      return binary(compilation, node, row);
    case 'between':
      return between(compilation, node, row);
    case 'in':
      return among(compilation, node, row);
    case 'case':
      return caseOf(compilation, node, row);
    case 'call':
      return call(compilation, node, row);
  }
}

const NONE: readonly string[] = [];

/** Most expressions read no other table and take nothing. */
const listOf = (some: ReadonlySet<string>): readonly string[] => (some.size === 0 ? NONE : [...some]);
