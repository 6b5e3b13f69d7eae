export { MapCanvas } from './MapCanvas';
export { MapList } from './MapList';
