import { useCallback, useLayoutEffect, useState } from 'react';
import { View } from 'react-native';
import { Sheet, Text } from '@/ui';
import { useCopyKey } from '../clip/useCopyKey';
import { isTyping } from '../isTyping';
import { Later, laterPart } from '../later';
import type { Command } from './command';
import { useCommands } from './commands';
import { keysPressed, keysShown } from './keys';
import { useGoTo } from './useGoTo';

const GoTo = laterPart('GoTo');

/** Keys that are not of a command: they do something with what has the focus. */
const keysThere: readonly [keys: string, what: string][] = [
  ['Enter', 'Open the record in focus; in a grid of columns go on to the next'],
  ['F2', 'Edit the record in focus'],
  ['Delete', 'Delete the record in focus'],
  ['Shift F10', 'All actions of the record in focus'],
  ['Space, then arrows', 'On a column’s handle: lift and move it'],
  ['Arrows', 'On the edge between two panes: make one wider'],
  ['Escape', 'Close what was opened last'],
];

/** Listens for the studio's keys; lists them, and shows the way to everything, when asked for. */
export function Shortcuts() {
  const [listed, setListed] = useState(false);
  const isGoing = useGoTo((state) => state.isOpen);
  const showKeys = useCallback(() => setListed(true), []);
  const commands = useCommands({ onKeys: showKeys, onGoTo: openGoTo });
  useKeys(commands);
  useCopyKey(commands.find(({ keys }) => keys === 'Mod+C')?.run ?? nothing);
  return (
    <>
      {listed ? <KeyList commands={commands} others={keysThere} onClose={() => setListed(false)} /> : null}
      {isGoing ? (
        <Later>
          <GoTo commands={commands} onClose={() => useGoTo.setState({ isOpen: false })} />
        </Later>
      ) : null}
    </>
  );
}

const nothing = () => undefined;

const openGoTo = () => useGoTo.setState({ isOpen: true });

/** Hears the keys of commands, where nothing is being typed, from the moment that what they do is drawn. */
export function useKeys(commands: readonly Command[]): void {
  useLayoutEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return;
      const isField = isTyping(event.target);
      // A field keeps its keys to itself: those of the studio are heard on their way down to it.
      if (isField !== (event.eventPhase === Event.CAPTURING_PHASE)) return;
      const keys = keysPressed(event);
      const command = commands.find((each) => each.keys === keys);
      if (!command || command.told || (isField && !command.whileTyping)) return;
      event.preventDefault();
      command.run();
    };
    for (const isDown of [true, false]) document.addEventListener('keydown', hear, isDown);
    return () => [true, false].forEach((isDown) => document.removeEventListener('keydown', hear, isDown));
  }, [commands]);
}

interface KeyListProps {
  commands: readonly Command[];
  others?: readonly (readonly [keys: string, what: string])[];
  onClose: () => void;
}

/** The keys of where one is. */
export function KeyList({ commands, others = [], onClose }: KeyListProps) {
  const lines = [...commands.flatMap(({ keys, name }) => (keys ? [[keysShown(keys), name]] : [])), ...others];
  return (
    <Sheet title="Keys" onClose={onClose}>
      {lines.map(([keys, what]) => (
        <View key={keys} className="flex-row gap-4">
          <Text look="mono" className="w-[150px] text-plum">
            {keys}
          </Text>
          <Text look="body" className="flex-1">
            {what}
          </Text>
        </View>
      ))}
    </Sheet>
  );
}
