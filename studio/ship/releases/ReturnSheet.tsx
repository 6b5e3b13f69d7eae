import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { describeProblem, toProblem } from '@/core/problem';
import type { ReleaseHead } from '@/core/release';
import { Button, Sheet, Text } from '@/ui';
import { worker } from '../../client';
import { Impacts } from '../../plan/Impacts';
import { useAct, useApp, useGeneration } from '../../useApp';
import { useSayDone } from '../../useSayDone';

/** Going back to a release first says what that does to the rows of the phone; then it is one edit, with its undo. */
export function ReturnSheet({ release, onClose }: { release: ReleaseHead; onClose: () => void }) {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const act = useAct();
  const sayDone = useSayDone();
  const [isBusy, setBusy] = useState(false);
  const preview = useQuery({
    queryKey: ['return', appId, release.id, generation, state.definition],
    queryFn: () => worker().api.previewReturn(appId, release.id, {}),
    gcTime: 0,
    retry: false,
  });
  const impacts = preview.data ?? [];
  const goBack = async () => {
    setBusy(true);
    const done = await act((api) => api.returnToRelease(appId, release.id, {}));
    setBusy(false);
    if (!done) return;
    onClose();
    sayDone(`The plan of ${release.version} is the plan of today.`, done);
  };
  return (
    <Sheet
      title={`Go back to ${release.version}`}
      onClose={onClose}
      foot={
        <Button
          kind="main"
          label="Make it the plan of today"
          disabled={!preview.data || isBusy || impacts.some(({ blocks }) => blocks)}
          onPress={() => void goBack()}
        />
      }
    >
      <Text look="body">
        {[
          'Tables, screens and all else become what they were in this release. The rows of the phone come along; later',
          'releases stay. Undo brings the plan of now back, with all that it held.',
        ].join(' ')}
      </Text>
      <Impacts fault={preview.error ? describeProblem(toProblem(preview.error)).what : null} impacts={impacts} />
    </Sheet>
  );
}
