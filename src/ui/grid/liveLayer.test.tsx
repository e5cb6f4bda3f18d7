import { render } from '@testing-library/react';
import { gridGeometry } from './geometry';
import type { LiveSource } from './live';
import { LiveLayer } from './LiveLayer';
import { drawMark, drawWay } from './liveMarks';

jest.mock('./liveMarks');

const AXES = { x: [1000, 2000, 4000], y: [20, 60] };
const windowAt = (column: number) =>
  gridGeometry({ width: 160, maxRows: 7 }, { columns: 3, rows: 2 }, { column, row: 0 }, false);

test('the mark is drawn at every beat, its way at every second, and both at once in another window of the map', () => {
  jest
    .spyOn(HTMLCanvasElement.prototype, 'getContext')
    .mockReturnValue({ canvas: { width: 0, height: 0 }, setTransform: () => undefined } as never);
  let beat = () => undefined as void;
  const live: LiveSource = {
    onPlace: (take) => {
      take({ x: 1500, y: 30 });
      return () => undefined;
    },
    onBeat: (show) => {
      beat = show;
      return () => undefined;
    },
  };
  const drawn = () => [jest.mocked(drawMark).mock.calls.length, jest.mocked(drawWay).mock.calls.length];
  const { rerender } = render(<LiveLayer geometry={windowAt(0)} axes={AXES} live={live} />);
  expect(drawn()).toEqual([1, 1]);
  beat();
  expect(drawn()).toEqual([2, 1]);
  beat();
  expect(drawn()).toEqual([3, 2]);
  const scrolled = windowAt(1);
  rerender(<LiveLayer geometry={scrolled} axes={AXES} live={live} />);
  expect(drawn()).toEqual([4, 3]);
  expect(jest.mocked(drawWay).mock.lastCall?.[1]).toBe(scrolled);
  jest.restoreAllMocks();
});
