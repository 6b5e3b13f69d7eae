import * as Popover from '@radix-ui/react-popover';
import { Command, defaultFilter } from 'cmdk';
import type { LucideIcon } from 'lucide-react-native';
import ChevronsUpDown from 'lucide-react-native/icons/chevrons-up-down';
import { createContext, type ReactNode, useContext, useState } from 'react';
import { View } from 'react-native';
import { color } from './Button';
import { Icon } from './Icon';
import { Text } from './Text';

/** Where what opens over a sheet stands, so that it is a part of it; elsewhere the page itself. */
export const LayerContext = createContext<HTMLElement | null>(null);

export interface Option<T extends string> {
  value: T;
  label: string;
  icon?: LucideIcon;
  /** An example, or where it belongs. */
  hint?: string;
  /** What else it is found by. */
  words?: readonly string[];
}

interface PickerProps<T extends string> {
  label: string;
  options: readonly Option<T>[];
  value: T;
  onChange: (value: T) => void;
  /** Without its name above it, in a grid. */
  bare?: boolean;
}

/** The list takes an empty value for none at all. */
const itemOf = (value: string) => `=${value}`;

/** Ids are not what a person looks for. */
const byName = (_value: string, asked: string, words: readonly string[] = []) => defaultFilter(words.join(' '), asked);

/** One of many, found by typing. */
export function Picker<T extends string>({ label, options, value, onChange, bare = false }: PickerProps<T>) {
  const [open, setOpen] = useState(false);
  const layer = useContext(LayerContext);
  const chosen = options.find((option) => option.value === value);
  const choose = (option: Option<T>) => {
    setOpen(false);
    if (option.value !== value) onChange(option.value);
  };
  return (
    <View className={bare ? 'min-w-0 flex-1' : 'gap-1.5'}>
      {bare ? null : <Text look="strong">{label}</Text>}
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger
          className={bare ? 'picker-button picker-bare' : 'picker-button'}
          aria-label={`${label}: ${chosen?.label ?? 'none'}`}
          onKeyDown={(event) => {
            // What is typed begins the search.
            if (event.key.length === 1 && event.key !== ' ' && !event.ctrlKey && !event.metaKey) setOpen(true);
          }}
        >
          {chosen?.icon ? <Icon of={chosen.icon} size={17} color={color('fern')} /> : null}
          <span className="picker-name">{chosen?.label ?? ''}</span>
          {bare ? null : <Icon of={ChevronsUpDown} size={15} color={color('soft')} />}
        </Popover.Trigger>
        <Popover.Portal container={layer}>
          <Popover.Content className="picker" align="start" sideOffset={4} collisionPadding={8}>
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
                    onSelect={() => choose(option)}
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
    </View>
  );
}

/** Gives what opens over its children a place of its own among them. */
export function Layer({ children }: { children: ReactNode }) {
  const [layer, setLayer] = useState<HTMLElement | null>(null);
  return (
    <LayerContext.Provider value={layer}>
      {children}
      <div ref={setLayer} />
    </LayerContext.Provider>
  );
}
