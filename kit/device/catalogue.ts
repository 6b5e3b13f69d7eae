import type { KitCatalogue } from '../base/context';
import { catalogueAt, catalogueFailed } from '../data/askCatalogue';

/** Where the service stands that knows things by their codes: it answers at this address and the code. */
const address = process.env.EXPO_PUBLIC_CATALOGUE_URL;

/** A catalogue for codes that are not found. Without an address it says so. */
export const catalogue: KitCatalogue = address
  ? catalogueAt((code) => `${address.replace(/\/$/, '')}/${encodeURIComponent(code)}`)
  : {
      ask: () => Promise.reject(catalogueFailed('none', 'its address is set by EXPO_PUBLIC_CATALOGUE_URL')),
    };
