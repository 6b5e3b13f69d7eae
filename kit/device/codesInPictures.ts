import { scanFromURLAsync } from 'expo-camera';
import { ImageManipulator, SaveFormat } from 'expo-image-manipulator';
import { type ImagePickerAsset, launchImageLibraryAsync } from 'expo-image-picker';
import { toUint8Array } from 'js-base64';
import { Platform } from 'react-native';
import type { KitCodes } from '../base/context';

/** A photo as a PNG, no larger than codes need it. Null where the phone gives none. */
async function pngOf({ uri, width, height }: ImagePickerAsset, longest: number): Promise<Uint8Array | null> {
  const context = ImageManipulator.manipulate(uri);
  if (Math.max(width, height) > longest) context.resize(width >= height ? { width: longest } : { height: longest });
  const image = await context.renderAsync();
  const { base64 } = await image.saveAsync({ base64: true, format: SaveFormat.PNG });
  return base64 ? toUint8Array(base64) : null;
}

/** Android reads all codes in photos itself; iOS reads none but QR codes, and a browser none. */
async function codeIn(photo: ImagePickerAsset): Promise<string | null> {
  if (Platform.OS === 'android') {
    const [found] = await scanFromURLAsync(photo.uri);
    if (found) return found.data;
  }
  // What reads codes is large, and most people never ask for it.
  const { codeInPng, LONGEST_EDGE } = await import('./codesInPixels');
  const png = await pngOf(photo, LONGEST_EDGE);
  return png && codeInPng(png);
}

async function inPhoto(): Promise<{ code: string | null } | null> {
  const { assets } = await launchImageLibraryAsync({ mediaTypes: ['images'] });
  return assets?.[0] ? { code: await codeIn(assets[0]) } : null;
}

/** Codes in a photo of the library; and in the frames of a browser's camera, where a phone's reads codes itself. */
export const codesInPictures: KitCodes = {
  inPhoto,
  inFrame:
    Platform.OS === 'web'
      ? async (rgba, width, height) => (await import('./codesInPixels')).decodeFrame(rgba, width, height)
      : null,
};
