import * as Popover from '@radix-ui/react-popover';
import { Command, defaultFilter } from 'cmdk';
import type { LucideIcon } from 'lucide-react-native';
import { type RefObject, useContext, useRef } from 'react';
import { color } from './Button';
import { Icon } from './Icon';
import { LayerContext } from './Layer';

export interface Option<T extends string> {
  value: T;
  label: string;
  icon?: LucideIcon;
  /** An example, or where it belongs. */
  hint?: string;
  /** What else it is found by. */
  words?: readonly string[];
}

/** The list takes an empty value for none at all. */
const itemOf = (value: string) => `=${value}`;

/** Ids are not what a person looks for. */
const byName = (_value: string, asked: string, words: readonly string[] = []) => defaultFilter(words.join(' '), asked);

export interface OptionListProps<T extends string> {
  label: string;
  options: readonly Option<T>[];
  value: T;
  id: string;
  /** The button that it hangs from, and that has the focus again. */
  from: RefObject<HTMLButtonElement | null>;
  onClose: () => void;
  onChoose: (value: T) => void;
}

/** What a Picker opens: its options, found by typing. */
export function OptionList<T extends string>({
  id,
  from,
  label,
  options,
  value,
  onClose,
  onChoose,
}: OptionListProps<T>) {
  const layer = useContext(LayerContext);
  const isLeft = useRef(false);
  return (
    <Popover.Root open onOpenChange={onClose}>
      <Popover.Anchor virtualRef={from as RefObject<HTMLButtonElement>} />
      <Popover.Portal container={layer}>
        <Popover.Content
          id={id}
          className="picker"
          align="start"
          sideOffset={4}
          collisionPadding={8}
          onInteractOutside={(event) => {
            // The button closes it itself.
            if (from.current?.contains(event.target as Node)) event.preventDefault();
            else isLeft.current = true;
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (!isLeft.current) from.current?.focus();
          }}
        >
          <Command label={label} loop defaultValue={itemOf(value)} filter={byName}>
            <Command.Input autoFocus placeholder="Type to find" className="picker-input" />
            <Command.List className="picker-list" label={label}>
              <Command.Empty className="picker-empty">Nothing is called that.</Command.Empty>
              {options.map((option) => (
                <Command.Item
                  key={option.value}
                  value={itemOf(option.value)}
                  aria-label={option.label}
                  keywords={[option.label, ...(option.words ?? [])]}
                  onSelect={() => onChoose(option.value)}
                  className="picker-item"
                >
                  {option.icon ? <Icon of={option.icon} size={18} color={color('fern')} /> : null}
                  <span className="picker-name">{option.label}</span>
                  {option.hint ? <span className="picker-hint">{option.hint}</span> : null}
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
