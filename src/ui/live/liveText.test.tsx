import { act, render, screen } from '@tests/support/render';
import { LiveText } from './LiveText';

let listeners: Set<() => void>;
let said: string;
let sees: (isIntersecting: boolean) => void;

const onChange = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};
const words = () => said;
const say = (text: string) => {
  said = text;
  for (const listener of listeners) listener();
};
const text = () => document.body.textContent;

beforeEach(() => {
  listeners = new Set();
  said = 'first';
  global.IntersectionObserver = class {
    constructor(tell: (entries: readonly { isIntersecting: boolean }[]) => void) {
      sees = (isIntersecting) => act(() => tell([{ isIntersecting }]));
    }
    observe(): void {}
    disconnect(): void {}
  } as unknown as typeof IntersectionObserver;
});
afterEach(() => Reflect.deleteProperty(global, 'IntersectionObserver'));

test('it says what is said, as it is said, into the same piece of text', () => {
  const { unmount } = render(<LiveText words={words} onChange={onChange} />);
  const piece = screen.getByText('first').firstChild;
  say('second');
  expect(text()).toBe('second');
  expect(screen.getByText('second').firstChild).toBe(piece);
  unmount();
  expect(listeners.size).toBe(0);
});

test('out of sight it goes on, but where it rests unseen: then it says what is so when it is seen again', () => {
  const { rerender } = render(<LiveText words={words} onChange={onChange} />);
  sees(false);
  say('unseen');
  expect(text()).toBe('unseen');
  rerender(<LiveText words={words} onChange={onChange} restsUnseen />);
  say('rests');
  expect(text()).toBe('unseen');
  expect(listeners.size).toBe(0);
  sees(true);
  expect(text()).toBe('rests');
  say('goes on');
  expect(text()).toBe('goes on');
});

test('its room is measured for longer words, and for others that stay, not for each number', () => {
  let measured = 0;
  const { offsetHeight } = Object.getOwnPropertyDescriptors(HTMLElement.prototype);
  Object.defineProperty(HTMLElement.prototype, 'offsetHeight', {
    configurable: true,
    get: () => {
      measured += 1;
      return 20;
    },
  });
  said = 'Now 1000 rev/min at 80 kPa';
  render(<LiveText words={words} onChange={onChange} />);
  const after = (next: string) => {
    measured = 0;
    say(next);
    return measured;
  };
  expect(after('Now 2000 rev/min at 90 kPa')).toBe(0);
  expect(after('Now 900 rev/min at 90 kPa')).toBe(0);
  expect(after('Now 12000 rev/min at 180 kPa')).toBe(1);
  expect(after('Now 900 rev/min at 90 kPa')).toBe(0);
  // Shorter ones may be gone again at once: their room is that of the longer ones until they have stayed.
  const stands = Array.from({ length: 20 }, () => after('It stands.'));
  expect(stands).toEqual([...Array.from({ length: 19 }, () => 0), 1]);
  expect(after('It stands!')).toBe(0);
  expect(after('Now 12000 rev/min at 180 kPa')).toBe(1);
  for (let k = 0; k < 5; k += 1) {
    for (let i = 0; i < 19; i += 1) expect(after('It stands.')).toBe(0);
    expect(after('Now 12000 rev/min at 180 kPa')).toBe(0);
  }
  if (offsetHeight !== undefined) Object.defineProperty(HTMLElement.prototype, 'offsetHeight', offsetHeight);
});
