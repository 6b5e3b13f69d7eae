import { useQuery } from '@tanstack/react-query';
import Tag from 'lucide-react-native/icons/tag';
import { type ReactNode, useState } from 'react';
import { ScrollView, View } from 'react-native';
import type { ReleaseHead } from '@/core/release';
import { Text, Toolbar } from '@/ui';
import { worker } from '../../client';
import { useApp, useGeneration } from '../../useApp';
import { Differences } from './Differences';
import { PhonesPart } from './PhonesPart';
import { RehearsalPart } from './RehearsalPart';
import { RehearsedNote } from './RehearsedNote';
import { ReleaseHeading } from './ReleaseHeading';
import { ReleaseSheet } from './ReleaseSheet';
import { UpgradeChoices } from './UpgradeChoices';
import { useRehearsal } from './useRehearsal';
import { UpgradeSteps } from './UpgradePart';

/** What is to be the next release: what changed since the last, how rows come along, and its rehearsal. */
export function NextRelease({ last }: { last: ReleaseHead }) {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const rehearsing = useRehearsal();
  const [releasing, setReleasing] = useState(false);
  const next = useQuery({
    queryKey: ['next-release', appId, state.definition, state.upgrade, state.releases.length],
    queryFn: () => worker().api.nextRelease(appId),
    gcTime: 0,
    staleTime: Infinity,
  });
  return (
    <ScrollView contentContainerClassName="gap-6 p-5 pb-24 lg:px-8">
      <View className="gap-3">
        <ReleaseHeading title="The next release" facts={`The plan of today, since ${last.version}`} />
        <Toolbar main={{ icon: Tag, label: 'Release this app', onPress: () => setReleasing(true) }} />
      </View>
      <View className="max-w-[640px] gap-6">
        <Part title="What changed">{next.data ? <Differences differences={next.data.differences} /> : null}</Part>
        <Part title="How rows come along">
          <Text look="body">
            {[
              `Phones that have ${last.version} keep what they can. Where that is not enough, say here what becomes of`,
              'their values; what was filled in while the plan was changed is said already.',
            ].join(' ')}
          </Text>
          <UpgradeChoices key={`${last.id} ${generation}`} releaseId={last.id} trials={rehearsing.trials} />
        </Part>
        <Part title="The upgrade">
          <UpgradeSteps releaseId={last.id} />
        </Part>
        <Part title="Rehearsal">
          <Text look="body">
            {[
              'The upgrade from every release, on copies: with the rows of the bench phone, brought back to it, with those',
              'that it is installed with, with rows that are made to be hard on it, and with every phone that is kept.',
              'What comes of it is kept with the release.',
            ].join(' ')}
          </Text>
          <RehearsedNote rehearsed={state.rehearsed} />
          <RehearsalPart from={state.releases} rehearsing={rehearsing} />
        </Part>
        <PhonesPart releaseId={null} />
      </View>
      {releasing ? <ReleaseSheet onClose={() => setReleasing(false)} /> : null}
    </ScrollView>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <View role="region" aria-label={title} className="gap-3 border-t border-stem pt-5">
      <Text look="heading">{title}</Text>
      {children}
    </View>
  );
}
