import type { Migration } from '@/kit/device';

/**
 * What later releases change about the database of the first: `{ version: 2, sql: 'ALTER TABLE …' }`. One that was
 * released is never changed: the phones that ran it will not run it again.
 */
export const migrations: readonly Migration[] = [];
