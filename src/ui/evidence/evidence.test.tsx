import { fireEvent, render, screen } from '@tests/support/render';
import { useState } from 'react';
import { alongAxis, cellAtPoint, evidenceCells } from './evidenceGeometry';
import { EvidenceMap } from './EvidenceMap';

describe('cells of evidence', () => {
  // 200 × 100 px for 4 × 2 cells: 50 × 50 each, a pixel apart; the first row is at the bottom.
  test('stand as the map is read, and fill with the root of their evidence', () => {
    const cells = evidenceCells(4, 2, [0, 0.5, 2, 9, 0.01], 2, 200, 100);
    expect(cells[0]).toEqual({ x: 0, y: 50, width: 49, height: 49, filled: 0 });
    expect(cells[5]).toMatchObject({ x: 50, y: 0, filled: 0 });
    expect(cells[1]?.filled).toBeCloseTo(0.25 + 0.75 * 0.5, 12);
    expect([cells[2]?.filled, cells[3]?.filled, cells[4]?.filled]).toEqual([1, 1, 0]);
  });

  test('are found by where they are touched', () => {
    const at = (x: number, y: number) => cellAtPoint(4, 2, 200, 100, x, y);
    expect([at(0, 99), at(60, 99), at(199, 0), at(-5, -5), at(500, 500)]).toEqual([0, 1, 7, 4, 3]);
  });

  test('a value lies between breakpoints, and at the ends beyond them', () => {
    const axis = [1000, 2000, 4000];
    expect([500, 1000, 1500, 3000, 4000, 9000].map((value) => alongAxis(axis, value))).toEqual([
      0, 0, 0.5, 1.5, 2, 2,
    ]);
  });
});

function Shown() {
  const [selected, select] = useState(0);
  return (
    <>
      <EvidenceMap
        label="Error"
        x={[1000, 2000, 3000]}
        y={[30, 60]}
        xName="rev/min"
        yName="kPa"
        shares={[0, 0, 0, 0, 0, 0]}
        ramp="difference"
        evidence={[1, 1, 1, 1, 1, 1]}
        enough={1}
        height={100}
        selected={selected}
        onSelect={select}
      />
      <p>{`cell ${selected}`}</p>
    </>
  );
}

test('arrows go from cell to cell and stop at the edges', () => {
  render(<Shown />);
  const map = screen.getByRole('group', { name: /^Error/ });
  const press = (...keys: string[]) => keys.forEach((key) => fireEvent.keyDown(map, { key }));
  press('ArrowDown', 'ArrowLeft');
  expect(screen.getByText('cell 0')).toBeInTheDocument();
  press('ArrowRight', 'ArrowUp');
  expect(screen.getByText('cell 4')).toBeInTheDocument();
  press('ArrowRight', 'ArrowRight', 'ArrowUp');
  expect(screen.getByText('cell 5')).toBeInTheDocument();
  press('x');
  expect(screen.getByText('cell 5')).toBeInTheDocument();
});
