import { expose } from 'comlink';
import { decodeFrame } from '@/core/codeReader';
import { decodeCode } from './decodeCode';
import { outcome } from './outcome';

const door = {
  /** The code in a photo, or null where none is found. */
  photo: (name: string, bytes: Uint8Array) => outcome(() => decodeCode(name, bytes)),
  /** The code in one picture of a camera, RGBA, row by row, or null. */
  frame: (rgba: Uint8ClampedArray, width: number, height: number) => outcome(() => decodeFrame(rgba, width, height)),
};
export type CodeDoor = typeof door;

expose(door);
