import { useMemo, useState } from 'react';
import { useColorScheme } from '@/ui';
import { openHelp } from '../help';
import type { Command } from '../workspace/command';
import { KeyList, useKeys } from '../workspace/Shortcuts';

interface ShelfKeysProps {
  onNew: () => void;
  onOpen: () => void;
  onImport: () => void;
}

/** The keys of the shelf: they do what its buttons do, and are listed when asked for. */
export function ShelfKeys({ onNew, onOpen, onImport }: ShelfKeysProps) {
  const [listed, setListed] = useState(false);
  const commands = useMemo(
    (): Command[] => [
      { name: 'New app', keys: 'N', run: onNew },
      { name: 'Open an app file', keys: 'O', run: onOpen },
      { name: 'Import data', keys: 'I', run: onImport },
      { name: 'Paste rows, or what was copied in an app', keys: 'Mod+V', told: true, run: () => undefined },
      { name: 'Light or dark', keys: 'L', run: () => useColorScheme.getState().toggle() },
      { name: 'Help', keys: 'F1', whileTyping: true, run: () => openHelp() },
      { name: 'All keys', keys: '?', run: () => setListed(true) },
    ],
    [onNew, onOpen, onImport],
  );
  useKeys(commands);
  return listed ? (
    <KeyList
      commands={commands}
      others={[
        ['Tab, Enter', 'Go to an app, and open it'],
        ['Escape', 'Close what was opened last'],
      ]}
      onClose={() => setListed(false)}
    />
  ) : null;
}
