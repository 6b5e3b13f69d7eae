import { useEffect, useRef, useSyncExternalStore } from 'react';
import { AppState, TextInput } from 'react-native';
import { useKit } from '../base/context';
import { hearScan, isHeard, onHeard } from './scans';

/** A scanner that ends a code with nothing is quiet after it: milliseconds beyond its own gaps. */
const QUIET_MS = 120;

/**
 * A hand scanner types into what has focus, and a phone tells no one else of its keys: where a screen hears scans, they
 * go to a field that nobody sees, without the keyboard on the screen, unless a person is typing in another.
 */
export function ScanKeys() {
  const heard = useSyncExternalStore(onHeard, isHeard, isHeard);
  return heard ? <HiddenField /> : null;
}

function HiddenField() {
  const { scanLead, scanGap, scanEnd } = useKit().settings;
  const field = useRef<TextInput>(null);
  const typed = useRef('');
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const hear = () => {
    clearTimeout(timer.current);
    const code = typed.current.trim();
    typed.current = '';
    field.current?.clear();
    if (code !== '') hearScan(scanLead === '~' && code.startsWith(scanLead) ? code.slice(1) : code);
  };
  useEffect(() => {
    // A field that a person leaves, or the app coming to the front again, leaves nothing with focus.
    const take = () => TextInput.State.currentlyFocusedInput() === null && field.current?.focus();
    const every = setInterval(take, 500);
    const coming = AppState.addEventListener('change', take);
    return () => {
      clearInterval(every);
      clearTimeout(timer.current);
      coming.remove();
    };
  }, []);
  return (
    <TextInput
      ref={field}
      aria-hidden
      autoFocus
      showSoftInputOnFocus={false}
      caretHidden
      contextMenuHidden
      autoCorrect={false}
      autoCapitalize="none"
      spellCheck={false}
      submitBehavior="submit"
      onChangeText={(text) => {
        typed.current = text;
        clearTimeout(timer.current);
        // One that ends with a key which no field of a phone takes is heard by the pause after it as well.
        if (scanEnd !== 'Enter') timer.current = setTimeout(hear, scanGap + QUIET_MS);
      }}
      onSubmitEditing={hear}
      style={{ position: 'absolute', width: 1, height: 1, opacity: 0 }}
    />
  );
}
