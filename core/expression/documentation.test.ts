import { readFileSync } from 'node:fs';
import { analyseExpression } from './compile';
import { aggregates, functions } from './functions';
import { planScope } from '@/core/plan';
import { typeWords } from '@/core/sql';
import { theatre } from '@/demo';

const text = readFileSync('docs/expressions.md', 'utf8');

const { definition } = theatre(40);

const examples = [...text.matchAll(/^\| `(.+)` \| (\w+) \| (.+) \|$/gm)].map(
  ([, expression = '', table = '', type = '']) => [expression.replaceAll('\\|', '|'), table, type] as const,
);

describe('docs/expressions.md', () => {
  it.each(examples)('%s in %s gives %s', (expression, name, type) => {
    const table = definition.tables.find((each) => each.name === name);
    const compiled = analyseExpression(expression, planScope(definition)(table?.id ?? ''));
    expect(compiled.faults).toEqual([]);
    expect(typeWords(compiled.type)).toBe(type);
  });

  it('has examples, and names every function', () => {
    expect(examples.length).toBeGreaterThan(15);
    const missing = [...Object.keys(functions), ...Object.keys(aggregates)].filter(
      (name) => !text.includes(`\`${name}`),
    );
    expect(missing).toEqual([]);
  });
});
