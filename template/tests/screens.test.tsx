import { screen as drawn } from '@testing-library/react-native';
import { app } from '@/main';
import { draw } from './bench';
import { firstStart } from './phone';

jest.mock('@react-native-async-storage/async-storage', () => ({
  createAsyncStorage: () => ({ getItem: async () => null, setItem: async () => {}, removeItem: async () => {} }),
}));

test.each(app.screens.map((screen) => [screen.name, screen] as const))('“%s” is drawn', async (_name, screen) => {
  const phone = await firstStart();
  await draw(phone, screen);
  expect((await drawn.findAllByRole('heading')).length).toBeGreaterThan(0);
  expect(drawn.queryAllByRole('alert')).toEqual([]);
  drawn.unmount();
  phone.close();
});
