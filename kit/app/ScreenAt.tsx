import { memo, type ReactNode } from 'react';
import { type Place, screenOf, tableOf, useKit } from '../base/context';
import { PartBoundary } from './PartBoundary';
import { screens } from './parts';
import type { ScreenProps } from './screenProps';
import type { CompiledScreen, CompiledTable } from '@/core/compiled';

/** The screen of a place. Whatever goes wrong in it stays there. */
export const ScreenAt = memo(function ScreenAt({ place }: { place: Place }) {
  const { app } = useKit();
  const screen = screenOf(app, place.screenId) ?? screenOf(app, app.startId);
  if (!screen) return null;
  return (
    <PartBoundary name={`the screen ${screen.name}`} version={screen}>
      <Screen place={{ ...place, screenId: screen.id }} />
    </PartBoundary>
  );
});

function Screen({ place }: { place: Place }) {
  const { app } = useKit();
  const screen = screenOf(app, place.screenId);
  const table = screen && 'tableId' in screen ? tableOf(app, screen.tableId) : undefined;
  if (!screen || ('tableId' in screen && !table)) return null;
  const OfKind = screens[screen.kind] as (props: ScreenProps<CompiledScreen>) => ReactNode;
  return <OfKind screen={screen} table={table as CompiledTable} place={place} />;
}
