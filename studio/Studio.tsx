import { QueryClientProvider } from '@tanstack/react-query';
import { useFonts } from 'expo-font';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { fonts, useApplyColorScheme } from '@/ui';
import { queryClient } from './client';
import { Toasts } from './Toasts';

/** What every page of the studio stands in. */
export function Studio({ children }: { children: ReactNode }) {
  const [ready] = useFonts(fonts);
  useApplyColorScheme();
  return (
    <QueryClientProvider client={queryClient}>
      <View className="flex-1 bg-paper">{ready ? children : null}</View>
      <Toasts />
    </QueryClientProvider>
  );
}
