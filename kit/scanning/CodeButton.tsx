import ScanBarcode from 'lucide-react-native/icons/scan-barcode';
import { useState } from 'react';
import { describeProblem, toProblem } from '@/core/problem';
import { useKit } from '../base/context';
import { IconButton } from '../base/parts';

/** Reads a code into its field from a photo; `onSaid` tells what came of it where that is nothing. */
export function CodeButton({
  name,
  onCode,
  onSaid,
}: {
  name: string;
  onCode: (code: string) => void;
  onSaid: (words: string) => void;
}) {
  const { codes } = useKit().attachments;
  const [busy, setBusy] = useState(false);
  const { inPhoto } = codes;
  if (!inPhoto) return null;
  const read = async () => {
    if (busy) return;
    setBusy(true);
    onSaid('');
    try {
      const found = await inPhoto();
      if (found?.code) onCode(found.code);
      else if (found) onSaid('No code was found in this picture. Take it from nearer, or type the code.');
    } catch (error) {
      const { what, todo } = describeProblem(toProblem(error));
      onSaid(`${what} ${todo}`);
    } finally {
      setBusy(false);
    }
  };
  return (
    <IconButton
      icon={ScanBarcode}
      label={busy ? `Reading ${name}` : `Read ${name} from a picture`}
      tone="accent"
      onPress={() => void read()}
    />
  );
}
