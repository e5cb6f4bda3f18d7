import { act, fireEvent, render, screen } from '@tests/support/render';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { type Calibration, emptyCalibration } from '@/core/calibration';
import { engineMeaning } from '@/core/meaning';
import { closeSession, edit, openSession, setTypingSource, undo, useSession } from '@/data/session/session';
import { DeadTimeChart } from './DeadTimeChart';
import { DeadTimeTable } from './DeadTimeTable';
import { Quantity } from '../fields/fields';
import { Figures } from './Figures';
import { FiringOrder } from './FiringOrder';
import { sectionMark } from './sections';

function open(document: Calibration = demo()): void {
  openSession('one', 1, document);
}
afterEach(() => closeSession());

const document = () => {
  const history = useSession.getState().history;
  if (history === null) throw new Error('nothing open');
  return history.document;
};

function type(label: string, text: string): void {
  const box = screen.getByRole('textbox', { name: label });
  fireEvent.focus(box);
  fireEvent.change(box, { target: { value: text } });
  fireEvent.blur(box);
}

const AT_350 = (row: number) => `Row ${row}, dead time at 350 kPa, ms`;

describe('dead-time table', () => {
  test('a changed time is one step, and keeps the other rows', () => {
    open();
    render(<DeadTimeTable />);
    type(AT_350(8), '1.05');
    expect(document().injectors.deadTime?.rows[7]).toEqual({ volts: 14, times: [0.92, 1.05, 1.02] });
    expect(document().injectors.deadTime?.rows).toHaveLength(10);
    expect(useSession.getState().history?.past.map((step) => step.label)).toEqual(['Dead time']);
  });

  test('rows typed in one after the other, and one removed behind them, keep what each got', () => {
    open();
    render(<DeadTimeTable />);
    type(AT_350(8), '1.05');
    type(AT_350(2), '4.1');
    fireEvent.click(screen.getByRole('button', { name: 'Remove row 1' }));
    const times = document().injectors.deadTime?.rows.map((row) => row.times[1]);
    expect([times?.[0], times?.[6], times?.length]).toEqual([4.1, 1.05, 9]);
    type(AT_350(1), '');
    expect(document().injectors.deadTime?.rows[0]?.times[1]).toBeNull();
    expect(screen.getByRole('textbox', { name: AT_350(1) })).toHaveAttribute('placeholder');
  });

  test('typing the same again is no step', () => {
    open();
    render(<DeadTimeTable />);
    type(AT_350(8), '0.970');
    expect(useSession.getState().history?.past).toEqual([]);
  });

  test('a row removed is gone; undo brings it back', () => {
    open();
    render(<DeadTimeTable />);
    fireEvent.click(screen.getByRole('button', { name: 'Remove row 1' }));
    expect(document().injectors.deadTime?.rows).toHaveLength(9);
    act(() => undo());
    expect(document().injectors.deadTime?.rows).toHaveLength(10);
  });

  test('what is wrong stays as typed with its reason, and the table in use stays whole', () => {
    open();
    render(<DeadTimeTable />);
    type(AT_350(8), 'quick');
    expect(screen.getByText(/“quick” is not a number/)).toBeInTheDocument();
    expect(screen.getByRole('textbox', { name: AT_350(8) })).toHaveValue('quick');
    expect(document().injectors.deadTime?.rows[7]?.times[1]).toBe(0.97);
  });

  test('an empty table waits for two whole rows', () => {
    open(emptyCalibration('Empty', TEST_DAY));
    render(<DeadTimeTable />);
    type('Row 1, voltage, V', '8');
    type('Row 1, dead time, ms', '2.5');
    expect(screen.getByText(/^Type the pressure across them/)).toBeInTheDocument();
    type('Column 1, pressure, kPa', '300');
    expect(screen.getByText(/Fill at least two rows/)).toBeInTheDocument();
    expect(document().injectors.deadTime).toBeNull();
    type('Row 2, voltage, V', '14');
    type('Row 2, dead time, ms', '0.97');
    expect(document().injectors.deadTime?.rows).toEqual([
      { volts: 8, times: [2.5] },
      { volts: 14, times: [0.97] },
    ]);
  });

  test('switching the unit of a table converts its numbers, and keeps where they come from', () => {
    open();
    render(<DeadTimeTable />);
    const before = document().injectors.deadTime;
    const first = before?.rows[7]?.times[0] ?? NaN;
    fireEvent.click(screen.getByRole('radio', { name: 'µs' }));
    expect(document().injectors.deadTime).toMatchObject({ unit: 'us', source: before?.source });
    expect(document().injectors.deadTime?.rows[7]?.times[0]).toBe(1000 * first);
    fireEvent.click(screen.getByRole('radio', { name: 'ms' }));
    expect(document().injectors.deadTime).toEqual(before);
  });

  test('what is being typed keeps its digits when the unit is switched, and is taken once it fits', () => {
    const empty = demo();
    empty.injectors.deadTime = null;
    open(empty);
    render(<DeadTimeTable />);
    for (const [row, volts, time] of [
      [1, '8', '2510'],
      [2, '14', '970'],
    ] as const) {
      type(`Row ${row}, voltage, V`, volts);
      type(`Row ${row}, dead time, ms`, time);
    }
    expect(screen.getAllByText(/it looks like µs/)).toHaveLength(2);
    fireEvent.click(screen.getByRole('radio', { name: 'µs' }));
    expect(document().injectors.deadTime).toMatchObject({
      unit: 'us',
      rows: [{ times: [2510] }, { times: [970] }],
    });
  });

  test('a cell takes its own unit, and a changed row its own source', () => {
    open();
    render(<DeadTimeTable />);
    const before = document().injectors.deadTime;
    setTypingSource('measured');
    type('Row 1, voltage, V', '7900 mV');
    const after = document().injectors.deadTime;
    expect(after?.rows[0]?.volts).toBe(7.9);
    expect(after?.source.kind).toBe(before?.source.kind);
    expect(after?.rowSources?.map(({ kind }) => kind)).toEqual(
      before?.rows.map((_, i) => (i === 0 ? 'measured' : before.source.kind)),
    );
    expect(screen.getByText(/^Measured: row 1\. Data sheet: rows 2, /)).toBeInTheDocument();
  });
});

describe('dead-time chart', () => {
  test('says that a clean table is smooth, names a kink, and takes it out on request', () => {
    open(demo());
    const { rerender } = render(<DeadTimeChart document={document()} />);
    expect(screen.getByText('Falls smoothly with voltage.')).toBeInTheDocument();
    act(() =>
      edit('Kink', ({ injectors }) => {
        injectors.deadTime?.rows.splice(4, 1, { volts: 11, times: [null, 1.62, null] });
      }),
    );
    rerender(<DeadTimeChart document={document()} />);
    expect(screen.getByText(/Kink at 11 V/)).toBeInTheDocument();
    fireEvent.click(screen.getByRole('button', { name: /^Take 1\.4\d ms at 11 V$/ }));
    rerender(<DeadTimeChart document={document()} />);
    expect(screen.getByText('Falls smoothly with voltage.')).toBeInTheDocument();
  });

  test('says what it waits for without a table', () => {
    render(<DeadTimeChart document={emptyCalibration('Empty', TEST_DAY)} />);
    expect(screen.getByText(/Drawn once two voltages/)).toBeInTheDocument();
  });
});

describe('firing order', () => {
  test('can be typed or taken from the common ones', () => {
    open();
    render(<FiringOrder />);
    type('Firing order', '1 5 3 6 2 4');
    expect(document().engine.firingOrder?.value).toEqual([1, 5, 3, 6, 2, 4]);
    fireEvent.click(screen.getByRole('radio', { name: '1-4-2-5-3-6' }));
    expect(document().engine.firingOrder?.value).toEqual([1, 4, 2, 5, 3, 6]);
  });

  test('what is no list of cylinders is kept with a sentence', () => {
    open();
    render(<FiringOrder />);
    type('Firing order', 'left bank first');
    expect(screen.getByRole('alert')).toHaveTextContent('That is not a list of cylinders');
    expect(document().engine.firingOrder?.value).toEqual([1, 4, 2, 5, 3, 6]);
  });

  test('a cylinder named twice is a conflict at the field', async () => {
    open();
    render(<FiringOrder />);
    type('Firing order', '1-4-2-5-3-3');
    expect(await screen.findByRole('alert')).toHaveTextContent('names cylinder 3 twice');
  });
});

describe('quantities and figures', () => {
  test('a conflict with another field is shown where it is', async () => {
    open(demo('ventisca', ({ engine }) => Object.assign(engine.powerPeakSpeed ?? {}, { amount: 7600 })));
    render(<Quantity path="engine.powerPeakSpeed" />);
    expect(await screen.findByRole('alert')).toHaveTextContent(
      'Peak power at 7600 rev/min is above the maximum speed of 7400',
    );
  });

  test('a figure that cannot be worked out says what it needs', () => {
    render(<Figures figures={engineMeaning(emptyCalibration('Empty', TEST_DAY))} />);
    expect(screen.getByText('Needs bore, stroke, cylinders')).toBeInTheDocument();
    expect(screen.getByText('Needs altitude')).toBeInTheDocument();
  });

  test.each([
    ['Empty', emptyCalibration('Empty', TEST_DAY)],
    ['Unconfirmed', demo()],
    ['Incomplete', demo('ventisca', ({ engine }) => (engine.bore = null))],
    [
      '1 in the way',
      demo('ventisca', ({ engine }) => Object.assign(engine.firingOrder ?? {}, { value: [1, 2] })),
    ],
  ])('a section can be: %s', (label, given) => {
    expect(sectionMark(given, 'engine').label).toBe(label);
  });
});
