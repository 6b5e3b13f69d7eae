export { Later } from './Later';
export { laterPart, laterParts } from './later';
export { usePartsInTime } from './usePartsInTime';
