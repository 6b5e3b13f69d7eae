export { appModules, codePlaces, type ProjectFile } from './modules';
export { type Names, namesOf } from './names';
export { namedDefinition } from './named';
export { type Drawing, iconColor, type IconFile, iconFiles } from './icon';
export { laidOut } from './layOut';
export { lockedFor } from './lockFile';
export { chosenKit, DATABASE_PATH, type LockedPackages, madeFiles, type ProjectKit } from './project';
export { routeFiles, screenPaths } from './routes';
export { changedByHand, type Hashes, hashesOf, hashOf, leftOver, MANIFEST_PATH, printManifest } from './handChanges';
