export { Later } from './Later';
export { laterPart, laterParts } from './laterParts';
