import Redo2 from 'lucide-react-native/icons/redo-2';
import Undo2 from 'lucide-react-native/icons/undo-2';
import { useContext } from 'react';
import { View } from 'react-native';
import { IconButton } from '@/ui';
import { HistoryContext, useAct } from '../useApp';

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
