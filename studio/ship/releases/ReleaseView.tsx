import { useQuery } from '@tanstack/react-query';
import FileDown from 'lucide-react-native/icons/file-down';
import Package from 'lucide-react-native/icons/package';
import RotateCcw from 'lucide-react-native/icons/rotate-ccw';
import { useMemo, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { differencesBetween, MOST_NOTES, rehearsedOf, type ReleaseHead } from '@/core/release';
import { Button, Callout, SelectField, Toolbar } from '@/ui';
import { worker } from '../../client';
import { downloadFile, fileName } from '../../files';
import { PausedTextField } from '../../PausedTextField';
import { useAct, useApp, useGeneration } from '../../useApp';
import { MakingProgress, useMaking } from '../useMaking';
import { dayOf } from './dayOf';
import { Differences } from './Differences';
import { UpgradePart } from './UpgradePart';
import { PhonesPart } from './PhonesPart';
import { RehearsedNote } from './RehearsedNote';
import { ReleaseHeading } from './ReleaseHeading';
import { ReturnSheet } from './ReturnSheet';
import { TrialReport } from './TrialReport';

/** The plan of today, among releases to compare with. */
const TODAY = 'today';

/** One release: what it says of itself, what is otherwise in it, and what can be done with it. */
export function ReleaseView({ release }: { release: ReleaseHead }) {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const act = useAct();
  const [returning, setReturning] = useState(false);
  const { id, version, at, schema, notes } = release;
  const takeAway = async () => {
    const text = await act((api) => api.exportRelease(appId, id));
    const name = `${state.definition.name} ${version}`;
    if (text) downloadFile(fileName(name, 'fernshelf.json'), text, 'application/json');
  };
  const making = useMaking();
  const takeProject = () => making.make(worker().api.exportRelease(appId, id), `${state.definition.name} ${version}`);
  return (
    <ScrollView contentContainerClassName="gap-6 p-5 pb-24 lg:px-8">
      <View className="gap-3">
        <ReleaseHeading title={`Release ${version}`} facts={`${dayOf(at)} · schema ${schema}`} />
        <Toolbar
          main={{ icon: FileDown, label: 'Download app file', onPress: () => void takeAway() }}
          tools={[
            { icon: Package, label: 'Take the project away', onPress: () => void takeProject() },
            { icon: RotateCcw, label: 'Make it the plan of today', onPress: () => setReturning(true) },
          ]}
        />
      </View>
      <View className="max-w-[640px] gap-6">
        <MakingProgress making={making} />
        <PausedTextField
          label="Notes"
          mayBeBlank
          multiline
          maxLength={MOST_NOTES}
          value={notes}
          onChange={(text) => void act((api) => api.setReleaseNotes(appId, id, text))}
        />
        <Compared release={release} />
        <Rehearsed release={release} />
        <PhonesPart releaseId={id} />
        <UpgradePart key={generation} release={release} />
      </View>
      {returning ? <ReturnSheet release={release} onClose={() => setReturning(false)} /> : null}
    </ScrollView>
  );
}

/** What was tried of the upgrade to a release before it was made. */
function Rehearsed({ release }: { release: ReleaseHead }) {
  const { appId, state } = useApp();
  const rehearsed = rehearsedOf(
    state.releases,
    state.releases.findIndex(({ id }) => id === release.id),
  );
  const [isShown, setShown] = useState(false);
  const report = useQuery({
    queryKey: ['release-report', appId, release.id],
    queryFn: () => worker().api.releaseReport(appId, release.id),
    enabled: isShown,
    staleTime: Infinity,
    gcTime: 0,
  });
  if (rehearsed === 'unneeded') return null;
  return (
    <View role="region" aria-label="Its rehearsal" className="gap-3">
      <RehearsedNote rehearsed={rehearsed} />
      {rehearsed === 'none' ? null : (
        <View className="items-start">
          <Button
            kind="quiet"
            label={isShown ? 'Hide its rehearsal' : 'Show its rehearsal'}
            onPress={() => setShown(!isShown)}
          />
        </View>
      )}
      {isShown
        ? report.data?.trials.map((trial) => (
            <TrialReport key={`${trial.releaseId} ${JSON.stringify(trial.subject)}`} trial={trial} />
          ))
        : null}
    </View>
  );
}

/** What is otherwise in a release than in another, or in the plan of today. */
function Compared({ release }: { release: ReleaseHead }) {
  const { releases } = useApp().state;
  const others = releases.filter(({ id }) => id !== release.id);
  const before = releases[releases.findIndex(({ id }) => id === release.id) - 1];
  const [asked, setAsked] = useState(before?.id ?? TODAY);
  const found = useDifferences(release.id, asked);
  return (
    <View role="region" aria-label="Differences" className="gap-3">
      <SelectField
        label="Compared with"
        value={asked}
        onChange={setAsked}
        options={[
          { value: TODAY, label: 'The plan of today' },
          ...others.toReversed().map(({ id, version }) => ({ value: id, label: `Release ${version}` })),
        ]}
      />
      {found.fault ? <Callout tone="rust">{found.fault}</Callout> : null}
      {found.differences ? <Differences differences={found.differences} /> : null}
    </View>
  );
}

/** From the earlier of the two to the later one. */
function useDifferences(releaseId: string, asked: string) {
  const { state } = useApp();
  const [mine, other] = [usePlan(releaseId), usePlan(asked)];
  const plans = [mine.data?.definition, asked === TODAY ? state.definition : other.data?.definition] as const;
  const place = (id: string) => (id === TODAY ? Infinity : state.releases.findIndex((each) => each.id === id));
  const isLater = place(asked) > place(releaseId);
  const [one, two] = plans;
  const differences = useMemo(() => {
    if (!one || !two) return null;
    return isLater ? differencesBetween(one, two) : differencesBetween(two, one);
  }, [one, two, isLater]);
  const error = mine.error ?? other.error;
  return { differences, fault: error ? describeProblem(toProblem(error)).what : null };
}

/** What was frozen never changes. */
function usePlan(releaseId: string) {
  const { appId } = useApp();
  return useQuery({
    queryKey: ['released', appId, releaseId],
    queryFn: () => worker().api.releasedPlan(appId, releaseId),
    enabled: releaseId !== TODAY,
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
}
