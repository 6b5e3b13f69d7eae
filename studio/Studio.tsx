import { QueryClientProvider } from '@tanstack/react-query';
import { type ReactNode, useEffect } from 'react';
import { View } from 'react-native';
import { useApplyColorScheme } from '@/ui';
import { queryClient } from './queries';
import { NewBuild, useKeptStudio } from './offline';
import { useKeeping } from './recall';
import { Toasts } from './Toasts';
import { readWalk } from './walk';
import { readPanes } from './workspace/panes';

/** What every page of the studio stands in. */
export function Studio({ children }: { children: ReactNode }) {
  useApplyColorScheme();
  useKeptStudio();
  useKeeping();
  useEffect(() => {
    void readPanes();
    void readWalk();
  }, []);
  return (
    <QueryClientProvider client={queryClient}>
      <NewBuild />
      <View className="min-h-0 flex-1 bg-paper">{children}</View>
      <Toasts />
    </QueryClientProvider>
  );
}
