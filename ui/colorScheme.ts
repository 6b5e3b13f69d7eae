import AsyncStorage from '@react-native-async-storage/async-storage';
import { useEffect } from 'react';
import { create } from 'zustand';

type Scheme = 'light' | 'dark';
const KEY = 'fern-shelf/color-scheme';

/** Light or dark: as the system says until the developer chooses. */
export const useColorScheme = create<{ scheme: Scheme; toggle: () => void }>((set, get) => ({
  scheme: 'light',
  toggle: () => {
    const scheme = get().scheme === 'light' ? 'dark' : 'light';
    set({ scheme });
    void AsyncStorage.setItem(KEY, scheme);
  },
}));

/** Puts the scheme on the page. */
export function useApplyColorScheme(): void {
  const scheme = useColorScheme((state) => state.scheme);
  useEffect(() => {
    const system = window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
    useColorScheme.setState({ scheme: system });
    void AsyncStorage.getItem(KEY).then(
      (kept) => (kept === 'light' || kept === 'dark') && useColorScheme.setState({ scheme: kept }),
    );
  }, []);
  useEffect(() => {
    document.documentElement.classList.toggle('dark', scheme === 'dark');
  }, [scheme]);
}
