import { render, screen, userEvent } from '@testing-library/react-native';
import { OpeningFailed } from './OpeningFailed';

const user = userEvent.setup();

test('a database that cannot be opened is tried again, handed on, or put aside once that is meant', async () => {
  const done: string[] = [];
  const rescue = {
    share: async () => void done.push('shared'),
    startAnew: async () => void done.push('anew'),
  };
  render(
    <OpeningFailed name="Lantern Lane" what="It is damaged." onAgain={() => void done.push('again')} rescue={rescue} />,
  );
  expect(screen.getByRole('heading')).toHaveTextContent('Lantern Lane could not open its database');
  expect(screen.getByText('It is damaged.')).toBeTruthy();
  await user.press(screen.getByRole('button', { name: 'Try again' }));
  await user.press(screen.getByRole('button', { name: 'Hand the file on' }));
  await user.press(screen.getByRole('button', { name: 'Start anew' }));
  expect(done).toEqual(['again', 'shared']);
  await user.press(screen.getByRole('button', { name: 'Start anew all the same' }));
  expect(done).toEqual(['again', 'shared', 'anew', 'again']);
});

test('what fails while it is handed on is told', async () => {
  const rescue = { share: () => Promise.reject(new Error('disk is full')), startAnew: async () => undefined };
  render(<OpeningFailed name="Lantern Lane" what="It is damaged." onAgain={() => undefined} rescue={rescue} />);
  await user.press(screen.getByRole('button', { name: 'Hand the file on' }));
  expect(await screen.findByText(/no room left/)).toBeTruthy();
});
