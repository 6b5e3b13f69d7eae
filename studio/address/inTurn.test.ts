import { goBack, inTurn } from './inTurn';

/** A browser that goes back when the test says so. */
const browser = Object.assign(new EventTarget(), { history: { back: jest.fn() } });
const arrive = () => browser.dispatchEvent(new Event('popstate'));

beforeAll(() => Object.assign(globalThis, { window: browser }));
beforeEach(() => {
  jest.useFakeTimers();
  browser.history.back.mockClear();
});
afterEach(() => {
  jest.runAllTimers();
  jest.useRealTimers();
});

it('does a step at once, and after a way back once the browser has gone it', () => {
  const done: string[] = [];
  inTurn(() => done.push('at once'));
  goBack();
  inTurn(() => done.push('after'));
  inTurn(() => done.push('last'));
  expect(done).toEqual(['at once']);
  arrive();
  expect(done).toEqual(['at once', 'after', 'last']);
});

it('goes back a second time only when it has gone the first', () => {
  const done: string[] = [];
  goBack();
  inTurn(goBack);
  inTurn(() => done.push('after both'));
  expect(browser.history.back).toHaveBeenCalledTimes(1);
  arrive();
  expect(browser.history.back).toHaveBeenCalledTimes(2);
  expect(done).toEqual([]);
  arrive();
  expect(done).toEqual(['after both']);
});

it('waits no longer than a while for a browser that has nowhere to go', () => {
  const done: string[] = [];
  goBack();
  inTurn(() => done.push('after all'));
  jest.advanceTimersByTime(1999);
  expect(done).toEqual([]);
  jest.advanceTimersByTime(1);
  expect(done).toEqual(['after all']);
  // What comes too late releases nothing twice.
  goBack();
  inTurn(() => done.push('next'));
  arrive();
  arrive();
  expect(done).toEqual(['after all', 'next']);
});
