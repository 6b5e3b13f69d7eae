export { appModules, codePlaces, type ProjectFile } from './modules';
export { type Names, namesOf } from './names';
export { namedDefinition } from './named';
export { laidOut } from './layOut';
export { chosenKit, DATABASE_PATH, type LockedPackages, madeFiles, type ProjectKit } from './project';
export { routeFiles, screenPaths } from './routes';
export { changedByHand, type Hashes, leftOver } from './handChanges';
