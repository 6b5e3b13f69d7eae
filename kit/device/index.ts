export { PhoneDriver } from './phoneDriver';
export { phoneDatabase } from './phoneDatabase';
export type { PhoneSqlite } from './phoneSqlite';
