import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import {
  readTableDraft,
  tableDraft,
  type TableDraft,
  type TableFieldInfo,
  type TableValue,
} from '@/core/field';
import { filledFrom } from './filledFrom';
import { TableField } from './TableField';

const info: TableFieldInfo = {
  kind: 'table',
  label: 'Dwell against voltage',
  required: true,
  help: { what: 'Charging time.', usual: 'A few ms.', changes: 'Energy.' },
  minRows: 2,
  maxRows: 4,
  columns: [
    { label: 'Voltage', quantity: 'voltage', unit: 'V', min: 5, max: 20 },
    { label: 'Dwell', quantity: 'duration', unit: 'ms', min: 0.3, max: 25 },
  ],
};
const stored: TableValue = {
  units: ['V', 'ms'],
  rows: [
    [8, 5.8],
    [14, 2.7],
  ],
  source: { kind: 'dataSheet', date: '2026-11-23' },
};

/** The field as a screen holds it: what is typed is kept, and stored when it is whole. */
function Held({
  value = stored,
  given = info,
  onStore,
}: {
  value?: TableValue | null;
  given?: TableFieldInfo;
  onStore: (draft: TableDraft) => void;
}) {
  const [draft, setDraft] = useState<TableDraft | null>(null);
  const shown = draft ?? tableDraft(given, value);
  return (
    <TableField
      path="coils.dwell"
      info={given}
      value={value}
      draft={shown}
      result={draft === null ? null : readTableDraft(given, draft)}
      onDraft={setDraft}
      onSettle={(next) => {
        setDraft(next);
        if (readTableDraft(given, next).ok) onStore(next);
      }}
      onUnits={(units) => setDraft({ ...shown, units: [...units] })}
      onSource={() => undefined}
    />
  );
}

function type(name: string, text: string): void {
  const box = screen.getByRole('textbox', { name });
  fireEvent.focus(box);
  fireEvent.change(box, { target: { value: text } });
  fireEvent.blur(box);
}

const paste = (name: string, text: string) =>
  fireEvent.paste(screen.getByRole('textbox', { name }), { clipboardData: { getData: () => text } });

describe('a table field', () => {
  test('stores a changed cell once it is left', () => {
    const onStore = jest.fn();
    render(<Held onStore={onStore} />);
    type('Row 2, dwell, ms', '2.9');
    expect(onStore).toHaveBeenCalledTimes(1);
    expect(onStore.mock.calls[0]?.[0].rows[1]).toEqual(['14', '2.9']);
  });

  test('keeps what is wrong with its reason at the row', () => {
    const onStore = jest.fn();
    render(<Held onStore={onStore} />);
    type('Row 1, dwell, ms', '-3');
    expect(screen.getByText(/Dwell must be between 0.3 and 25 ms/)).toBeInTheDocument();
    expect(screen.getByRole('textbox', { name: 'Row 1, dwell, ms' })).toHaveValue('-3');
    expect(screen.getByRole('textbox', { name: 'Row 1, dwell, ms' })).toHaveAttribute('aria-invalid', 'true');
    expect(onStore).not.toHaveBeenCalled();
  });

  test('grows by a row, says what is still missing, and holds no more than it may', () => {
    render(<Held onStore={() => undefined} />);
    const add = screen.getByRole('button', { name: 'Add a row to Dwell against voltage' });
    fireEvent.click(add);
    type('Row 3, voltage, V', '16');
    expect(screen.getByText(/Fill at least 2 rows, all cells of each/)).toBeInTheDocument();
    fireEvent.click(add);
    expect(add).toBeDisabled();
  });

  test('a removed row is gone', () => {
    const onStore = jest.fn();
    const three = { ...stored, rows: [...stored.rows, [16, 2.3]] };
    render(<Held value={three} onStore={onStore} />);
    fireEvent.click(screen.getByRole('button', { name: 'Remove row 2' }));
    expect(onStore.mock.calls[0]?.[0].rows).toEqual([
      ['8', '5.8'],
      ['16', '2.3'],
    ]);
  });

  test('rows pasted from a spreadsheet go in from the cell they are pasted in', () => {
    const onStore = jest.fn();
    render(<Held onStore={onStore} />);
    fireEvent.focus(screen.getByRole('textbox', { name: 'Row 2, voltage, V' }));
    paste('Row 2, voltage, V', '12\t3,4\n16\t2,3');
    expect(onStore.mock.calls[0]?.[0].rows).toEqual([
      ['8', '5.8'],
      ['12', '3,4'],
      ['16', '2,3'],
    ]);
  });

  test('a single pasted number goes into its box as usual', () => {
    const onStore = jest.fn();
    render(<Held onStore={onStore} />);
    paste('Row 2, dwell, ms', '3.1');
    expect(onStore).not.toHaveBeenCalled();
  });

  test('another unit keeps the numbers as typed', () => {
    const onStore = jest.fn();
    render(<Held onStore={onStore} />);
    fireEvent.click(screen.getByRole('button', { name: 'Units of Dwell against voltage' }));
    fireEvent.click(screen.getByRole('radio', { name: 'µs' }));
    expect(screen.getAllByText(/between 300 and 25000 µs/)).toHaveLength(2);
    expect(screen.getByRole('textbox', { name: 'Row 1, dwell, µs' })).toHaveValue('5.8');
    expect(onStore).not.toHaveBeenCalled();
  });

  test('one the work goes on without waits behind a button', () => {
    render(<Held value={null} given={{ ...info, required: false }} onStore={() => undefined} />);
    expect(screen.queryByRole('textbox')).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Enter Dwell against voltage' }));
    expect(screen.getAllByRole('textbox')).toHaveLength(4);
  });
});

describe('cells laid over rows', () => {
  const rows = [
    ['8', '5.8'],
    ['14', '2.7'],
  ];
  test.each([
    [
      'inside',
      [['3']],
      { row: 1, column: 1 },
      [
        ['8', '5.8'],
        ['14', '3'],
      ],
    ],
    [
      'beyond the last row',
      [
        ['16', '2'],
        ['18', '1.9'],
      ],
      { row: 1, column: 0 },
      [
        ['8', '5.8'],
        ['16', '2'],
        ['18', '1.9'],
      ],
    ],
    [
      'beyond the last column they are cut',
      [['9', '5', '1']],
      { row: 0, column: 0 },
      [
        ['9', '5'],
        ['14', '2.7'],
      ],
    ],
    [
      'under a heading',
      [
        ['V', 'ms'],
        ['9', '5'],
      ],
      { row: 0, column: 0 },
      [
        ['9', '5'],
        ['14', '2.7'],
      ],
    ],
  ])('%s', (_, cells, from, expected) => {
    expect(filledFrom(rows, cells, from, 2)).toEqual(expected);
  });
});
