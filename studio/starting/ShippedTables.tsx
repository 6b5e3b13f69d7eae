import { View } from 'react-native';
import { physicalPlan } from '@/core/plan';
import { SwitchField } from '@/ui';
import { counted } from '../counted';
import { useAct, useApp } from '../useApp';
import { useSayDone } from '../useSayDone';

/** Which tables are installed with rows in them: switched on, a table takes the rows of now. */
export function ShippedTables() {
  const { state } = useApp();
  const act = useAct();
  const sayDone = useSayDone();
  const starting = state.starting ?? {};
  const set = async (tableId: string, name: string, on: boolean) => {
    const done = await act((api, appId) => api.setStartingTable(appId, tableId, on ? null : { columns: [], rows: [] }));
    if (done) sayDone(`${name} starts with ${counted(done.starting?.[tableId] ?? 0, 'row', 'rows')}.`, done);
  };
  return (
    <View role="group" aria-label="Tables that start filled" className="w-full gap-1">
      {physicalPlan(state.definition).tables.map(({ id, name }) => (
        <SwitchField
          key={id}
          label={name}
          help={starting[id] ? `${counted(starting[id], 'row', 'rows')} from the start` : 'Starts empty'}
          value={Boolean(starting[id])}
          onChange={(on) => void set(id, name, on)}
        />
      ))}
    </View>
  );
}
