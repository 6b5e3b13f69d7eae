import * as Menu from '@radix-ui/react-dropdown-menu';
import type { LucideIcon } from 'lucide-react-native';
import { color } from './Button';
import { Icon } from './Icon';
import type { Tool } from './tool';
import { useOpenOf } from './useOpenOf';

export interface MenuButtonProps {
  /** What it is about, where it stays for one thing after another. */
  of?: string;
  icon: LucideIcon;
  label: string;
  tools: readonly Tool[];
}

/** A picture that opens a menu. */
export function MenuButton({ of, icon: picture, label: name, tools }: MenuButtonProps) {
  const [isOpen, setOpen] = useOpenOf(of);
  return (
    <Menu.Root modal={false} open={isOpen} onOpenChange={setOpen}>
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
