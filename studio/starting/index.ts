export { ShippedTables } from './ShippedTables';
export { StartingRows } from './StartingRows';
