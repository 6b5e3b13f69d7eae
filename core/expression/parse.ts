import { type ExpressionFault, faultOf } from './fault';
import { KEYWORDS, NOT_PRECEDENCE, PRECEDENCE, UNARY_PRECEDENCE } from './syntax';
import { type Token, tokenize } from './token';
import { TokenReader } from './tokenReader';
import type { BinaryOperator, Expression, PathPart } from './tree';

/** Deeper than people write, far less than the stack holds. */
const MAX_DEPTH = 100;

/**
 * Parses an SQL expression. Goes on after a fault, so that a text half typed still has a tree: what is missing is a
 * `missing` node, what is too much is passed over. Never throws.
 */
export function parseExpression(text: string): { tree: Expression; faults: ExpressionFault[] } {
  const faults: ExpressionFault[] = [];
  const parser = new Parser(tokenize(text, faults), faults);
  const tree = parser.whole();
  return { tree, faults: faults.sort((left, right) => left.start - right.start) };
}

class Parser extends TokenReader {
  private depth = 0;

  whole(): Expression {
    const tree = this.expression(0);
    const rest = this.peek();
    if (rest.kind !== 'end') this.fault(rest, faultOf('unexpected', { found: rest.value }));
    return tree;
  }

  private expression(loosest: number): Expression {
    if (++this.depth > MAX_DEPTH) {
      this.fault(this.peek(), faultOf('too-deep', {}));
      this.index = this.tokens.length - 1;
      this.depth--;
      return this.missing();
    }
    let left = this.prefix();
    for (;;) {
      const ahead = this.operatorAhead();
      if (!ahead || ahead.precedence <= loosest) break;
      this.index += ahead.tokens;
      left = this.infix(left, ahead.operator, ahead.precedence);
    }
    this.depth--;
    return left;
  }

  private infix(left: Expression, operator: string, precedence: number): Expression {
    const { start } = left;
    if (operator === 'BETWEEN' || operator === 'NOT BETWEEN') {
      const low = this.expression(precedence);
      this.expectWord('AND');
      const high = this.expression(precedence);
      return { kind: 'between', value: left, low, high, negated: operator !== 'BETWEEN', start, end: high.end };
    }
    if (operator === 'IN' || operator === 'NOT IN') {
      this.expect('(');
      const choices = this.list();
      return { kind: 'in', value: left, choices, negated: operator !== 'IN', start, end: this.lastEnd() };
    }
    const right = this.expression(precedence);
    return { kind: 'binary', operator: operator as BinaryOperator, left, right, start, end: right.end };
  }

  /** The operator that comes next, in its canonical spelling, and how many tokens it is. */
  private operatorAhead(): { operator: string; precedence: number; tokens: number } | null {
    const token = this.peek();
    const spelled =
      token.kind === 'symbol'
        ? ({ '==': '=', '!=': '<>' }[token.value] ?? token.value)
        : token.kind === 'name' && !token.quoted
          ? token.value.toUpperCase()
          : null;
    if (spelled === null) return null;
    const after = this.tokens[this.index + 1];
    const isAfter = (word: string) => after?.kind === 'name' && !after.quoted && after.value.toUpperCase() === word;
    if (spelled === 'IS' && isAfter('NOT')) return { operator: 'IS NOT', precedence: 4, tokens: 2 };
    if (spelled === 'NOT') {
      const negated = ['LIKE', 'IN', 'BETWEEN'].find(isAfter);
      return negated ? { operator: `NOT ${negated}`, precedence: 4, tokens: 2 } : null;
    }
    const precedence = Object.hasOwn(PRECEDENCE, spelled) ? PRECEDENCE[spelled] : undefined;
    return precedence === undefined ? null : { operator: spelled, precedence, tokens: 1 };
  }

  private prefix(): Expression {
    const token = this.peek();
    const { start, end } = token;
    switch (token.kind) {
      case 'text':
        this.index++;
        return { kind: 'text', value: token.value, start, end };
      case 'number':
        this.index++;
        return { kind: 'number', value: token.value, start, end };
      case 'parameter':
        this.index++;
        return this.isSymbol('.')
          ? this.path({ name: `:${token.value}`, start, end })
          : { kind: 'parameter', name: token.value, start, end };
      case 'symbol':
        return this.prefixSymbol(token);
      case 'name':
        return token.quoted || !KEYWORDS.has(token.value.toLowerCase()) ? this.name() : this.keyword(token);
      case 'end':
        this.fault(token, faultOf('unfinished', {}));
        return this.missing();
    }
  }

  private prefixSymbol(token: Token): Expression {
    if (token.value === '(') {
      this.index++;
      const inner = this.expression(0);
      this.expect(')');
      return { ...inner, start: token.start, end: this.lastEnd() };
    }
    if (token.value === '-' || token.value === '+') {
      this.index++;
      const operand = this.expression(UNARY_PRECEDENCE);
      return token.value === '+'
        ? operand
        : { kind: 'unary', operator: '-', operand, start: token.start, end: operand.end };
    }
    this.fault(token, faultOf('no-value', { found: token.value }));
    if (token.value !== ')' && token.value !== ',') this.index++;
    return this.missing();
  }

  private keyword(token: Token): Expression {
    const { start, end } = token;
    switch (token.value.toLowerCase()) {
      case 'null':
        this.index++;
        return { kind: 'null', start, end };
      case 'true':
      case 'false':
        this.index++;
        return { kind: 'yesNo', value: token.value.toLowerCase() === 'true', start, end };
      case 'not': {
        this.index++;
        const operand = this.expression(NOT_PRECEDENCE);
        return { kind: 'unary', operator: 'NOT', operand, start, end: operand.end };
      }
      case 'case':
        return this.caseOf(token);
      default:
        this.fault(token, faultOf('no-value', { found: token.value }));
        return this.missing();
    }
  }

  private caseOf({ start }: Token): Expression {
    this.index++;
    const subject = this.isWord('WHEN') ? null : this.expression(0);
    const branches: { when: Expression; then: Expression }[] = [];
    while (this.takeWord('WHEN')) {
      const when = this.expression(0);
      this.expectWord('THEN');
      branches.push({ when, then: this.expression(0) });
    }
    if (branches.length === 0) this.fault(this.peek(), faultOf('no-when', {}));
    const otherwise = this.takeWord('ELSE') ? this.expression(0) : null;
    this.expectWord('END');
    return { kind: 'case', subject, branches, otherwise, start, end: this.lastEnd() };
  }

  /** A path of names, or a call where a bracket follows. */
  private name(): Expression {
    const first = this.take();
    return this.isSymbol('(') && !first.quoted ? this.call(first) : this.path(partOf(first));
  }

  private path(first: PathPart): Expression {
    const parts = [first];
    while (this.takeSymbol('.')) {
      const next = this.peek();
      if (next.kind === 'name') parts.push(partOf(this.take()));
      else {
        this.fault(next, faultOf('no-name', {}));
        parts.push({ name: '', start: next.start, end: next.start });
      }
    }
    return { kind: 'path', parts, start: first.start, end: this.lastEnd() };
  }

  private call(first: Token): Expression {
    this.index++;
    const args = this.list();
    let filter: Expression | null = null;
    if (this.takeWord('FILTER')) {
      this.expect('(');
      this.expectWord('WHERE');
      filter = this.expression(0);
      this.expect(')');
    }
    return {
      kind: 'call',
      name: first.value.toLowerCase(),
      nameEnd: first.end,
      args,
      filter,
      start: first.start,
      end: this.lastEnd(),
    };
  }

  /** What stands between commas up to the closing bracket, whose opening one is taken already. */
  private list(): Expression[] {
    const items: Expression[] = [];
    if (this.isSymbol(')')) {
      this.index++;
      return items;
    }
    do items.push(this.expression(0));
    while (this.takeSymbol(','));
    this.expect(')');
    return items;
  }
}

const partOf = ({ value, start, end }: Token): PathPart => ({ name: value, start, end });
