import * as Popover from '@radix-ui/react-popover';
import { Command, defaultFilter } from 'cmdk';
import type { LucideIcon } from 'lucide-react-native';
import ChevronsUpDown from 'lucide-react-native/icons/chevrons-up-down';
import { type RefObject, useContext, useId, useRef, useState } from 'react';
import { color } from './Button';
import { Icon } from './Icon';
import { LayerContext } from './Layer';
import { Text } from './Text';

export interface Option<T extends string> {
  value: T;
  label: string;
  icon?: LucideIcon;
  /** An example, or where it belongs. */
  hint?: string;
  /** What else it is found by. */
  words?: readonly string[];
}

export interface PickerProps<T extends string> {
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

/** One of many, found by typing. What it opens is made when it is: a grid has one of these in each row. */
export function Picker<T extends string>({ label, options, value, onChange, bare = false }: PickerProps<T>) {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const listId = useId();
  const chosen = options.find((option) => option.value === value);
  return (
    <div className={bare ? 'picker-field picker-in-row' : 'picker-field'}>
      {bare ? null : <Text look="strong">{label}</Text>}
      <button
        ref={button}
        type="button"
        className={bare ? 'picker-button picker-bare' : 'picker-button'}
        aria-label={`${label}: ${chosen?.label ?? 'none'}`}
        aria-haspopup="dialog"
        aria-expanded={open}
        aria-controls={open ? listId : undefined}
        onClick={() => setOpen(!open)}
        onKeyDown={(event) => {
          // What is typed begins the search.
          if (event.key.length === 1 && event.key !== ' ' && !event.ctrlKey && !event.metaKey) setOpen(true);
        }}
      >
        {chosen?.icon ? <Icon of={chosen.icon} size={17} color={color('fern')} /> : null}
        <span className="picker-name">{chosen?.label ?? ''}</span>
        {bare ? null : <Icon of={ChevronsUpDown} size={15} color={color('soft')} />}
      </button>
      {open ? (
        <OptionList
          id={listId}
          from={button}
          label={label}
          options={options}
          value={value}
          onClose={() => setOpen(false)}
          onChoose={(next) => {
            setOpen(false);
            if (next !== value) onChange(next);
          }}
        />
      ) : null}
    </div>
  );
}

interface OptionListProps<T extends string> extends Pick<PickerProps<T>, 'label' | 'options' | 'value'> {
  id: string;
  /** The button that it hangs from, and that has the focus again. */
  from: RefObject<HTMLButtonElement | null>;
  onClose: () => void;
  onChoose: (value: T) => void;
}

function OptionList<T extends string>({ id, from, label, options, value, onClose, onChoose }: OptionListProps<T>) {
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
