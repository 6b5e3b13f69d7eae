import { useLayoutEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { Text } from '@/ui';
import { isTyping } from './isTyping';

/**
 * Takes a file that is dropped anywhere on the page, and rows of a spreadsheet that are pasted where nothing is typed.
 * `words` says what becomes of it.
 */
export function FileDrop({ words, onFile }: { words: string; onFile: (file: File) => void }) {
  const [over, setOver] = useState(false);
  const latest = useRef(onFile);
  useLayoutEffect(() => void (latest.current = onFile));
  useLayoutEffect(() => {
    // Every element tells of entering and leaving: what is left of them says whether the page is still under it.
    let depth = 0;
    const hasFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false;
    const enter = (event: DragEvent) => void (hasFiles(event) && (depth++, setOver(true)));
    const leave = (event: DragEvent) => void (hasFiles(event) && --depth <= 0 && setOver(false));
    const hover = (event: DragEvent) => void (hasFiles(event) && event.preventDefault());
    const drop = (event: DragEvent) => {
      depth = 0;
      setOver(false);
      const file = event.dataTransfer?.files[0];
      if (!file || event.defaultPrevented) return;
      event.preventDefault();
      latest.current(file);
    };
    const paste = (event: ClipboardEvent) => {
      // A grid of rows has taken it.
      if (event.defaultPrevented) return;
      const file = event.clipboardData?.files[0];
      const text = event.clipboardData?.getData('text') ?? '';
      if (isTyping(event.target) || (!file && !/[\t\n]/.test(text.trim()))) return;
      event.preventDefault();
      latest.current(file ?? new File([text], 'Pasted rows.tsv', { type: 'text/tab-separated-values' }));
    };
    const heard = { dragenter: enter, dragleave: leave, dragover: hover, drop } as const;
    for (const [type, hear] of Object.entries(heard)) document.addEventListener(type, hear as EventListener);
    document.addEventListener('paste', paste);
    return () => {
      for (const [type, hear] of Object.entries(heard)) document.removeEventListener(type, hear as EventListener);
      document.removeEventListener('paste', paste);
    };
  }, []);
  if (!over) return null;
  return (
    <View
      pointerEvents="none"
      className="absolute inset-3 z-50 items-center justify-center rounded-2xl border-4 border-dashed border-fern bg-fern-tint/90"
    >
      <Text look="title" role="status">
        {words}
      </Text>
    </View>
  );
}
