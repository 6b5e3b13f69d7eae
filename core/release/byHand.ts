import { sqlTokens } from '@/core/expression';
import { replayFault } from '@/core/store';

/** The statements of a text, without the semicolons and comments between them. */
export function sqlStatements(text: string): string[] {
  const statements: string[] = [];
  let [start, end]: [number | null, number] = [null, 0];
  // From its first token to its last: a comment behind it would swallow what is put after it.
  const finish = () => {
    if (start !== null) statements.push(text.slice(start, end));
    start = null;
  };
  for (const token of sqlTokens(text)) {
    if (token.kind === 'sign' && token.value === ';') finish();
    else [start, end] = [start ?? token.start, token.end];
  }
  finish();
  return statements;
}

const WRITES = ['INSERT', 'REPLACE', 'UPDATE', 'DELETE', 'WITH'];

/**
 * Why SQL that somebody wrote may not stand in an upgrade, in words, or null: it changes rows, and does the same on
 * every phone. Whether it runs is for a database to say.
 */
export function byHandFault(text: string): string | null {
  for (const statement of sqlStatements(text)) {
    const tokens = sqlTokens(statement);
    const verb = tokens[0]?.value.toUpperCase() ?? '';
    if (!WRITES.includes(verb)) return `${verb} is not for an upgrade: it takes INSERT, UPDATE and DELETE`;
    const parameter = tokens.find(({ kind }) => kind === 'parameter');
    if (parameter) return `${parameter.value} has no value in an upgrade`;
    const fault = replayFault(statement);
    if (fault) return fault;
  }
  return null;
}
