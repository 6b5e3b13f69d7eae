import { parseClipping, paste } from '@/core/clip';
import { ProblemError } from '@/core/problem';
import { worker } from '../client';
import { newId } from '../newId';

/** Makes an app of what was copied and all that it needs, called by its app. Throws a Problem; then nothing is left. */
export async function startWithClipping(text: string): Promise<{ appId: string }> {
  const clipping = parseClipping(text);
  if (!clipping)
    throw new ProblemError({ code: 'file-broken', place: 'the start', reason: 'this was not copied in Fern Shelf' });
  if (clipping.item.kind === 'parts')
    throw new ProblemError({
      code: 'file-broken',
      place: 'item',
      reason: 'parts of a screen need a screen to go into: open an app first',
    });
  const { api } = worker();
  const { id: appId } = await api.createApp(clipping.definition.name);
  try {
    const opened = await api.open(appId, false);
    if (opened.kind === 'open') await api.edit(appId, paste(opened.state.definition, clipping, newId).edit, {});
  } catch (error) {
    await api.removeApp(appId);
    throw error;
  }
  return { appId };
}
