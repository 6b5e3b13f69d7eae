import DatabaseIcon from 'lucide-react-native/icons/database';
import House from 'lucide-react-native/icons/house';
import LayoutList from 'lucide-react-native/icons/layout-list';
import Package from 'lucide-react-native/icons/package';
import Play from 'lucide-react-native/icons/play';
import Sprout from 'lucide-react-native/icons/sprout';
import { Text, View } from 'react-native';
import { LinkPress } from '@/kit';
import { Icon, useWide } from '@/ui';
import { addressOfPlace, openShelf, placeOfRoom, useRoom, useOpen } from '../address';

/** The five places, in the order that people work. */
export const places = [
  { id: 'plan', label: 'Plan', icon: Sprout },
  { id: 'screens', label: 'Screens', icon: LayoutList },
  { id: 'run', label: 'Run', icon: Play },
  { id: 'data', label: 'Data', icon: DatabaseIcon },
  { id: 'ship', label: 'Ship', icon: Package },
] as const;

/**
 * A bar at the foot of a phone, a rail at the side of a wide screen; dark as soil, so that it is never part of a place.
 */
export function PlaceBar() {
  const wide = useWide();
  const place = placeOfRoom(useRoom());
  const { open } = useOpen();
  return (
    <View
      role="navigation"
      aria-label="Places"
      className={`bg-bark ${wide ? 'w-[80px] gap-1 px-1.5 py-3' : 'flex-row px-1'}`}
    >
      <Item label="Shelf" icon={House} current={false} onPress={openShelf} />
      {places.map(({ id, label, icon }) => (
        <Item key={id} label={label} icon={icon} current={id === place} onPress={() => open(addressOfPlace(id))} />
      ))}
    </View>
  );
}

function Item({
  label,
  icon,
  current,
  onPress,
}: {
  label: string;
  icon: typeof House;
  current: boolean;
  onPress: () => void;
}) {
  const ink = current ? '#12281d' : '#dfe9dc';
  return (
    <LinkPress
      aria-current={current ? 'page' : undefined}
      onPress={onPress}
      className={[
        'my-1.5 min-h-[50px] items-center justify-center gap-0.5 rounded-lg',
        useWide() ? 'py-2' : 'flex-1',
        current ? 'bg-[#bfe0b4]' : '',
      ].join(' ')}
    >
      <Icon of={icon} size={20} color={ink} />
      <Text className="font-medium text-[13px]" style={{ color: ink }}>
        {label}
      </Text>
    </LinkPress>
  );
}
