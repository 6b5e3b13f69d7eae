import Redo2 from 'lucide-react-native/icons/redo-2';
import Undo2 from 'lucide-react-native/icons/undo-2';
import { useContext, useEffect, useState } from 'react';
import { View } from 'react-native';
import { IconButton, Sheet, Text } from '@/ui';
import { addressOfPlace, useAddress, useOpen } from '../address';
import { HistoryContext, useAct } from '../useApp';
import { places } from './PlaceBar';

/** Undo and redo reach every edit of the plan and every change of rows; each says what it would do. */
export function HistoryButtons() {
  const state = useContext(HistoryContext);
  const act = useAct();
  return (
    <View className="flex-row">
      <IconButton
        icon={Undo2}
        label={state.undo ? `Undo: ${state.undo}` : 'Nothing to undo'}
        disabled={!state.undo}
        onPress={() => void act((api, appId) => api.undo(appId))}
      />
      <IconButton
        icon={Redo2}
        label={state.redo ? `Redo: ${state.redo}` : 'Nothing to redo'}
        disabled={!state.redo}
        onPress={() => void act((api, appId) => api.redo(appId))}
      />
    </View>
  );
}

const shortcuts: readonly [keys: string, what: string][] = [
  ['Ctrl Z', 'Undo the last change of plan or rows'],
  ['Ctrl Shift Z', 'Redo'],
  ['1 to 5', 'Go to Plan, Screens, Run, Data, Ship'],
  ['Enter', 'Open the record in focus'],
  ['F2', 'Edit the record in focus'],
  ['Delete', 'Delete the record in focus'],
  ['Shift F10', 'All actions of the record in focus'],
  ['Space, then arrows', 'On a column’s handle: lift and move it'],
  ['?', 'This list'],
];

/** Listens for the studio's keys; what it returns is the list of them, when asked for. */
export function useShortcuts() {
  const [listed, setListed] = useState(false);
  const { open } = useOpen();
  const address = useAddress();
  const act = useAct();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return;
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        void act((api, id) => (event.shiftKey ? api.redo(id) : api.undo(id)));
      } else if (event.key === '?') setListed(true);
      else if (!event.ctrlKey && !event.metaKey && !event.altKey && /^[1-5]$/.test(event.key))
        open(addressOfPlace(places[Number(event.key) - 1]?.id ?? 'plan', address));
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  });
  if (!listed) return null;
  return (
    <Sheet title="Keys" onClose={() => setListed(false)}>
      {shortcuts.map(([keys, what]) => (
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
