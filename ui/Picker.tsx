import ChevronsUpDown from 'lucide-react-native/icons/chevrons-up-down';
import { useId, useRef } from 'react';
import { color } from './Button';
import { Icon } from './Icon';
import { OptionList } from './menusLater';
import type { Option } from './OptionList';
import { Text } from './Text';
import { useOpenOf } from './useOpenOf';

interface PickerProps<T extends string> {
  label: string;
  options: readonly Option<T>[];
  value: T;
  onChange: (value: T) => void;
  /** What it is about, where it stays for one thing after another. */
  of?: string;
  /** Without its name above it, in a grid. */
  bare?: boolean;
}

/** One of many, found by typing. What it opens is made when it is: a grid has one of these in each row. */
export function Picker<T extends string>({ label, options, value, onChange, of, bare = false }: PickerProps<T>) {
  const [open, setOpen] = useOpenOf(of);
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
