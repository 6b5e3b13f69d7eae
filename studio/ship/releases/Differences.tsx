import { View } from 'react-native';
import { type Area, areas, type Difference } from '@/core/release';
import { Text } from '@/ui';

const areaNames: Record<Area, string> = {
  tables: 'Tables',
  columns: 'Columns',
  links: 'Links',
  people: 'People',
  queries: 'Queries',
  routines: 'Routines',
  screens: 'Screens',
  look: 'Look',
};

const signs = { added: '+', removed: '−', changed: '~' } as const;

/** What is otherwise in one plan than in another, by what it is about. */
export function Differences({ differences }: { differences: readonly Difference[] }) {
  if (differences.length === 0) return <Text look="soft">Nothing: the two are alike.</Text>;
  return (
    <View className="gap-3">
      {areas.map((area) => {
        const found = differences.filter((each) => each.area === area);
        return found.length === 0 ? null : (
          <View key={area} className="gap-1">
            <Text look="soft" className="font-medium">
              {areaNames[area]}
            </Text>
            <View role="list" aria-label={areaNames[area]} className="gap-1">
              {found.map(({ change, words }) => (
                <View key={words} role="listitem" className="flex-row gap-2">
                  <Text look="mono" aria-hidden className="w-4 text-center">
                    {signs[change]}
                  </Text>
                  <Text look="body" className="min-w-0 flex-1">
                    {`${words}.`}
                  </Text>
                </View>
              ))}
            </View>
          </View>
        );
      })}
    </View>
  );
}
