import { useMutation } from '@tanstack/react-query';
import { Suspense, useRef, useState } from 'react';
import { View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { Button, Callout, Text } from '@/ui';
import { counted } from '../counted';
import { worker } from '../client';
import { useApp } from '../useApp';
import { SqlEditor } from '../editor';

/** A question in SQL to the database of the bench phone. It only reads. */
export function SqlBox() {
  const { appId, state } = useApp();
  const { tables } = state.definition;
  const [start] = useState(() =>
    tables[0] ? `SELECT * FROM ${tables[0].identifier} LIMIT 20` : 'SELECT sqlite_version()',
  );
  const text = useRef(start);
  const run = useMutation({ mutationFn: (sql: string) => worker().api.runSql(appId, sql) });
  const problem = run.error ? describeProblem(toProblem(run.error)) : null;
  const runNow = () => run.mutate(text.current);
  return (
    <View className="gap-4">
      <Suspense fallback={<View className="h-[122px]" aria-busy />}>
        <SqlEditor start={start} tables={tables} onChange={(sql) => (text.current = sql)} onRun={runNow} />
      </Suspense>
      <View className="flex-row items-center gap-4">
        <Button kind="main" label="Run SQL" disabled={run.isPending} onPress={runNow} />
        <Text look="soft">Ctrl Enter runs it. Reading only.</Text>
      </View>
      {problem ? (
        <Callout tone="rust">
          {problem.what} {problem.todo}
        </Callout>
      ) : null}
      {run.data ? (
        <View className="gap-2">
          <Text look="soft" role="status">
            {run.data.more ? 'The first ' : ''}
            {counted(run.data.rows.length, 'row', 'rows')} in {run.data.milliseconds.toFixed(1)} ms
          </Text>
          <div style={{ overflow: 'auto', maxHeight: 480 }} tabIndex={0} role="region" aria-label="Result">
            <table className="row-grid">
              <thead>
                <tr>
                  {run.data.columns.map((name, index) => (
                    <th key={index} scope="col" style={{ padding: '12px 14px' }}>
                      {name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {run.data.rows.map((row, index) => (
                  <tr key={index}>
                    {row.map((value, column) => (
                      <td
                        key={column}
                        className={typeof value === 'number' ? 'number' : value === null ? 'blank' : undefined}
                      >
                        {value === null
                          ? 'NULL'
                          : value instanceof Uint8Array
                            ? `${value.length} bytes`
                            : String(value)}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </View>
      ) : null}
    </View>
  );
}
