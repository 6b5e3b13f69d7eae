import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import type { ReleaseHead } from '@/core/release';
import { Button, Text } from '@/ui';
import type { UpgradePart as Part } from '@/worker';
import { worker } from '../../client';
import { counted } from '../../counted';
import { SqlText } from '../../SqlText';
import { useApp } from '../../useApp';
import { RehearsalPart } from './RehearsalPart';
import { useRehearsal } from './useRehearsal';

/** What brings the phones of a release to the plan of today, tried on copies before any of them meets it. */
export function UpgradePart({ release }: { release: ReleaseHead }) {
  const rehearsing = useRehearsal();
  return (
    <View role="region" aria-label="Upgrade" className="gap-3 border-t border-stem pt-5">
      <Text look="heading">{`The upgrade from ${release.version}`}</Text>
      <Text look="body">
        {[
          'Phones that have this release come to the plan of today when they get it. A rehearsal does that on copies:',
          'with the rows of the bench phone, brought back to it, with those that it is installed with, with rows that',
          'are made to be hard on it, and with every phone that is kept.',
        ].join(' ')}
      </Text>
      <UpgradeSteps releaseId={release.id} />
      <RehearsalPart from={[release]} rehearsing={rehearsing} />
    </View>
  );
}

/** What an upgrade does, in words and as SQL, a version after the other. */
export function UpgradeSteps({ releaseId }: { releaseId: string }) {
  const { appId, state } = useApp();
  const [isShown, setShown] = useState(false);
  const way = useQuery({
    queryKey: ['upgrade-way', appId, releaseId, state.definition, state.upgrade, state.releases.length],
    queryFn: () => worker().api.upgradeWay(appId, releaseId),
    gcTime: 0,
  });
  const parts = way.data ?? [];
  const count = parts.reduce((sum, { statements }) => sum + statements.length, 0);
  if (!way.data) return null;
  if (count === 0) return <Text look="soft">Nothing is to be done: the databases of this release fit.</Text>;
  return (
    <View className="gap-3">
      {parts.map((part) => (
        <Words key={part.version} part={part} />
      ))}
      <View className="items-start">
        <Button
          kind="quiet"
          label={isShown ? 'Hide its SQL' : `Show its SQL: ${counted(count, 'statement', 'statements')}`}
          onPress={() => setShown(!isShown)}
        />
      </View>
      {isShown ? (
        <View role="list" aria-label="Statements of the upgrade" className="gap-2">
          {parts
            .flatMap(({ statements }) => statements)
            .map((sql, at) => (
              <View key={at} role="listitem" className="rounded-lg bg-leaf p-3">
                <SqlText sql={sql} />
              </View>
            ))}
        </View>
      ) : null}
    </View>
  );
}

function Words({ part: { version, release, words } }: { part: Part }) {
  const name = release ? `Schema ${version}, release ${release}` : `Schema ${version}, the plan of today`;
  return (
    <View role="list" aria-label={name} className="gap-1">
      <Text look="strong">{name}</Text>
      {(words.length > 0 ? words : ['Indexes and computed columns are laid anew']).map((each) => (
        <View key={each} role="listitem">
          <Text look="body">{`${each}.`}</Text>
        </View>
      ))}
    </View>
  );
}
