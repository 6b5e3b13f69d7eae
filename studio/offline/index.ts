export { NewBuild } from './NewBuild';
export { useBuild, useKeptStudio } from './useBuild';
