import Search from 'lucide-react-native/icons/search';
import X from 'lucide-react-native/icons/x';
import { TextInput, View } from 'react-native';
import { IconButton } from '../base/parts';
import { useColors } from '../base/theme';

/** A field to search with, and a way to clear it. */
export function SearchBox({
  label,
  value,
  onChange,
  autoFocus = false,
  className = '',
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  autoFocus?: boolean;
  className?: string;
}) {
  const colors = useColors();
  return (
    <View className={`flex-row items-center rounded-app border border-app-line bg-app-card pl-3 ${className}`}>
      <Search size={18} color={colors.soft} />
      <TextInput
        role="searchbox"
        aria-label={label}
        placeholder={label}
        value={value}
        onChangeText={onChange}
        autoFocus={autoFocus}
        autoCorrect={false}
        placeholderTextColor={colors.soft}
        className="min-h-[44px] flex-1 px-3 font-sans text-[16px] text-app-ink"
      />
      {value ? <IconButton icon={X} label="Clear search" onPress={() => onChange('')} /> : null}
    </View>
  );
}
