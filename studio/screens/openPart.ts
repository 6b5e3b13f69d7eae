import { createContext, useContext } from 'react';
import { useAddress, useOpen } from '../address';

/** The part of a screen that the parts below it stand in, where they stand in one. */
export const PartWithin = createContext<string | null>(null);

/** Which part of the screen is open in its sheet, by its id. */
export function useOpenPart() {
  const { id, part } = useAddress();
  const within = useContext(PartWithin);
  const { open, leave } = useOpen();
  const at = (partId: string | null) => ({
    room: 'screens' as const,
    id,
    ...(partId === null ? {} : { part: { kind: 'parts', id: partId } }),
  });
  return {
    /** Which screen: parts that are made for one are called alike in each, so what is kept of one is kept under both. */
    screenId: id ?? '',
    partId: part?.kind === 'parts' ? part.id : null,
    openPart: (partId: string) => open(at(partId)),
    closePart: () => leave(at(within)),
  };
}
