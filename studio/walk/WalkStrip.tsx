import { useEffect } from 'react';
import { View } from 'react-native';
import { Button, Text, useWide } from '@/ui';
import { useOpen } from '../address';
import { useBench } from '../client';
import { useApp } from '../useApp';
import { stepsDone, walkSteps } from './steps';
import { changeWalk, endWalk, useWalk } from './useWalk';

/** The step of the first walk that comes next, at the foot of the app that it goes through. */
export function WalkStrip() {
  const { appId, state } = useApp();
  const { definition } = state;
  const walk = useWalk((now) => now.walk);
  const way = useBench((bench) => bench.way);
  const ripples = useBench((bench) => bench.ripples);
  const wide = useWide();
  const { open } = useOpen();
  const here = walk?.appId === appId ? walk : null;
  const done = here
    ? stepsDone(here.done, {
        definition,
        tableId: here.tableId,
        columns: here.columns,
        way,
        changes: ripples.flatMap(({ changes }) => changes),
      })
    : null;
  useEffect(() => {
    if (here && done === null) endWalk();
    else if (here && done !== null && done !== here.done) changeWalk({ done });
  }, [here, done]);
  if (!here?.shown || done === null) return null;
  const next = walkSteps[done];
  const show = () => open(done < 2 ? { room: 'tables', id: here.tableId } : { room: 'run' });
  const seeRipple = () => {
    // On a small screen it stands on the bench, over the running app.
    if (!wide) useBench.setState({ bar: true });
    open({ room: wide ? 'ripples' : 'run' });
  };
  return (
    <View
      role="region"
      aria-label="First walk"
      className="flex-row flex-wrap items-center gap-x-4 gap-y-1 border-t border-stem bg-fern-tint px-5 py-2"
    >
      <View className="min-w-0 shrink grow basis-[220px]" role="status">
        <Text look="strong">
          {next ? `Step ${done + 1} of ${walkSteps.length}: ${next.name}` : 'Your first record is saved.'}
        </Text>
        <Text look="soft">
          {next
            ? ((wide ? undefined : next.onPhone) ?? next.how)
            : 'Its ripple tells what the tap did: which statement ran, and which lists it refreshed.'}
        </Text>
      </View>
      <View className="flex-row gap-1">
        {next ? (
          <>
            <Button kind="quiet" label="Go there" onPress={show} />
            <Button kind="quiet" label="Leave the walk" onPress={() => changeWalk({ shown: false })} />
          </>
        ) : (
          <>
            <Button kind="quiet" label="See its ripple" onPress={seeRipple} />
            <Button kind="quiet" label="End the walk" onPress={endWalk} />
          </>
        )}
      </View>
    </View>
  );
}
