import { notifyManager, QueryClient } from '@tanstack/react-query';

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: { networkMode: 'always', refetchOnWindowFocus: false, retry: false },
    mutations: { networkMode: 'always', retry: false },
  },
});

// What queries tell in one turn is drawn at once, not query by query.
let told: (() => void)[] = [];

notifyManager.setScheduler((tell) => {
  if (told.push(tell) > 1) return;
  queueMicrotask(() => {
    const now = told;
    told = [];
    now.forEach((each) => each());
  });
});

export const keys = {
  apps: ['apps'] as const,
  storage: ['storage'] as const,
  app: (appId: string) => ['app', appId] as const,
};
