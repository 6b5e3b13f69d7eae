import { type ListScreen } from '@/core/model';
import { ChoiceField, SwitchField } from '@/ui';
import { Section } from '../Section';
import { useChange } from '../view';

/** How people find a row. */
export function FindingSection({ screen }: { screen: ListScreen }) {
  const change = useChange(screen);
  return (
    <Section
      title="Finding"
      help="Case and accents are ignored, and words may come in any order. What links show is searched too."
    >
      <ChoiceField
        label="Search looks through"
        choices={[
          { value: 'all', label: 'All texts' },
          { value: 'slots', label: 'What the row shows' },
          { value: 'none', label: 'Nothing' },
        ]}
        value={screen.search ?? 'all'}
        onChange={(search) => change((draft) => void (draft.search = search))}
      />
      <SwitchField
        label="People may sort"
        value={screen.userSort ?? true}
        onChange={(userSort) => change((draft) => void (draft.userSort = userSort))}
      />
      <SwitchField
        label="People may filter"
        value={screen.filters === undefined || screen.filters.length > 0}
        onChange={(filters) => change((draft) => void (filters ? delete draft.filters : (draft.filters = [])))}
      />
    </Section>
  );
}
