export { MapCanvas } from './MapCanvas';
