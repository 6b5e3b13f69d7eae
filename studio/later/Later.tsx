import { type ReactNode, Suspense } from 'react';
import { View } from 'react-native';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { Button, Callout } from '@/ui';

/** Where parts stand whose code comes later: nothing until then, and a way on where it cannot be had. */
export function Later({ children, waiting = null }: { children: ReactNode; waiting?: ReactNode }) {
  return (
    <ErrorBoundary FallbackComponent={NotHere}>
      <Suspense fallback={waiting}>{children}</Suspense>
    </ErrorBoundary>
  );
}

function NotHere({ error }: FallbackProps) {
  // Only code that did not come is mended by loading again; a mistake in it is not hidden.
  if (!(error instanceof Error) || error.name !== 'AsyncRequireError') throw error;
  return (
    <View className="gap-3 p-5">
      <Callout tone="rust">
        A part of Fern Shelf could not be fetched: there is no network, or a newer version has taken its place. What you
        stored is kept.
      </Callout>
      <View className="flex-row">
        <Button kind="main" label="Load again" onPress={() => window.location.reload()} />
      </View>
    </View>
  );
}
