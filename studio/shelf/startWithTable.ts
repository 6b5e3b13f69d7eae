import { readTable, settingsOfAllTyped } from '@/core/plan';
import { worker } from '../client';
import { newId } from '../newId';

/** Makes an app of one table as it is typed, called by the table: `Tools: name, price money`. Throws a Problem. */
export async function startWithTable(text: string): Promise<{ appId: string; tableId: string; columns: number }> {
  const { name, columns } = readTable(text);
  const { api } = worker();
  const { id: appId } = await api.createApp(name);
  const tableId = newId();
  try {
    await api.open(appId, false);
    await api.edit(
      appId,
      {
        kind: 'addTable',
        tableId,
        columnId: newId(),
        name,
        columns: settingsOfAllTyped(columns, { tables: [] }, name, newId),
      },
      {},
    );
  } catch (error) {
    // Nothing is left of what could not be made; what was typed stays.
    await api.removeApp(appId);
    throw error;
  }
  return { appId, tableId, columns: columns.length };
}
