import { createEvent } from '@testing-library/react';
import { fireEvent, render, screen } from '@tests/support/render';
import { useRef } from 'react';
import { View } from 'react-native';
import { type StripStore, stripStore } from './stripStore';
import { useStripHands } from './useStripHands';

const WIDTH = 100;
/** Ten seconds of samples, ten in each. */
const TIMES = Float64Array.from({ length: 101 }, (_, i) => i / 10);

function Box({ strip }: { strip: StripStore }) {
  const box = useRef<View>(null);
  const hands = useStripHands({ box, strip, timeS: TIMES, width: WIDTH });
  return <View ref={box} aria-label="Strip" tabIndex={0} {...hands} />;
}

/** Gives an event what the one of this test’s page has not. */
function put(event: Event, given: object): void {
  for (const [name, value] of Object.entries(given)) Object.defineProperty(event, name, { value });
}

function shown() {
  const strip = stripStore({ fromS: 0, toS: 10 });
  render(<Box strip={strip} />);
  const box = screen.getByLabelText('Strip');
  const pointer = (
    type: 'pointerDown' | 'pointerMove' | 'pointerUp',
    clientX: number,
    { id = 1, kind = 'touch' } = {},
  ) => {
    const event = createEvent[type](box);
    put(event, { pointerId: id, pointerType: kind, clientX });
    fireEvent(box, event);
  };
  const wheel = (given: Partial<WheelEvent>) => {
    const event = createEvent.wheel(box);
    put(event, { clientX: 0, deltaX: 0, deltaY: 0, ctrlKey: false, shiftKey: false, ...given });
    fireEvent(box, event);
    return event;
  };
  const key = (name: string, more = {}) => fireEvent.keyDown(box, { key: name, ...more });
  return { view: () => strip.store.getState(), pointer, wheel, key };
}

test('a pointer reads where it is, and a finger where it lies and is drawn', () => {
  const { view, pointer } = shown();
  pointer('pointerMove', 42, { kind: 'mouse' });
  expect(view().cursorS).toBe(4.2);
  pointer('pointerMove', 80);
  expect(view().cursorS).toBe(4.2);
  pointer('pointerDown', 20);
  expect(view().cursorS).toBe(2);
  pointer('pointerMove', 71);
  expect(view().cursorS).toBe(7.1);
  pointer('pointerUp', 71);
  pointer('pointerMove', 10);
  expect(view()).toMatchObject({ cursorS: 7.1, window: { fromS: 0, toS: 10 } });
  // Beyond its edge it reads the edge.
  pointer('pointerDown', 250);
  expect(view().cursorS).toBe(10);
});

test('two fingers zoom and move: each stays on what it lies on', () => {
  const { view, pointer } = shown();
  pointer('pointerDown', 40, { id: 1 });
  pointer('pointerDown', 60, { id: 2 });
  pointer('pointerMove', 80, { id: 2 });
  expect(view().window.fromS).toBeCloseTo(2, 9);
  expect(view().window.toS).toBeCloseTo(7, 9);
  // Reading does not go on while two lie there.
  expect(view().cursorS).toBe(4);
  // Both ten to the left: what was under them is still.
  pointer('pointerMove', 30, { id: 1 });
  pointer('pointerMove', 70, { id: 2 });
  expect(view().window.fromS).toBeCloseTo(2.5, 9);
  expect(view().window.toS).toBeCloseTo(7.5, 9);
  pointer('pointerUp', 70, { id: 2 });
  pointer('pointerMove', 50, { id: 1 });
  expect(view().cursorS).toBe(5);
});

test('a wheel with Ctrl zooms about the pointer, sideways or with Shift it moves; up and down it is the page’s', () => {
  const { view, wheel } = shown();
  expect(wheel({ deltaY: 100 }).defaultPrevented).toBe(false);
  expect(view().window).toEqual({ fromS: 0, toS: 10 });
  expect(wheel({ ctrlKey: true, deltaY: -400, clientX: 50 }).defaultPrevented).toBe(true);
  const zoomed = view().window;
  expect(zoomed.toS - zoomed.fromS).toBeCloseTo(10 / Math.E, 9);
  expect((zoomed.fromS + zoomed.toS) / 2).toBeCloseTo(5, 9);
  wheel({ deltaX: 50 });
  expect(view().window.fromS).toBeCloseTo(zoomed.fromS + (10 / Math.E) * 0.5, 9);
  wheel({ shiftKey: true, deltaY: -50 });
  expect(view().window.fromS).toBeCloseTo(zoomed.fromS, 9);
});

test('every key of the list does what it says', () => {
  const { view, key } = shown();
  key('ArrowRight');
  expect(view().cursorS).toBe(0.1);
  key('ArrowRight', { shiftKey: true });
  expect(view().cursorS).toBe(1.1);
  key('ArrowLeft');
  expect(view().cursorS).toBe(1);
  key('s');
  expect(view().secondS).toBe(1);
  key('s');
  expect(view().secondS).toBeNull();
  key('End');
  expect(view().cursorS).toBe(10);
  key('ArrowRight');
  expect(view().cursorS).toBe(10);
  key('Home');
  expect(view().cursorS).toBe(0);
  key('+');
  expect(view().window).toEqual({ fromS: 0, toS: 10 / 1.6 });
  key('PageDown');
  expect(view().window.fromS).toBeCloseTo(10 / 1.6 / 2, 9);
  key('PageUp');
  expect(view().window.fromS).toBeCloseTo(0, 9);
  key('-');
  expect(view().window.toS).toBeCloseTo(10, 9);
  key('+');
  key('0');
  expect(view().window).toEqual({ fromS: 0, toS: 10 });
  key('x');
  expect(view().window).toEqual({ fromS: 0, toS: 10 });
});
