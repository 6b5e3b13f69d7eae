export { Later } from './Later';
export { laterPart, laterParts } from './laterParts';
export { usePartsInTime } from './usePartsInTime';
