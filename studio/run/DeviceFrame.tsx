import { type ReactNode, useState } from 'react';
import { View } from 'react-native';
import { deviceSize, useDevice } from './device';

/** The frame around the running app on a wide screen: a phone as large as its room, another device drawn to fit. */
export function DeviceFrame({ children }: { children: ReactNode }) {
  const device = useDevice();
  const [room, setRoom] = useState({ width: 372, height: 700 });
  const isPhone = !device.isTablet && !device.isTurned;
  const { width, height, scale } = deviceSize(device, room);
  return (
    <View className="min-h-0 flex-1 items-center" onLayout={({ nativeEvent: { layout } }) => setRoom(layout)}>
      <View
        style={
          isPhone
            ? { width: '100%', maxWidth: 372, flex: 1, maxHeight: 760 }
            : { width: width * scale, height: height * scale }
        }
      >
        <View
          className="overflow-hidden rounded-[34px] border-[9px] border-bark"
          style={isPhone ? { flex: 1 } : { width, height, transform: [{ scale }], transformOrigin: 'top left' }}
        >
          {children}
        </View>
      </View>
    </View>
  );
}
