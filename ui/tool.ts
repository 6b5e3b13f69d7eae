import type { LucideIcon } from 'lucide-react-native';

/** Something that can be done here. */
export interface Tool {
  label: string;
  onPress: () => void;
  icon?: LucideIcon;
  disabled?: boolean;
  /** It takes something away. */
  danger?: boolean;
  /** Of one that is chosen among others. */
  isOn?: boolean;
}
