export { PhoneDriver } from './phoneDriver';
export { phoneDatabase } from './phoneDatabase';
export type { PhoneSession, PhoneSqlite } from './phoneSqlite';
export { type Migration, migrate } from './migrations';
export { type Rescue } from './openingFault';
export { rescueOf } from './rescueOf';
export { PhoneRoot, ScreenRoute, SignInRoute } from './PhoneRoot';
export { setPragmas } from './setPragmas';
export type { ScreenPaths } from './screenPaths';
