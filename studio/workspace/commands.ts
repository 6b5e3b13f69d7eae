import { useMemo } from 'react';
import { useColorScheme } from '@/ui';
import { addressOfPlace, NEW, useAddress, useOpen } from '../address';
import { helpOn } from '../help';
import { pasteHeld } from '../clip/useClip';
import { laterParts } from '../later';
import { useRestart } from '../run/useRestart';
import { sayProblem } from '../Toasts';
import { useAct, useApp } from '../useApp';
import type { Command } from './command';
import { goToPane } from './goToPane';
import { keepPane, usePanes } from './panes';
import { places } from './PlaceBar';

/** Everything that can be done from anywhere in the app that is open. */
export function useCommands({ onKeys, onGoTo }: { onKeys: () => void; onGoTo: () => void }): Command[] {
  const { open } = useOpen();
  const act = useAct();
  const restart = useRestart();
  const address = useAddress();
  const { room } = address;
  const { definition } = useApp().state;
  return useMemo(() => {
    const copy = () =>
      void laterParts()
        .then(({ copyOpen }) => copyOpen(definition, address))
        .catch(sayProblem);
    const fold = (pane: 'list' | 'phone') => keepPane(pane, { folded: !usePanes.getState()[pane].folded });
    return [
      { name: 'Go anywhere', keys: 'Mod+K', whileTyping: true, run: onGoTo },
      { name: 'Undo the last change of plan or rows', keys: 'Mod+Z', run: () => void act((api, id) => api.undo(id)) },
      { name: 'Redo', keys: 'Mod+Shift+Z', run: () => void act((api, id) => api.redo(id)) },
      ...places.map(({ id, label }, index) => ({
        name: `Go to ${label}`,
        keys: String(index + 1),
        run: () => open(addressOfPlace(id)),
      })),
      { name: 'Go to the next pane', keys: 'F6', whileTyping: true, run: () => goToPane(1) },
      { name: 'Go to the pane before', keys: 'Shift+F6', whileTyping: true, run: () => goToPane(-1) },
      { name: 'Copy what is open', keys: 'Mod+C', told: true, run: copy },
      { name: 'Paste what was copied', keys: 'Mod+V', told: true, run: () => void pasteHeld() },
      { name: 'Add a table', run: () => open({ room: 'plan', id: NEW }) },
      { name: 'Add a screen', run: () => open({ room: 'screens', id: NEW }) },
      { name: 'Restart the app', run: () => void restart() },
      { name: 'Fold the list away, or show it', keys: '[', run: () => fold('list') },
      { name: 'Fold the phone away, or show it', keys: ']', run: () => fold('phone') },
      { name: 'Light or dark', run: () => useColorScheme.getState().toggle() },
      { name: 'Help on what is open', keys: 'F1', whileTyping: true, run: () => helpOn(room) },
      { name: 'All keys', keys: '?', run: onKeys },
    ];
  }, [open, act, restart, room, address, definition, onKeys, onGoTo]);
}
