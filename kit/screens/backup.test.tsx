import { render, screen, userEvent } from '@testing-library/react-native';
import { ProblemError } from '@/core/problem';
import { giveBackup, onPhone } from '@/test/phone';

jest.setTimeout(30_000);
const user = userEvent.setup();
afterEach(() => giveBackup(null));

async function openSettings() {
  const { element } = await onPhone(4);
  render(element);
  await user.press(await screen.findByRole('link', { name: 'Settings' }));
}

test('a backup is shared, and read back once that is meant; what is wrong with it is told', async () => {
  const done: string[] = [];
  let answer: () => Promise<'restored' | null> = async () => 'restored';
  giveBackup({
    share: async () => void done.push('shared'),
    restore: () => {
      done.push('restore');
      return answer();
    },
  });
  await openSettings();
  await user.press(await screen.findByRole('button', { name: 'Share a backup' }));
  expect(done).toEqual(['shared']);

  await user.press(screen.getByRole('button', { name: 'Read a backup back' }));
  await user.press(await screen.findByRole('button', { name: 'Cancel' }));
  expect(done).toEqual(['shared']);

  await user.press(screen.getByRole('button', { name: 'Read a backup back' }));
  await user.press(await screen.findByRole('button', { name: 'Choose the backup' }));
  expect(await screen.findByText('What the backup holds is stored now.')).toBeTruthy();

  answer = () =>
    Promise.reject(new ProblemError({ code: 'file-broken', place: 'the backup', reason: 'it is no SQLite database' }));
  await user.press(screen.getByRole('button', { name: 'Read a backup back' }));
  await user.press(await screen.findByRole('button', { name: 'Choose the backup' }));
  expect(
    await screen.findByText(/cannot be read at the backup: it is no SQLite database.*Nothing was changed/),
  ).toBeTruthy();
});

test('where what is stored is kept otherwise, no backup is offered', async () => {
  await openSettings();
  expect(await screen.findByText('For instance')).toBeTruthy();
  expect(screen.queryByText('Share a backup')).toBeNull();
});
