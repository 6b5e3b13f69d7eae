const isMac = (): boolean => /Mac|iPhone|iPad/.test(navigator.platform);

/** Keys as they are written on this machine. */
export const keysShown = (keys: string): string => {
  const words = keys.split('+').map((key) => (key === 'Mod' ? (isMac() ? '⌘' : 'Ctrl') : key));
  return words.join(' ');
};

/** What was pressed, as the keys of a command are written. */
export function keysPressed({ key, ctrlKey, metaKey, shiftKey, altKey }: KeyboardEvent): string {
  const isLetter = /^[a-z]$/i.test(key);
  const mac = isMac();
  return [
    (mac ? metaKey : ctrlKey) ? 'Mod' : '',
    // On a Mac, Ctrl with a letter moves and deletes in a text.
    mac && ctrlKey ? 'Ctrl' : '',
    !mac && metaKey ? 'Meta' : '',
    altKey ? 'Alt' : '',
    // Of a sign that Shift makes, Shift is a part.
    shiftKey && (isLetter || key.length > 1) ? 'Shift' : '',
    isLetter ? key.toUpperCase() : key,
  ]
    .filter((word) => word !== '')
    .join('+');
}
