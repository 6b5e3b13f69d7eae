import { dateFormat } from '@/core/format';

/** The day of a moment, where this machine is. */
export const dayOf = (at: string): string => dateFormat('en-GB', { dateStyle: 'medium' }).format(new Date(at));
