import { create } from 'zustand';

/** What the running app is shown on: a phone or a tablet, upright or turned; of the page, not of the app. */
export const useDevice = create<{ isTablet: boolean; isTurned: boolean }>(() => ({ isTablet: false, isTurned: false }));

const PHONE = { width: 390, height: 800 };
const TABLET = { width: 820, height: 1120 };

/** The size of the device in CSS pixels, and by how much it is drawn smaller so that it fits into `room`. */
export function deviceSize(
  { isTablet, isTurned }: { isTablet: boolean; isTurned: boolean },
  room: { width: number; height: number },
): { width: number; height: number; scale: number } {
  const upright = isTablet ? TABLET : PHONE;
  const [width, height] = isTurned ? [upright.height, upright.width] : [upright.width, upright.height];
  return { width, height, scale: Math.min(1, room.width / width, room.height / height) };
}
