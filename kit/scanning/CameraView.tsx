import { type BarcodeType, CameraView as PhoneCamera, useCameraPermissions } from 'expo-camera';
import Flashlight from 'lucide-react-native/icons/flashlight';
import FlashlightOff from 'lucide-react-native/icons/flashlight-off';
import { useEffect, useRef, useState } from 'react';
import { Linking, View } from 'react-native';
import type { KitCodes } from '../base/context';
import { ActionButton, IconButton } from '../base/parts';
import { Text } from '../base/Text';
import { newCodes } from './sameCode';

export interface CameraViewProps {
  /** Each code that comes into sight; the same again only after it was gone for a while. */
  onCode(code: string): void;
  onProblem(words: string): void;
}

/** Every symbology that is printed on things. */
const printed: BarcodeType[] = [
  'ean13',
  'ean8',
  'upc_a',
  'upc_e',
  'code128',
  'code39',
  'code93',
  'codabar',
  'itf14',
  'qr',
  'datamatrix',
  'pdf417',
  'aztec',
];

/** Whether there may be a camera that reads codes; a phone reads them by itself. */
export const hasCamera: (codes: KitCodes) => boolean = () => true;

/** The camera's picture, in which codes are read as long as it is there. */
export function CameraView({ onCode }: CameraViewProps) {
  const [permission, ask] = useCameraPermissions();
  const [torch, setTorch] = useState(false);
  const isNew = useRef(newCodes()).current;
  const mayAsk = permission !== null && !permission.granted && permission.canAskAgain;
  useEffect(() => {
    if (mayAsk) void ask();
  }, [mayAsk, ask]);
  if (!permission) return null;
  if (!permission.granted)
    return (
      <View role="alert" className="gap-2 rounded-app bg-app-card p-4">
        <Text className="font-sans text-[16px] leading-6 text-app-ink">
          This app may not use the camera. Allow it in the phone’s settings, or type the code.
        </Text>
        <ActionButton kind="plain" label="Open the settings" onPress={() => void Linking.openSettings()} />
      </View>
    );
  return (
    <View aria-label="What the camera sees" className="overflow-hidden rounded-app" style={{ height: 240 }}>
      <PhoneCamera
        style={{ flex: 1 }}
        facing="back"
        enableTorch={torch}
        barcodeScannerSettings={{ barcodeTypes: printed }}
        onBarcodeScanned={({ data }) => {
          if (data !== '' && isNew(data, performance.now())) onCode(data);
        }}
      />
      <View className="absolute bottom-2 right-2">
        <IconButton
          icon={torch ? FlashlightOff : Flashlight}
          label={torch ? 'Light off' : 'Light on'}
          tone="accent"
          onPress={() => setTorch(!torch)}
        />
      </View>
    </View>
  );
}
