import { getDocumentAsync } from 'expo-document-picker';
import { fromUint8Array, toUint8Array } from 'js-base64';
import { File, Paths } from 'expo-file-system';
import { ImageManipulator, SaveFormat } from 'expo-image-manipulator';
import {
  type ImagePickerAsset,
  launchCameraAsync,
  launchImageLibraryAsync,
  requestCameraPermissionsAsync,
} from 'expo-image-picker';
import { isAvailableAsync, shareAsync } from 'expo-sharing';
import { Platform } from 'react-native';
import { MOST_FILE_BYTES, parseAttachment, printAttachment } from '@/core/column';
import { ProblemError } from '@/core/problem';
import type { KitAttachments } from '../base/context';
import { codesInPictures } from './codesInPictures';

/** The longest side of a picture that is kept, in pixels, and how much of it is kept. */
const MOST_PIXELS = 1280;
const QUALITY = 0.8;

/** A picture as it is kept: scaled down, a JPEG. */
async function keptPicture({ uri, width, height }: ImagePickerAsset): Promise<string | null> {
  const context = ImageManipulator.manipulate(uri);
  if (Math.max(width, height) > MOST_PIXELS)
    context.resize(width >= height ? { width: MOST_PIXELS } : { height: MOST_PIXELS });
  const image = await context.renderAsync();
  const { base64 } = await image.saveAsync({ base64: true, compress: QUALITY, format: SaveFormat.JPEG });
  return base64 ? `data:image/jpeg;base64,${base64}` : null;
}

async function takePicture(): Promise<string | null> {
  const { granted } = await requestCameraPermissionsAsync();
  if (!granted) throw new ProblemError({ code: 'not-allowed', what: 'the camera' });
  const { assets } = await launchCameraAsync({ mediaTypes: ['images'] });
  return assets?.[0] ? keptPicture(assets[0]) : null;
}

/** Pictures and files of the phone. */
export const attachments: KitAttachments = {
  async choosePicture() {
    const { assets } = await launchImageLibraryAsync({ mediaTypes: ['images'] });
    return assets?.[0] ? keptPicture(assets[0]) : null;
  },
  takePicture: Platform.OS === 'web' ? null : takePicture,
  async chooseFile() {
    const chosen = await getDocumentAsync({ copyToCacheDirectory: true });
    const [asset] = chosen.assets ?? [];
    if (!asset) return null;
    const size = asset.size ?? 0;
    if (size > MOST_FILE_BYTES)
      throw new ProblemError({ code: 'file-too-large', name: asset.name, size, most: MOST_FILE_BYTES });
    const bytes = asset.file
      ? new Uint8Array(await asset.file.arrayBuffer())
      : toUint8Array(await new File(asset.uri).base64());
    const type = asset.mimeType ?? '';
    return printAttachment({
      type: /^[\w.+-]+\/[\w.+-]+$/.test(type) ? type : 'application/octet-stream',
      name: asset.name,
      bytes,
    });
  },
  codes: codesInPictures,
  open(file) {
    const content = parseAttachment(file);
    if (content) void share(content.name ?? 'file', content.type, content.bytes);
  },
};

/** Hands a file to what can open it; a browser puts it among its downloads. */
export async function share(name: string, type: string, bytes: Uint8Array): Promise<void> {
  if (Platform.OS === 'web') return download(name, type, bytes);
  if (!(await isAvailableAsync())) return;
  const file = new File(Paths.cache, name);
  file.create({ overwrite: true });
  file.write(bytes);
  await shareAsync(file.uri, { mimeType: type });
}

function download(name: string, type: string, bytes: Uint8Array): void {
  const anchor = document.createElement('a');
  anchor.href = `data:${type};base64,${fromUint8Array(bytes)}`;
  anchor.download = name;
  anchor.click();
}
