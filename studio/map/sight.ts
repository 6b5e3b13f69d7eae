import { type Box, OPENING } from '@/core/map';

/** Where a map's upper left corner is in its place, and how large it is drawn. */
export interface Sight {
  x: number;
  y: number;
  scale: number;
}

interface Size {
  width: number;
  height: number;
}

export const SCALES = { least: 0.15, most: 2.5, step: 1.3 };

export const between = (scale: number): number => Math.min(SCALES.most, Math.max(SCALES.least, scale));

/** The whole map, in the middle of its place. */
export function wholeSight(map: Size, place: Size): Sight {
  const scale = place.width === 0 ? 1 : between(Math.min(1, place.width / map.width, place.height / map.height));
  return { scale, x: (place.width - map.width * scale) / 2, y: (place.height - map.height * scale) / 2 };
}

/** As a map is opened: whole where its letters can be read then, otherwise as much as can be, about `look`. */
export function openingSight(map: Size, place: Size, look: Box | undefined): Sight {
  const whole = wholeSight(map, place);
  return whole.scale >= OPENING ? whole : sightOn(look ?? { x: 0, y: 0, ...map }, map, place, OPENING);
}

/** Brings a box to the middle of the place, as far as the map reaches. */
export function sightOn(box: Box, map: Size, place: Size, scale: number): Sight {
  const along = (at: number, size: number, all: number, room: number): number => {
    // What is smaller than its place stands in the middle of it.
    if (all * scale <= room) return (room - all * scale) / 2;
    return Math.min(0, Math.max(room - all * scale, room / 2 - (at + size / 2) * scale));
  };
  return {
    scale,
    x: along(box.x, box.width, map.width, place.width),
    y: along(box.y, box.height, map.height, place.height),
  };
}

/** Whether a box can be seen whole. */
export const isInSight = (box: Box, { x, y, scale }: Sight, place: Size): boolean =>
  box.x * scale + x >= 0 &&
  box.y * scale + y >= 0 &&
  (box.x + box.width) * scale + x <= place.width &&
  (box.y + box.height) * scale + y <= place.height;
