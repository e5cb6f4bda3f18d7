import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { Chips } from './Chips';

const OPTIONS = [
  { id: 'ms', label: 'ms' },
  { id: 'us', label: 'µs' },
  { id: 's', label: 's' },
] as const;

function Bench() {
  const [value, setValue] = useState<'ms' | 'us' | 's'>('ms');
  return <Chips label="Unit" options={OPTIONS} value={value} onChange={setValue} />;
}

const chosen = () =>
  screen.getAllByRole('radio').find((radio) => radio.getAttribute('aria-checked') === 'true');
const press = (name: string, key: string) => fireEvent.keyDown(screen.getByRole('radio', { name }), { key });

describe('a group of radios', () => {
  test('is named, and one of it is chosen', () => {
    render(<Bench />);
    expect(screen.getByRole('radiogroup', { name: 'Unit' })).toBeInTheDocument();
    expect(chosen()).toHaveAccessibleName('ms');
  });

  test('space chooses; arrows choose the neighbour and go round', () => {
    render(<Bench />);
    press('µs', ' ');
    expect(chosen()).toHaveAccessibleName('µs');
    press('µs', 'ArrowRight');
    expect(chosen()).toHaveAccessibleName('s');
    expect(chosen()).toHaveFocus();
    press('s', 'ArrowDown');
    expect(chosen()).toHaveAccessibleName('ms');
    press('ms', 'ArrowLeft');
    expect(chosen()).toHaveAccessibleName('s');
  });

  test('other keys are left alone', () => {
    render(<Bench />);
    expect(press('ms', 'Tab')).toBe(true);
    expect(chosen()).toHaveAccessibleName('ms');
  });
});
