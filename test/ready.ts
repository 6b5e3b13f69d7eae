import type { Driver, Params, SearchTexts } from '@/core/driver';

/** Brings the texts that a search looks through up to date, a few at a time. */
export function ready(
  driver: Pick<Driver, 'ensureSearch' | 'freshenSearch'>,
  search: readonly SearchTexts[] = [],
  params: Params = {},
): void {
  for (const texts of search) {
    driver.ensureSearch(texts, params);
    while (driver.freshenSearch(texts.name, 3));
  }
}
