import { useMemo, useState } from 'react';
import type { ChosenFilter } from '../../data/useRows';
import { byDesign, type Sort } from '@/core/compiled';

const NONE: readonly ChosenFilter[] = [];

/** What a person asks of a list: a search, an order, filters. `asked` is another one with each of them. */
export function useAsking() {
  const [search, setSearch] = useState('');
  const [sort, setSort] = useState<Sort>(byDesign);
  const [filters, setFilters] = useState(NONE);
  const asked = useMemo(() => ({ search, sort, filters }), [search, sort, filters]);
  return {
    ...asked,
    asked,
    setSearch,
    setSort,
    setFilters,
    isNarrowed: search.trim() !== '' || filters.length > 0,
    clear: () => {
      setSearch('');
      setFilters(NONE);
    },
  };
}

export type Asking = ReturnType<typeof useAsking>;
