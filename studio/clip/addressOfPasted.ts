import type { Clipping, Paste } from '@/core/clip';
import type { Address } from '../address';

const rooms = { table: 'tables', screen: 'screens', query: 'queries', routine: 'routines' } as const;

/** Where what was pasted is to be seen. */
export function addressOfPasted({ item }: Clipping, { id }: Paste, into: string | null): Address {
  if (item.kind === 'columns') return into === null ? { room: 'plan' } : { room: 'tables', id: into };
  if (item.kind === 'parts') return into === null ? { room: 'screens' } : { room: 'screens', id: into };
  return { room: rooms[item.kind], ...(id === null ? {} : { id }) };
}
