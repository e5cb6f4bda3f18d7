import { ThresholdStrip } from './ThresholdStrip';
import { render, screen } from '@testing-library/react';
import fc from 'fast-check';
import { insideCycle, LaneChart, type LaneSpan } from './LaneChart';

const span = (from: number, to: number): LaneSpan => ({ from, to, tone: 'accent' });

describe('stretches of a cycle', () => {
  test.each([
    ['inside', [100, 200], [[100, 200]]],
    [
      'past the end',
      [700, 760],
      [
        [700, 720],
        [0, 40],
      ],
    ],
    [
      'before the beginning',
      [-30, 30],
      [
        [690, 720],
        [0, 30],
      ],
    ],
    ['a cycle later', [820, 920], [[100, 200]]],
    ['longer than a cycle', [0, 900], [[0, 720]]],
  ])('%s', (_, [from = 0, to = 0], expected) => {
    expect(insideCycle([span(from, to)], 720).map((part) => [part.from, part.to])).toEqual(expected);
  });

  test('keep their length and lie inside, wherever they begin', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(number(-2000, 2000), number(0.1, 720), (from, length) => {
        const parts = insideCycle([span(from, from + length)], 720);
        expect(parts.reduce((sum, part) => sum + part.to - part.from, 0)).toBeCloseTo(length, 6);
        for (const part of parts) {
          expect(part.from).toBeGreaterThanOrEqual(0);
          expect(part.to).toBeLessThanOrEqual(720 + 1e-9);
        }
      }),
    );
  });
});

describe('a lane chart', () => {
  test('is named for who cannot see it, and writes lanes, labels and the unit', () => {
    render(
      <LaneChart
        title="Intake open 342° to 598°"
        from={0}
        to={720}
        ticks={[0, 360, 720]}
        unit="°"
        lanes={[
          { id: 'intake', label: 'Intake valve', spans: [{ ...span(342, 598), label: 'open' }] },
          {
            id: 'tdc',
            label: 'Firing TDC',
            marks: [
              { at: 0, label: '1' },
              { at: 716, label: '3' },
            ],
          },
        ]}
        grounds={[{ from: 0, to: 720, label: 'Pull' }]}
      />,
    );
    expect(screen.getByRole('img', { name: 'Intake open 342° to 598°' })).toBeInTheDocument();
    for (const text of ['Intake valve', 'open', 'Firing TDC', '1', '3', '720 °', 'Pull']) {
      expect(screen.getByText(text)).toBeInTheDocument();
    }
  });

  test('writes a label there is no room for as a number, explained below, once', () => {
    render(
      <LaneChart
        title="x"
        from={0}
        to={720}
        ticks={[0]}
        unit="°"
        lanes={[
          {
            id: 'a',
            label: 'A',
            spans: [
              { ...span(0, 10), label: 'overlap' },
              { ...span(20, 30), label: 'overlap' },
              { ...span(40, 60), label: 'lash' },
              { ...span(100, 700), label: 'closed' },
            ],
          },
        ]}
      />,
    );
    expect(screen.getByText('1 overlap, 2 lash')).toBeInTheDocument();
    expect(screen.getAllByText('1')).toHaveLength(2);
    expect(screen.getByText('2')).toBeInTheDocument();
    expect(screen.getByText('closed')).toBeInTheDocument();
  });
});

describe('a threshold as a shape', () => {
  const strip = (comparison: 'above' | 'below', threshold: number, letsGo: number) =>
    render(
      <ThresholdStrip
        label="Coolant"
        unit="°C"
        min={-50}
        max={150}
        comparison={comparison}
        threshold={threshold}
        letsGo={letsGo}
      />,
    );

  test('says where it is on and where it lets go, with the band between', () => {
    strip('above', 94, 49);
    expect(screen.getByRole('img', { name: 'On above 94 °C, off again at 49 °C' })).toBeInTheDocument();
    for (const text of ['on', 'off', '150 °C']) expect(screen.getByText(text)).toBeInTheDocument();
    expect(screen.getByText('1 stays as it was')).toBeInTheDocument();
  });

  test('without hysteresis there is no band, and below is the other way round', () => {
    const { container } = strip('below', 0, 0);
    expect(screen.queryByText(/stays as it was/)).toBeNull();
    const [first, second] = [...container.querySelectorAll('rect')].map((rect) =>
      Number(rect.getAttribute('width')),
    );
    // −50…0 is a quarter of −50…150.
    expect((first ?? 0) + (second ?? 0)).toBeCloseTo(300, 0);
    expect([first, second].sort()).toEqual([expect.closeTo(225, 0), expect.closeTo(75, 0)]);
  });
});
