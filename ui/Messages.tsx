import { type ReactNode, useCallback, useState } from 'react';
import { createPortal } from 'react-dom';
import { View } from 'react-native';
import { create } from 'zustand';

/** Where messages can stand in what is open over the page, the topmost last. */
const useRooms = create<{ rooms: readonly HTMLElement[] }>(() => ({ rooms: [] }));

/** Over the foot of its parent, while that is open over the page and so keeps everything else out of reach. */
export function MessageRoom() {
  const enter = useCallback((room: HTMLElement | null) => {
    if (!room) return;
    useRooms.setState(({ rooms }) => ({ rooms: [...rooms, room] }));
    return () => useRooms.setState(({ rooms }) => ({ rooms: rooms.filter((each) => each !== room) }));
  }, []);
  return <div ref={enter} style={{ position: 'relative' }} />;
}

/**
 * A message that can be read and answered where it comes: at the foot of what is open then, otherwise at that of the
 * page, `above` what keeps its place there (pixels) and where `onPage` puts it. What is opened later it does not cover,
 * and it outlives what it stands in.
 */
export function Message({
  above,
  onPage,
  className,
  children,
  ...rest
}: {
  above: number;
  onPage: string;
  role: 'alert' | 'status';
  className: string;
  children: ReactNode;
}) {
  const rooms = useRooms((state) => state.rooms);
  const [room, setRoom] = useState(() => rooms.at(-1));
  if (room && !rooms.includes(room)) setRoom(rooms.at(-1));
  const message = (
    <View
      {...rest}
      className={`absolute left-4 right-4 ${room ? '' : onPage} ${className}`}
      style={{ bottom: (room ? 0 : above) + 16 }}
    >
      {children}
    </View>
  );
  return room ? createPortal(message, room) : message;
}
