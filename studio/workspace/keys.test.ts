import { keysPressed } from './keys';

const pressed = (key: string, more: Partial<Record<'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey', boolean>> = {}) =>
  keysPressed({ key, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...more } as KeyboardEvent);

/** On a machine of that name. */
const on = (platform: string) =>
  Object.defineProperty(globalThis, 'navigator', { value: { platform }, configurable: true });
beforeEach(() => on('Linux x86_64'));

test('keys are told as commands write them, on a Mac too', () => {
  expect(pressed('z', { ctrlKey: true })).toBe('Mod+Z');
  expect(pressed('k', { metaKey: true })).toBe('Meta+K');
  on('MacIntel');
  expect(pressed('Z', { metaKey: true, shiftKey: true })).toBe('Mod+Shift+Z');
  expect(pressed('k', { ctrlKey: true })).toBe('Ctrl+K');
  on('Linux x86_64');
  expect(pressed('3')).toBe('3');
  expect(pressed('F10', { shiftKey: true })).toBe('Shift+F10');
});

test('of a sign that Shift makes, Shift is a part: it stands elsewhere on other keyboards', () => {
  expect(pressed('?', { shiftKey: true })).toBe('?');
  expect(pressed('[', { altKey: true })).toBe('Alt+[');
});
