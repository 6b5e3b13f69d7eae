import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import Tag from 'lucide-react-native/icons/tag';
import { LinkPress } from '@/kit';
import type { ReleaseHead } from '@/core/release';
import { Text, Toolbar } from '@/ui';
import { useAddress, useOpen } from '../../address';
import { useApp } from '../../useApp';
import { ReleaseSheet } from './ReleaseSheet';
import { ReleaseView } from './ReleaseView';
import { dayOf } from './dayOf';

/** The releases of an app, the newest first, and the one that is open. */
export function ReleasesPlace() {
  const { releases } = useApp().state;
  const { id } = useAddress();
  const release = releases.find((each) => each.id === id);
  return release ? <ReleaseView key={release.id} release={release} /> : <ReleaseList />;
}

function ReleaseList() {
  const { releases } = useApp().state;
  const { open } = useOpen();
  const [releasing, setReleasing] = useState(false);
  return (
    <ScrollView contentContainerClassName="gap-5 p-5 pb-24 lg:px-8">
      <View className="gap-3">
        <Text look="display">Releases</Text>
        <Toolbar main={{ icon: Tag, label: 'Release this app', onPress: () => setReleasing(true) }} />
      </View>
      {releases.length === 0 ? (
        <Text look="body" className="max-w-[560px]">
          {[
            'A release freezes the app as it is: its tables, screens and all else. Later you see what has changed since',
            'then, take any release away as a file, or go back to it. Fern Shelf counts the version of the schema.',
          ].join(' ')}
        </Text>
      ) : (
        <View role="list" aria-label="Releases" className="max-w-[640px] gap-2">
          {releases.toReversed().map((release) => (
            <View key={release.id} role="listitem">
              <LinkPress
                aria-label={`Release ${release.version}`}
                onPress={() => open({ room: 'releases', id: release.id })}
                className="gap-1 rounded-xl border border-stem bg-leaf p-4 hover:border-fern"
              >
                <View className="flex-row flex-wrap items-baseline justify-between gap-x-4">
                  <Text look="heading">{release.version}</Text>
                  <Text look="soft">{factsOf(release)}</Text>
                </View>
                {release.notes ? (
                  <Text look="body" numberOfLines={3}>
                    {release.notes}
                  </Text>
                ) : null}
              </LinkPress>
            </View>
          ))}
        </View>
      )}
      {releasing ? <ReleaseSheet onClose={() => setReleasing(false)} /> : null}
    </ScrollView>
  );
}

const factsOf = ({ at, schema }: ReleaseHead): string => `${dayOf(at)} · schema ${schema}`;
