import { type ExpressionFault, type ExpressionFaultCode, type FaultOf, faultOf } from './fault';
import type { Token } from './token';
import type { Expression } from './tree';

/** Goes over tokens, the last of which is the end; tells what was wanted and is not there. */
export class TokenReader {
  protected index = 0;

  constructor(
    protected readonly tokens: readonly Token[],
    private readonly faults: ExpressionFault[],
  ) {}

  protected peek(): Token {
    return this.tokens[this.index] as Token;
  }

  protected take(): Token {
    return this.tokens[this.index++] as Token;
  }

  protected lastEnd(): number {
    return this.tokens[this.index - 1]?.end ?? 0;
  }

  protected isSymbol(value: string): boolean {
    return this.peek().kind === 'symbol' && this.peek().value === value;
  }

  protected takeSymbol(value: string): boolean {
    const is = this.isSymbol(value);
    if (is) this.index++;
    return is;
  }

  protected isWord(word: string): boolean {
    const token = this.peek();
    return token.kind === 'name' && !token.quoted && token.value.toUpperCase() === word;
  }

  protected takeWord(word: string): boolean {
    const is = this.isWord(word);
    if (is) this.index++;
    return is;
  }

  protected expect(symbol: string): void {
    if (!this.takeSymbol(symbol)) this.expected(symbol);
  }

  protected expectWord(word: string): void {
    if (!this.takeWord(word)) this.expected(word);
  }

  private expected(wanted: string): void {
    const token = this.peek();
    this.fault(token, faultOf('not-found', { wanted, found: token.kind === 'end' ? null : token.value }));
  }

  protected missing(): Expression {
    const { start } = this.peek();
    return { kind: 'missing', start, end: start };
  }

  /** One fault a place: what follows from the first would only confuse. */
  protected fault({ start, end }: { start: number; end: number }, what: FaultOf<ExpressionFaultCode>): void {
    if (!this.faults.some((fault) => fault.start === start))
      this.faults.push({ ...what, start, end, suggestion: null });
  }
}
