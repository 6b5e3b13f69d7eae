import { configure, render, screen, userEvent } from '@testing-library/react-native';
import type { Edit } from '@/core/edit';
import type { ScreenOf } from '@/core/model';
import { memoryStore } from '@/core/store';
import { onPhone } from '@/test/phone';
import { hives } from '@/test/screens';

jest.setTimeout(30_000);
configure({ asyncUtilTimeout: 5000 });
const user = userEvent.setup();
const calendar: ScreenOf<'calendar'> = { kind: 'calendar', id: 'cal', name: 'Hive days', tableId: 'v', dayId: 'v4' };

/** The calendar of hives, with the day chosen on which Amber was set up. */
async function hiveDays(more: readonly Edit[] = []) {
  const edits: Edit[] = [
    ...more,
    { kind: 'addScreen', screen: calendar },
    { kind: 'setFrame', frame: { kind: 'tabs', screenIds: ['start', 'cal'] } },
  ];
  const phone = await onPhone(0, memoryStore(), null, hives([], edits));
  render(phone.element);
  await user.press((await screen.findByRole('tab', { name: 'Hive days' })) as never);
  await user.press((await screen.findByLabelText('Tuesday 10 November, 1 hive')) as never);
  await user.press((await screen.findByRole('button', { name: 'Move Amber' })) as never);
  await screen.findByText('To another day');
}

test('what can be done with a row of a calendar is to move, edit and delete it', async () => {
  await hiveDays();
  expect(screen.getByRole('button', { name: 'Add Hive on Tuesday 10 November' })).toBeTruthy();
  await user.press(screen.getByRole('button', { name: 'Edit hive' }));
  expect(await screen.findByRole('heading', { name: 'Edit hive' })).toBeTruthy();
});

test('where no form leads, nothing offers to add or to edit', async () => {
  await hiveDays([{ kind: 'removeScreen', screenId: 'form-v' }]);
  expect(screen.getByRole('button', { name: 'Delete hive' })).toBeTruthy();
  expect(screen.queryByRole('button', { name: /^(Edit|Add) hive/i })).toBeNull();
});
