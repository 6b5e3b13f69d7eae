import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import GitCompareArrows from 'lucide-react-native/icons/git-compare-arrows';
import Tag from 'lucide-react-native/icons/tag';
import { LinkPress } from '@/kit';
import { type ReleaseHead, rehearsedOf } from '@/core/release';
import { Text, Toolbar } from '@/ui';
import { NEXT, useAddress, useOpen } from '../../address';
import { useApp } from '../../useApp';
import { NextRelease } from './NextRelease';
import { RehearsedNote } from './RehearsedNote';
import { ReleaseSheet } from './ReleaseSheet';
import { ReleaseView } from './ReleaseView';
import { dayOf } from './dayOf';

/** The releases of an app, the newest first, and the one that is open. */
export function ReleasesPlace() {
  const { releases } = useApp().state;
  const { id } = useAddress();
  const release = releases.find((each) => each.id === id);
  const last = releases.at(-1);
  if (id === NEXT && last) return <NextRelease last={last} />;
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
        <Toolbar
          main={{ icon: Tag, label: 'Release this app', onPress: () => setReleasing(true) }}
          {...(releases.length > 0
            ? {
                tools: [
                  {
                    icon: GitCompareArrows,
                    label: 'The next release',
                    onPress: () => open({ room: 'releases', id: NEXT }),
                  },
                ],
              }
            : {})}
        />
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
          {[...releases.entries()].toReversed().map(([at, release]) => (
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
                <RehearsedNote quiet rehearsed={rehearsedOf(releases, at)} />
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
