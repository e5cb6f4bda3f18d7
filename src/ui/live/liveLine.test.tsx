import { act, render, screen } from '@tests/support/render';
import { LiveLine } from './LiveLine';

let quick: Set<() => void>;
let slow: Set<() => void>;
let said: string;
/** What stands on the canvas: each line as it was drawn. */
let drawn: string[];

const on = (listeners: () => Set<() => void>) => (listener: () => void) => {
  listeners().add(listener);
  return () => void listeners().delete(listener);
};
const onChange = on(() => quick);
const onSlowChange = on(() => slow);
const words = () => said;
const tell = (listeners: Set<() => void>, now: string) =>
  act(() => {
    said = now;
    for (const listener of listeners) listener();
  });

beforeEach(() => {
  [quick, slow] = [new Set(), new Set()];
  said = 'Now 1000 rev/min';
  drawn = [];
  const rows = new Map<number, string>();
  const pen = {
    canvas: { width: 0, height: 0 },
    setTransform: () => undefined,
    clearRect: () => rows.clear(),
    measureText: (of: string) => ({
      width: 10 * of.length,
      fontBoundingBoxAscent: 15,
      fontBoundingBoxDescent: 3,
    }),
    fillText: (piece: string, _: number, y: number) => {
      rows.set(y, (rows.get(y) ?? '') + piece);
      drawn = [...rows.values()];
    },
  };
  jest.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue(pen as never);
  jest.spyOn(HTMLCanvasElement.prototype, 'clientWidth', 'get').mockReturnValue(200);
});
afterEach(() => jest.restoreAllMocks());

test('what is seen changes at every beat, what is listened to less often', () => {
  const { unmount } = render(<LiveLine words={words} onChange={onChange} onSlowChange={onSlowChange} />);
  expect(drawn).toEqual(['Now 1000 rev/min']);
  expect(screen.getByText('Now 1000 rev/min')).toBeTruthy();
  tell(quick, 'Now 1250 rev/min');
  expect(drawn).toEqual(['Now 1250 rev/min']);
  expect(screen.getByText('Now 1000 rev/min')).toBeTruthy();
  tell(slow, 'Now 1300 rev/min');
  expect(screen.getByText('Now 1300 rev/min')).toBeTruthy();
  unmount();
  expect([quick.size, slow.size]).toEqual([0, 0]);
});

test('what has no room in a line goes on in the next, and its room stays', () => {
  const { container } = render(<LiveLine words={words} onChange={onChange} onSlowChange={onSlowChange} />);
  const height = () => container.querySelector('canvas')?.style.height;
  expect(height()).toBe('21px');
  tell(quick, 'Now 12000 rev/min at 180 kPa');
  expect(drawn).toEqual(['Now 12000 rev/min at', '180 kPa']);
  expect(height()).toBe('42px');
  tell(quick, 'It stands.');
  expect(drawn).toEqual(['It stands.']);
  expect(height()).toBe('42px');
});
