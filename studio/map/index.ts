export { MapCanvas } from './MapCanvas';
export { MapWithList } from './MapWithList';
