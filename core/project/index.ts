export { appModules, type ProjectFile } from './modules';
export { camelCase, kebabCase, type Names, namesOf } from './names';
export { namedDefinition } from './named';
export { projectFiles, type ProjectKit, type ProjectOptions, projectOptions } from './project';
export { routeFiles, screenPaths } from './routes';
