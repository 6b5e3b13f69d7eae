import { apiary } from './apiary';
import { theatre } from './theatre';

export { garmentTag, theatre } from './theatre';
export { theatrePast } from './theatrePast';

/** The apps that ship with Fern Shelf, by the word that the shelf knows them by. */
export const demos = { theatre: () => theatre(), apiary: () => apiary() };
