import { View } from 'react-native';
import type { ReleaseHead, Subject } from '@/core/release';
import { Button, Callout } from '@/ui';
import { RunProgress } from '../../transfer';
import { usePhones } from './usePhones';
import { TrialReport } from './TrialReport';
import type { Asked, Rehearsing } from './useRehearsal';

const made: Subject[] = [{ kind: 'rows-of-now' }, { kind: 'starting-rows' }, { kind: 'difficult-rows' }];

/** The upgrades of releases to the plan of today, tried on copies of all that there is. */
export function RehearsalPart({ from, rehearsing }: { from: readonly ReleaseHead[]; rehearsing: Rehearsing }) {
  const { at, problem, rehearse, stop } = rehearsing;
  const trials = rehearsing.trials.filter(({ releaseId }) => from.some(({ id }) => id === releaseId));
  const phones = usePhones();
  const asked = from.flatMap(({ id }): Asked[] => {
    const kept = phones.filter(({ releaseId }) => releaseId === id);
    const subjects = [...made, ...kept.map((phone): Subject => ({ kind: 'phone', id: phone.id, name: phone.name }))];
    return subjects.map((subject) => ({ releaseId: id, subject }));
  });
  return (
    <View className="gap-4">
      {at ? (
        <RunProgress
          label="Rehearsal"
          unit={['upgrade', 'upgrades']}
          stop="Stop the rehearsal"
          progress={at}
          onStop={stop}
        />
      ) : (
        <View className="items-start">
          <Button
            label={trials.length > 0 ? 'Rehearse again' : 'Rehearse the upgrade'}
            onPress={() => void rehearse(asked)}
          />
        </View>
      )}
      {problem ? <Callout tone="amber">{problem}</Callout> : null}
      {trials.map((trial) => (
        <TrialReport key={`${trial.releaseId} ${JSON.stringify(trial.subject)}`} trial={trial} />
      ))}
    </View>
  );
}
