import { useState } from 'react';
import { act, fireEvent, render, screen } from '@tests/support/render';
import { CurveEditor } from './CurveEditor';
import { MARGIN } from './scales';

const moved = jest.fn();
beforeEach(() => moved.mockReset());

/** A curve of three points that takes what is moved. In the test’s page it is 320 px wide and 220 px high. */
function Curve({ values: first = [1, 2, 3] }: { values?: number[] }) {
  const [values, setValues] = useState(first);
  const [chosen, setChosen] = useState(0);
  return (
    <CurveEditor
      title="Warm-up"
      x={[-20, 20, 80]}
      xLabel="Coolant, °C"
      placeText={(x) => `${x} °C`}
      values={values}
      unit="×"
      decimals={2}
      min={0.5}
      max={4}
      step={0.05}
      chosen={chosen}
      onChoose={setChosen}
      onMove={(index, value) => {
        moved(index, value);
        setValues(values.map((old, i) => (i === index ? value : old)));
      }}
    />
  );
}

const slider = () => screen.getByRole('slider', { name: 'Point of Warm-up' });
const text = () => slider().getAttribute('aria-valuetext');
const X = { first: MARGIN.left + 14, last: 320 - MARGIN.right - 14 } as const;
/** Where a value is drawn, px from above: the range is the values and 18 % of their span more on each side. */
const yOf = (value: number) => MARGIN.top + ((3.36 - value) / 2.72) * (220 - MARGIN.bottom - MARGIN.top);
// The test’s page knows no pointer events: mouse events carry their names and places.
const pointer = (type: string, clientX: number, clientY: number) =>
  act(() => {
    slider().dispatchEvent(new MouseEvent(type, { clientX, clientY, bubbles: true }));
  });

describe('a curve that is edited', () => {
  test('says the chosen point, and arrows choose the next within its ends', () => {
    render(<Curve />);
    expect(text()).toBe('-20 °C: 1.00 ×');
    for (const key of ['ArrowRight', 'ArrowRight', 'ArrowRight']) fireEvent.keyDown(slider(), { key });
    expect(text()).toBe('80 °C: 3.00 ×');
    for (let i = 0; i < 4; i += 1) fireEvent.keyDown(slider(), { key: 'ArrowLeft' });
    expect(text()).toBe('-20 °C: 1.00 ×');
    expect(moved).not.toHaveBeenCalled();
  });

  test('arrows up and down nudge by a step, by ten with Shift, within the limits', () => {
    render(<Curve />);
    fireEvent.keyDown(slider(), { key: 'ArrowUp' });
    expect(moved).toHaveBeenLastCalledWith(0, 1.05);
    fireEvent.keyDown(slider(), { key: 'ArrowDown', shiftKey: true });
    expect(moved).toHaveBeenLastCalledWith(0, 0.55);
    fireEvent.keyDown(slider(), { key: 'ArrowDown', shiftKey: true });
    expect(moved).toHaveBeenLastCalledWith(0, 0.5);
    expect(text()).toBe('-20 °C: 0.50 ×');
  });

  test('a point is dragged: shown while it is held, landed once when it is let go', () => {
    render(<Curve />);
    pointer('pointerdown', X.last, yOf(3));
    pointer('pointermove', X.last, yOf(2.5));
    expect(text()).toMatch(/^80 °C: 2\.5\d ×$|^80 °C: 2\.49 ×$/);
    pointer('pointermove', X.last, yOf(2));
    expect(moved).not.toHaveBeenCalled();
    pointer('pointerup', X.last, yOf(2));
    // A pixel is 0.015 here, and a finger stands on whole ones.
    expect(moved.mock.calls).toEqual([[2, expect.closeTo(2, 1)]]);
  });

  test('a drag ends at the map’s limits, and Escape takes it back', () => {
    render(<Curve />);
    pointer('pointerdown', X.first, yOf(1));
    pointer('pointermove', X.first, 900);
    expect(text()).toBe('-20 °C: 0.50 ×');
    fireEvent.keyDown(slider(), { key: 'Escape' });
    pointer('pointerup', X.first, 900);
    expect(text()).toBe('-20 °C: 1.00 ×');
    expect(moved).not.toHaveBeenCalled();
  });

  test('a touch far from the curve chooses the point and moves nothing', () => {
    render(<Curve />);
    pointer('pointerdown', X.last, yOf(1));
    pointer('pointermove', X.last, yOf(2));
    pointer('pointerup', X.last, yOf(2));
    expect(text()).toBe('80 °C: 3.00 ×');
    expect(moved).not.toHaveBeenCalled();
  });

  test('one value everywhere is still drawn and can be moved', () => {
    render(<Curve values={[1, 1, 1]} />);
    fireEvent.keyDown(slider(), { key: 'ArrowUp' });
    expect(moved).toHaveBeenLastCalledWith(0, 1.05);
  });
});
