export { appModules, type ProjectFile } from './modules';
export { camelCase, kebabCase, type Names, namesOf } from './names';
export { namedDefinition } from './named';
