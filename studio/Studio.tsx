import { QueryClientProvider } from '@tanstack/react-query';
import { useFonts } from 'expo-font';
import { type ReactNode, useEffect } from 'react';
import { View } from 'react-native';
import { fonts, useApplyColorScheme } from '@/ui';
import { queryClient } from './client';
import { Toasts } from './Toasts';
import { readPanes } from './workspace/panes';

/** What every page of the studio stands in. */
export function Studio({ children }: { children: ReactNode }) {
  const [ready] = useFonts(fonts);
  useApplyColorScheme();
  useEffect(() => void readPanes(), []);
  return (
    <QueryClientProvider client={queryClient}>
      <View className="flex-1 bg-paper">{ready ? children : null}</View>
      <Toasts />
    </QueryClientProvider>
  );
}
