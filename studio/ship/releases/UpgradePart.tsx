import { useState } from 'react';
import { View } from 'react-native';
import type { Rehearsal, ReleaseHead } from '@/core/release';
import { Button, Text } from '@/ui';
import { counted } from '../../counted';
import { SqlText } from '../../SqlText';
import { useAct } from '../../useApp';
import { TrialReport } from './TrialReport';

/** What brings the phones of a release to the plan of today, tried on copies before any of them meets it. */
export function UpgradePart({ release }: { release: ReleaseHead }) {
  const act = useAct();
  const [isBusy, setBusy] = useState(false);
  const [rehearsal, setRehearsal] = useState<Rehearsal | null>(null);
  const rehearse = async () => {
    setBusy(true);
    const done = await act((api, appId) => api.rehearse(appId, release.id, {}));
    setBusy(false);
    if (done) setRehearsal(done);
  };
  return (
    <View role="region" aria-label="Upgrade" className="gap-3 border-t border-stem pt-5">
      <Text look="heading">{`Phones that have ${release.version}`}</Text>
      <Text look="body">
        {[
          'They are upgraded to the plan of today when they get it. A rehearsal does that on copies: with the rows of',
          'the bench phone, brought back to this release, and with rows that are made to be hard on it.',
        ].join(' ')}
      </Text>
      <View className="items-start">
        <Button
          label={rehearsal ? 'Rehearse again' : 'Rehearse the upgrade'}
          disabled={isBusy}
          onPress={() => void rehearse()}
        />
      </View>
      {isBusy ? (
        <Text look="soft" role="status">
          {'Trying it on copies…'}
        </Text>
      ) : null}
      {rehearsal ? <Rehearsed rehearsal={rehearsal} /> : null}
    </View>
  );
}

function Rehearsed({ rehearsal: { statements, trials } }: { rehearsal: Rehearsal }) {
  const [isShown, setShown] = useState(false);
  return (
    <View className="gap-4">
      {trials.map((trial) => (
        <TrialReport key={trial.subject} trial={trial} />
      ))}
      <View className="items-start gap-2">
        {statements.length === 0 ? (
          <Text look="soft">Nothing is to be done: the databases of this release fit.</Text>
        ) : (
          <Button
            kind="quiet"
            label={isShown ? 'Hide its SQL' : `Show its SQL: ${counted(statements.length, 'statement', 'statements')}`}
            onPress={() => setShown(!isShown)}
          />
        )}
      </View>
      {isShown ? (
        <View role="list" aria-label="Statements of the upgrade" className="gap-2">
          {statements.map((sql, at) => (
            <View key={at} role="listitem" className="rounded-lg bg-leaf p-3">
              <SqlText sql={sql} />
            </View>
          ))}
        </View>
      ) : null}
    </View>
  );
}
