import '@/ui/global.css';
import { Slot } from 'expo-router';
import { Studio } from '@/studio';

export default function Layout() {
  return (
    <Studio>
      <Slot />
    </Studio>
  );
}
