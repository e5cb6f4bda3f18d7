import { fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { fieldInfo } from '@/core/calibration';
import type { QuantityFieldInfo, QuantityValue } from '@/core/field';
import { type Amount, STANDARD_CONTEXT } from '@/core/units';
import { QuantityField } from './QuantityField';

const CONTEXT = { ...STANDARD_CONTEXT, barometricKpa: 80.5 };

/** A field with a document of one value behind it. */
function Bench({
  path,
  onCommit,
}: {
  path: `engine.${string}` | `injectors.${string}`;
  onCommit: (amount: Amount | null) => void;
}) {
  const [value, setValue] = useState<QuantityValue | null>(null);
  const [draft, setDraft] = useState<string | undefined>(undefined);
  return (
    <QuantityField
      path={path}
      info={fieldInfo(path) as QuantityFieldInfo}
      value={value}
      context={CONTEXT}
      draft={draft}
      onDraft={(text) => setDraft(text ?? undefined)}
      onCommit={(amount) => {
        setDraft(undefined);
        onCommit(amount);
        setValue(amount === null ? null : { ...amount, source: { kind: 'estimated', date: '2026-11-23' } });
      }}
      onSource={(kind, note) =>
        setValue((old) => (old === null ? null : { ...old, source: { kind, date: old.source.date, note } }))
      }
    />
  );
}

function type(box: HTMLElement, text: string): void {
  fireEvent.focus(box);
  fireEvent.change(box, { target: { value: text } });
  fireEvent.blur(box);
}

describe('quantity field', () => {
  test('takes a number in the unit shown', () => {
    const onCommit = jest.fn();
    render(<Bench path="engine.bore" onCommit={onCommit} />);
    type(screen.getByLabelText('Bore, mm'), '84');
    expect(onCommit).toHaveBeenCalledWith({ amount: 84, unit: 'mm' });
    expect(screen.getByRole('button', { name: 'Source of Bore: Estimated' })).toBeInTheDocument();
  });

  test('takes the unit that is typed, keeps what was typed, and shows what it comes to', () => {
    render(<Bench path="injectors.ratedFlow" onCommit={() => undefined} />);
    type(screen.getByLabelText('Rated flow, cm³/min'), '58 lb/h');
    expect(screen.getByLabelText('Rated flow, lb/h')).toHaveValue('58');
    expect(screen.getByText('= 588.55 cm³/min')).toBeInTheDocument();
  });

  test.each([
    ['abc', /“abc” is not a number/],
    ['-5', /Bore must be at least 30 mm/],
    ['1e9', /Bore must be at most 160 mm/],
    ['2,460', /can be read two ways. Type 2.460 or 2460/],
    ['84 furlong', /“furlong” is not a unit for this/],
  ])('%s ends in a message at the field; what was typed stays', (text, message) => {
    const onCommit = jest.fn();
    render(<Bench path="engine.bore" onCommit={onCommit} />);
    const box = screen.getByLabelText('Bore, mm');
    type(box, text);
    expect(screen.getByRole('alert')).toHaveTextContent(message);
    expect(box).toHaveValue(text);
    expect(box).toHaveAttribute('aria-invalid', 'true');
    expect(onCommit).not.toHaveBeenCalled();
  });

  test('says nothing while one is still typing', () => {
    render(<Bench path="engine.bore" onCommit={() => undefined} />);
    const box = screen.getByLabelText('Bore, mm');
    fireEvent.focus(box);
    fireEvent.change(box, { target: { value: '8' } });
    expect(screen.queryByRole('alert')).toBeNull();
  });

  test('emptied, it empties the value', () => {
    const onCommit = jest.fn();
    render(<Bench path="engine.bore" onCommit={onCommit} />);
    type(screen.getByLabelText('Bore, mm'), '84');
    type(screen.getByLabelText('Bore, mm'), ' ');
    expect(onCommit).toHaveBeenLastCalledWith(null);
  });

  test('another unit gives the same number another meaning', () => {
    const onCommit = jest.fn();
    render(<Bench path="injectors.ratedFlow" onCommit={onCommit} />);
    type(screen.getByLabelText('Rated flow, cm³/min'), '58');
    fireEvent.click(screen.getByRole('button', { name: 'Unit of Rated flow: cm³/min' }));
    fireEvent.click(
      within(screen.getByRole('radiogroup', { name: 'Unit' })).getByRole('radio', { name: 'lb/h' }),
    );
    expect(onCommit).toHaveBeenLastCalledWith({ amount: 58, unit: 'lb/h' });
  });

  test('explains itself, with the value in every unit', () => {
    render(<Bench path="engine.maxManifoldPressure" onCommit={() => undefined} />);
    type(screen.getByLabelText('Maximum manifold pressure, kPa abs'), '165');
    fireEvent.click(screen.getByRole('button', { name: 'About Maximum manifold pressure' }));
    const sheet = screen.getByRole('dialog');
    expect(sheet).toHaveTextContent('What is usual');
    expect(sheet).toHaveTextContent('84.5 kPa gauge');
  });

  test('lets the source be set with a note', () => {
    render(<Bench path="engine.bore" onCommit={() => undefined} />);
    type(screen.getByLabelText('Bore, mm'), '84');
    fireEvent.click(screen.getByRole('button', { name: 'Source of Bore: Estimated' }));
    fireEvent.click(screen.getByRole('radio', { name: 'Measured' }));
    fireEvent.click(screen.getByRole('button', { name: 'Set source' }));
    expect(screen.getByRole('button', { name: 'Source of Bore: Measured' })).toBeInTheDocument();
  });
});
