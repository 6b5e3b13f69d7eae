import ListChecks from 'lucide-react-native/icons/list-checks';
import Tags from 'lucide-react-native/icons/tags';
import { useState } from 'react';
import { useListRows } from '../../data/useRows';
import { usePrintLabels } from '../../scanning/usePrintLabels';
import { useWorkingList } from '../../scanning/useWorkingList';
import type { ListAct, ListSheet } from './ListHead';
import { useAsking } from './useAsking';
import { useChosen } from './useChosen';
import { useListScan } from './useListScan';
import { type ListScreenProps, useRowActs } from './useRowActs';
import { type PressedRow, useRowPress } from './useRowPress';

/** All that a list screen knows while it is open: what is asked, the rows, what is chosen, and what is open over it. */
export function useListing(props: ListScreenProps) {
  const { screen, table, linked } = props;
  const { list, behaviour } = screen;
  const { collect } = behaviour;
  const asking = useAsking();
  const rows = useListRows(list, table, { sort: asking.sort, search: asking.search, linked, filters: asking.filters });
  const [sheet, setSheet] = useState<ListSheet | null>(null);
  const [acting, setActing] = useState<PressedRow | null>(null);
  const choosing = useChosen(rows);
  const working = useWorkingList(collect ? screen.id : null, linked, collect?.leaving === 'clear');
  const acts = useRowActs(props, rows, working);
  useListScan(screen, table, working, acts.recordScreen, asking.setSearch);
  const presses = useRowPress(behaviour, rows, {
    ...acts,
    toggle: choosing.chosen ? choosing.toggle : null,
    choose: choosing.toggle,
    act: setActing,
  });
  const more = useListActs(props, choosing.begin);
  return { ...props, asking, rows, choosing, working, acts, presses, more, sheet, setSheet, acting, setActing };
}

export type Listing = ReturnType<typeof useListing>;

/** What can be done with the whole list. */
function useListActs({ screen: { name, behaviour } }: ListScreenProps, choose: () => void): ListAct[] {
  const print = usePrintLabels(name, behaviour.labels);
  return [
    ...(behaviour.select ? [{ icon: ListChecks, label: `Choose several of ${name}`, onPress: choose }] : []),
    ...(print ? [{ icon: Tags, label: `Print labels of ${name}`, onPress: () => void print() }] : []),
  ];
}
