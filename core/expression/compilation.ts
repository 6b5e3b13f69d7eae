import { type ExpressionFault, type ExpressionFaultCode, type FaultOf, faultOf } from './fault';
import type { ScopeTable } from './scope';
import type { Expression } from './tree';
import { ANY, type Typed } from '@/core/sql';

/** The row that names are looked up in. */
export interface RowContext {
  table: ScopeTable;
  prefix: string;
  /** Set where it is another row than the one that the expression is of. */
  far?: true;
  /** Inside an aggregate: the path of names to its many side, and the row that it goes over. */
  many?: { names: readonly string[]; table: ScopeTable; prefix: string };
}

/** What each kind of node is in SQL. */
export type Evaluate = (compilation: Compilation, node: Expression, row: RowContext) => Typed;

/**
 * How large an expression may get once every computed column in it stands for its own expression: more nodes than
 * people write in a lifetime, and a tenth of what SQLite takes as one statement.
 */
const MOST_NODES = 20_000;

const MOST_SQL = 100_000;

export const NOTHING: Typed = { sql: 'NULL', type: ANY };

/** An expression while it is compiled: what is known of it so far. */
export class Compilation {
  /** The names that stand for something in the plan, each with the id of what it stands for. */
  readonly references: { start: number; end: number; id: string }[] = [];
  isOfRow = true;
  isFixed = true;
  isPersonal = false;
  readonly reads = new Map<string, boolean>();
  readonly takes = new Set<string>();
  readonly tables = new Set<string>();
  /** Where the path that was last compiled ends at a link: the id that it leads to. */
  linkIdSql: string | null = null;

  constructor(
    private readonly evaluate: Evaluate,
    private readonly faults: ExpressionFault[],
    /** The expression columns that this one is part of, for finding circles. */
    readonly within: readonly { id: string; name: string }[] = [],
    /** How many aliases were given out, and how many nodes compiled, in the whole of what is compiled. */
    private readonly spent = { aliases: 0, nodes: 0 },
  ) {}

  /** One of a computed column that stands in this expression. */
  inside(faults: ExpressionFault[], within: Compilation['within']): Compilation {
    return new Compilation(this.evaluate, faults, within, this.spent);
  }

  /** Takes up what a computed column reads. */
  takeUp(inner: Compilation): void {
    inner.reads.forEach((own, key) => this.read(key, own));
    inner.takes.forEach((each) => this.takes.add(each));
    inner.tables.forEach((each) => this.tables.add(each));
    this.isOfRow &&= inner.isOfRow;
    this.isFixed &&= inner.isFixed;
    this.isPersonal ||= inner.isPersonal;
  }

  /** Notes what is read; what is read of other rows too is no longer of its own row alone. */
  read(key: string, own: boolean): void {
    this.reads.set(key, own && (this.reads.get(key) ?? true));
  }

  /** Notes that rows of a table are looked for. */
  readRows(table: string): void {
    this.read(`rows ${table}`, false);
    this.tables.add(table);
  }

  alias(letter: string): string {
    return `_${letter}${++this.spent.aliases}`;
  }

  value(node: Expression, row: RowContext): Typed {
    if (++this.spent.nodes > MOST_NODES) return this.tooLarge(node);
    const value = this.evaluate(this, node, row);
    return value.sql.length > MOST_SQL ? this.tooLarge(node) : value;
  }

  /** Told once: what follows is not looked at any more. */
  private tooLarge(node: Expression): Typed {
    const isTold = this.spent.nodes === Infinity;
    this.spent.nodes = Infinity;
    return isTold ? NOTHING : this.fault(node, faultOf('too-large', {}));
  }

  /** Tells a fault; several of one kind at one place are one. */
  fault(
    { start, end }: { start: number; end: number },
    what: FaultOf<ExpressionFaultCode>,
    suggestion: string | null = null,
  ): Typed {
    if (!this.faults.some((fault) => fault.start === start && fault.code === what.code))
      this.faults.push({ ...what, start, end, suggestion });
    return NOTHING;
  }

  /** Tells the fault of a computed column at its name; of a chain of them the last one is at fault. */
  derived({ start, end, name }: { start: number; end: number; name: string }, of: ExpressionFault): Typed {
    const told = of.code === 'circle' || of.code === 'derived' ? of : faultOf('derived', { name, of });
    this.faults.push({ ...told, start, end, suggestion: null });
    return NOTHING;
  }
}
