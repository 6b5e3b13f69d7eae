import { useEffect, useState } from 'react';
import type { Fills } from '@/core/model';
import type { Edit } from '@/core/edit';
import { describeProblem, ProblemError } from '@/core/problem';
import type { Impact } from '@/core/schema';
import { worker } from '../client';
import { useApp } from '../useApp';

/**
 * What an edit that is being described would do to the rows, asked anew with each change of it; `fault` says why it
 * cannot be made.
 */
export function useImpacts(edit: Edit | null, fills: Fills = {}): { impacts: Impact[]; fault: string | null } {
  const { appId } = useApp();
  const [impacts, setImpacts] = useState<Impact[]>([]);
  const [fault, setFault] = useState<string | null>(null);
  const asked = JSON.stringify([edit, fills]);
  useEffect(() => {
    let stale = false;
    if (!edit) return;
    worker()
      .api.previewEdit(appId, edit, fills)
      .then((found) => !stale && (setImpacts(found), setFault(null)))
      .catch(
        (error) =>
          !stale && setFault(error instanceof ProblemError ? describeProblem(error.problem).what : String(error)),
      );
    return () => {
      stale = true;
    };
  }, [appId, asked]); // eslint-disable-line react-hooks/exhaustive-deps
  return { impacts, fault };
}
