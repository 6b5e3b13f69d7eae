import { sqlLines } from '@/core/sqlLines';
import isSame from 'fast-deep-equal';
import { Call, Elsewhere, isStatement, type Statement, TableNamed } from './parts';

/** The module of the kit's words. */
export const WORDS = '@/kit/words';

/** TypeScript under way: a module's text, with what it imports. */
export class Source {
  private readonly imports = new Map<string, Set<string>>();
  /** What the tables are called here. */
  private readonly tables = new Map<string, string>();

  /**
   * `path`: of the module, without its ending. `named`: what stands under a name elsewhere, to be referred to. `own`:
   * the name of what is made in it.
   */
  constructor(
    readonly path: string,
    private readonly named: readonly Reference[] = [],
    private readonly own: string | null = null,
  ) {}

  /** Uses a name of another module; gives it back. A type is `type Name`, all that a module has `* as name`. */
  use(name: string, from: string): string {
    this.imports.set(from, (this.imports.get(from) ?? new Set()).add(name));
    return name.replace(/^(type|\* as) /, '');
  }

  /** A value as an expression. What stands under a name elsewhere is told by that. */
  value(value: unknown): string {
    if (value === null || value === undefined) return 'null';
    if (typeof value === 'string') return quote(value);
    if (typeof value !== 'object') return String(value);
    if (Array.isArray(value)) return `[${value.map((each) => this.value(each)).join(', ')}]`;
    if (value instanceof Elsewhere) return this.elsewhere(value);
    if (value instanceof TableNamed) return this.table(value);
    if (value instanceof Call) {
      const given = value.given.map((each) => this.value(each)).join(', ');
      const [word = '', ...parts] = value.word.split('.');
      return `${[this.use(word, WORDS), ...parts].join('.')}(${given})`;
    }
    const known = this.reference(value);
    if (known !== null) return known;
    if (isStatement(value)) return this.statement(value);
    return this.object(value as Record<string, unknown>);
  }

  object(value: Record<string, unknown>): string {
    const parts = Object.entries(value)
      .filter(([, part]) => part !== undefined)
      .map(([key, part]) => `${keyOf(key)}: ${isSql(key, part) ? sqlTemplate(part) : this.value(part)}`);
    return `{${parts.join(', ')}}`;
  }

  /** The whole module. */
  text(body: string): string {
    const lines = [...this.imports]
      .sort(([one], [other]) => (one < other ? -1 : 1))
      .map(([from, names]) => {
        const [whole] = [...names].filter((name) => name.startsWith('* as '));
        if (whole) return `import ${whole} from '${from}';`;
        const sorted = [...names].sort((one, other) => (bare(one) < bare(other) ? -1 : 1));
        return `import { ${sorted.join(', ')} } from '${from}';`;
      });
    return `${lines.join('\n')}\n\n${body}\n`;
  }

  /** A table by its name, unless what is made here is called the same. */
  private table({ id }: TableNamed): string {
    const known = this.tables.get(id);
    if (known !== undefined) return known;
    const taken = new Set([this.own, ...this.tables.values()]);
    let local = id;
    while (taken.has(local)) local = `${local}Table`;
    this.tables.set(id, local);
    this.use(local === id ? id : `${id} as ${local}`, `@/database/${id}`);
    return local;
  }

  private elsewhere({ from, name }: Elsewhere): string {
    return `${this.use('* as read', from)}.${name}`;
  }

  private reference(value: object): string | null {
    const { id } = value as { id?: unknown };
    if (typeof id !== 'string') return null;
    const found = this.named.find((each) => each.id === id && isSame(each.value, value));
    if (!found) return null;
    this.use(found.name, `@/${found.from}`);
    return found.there;
  }

  private statement({ sql, reads, takes, ...more }: Statement): string {
    const known = {
      ...(reads.length > 0 ? { reads } : {}),
      ...(takes.length > 0 ? { takes } : {}),
      ...more,
    };
    const rest = Object.keys(known).length > 0 ? `, ${this.object(known)}` : '';
    return `${this.use('sql', WORDS)}(${sqlTemplate(sql)}${rest})`;
  }
}

/** Something that stands under a name in a module, known by its id. */
export interface Reference {
  id: string;
  value: object;
  /** The module, what it is imported as, and how the thing is told by that. */
  from: string;
  name: string;
  there: string;
}

const bare = (name: string): string => name.replace(/^type /, '').toLowerCase();

/** Source: ECMA-262, "StringLiteral"; what ends a line is escaped. */
export const quote = (text: string): string =>
  `'${JSON.stringify(text)
    .slice(1, -1)
    .replace(/\\"/g, '"')
    .replace(/'/g, "\\'")
    .replace(/\u2028/g, '\\u2028')
    .replace(/\u2029/g, '\\u2029')}'`;

const isSql = (key: string, part: unknown): part is string => key === 'sql' && typeof part === 'string';

/** A statement as a template: a short one on its line, a long one between the strokes, below one another. */
/** SQL as a template literal, laid out in lines. */
export function sqlTemplate(sql: string): string {
  const lines = sqlLines(sql);
  if (!lines.includes('\n')) return template(lines);
  const set = lines.split('\n').map((line) => (line === '' ? '' : `  ${line}`));
  return template(`\n${set.join('\n')}\n`);
}

const template = (text: string): string => `\`${text.replace(/[\\`]|\$\{/g, '\\$&')}\``;

export const keyOf = (key: string): string =>
  // In a literal this key would set what the object inherits from.
  key === '__proto__' ? "['__proto__']" : /^[\p{ID_Start}_$][\p{ID_Continue}$]*$/u.test(key) ? key : quote(key);
