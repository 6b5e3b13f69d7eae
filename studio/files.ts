import { getDocumentAsync } from 'expo-document-picker';

/** Lets the person choose a file; null where they changed their mind. */
export async function chooseFile(type: string | string[]): Promise<File | null> {
  const chosen = await getDocumentAsync({ type, multiple: false, base64: false });
  return chosen.assets?.[0]?.file ?? null;
}

/** Hands a file to the browser's downloads. */
export function downloadFile(name: string, content: string | Uint8Array, type: string): void {
  const url = URL.createObjectURL(new Blob([content as BlobPart], { type }));
  const anchor = document.createElement('a');
  anchor.href = url;
  anchor.download = name;
  anchor.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A file name from an app's name: letters and digits, words joined by a dash. */
export function fileName(name: string, ending: string): string {
  const plain = name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '');
  return `${plain || 'app'}.${ending}`;
}
