import type { MapData, MapProposal } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { fireEvent, render, screen } from '@testing-library/react';
import { ProposalView } from './ProposalView';

const BEFORE: MapData = {
  x: [500, 1000],
  y: [20, 50],
  values: [30, 40, 50, 60],
  sources: [{ kind: 'measured', date: '2026-11-23' }],
  cellSources: [0, 0, 0, 0],
};
const AFTER: MapData = { ...BEFORE, values: [30, 42, 50, 63] };
const REASONS = [
  { text: 'Because it breathes better.', formula: 'VE × 1.05' },
  { text: 'And for no other reason.' },
];

function show(proposal: Partial<MapProposal>) {
  const onAccept = jest.fn();
  const onRefuse = jest.fn();
  render(
    <ProposalView
      definition={MAP_DEFINITIONS.ve}
      proposal={{ mapId: 've', before: BEFORE, after: AFTER, reasons: REASONS, ...proposal }}
      onAccept={onAccept}
      onRefuse={onRefuse}
    />,
  );
  return { onAccept, onRefuse };
}

const grid = () => screen.getByRole('grid');
const active = () => screen.getByRole('gridcell', { hidden: true });

describe('proposal', () => {
  test('says how many cells would change, and why', () => {
    show({});
    expect(
      screen.getByText('2 of 4 cells would change. Nothing changes until you accept.'),
    ).toBeInTheDocument();
    expect(screen.getByText('Because it breathes better.')).toBeInTheDocument();
    expect(screen.getByText('VE × 1.05')).toBeInTheDocument();
  });

  test('shows difference first, then new or old, each for the same cell', () => {
    show({});
    fireEvent.keyDown(grid(), { key: 'ArrowRight' });
    expect(active()).toHaveAttribute('aria-label', '1000 rev/min, 20 kPa abs: 2.0 %');
    expect(screen.getByText('1000 rev/min, 20 kPa abs: 40.0 → 42.0 %')).toBeInTheDocument();
    fireEvent.click(screen.getByRole('radio', { name: 'New' }));
    expect(active()).toHaveAttribute('aria-label', '1000 rev/min, 20 kPa abs: 42.0 %');
    fireEvent.click(screen.getByRole('radio', { name: 'Old' }));
    expect(active()).toHaveAttribute('aria-label', '1000 rev/min, 20 kPa abs: 40.0 %');
  });

  test('shows evidence where there is any, in its own numbers, and offers none where there is not', () => {
    show({ evidence: [0, 12.5, 3, 0] });
    fireEvent.keyDown(grid(), { key: 'ArrowRight' });
    expect(screen.getByText('Evidence in this cell: 12.5')).toBeInTheDocument();
    fireEvent.click(screen.getByRole('radio', { name: 'Evidence' }));
    expect(active()).toHaveAttribute('aria-label', '1000 rev/min, 20 kPa abs: 12.5');
  });

  test('offers no evidence where nothing was measured', () => {
    show({});
    expect(screen.queryByRole('radio', { name: 'Evidence' })).toBeNull();
  });

  test('is accepted whole, by region, or refused', () => {
    const { onAccept, onRefuse } = show({});
    fireEvent.click(screen.getByRole('button', { name: /Accept all/ }));
    expect(onAccept).toHaveBeenLastCalledWith(null);
    fireEvent.keyDown(grid(), { key: 'ArrowUp', shiftKey: true });
    fireEvent.click(screen.getByRole('button', { name: /Accept selection \(2\)/ }));
    expect(onAccept).toHaveBeenLastCalledWith({ fromColumn: 0, toColumn: 0, fromRow: 0, toRow: 1 });
    fireEvent.click(screen.getByRole('button', { name: /Refuse/ }));
    expect(onRefuse).toHaveBeenCalledTimes(1);
  });

  test('a new map has nothing to compare with and no region to accept', () => {
    show({ before: null });
    expect(screen.getByText('A new map. Nothing changes until you accept.')).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: /Accept selection/ })).toBeNull();
    expect(screen.queryByRole('radio', { name: 'Difference' })).toBeNull();
  });

  test('a map on other axes is not compared cell by cell', () => {
    show({ before: { ...BEFORE, x: [600, 1100] } });
    expect(screen.queryByRole('button', { name: /Accept selection/ })).toBeNull();
  });
});
