import { act, fireEvent, render, screen, waitFor } from '@testing-library/react-native';
import { memoryStore } from '@/core/store';
import { onPhone } from '@/test/phone';

const press = async (name: string | RegExp) => {
  const button = await screen.findByRole('button', { name });
  await act(async () => fireEvent.press(button));
};
const type = async (label: string, text: string) => {
  const field = await screen.findByLabelText(label);
  await act(async () => fireEvent.changeText(field, text));
};

/** The phone as nobody has signed in on it yet. */
async function signedOut() {
  const phone = await onPhone(30, memoryStore(), null);
  render(phone.element);
  expect(await screen.findByText('Who is using this phone?')).toBeTruthy();
  return phone;
}

describe('the sign-in', () => {
  it('asks who is there, shows nothing else, and lets in with a press', async () => {
    await signedOut();
    expect(screen.queryByText('Garments')).toBeNull();
    await press('Sign in as Ivo Dunmarsh');
    expect(await screen.findByText(/Signed in as/)).toBeTruthy();
    expect(await screen.findByRole('link', { name: 'Errands, 6 records' })).toBeTruthy();
    await press('Sign out');
    expect(await screen.findByText('Who is using this phone?')).toBeTruthy();
  });

  it('lets somebody new add themselves', async () => {
    await signedOut();
    await press('Add Worker');
    await type('Name', 'Osk Farthing');
    await press('Save');
    await press('Sign in as Osk Farthing');
    expect(await screen.findByRole('link', { name: 'Errands, 0 records' })).toBeTruthy();
  });

  it('asks for a PIN where one was set: a wrong one is told, the right one lets in', async () => {
    await signedOut();
    await press('Sign in as Hesper Pellow');
    await press('Set a PIN');
    await type('New PIN', '12');
    await press('Save PIN');
    expect(await screen.findByText('A PIN has four to eight digits.')).toBeTruthy();
    await type('New PIN', '2468x');
    await press('Save PIN');
    expect(await screen.findByText('From now on the PIN is asked for.', {}, { timeout: 8000 })).toBeTruthy();
    await press('Sign out');
    await press('Sign in as Hesper Pellow');
    await type('PIN of Hesper Pellow', '1111');
    await press('Sign in');
    expect(
      await screen.findByText('This is not the PIN of Hesper Pellow. Type it again.', {}, { timeout: 8000 }),
    ).toBeTruthy();
    await type('PIN of Hesper Pellow', '2468');
    await press('Sign in');
    expect(await screen.findByText(/Signed in as/, {}, { timeout: 8000 })).toBeTruthy();
    await press('Change PIN');
    await press('Remove PIN');
    expect(await screen.findByText('The PIN is gone.')).toBeTruthy();
  }, 40_000);

  it('puts out whoever is no longer among the profiles', async () => {
    const { host, client } = await signedOut();
    await press('Sign in as Nerys Quarrie');
    expect(await screen.findByText(/Signed in as/)).toBeTruthy();
    await act(async () => {
      await host.write({
        person: 3,
        verb: 'Gone',
        statements: [{ sql: 'DELETE FROM wardrobe_workers WHERE id = 3', params: {}, table: 'wardrobe_workers' }],
      });
      await client.invalidateQueries();
    });
    await waitFor(() => expect(screen.queryByText('Who is using this phone?')).toBeTruthy());
    expect(screen.queryByRole('button', { name: 'Sign in as Nerys Quarrie' })).toBeNull();
  });
});
