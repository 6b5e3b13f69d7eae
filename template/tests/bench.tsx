import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, render } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import { KitShell } from '@/kit/app/KitShell';
import { PhoneFrame, PlaceLayer } from '@/kit/app/PhoneApp';
import { moved, navigationBy, type Way } from '@/kit/app/way';
import type { Place } from '@/kit/base/context';
import { usePhoneKit } from '@/kit/device/phoneKit';
import type { CompiledApp } from '@/kit/words';
import { app } from '@/main';
import { firstRow, type Phone, somebody } from './phone';

afterAll(() => client.clear());

const client = new QueryClient({ defaultOptions: { queries: { retry: false, gcTime: Infinity } } });

/** The app at one place, with somebody signed in. */
function Bench({ phone, place, person }: { phone: Phone; place: Place; person: number | null }) {
  const [way, setWay] = useState<Way>([place]);
  const [navigation] = useState(() => navigationBy((move) => setWay((now) => moved(app, now, move))));
  const { kit, notices } = usePhoneKit(app, phone.driver, client, navigation);
  const { people } = kit;
  const isThere = people.current === person && way.at(-1)?.screenId === place.screenId;
  useEffect(() => {
    if (isThere) return;
    if (person !== null && people.current !== person) people.signIn(person);
    navigation.reset(place);
  });
  return (
    <QueryClientProvider client={client}>
      <KitShell kit={kit} stack={way} notices={notices}>
        <PhoneFrame>{isThere ? <PlaceLayer place={place} onTop /> : null}</PhoneFrame>
      </KitShell>
    </QueryClientProvider>
  );
}

/** Where a screen is looked at: that of a record at the first one, a form at a new one. */
function placeOf(phone: Phone, screen: CompiledApp['screens'][number]): { place: Place; person: number | null } {
  const table = screen.kind === 'record' ? app.tables.find(({ id }) => id === screen.tableId) : undefined;
  const first = table ? firstRow(phone, table.identifier) : null;
  return {
    place: { screenId: screen.id, ...(first ? { recordId: first.id } : {}) },
    person: first?.owner ?? somebody(phone),
  };
}

/** Draws a screen of the app, with what it has read. */
export async function draw(phone: Phone, screen: CompiledApp['screens'][number]): Promise<void> {
  const { place, person } = placeOf(phone, screen);
  client.clear();
  render(<Bench phone={phone} place={place} person={person} />);
  // What it reads comes after it is drawn first.
  await act(async () => new Promise((resolve) => setTimeout(resolve, 50)));
}
