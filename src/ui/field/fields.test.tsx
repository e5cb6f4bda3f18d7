import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { fieldInfo } from '@/core/calibration';
import type { ChoiceFieldInfo, Source } from '@/core/field';
import { ChoiceField, NumberBox, SourceSheet } from '.';

const SOURCE: Source = { kind: 'estimated', date: '2026-11-23' };

function type(box: HTMLElement, text: string): void {
  fireEvent.focus(box);
  fireEvent.change(box, { target: { value: text } });
  fireEvent.blur(box);
}

describe('choice field', () => {
  const info = fieldInfo('injectors.regulator') as ChoiceFieldInfo;

  test('shows what is chosen and hands on a new choice with its words', () => {
    const onCommit = jest.fn();
    render(
      <ChoiceField
        info={info}
        value={{ value: 'fixed', source: SOURCE }}
        onCommit={onCommit}
        onSource={() => undefined}
      />,
    );
    expect(screen.getByRole('radio', { name: 'Fixed' })).toHaveAttribute('aria-checked', 'true');
    fireEvent.click(screen.getByRole('radio', { name: 'Follows the manifold' }));
    expect(onCommit).toHaveBeenCalledWith('manifold', 'Follows the manifold');
  });

  test('choosing what is chosen already changes nothing', () => {
    const onCommit = jest.fn();
    render(
      <ChoiceField
        info={info}
        value={{ value: 'fixed', source: SOURCE }}
        onCommit={onCommit}
        onSource={() => undefined}
      />,
    );
    fireEvent.click(screen.getByRole('radio', { name: 'Fixed' }));
    expect(onCommit).not.toHaveBeenCalled();
  });

  test('an empty one says so and has no source to set', () => {
    render(<ChoiceField info={info} value={null} onCommit={() => undefined} onSource={() => undefined} />);
    expect(screen.getByText('Empty')).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: /^Source of/ })).toBeNull();
  });
});

describe('source sheet', () => {
  test('offers every kind with its meaning, and keeps the note', () => {
    const onChange = jest.fn();
    const onClose = jest.fn();
    render(
      <SourceSheet
        label="Bore"
        source={{ ...SOURCE, note: 'old note' }}
        onClose={onClose}
        onChange={onChange}
      />,
    );
    expect(screen.getAllByRole('radio')).toHaveLength(5);
    expect(screen.getByText('Entered 2026-11-23')).toBeInTheDocument();
    fireEvent.click(screen.getByRole('radio', { name: 'Data sheet' }));
    fireEvent.change(screen.getByRole('textbox', { name: 'Note' }), { target: { value: '  page 3 ' } });
    fireEvent.click(screen.getByRole('button', { name: /Set source/ }));
    expect(onChange).toHaveBeenCalledWith('dataSheet', 'page 3');
    expect(onClose).toHaveBeenCalled();
  });

  test('closed without setting, it changes nothing', () => {
    const onChange = jest.fn();
    render(<SourceSheet label="Bore" source={SOURCE} onClose={() => undefined} onChange={onChange} />);
    fireEvent.click(screen.getByRole('button', { name: 'Close' }));
    expect(onChange).not.toHaveBeenCalled();
  });
});

describe('number box', () => {
  const info = { label: 'Battery', quantity: 'voltage', unit: 'V', min: 5, max: 20 } as const;

  function Bench({ onChange }: { onChange: (value: number) => void }) {
    const [value, setValue] = useState(12.6);
    return (
      <NumberBox
        info={info}
        value={value}
        onChange={(next) => {
          onChange(next);
          setValue(next);
        }}
      />
    );
  }

  test('takes a value in any unit of its quantity', () => {
    const onChange = jest.fn();
    render(<Bench onChange={onChange} />);
    type(screen.getByRole('textbox'), '11800 mV');
    expect(onChange).toHaveBeenCalledWith(11.8);
    expect(screen.getByRole('textbox')).toHaveValue('11.8');
  });

  test.each([
    ['99', 'Battery must be between 5 and 20 V.'],
    ['full', '“full” is not a number. Type digits with one decimal point or comma.'],
    ['', 'Nothing is entered. Type a number.'],
  ])('"%s" is not taken, stays as typed, and says why', (text, message) => {
    const onChange = jest.fn();
    render(<Bench onChange={onChange} />);
    type(screen.getByRole('textbox'), text);
    expect(screen.getByText(message)).toBeInTheDocument();
    expect(screen.getByRole('textbox')).toHaveValue(text);
    expect(onChange).not.toHaveBeenCalled();
  });

  test('Escape goes back to the value', () => {
    render(<Bench onChange={() => undefined} />);
    type(screen.getByRole('textbox'), '99');
    fireEvent.keyDown(screen.getByRole('textbox'), { key: 'Escape' });
    expect(screen.getByRole('textbox')).toHaveValue('12.6');
  });
});
