import '@/global.css';
import {
  HankenGrotesk_400Regular,
  HankenGrotesk_500Medium,
  HankenGrotesk_700Bold,
  useFonts,
} from '@expo-google-fonts/hanken-grotesk';
import { openDatabase, rescue } from '@/database/open';
import { PhoneRoot } from '@/kit/device';
import { app } from '@/main';
import { paths } from '@/routes';

export default function Layout() {
  const [loaded, failed] = useFonts({ HankenGrotesk_400Regular, HankenGrotesk_500Medium, HankenGrotesk_700Bold });
  // Without its own letters the app is still of use.
  return loaded || failed ? <PhoneRoot app={app} paths={paths} open={openDatabase} rescue={rescue} /> : null;
}
