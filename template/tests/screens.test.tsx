import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, render, screen as drawn } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import { KitShell } from '@/kit/app/KitShell';
import { PhoneFrame, PlaceLayer } from '@/kit/app/PhoneApp';
import { moved, navigationBy, type Way } from '@/kit/app/way';
import type { Place } from '@/kit/base/context';
import { usePhoneKit } from '@/kit/device/phoneKit';
import { app } from '@/main';
import { firstRow, firstStart, type Phone, somebody } from './phone';

jest.mock('@react-native-async-storage/async-storage', () => ({
  createAsyncStorage: () => ({ getItem: async () => null, setItem: async () => {}, removeItem: async () => {} }),
}));

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
function placeOf(phone: Phone, screen: (typeof app.screens)[number]): { place: Place; person: number | null } {
  const table = screen.kind === 'record' ? app.tables.find(({ id }) => id === screen.tableId) : undefined;
  const first = table ? firstRow(phone, table.identifier) : null;
  return {
    place: { screenId: screen.id, ...(first ? { recordId: first.id } : {}) },
    person: first?.owner ?? somebody(phone),
  };
}

test.each(app.screens.map((screen) => [screen.name, screen] as const))('“%s” is drawn', async (_name, screen) => {
  const phone = await firstStart();
  const { place, person } = placeOf(phone, screen);
  client.clear();
  render(<Bench phone={phone} place={place} person={person} />);
  expect((await drawn.findAllByRole('heading')).length).toBeGreaterThan(0);
  // What it reads comes after it is drawn first.
  await act(async () => new Promise((resolve) => setTimeout(resolve, 50)));
  expect(drawn.queryAllByRole('alert')).toEqual([]);
  drawn.unmount();
  phone.close();
});
