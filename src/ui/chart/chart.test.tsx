import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { LineChart, Scrubber } from '.';

const TIME = [0, 1, 2, 3];

function Chart({
  cursor = -1,
  values = [0, 240, 1200, null],
}: {
  cursor?: number;
  values?: (number | null)[];
}) {
  return (
    <LineChart
      title="Speed"
      x={TIME}
      xLabel="Time, s"
      yLabel="rev/min"
      decimals={0}
      series={[{ id: 'speed', label: 'Speed', values }]}
      bands={[{ from: 0, to: 1, label: 'cranking', tone: 'cranking' }]}
      cursor={cursor}
    />
  );
}

describe('line chart', () => {
  test('says what it shows, with units on both axes', () => {
    render(<Chart />);
    expect(screen.getByRole('img', { name: 'Speed, rev/min against Time, s' })).toBeInTheDocument();
  });

  test('writes out what is under the cursor, and a dash for a gap', () => {
    const { rerender } = render(<Chart cursor={2} />);
    expect(screen.getAllByText('1200').length).toBeGreaterThan(0);
    rerender(<Chart cursor={3} />);
    expect(screen.getByText('–')).toBeInTheDocument();
  });

  test('leaves a gap where values are missing instead of a line to zero', () => {
    const { container } = render(<Chart values={[1, null, 3, 4]} />);
    const path = container.querySelector('path')?.getAttribute('d') ?? '';
    expect(path.match(/M/g)).toHaveLength(2);
  });

  test('draws without any value at all', () => {
    expect(() => render(<Chart values={[null, null, null, null]} />)).not.toThrow();
  });
});

describe('scrubber', () => {
  function Bench() {
    const [cursor, setCursor] = useState(-1);
    return (
      <Scrubber label="Time" x={TIME} cursor={cursor} onCursor={setCursor} valueText={(i) => `${TIME[i]} s`}>
        {null}
      </Scrubber>
    );
  }
  const slider = () => screen.getByRole('slider', { name: 'Time' });

  test('steps with the arrow keys, held at both ends, and reads the sample out', () => {
    render(<Bench />);
    expect(slider()).toHaveAttribute('aria-valuetext', 'No sample chosen');
    fireEvent.keyDown(slider(), { key: 'ArrowRight' });
    expect(slider()).toHaveAttribute('aria-valuetext', '1 s');
    fireEvent.keyDown(slider(), { key: 'ArrowRight', shiftKey: true });
    expect(slider()).toHaveAttribute('aria-valuetext', '3 s');
    for (let i = 0; i < 6; i += 1) fireEvent.keyDown(slider(), { key: 'ArrowLeft' });
    expect(slider()).toHaveAttribute('aria-valuetext', '0 s');
  });

  test('leaves other keys alone', () => {
    render(<Bench />);
    expect(fireEvent.keyDown(slider(), { key: 'Tab' })).toBe(true);
    expect(slider()).toHaveAttribute('aria-valuetext', 'No sample chosen');
  });
});
