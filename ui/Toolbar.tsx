import * as Menu from '@radix-ui/react-dropdown-menu';
import type { LucideIcon } from 'lucide-react-native';
import Ellipsis from 'lucide-react-native/icons/ellipsis';
import { View } from 'react-native';
import { Button, color } from './Button';
import { Icon } from './Icon';

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

/**
 * What can be done in a view: the one thing that is done most, as a button; what else there is, quietly; and what is rare
 * or takes something away behind a menu.
 */
export function Toolbar({
  of,
  main,
  tools = [],
  more = [],
}: {
  /** What it is about, where it stays for one thing after another: the menu of the one is not that of the next. */
  of?: string;
  main?: Tool;
  tools?: readonly Tool[];
  more?: readonly Tool[];
}) {
  return (
    <View className="max-w-full flex-row flex-wrap items-center gap-x-1 gap-y-2">
      {main ? (
        <View className="pr-2">
          <Button kind="main" {...main} />
        </View>
      ) : null}
      {tools.map((tool) => (
        <Button key={tool.label} kind="quiet" {...tool} />
      ))}
      {more.length > 0 ? <MenuButton key={of} icon={Ellipsis} label="More" tools={more} /> : null}
    </View>
  );
}

/** A picture that opens a menu. */
export function MenuButton({
  icon: picture,
  label: name,
  tools,
}: {
  icon: LucideIcon;
  label: string;
  tools: readonly Tool[];
}) {
  return (
    <Menu.Root modal={false}>
      <Menu.Trigger className="more-button" aria-label={name}>
        <Icon of={picture} size={20} color={color('ink')} />
      </Menu.Trigger>
      <Menu.Portal>
        <Menu.Content className="more-menu" align="end" sideOffset={4} collisionPadding={8}>
          {tools.map(({ label, onPress, icon, disabled, danger, isOn }) => (
            <Menu.Item
              key={label}
              disabled={disabled}
              onSelect={onPress}
              className={`more-item ${danger ? 'more-danger' : ''}`}
            >
              {icon ? <Icon of={icon} size={18} color={color(danger ? 'rust' : 'fern')} /> : null}
              {label}
              {isOn ? <span className="more-mark">now</span> : null}
            </Menu.Item>
          ))}
        </Menu.Content>
      </Menu.Portal>
    </Menu.Root>
  );
}
