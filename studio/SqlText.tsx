import { useEffect, useState } from 'react';
import { Text } from '@/ui';

/** Lines this long stand whole in a pane. */
const WIDTH = 56;

/** A statement to read: as it is at first, and laid out in lines as soon as what does that has come. */
export function SqlText({ sql, label }: { sql: string; label?: string }) {
  const [laidOut, setLaidOut] = useState<{ of: string; lines: string } | null>(null);
  useEffect(() => {
    let isStale = false;
    void import('@/core/sqlLines')
      .then(({ sqlLines }) => !isStale && setLaidOut({ of: sql, lines: sqlLines(sql, WIDTH) }))
      // What it cannot read is shown as it is.
      .catch(() => undefined);
    return () => void (isStale = true);
  }, [sql]);
  return (
    <Text look="mono" selectable aria-label={label}>
      {laidOut?.of === sql ? laidOut.lines : sql}
    </Text>
  );
}
