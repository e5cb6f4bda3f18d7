import { act, fireEvent, render, screen, within } from '@tests/support/render';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { type Calibration, emptyCalibration, pinFunctions } from '@/core/calibration';
import { isSwitch, type SensorId } from '@/core/sensors';
import { SENSOR_INFO } from '@/core/sensors/schema';
import { closeSession, edit, openSession, undo, useSession } from '@/data/session/session';
import { ValveStrip } from './CamsScreen';
import { ConnectorPicture } from './ConnectorPicture';
import { CylinderList } from '../fields/CylinderList';
import { Field, SectionFields } from '../fields/fields';
import { FiringOrder } from './FiringOrder';
import { OutputCard } from './OutputCard';
import { confirmLoom, fillPins } from './pinEdits';
import { OtherCurve } from './OtherCurve';
import { PinOf } from './PinOf';
import { SensorPicture } from './SensorPicture';
import { ThermistorPresets } from './ThermistorPresets';
import { WhatFollowed } from './WhatFollowed';

const EMPTY = emptyCalibration('Empty', TEST_DAY);

function open(document: Calibration = demo()): void {
  openSession('one', 1, document);
}
afterEach(() => closeSession());

function document(): Calibration {
  const history = useSession.getState().history;
  if (history === null) throw new Error('nothing open');
  return history.document;
}
const steps = () => useSession.getState().history?.past.map(({ label }) => label) ?? [];
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

function type(label: string | RegExp, text: string): void {
  const box = screen.getByRole('textbox', { name: label });
  fireEvent.focus(box);
  fireEvent.change(box, { target: { value: text } });
  fireEvent.blur(box);
}

describe('fields that other choices leave without use', () => {
  test('are not shown, and keep what was typed for the way back', () => {
    open();
    const { rerender } = render(<SectionFields section="sensors.coolant" />);
    expect(screen.queryByRole('textbox', { name: /^Resistance at 25/ })).toBeNull();
    fireEvent.click(screen.getByRole('radio', { name: 'Nominal and B value' }));
    rerender(<SectionFields section="sensors.coolant" />);
    expect(screen.getByRole('textbox', { name: /^Resistance at 25/ })).toBeInTheDocument();
    expect(screen.queryByRole('group', { name: 'Resistance against temperature' })).toBeNull();
    expect(document().sensors.coolant.resistances?.rows).toHaveLength(7);
  });

  test('a sensor that is not fitted asks only whether it is', () => {
    open(EMPTY);
    render(<SectionFields section="sensors.gear" />);
    expect(screen.getAllByRole('radiogroup')).toHaveLength(1);
    fireEvent.click(screen.getByRole('radio', { name: 'Fitted' }));
    expect(screen.getByRole('group', { name: 'Voltage of each gear' })).toBeInTheDocument();
  });

  test('an unwise value is said at its field, and may stand', async () => {
    open(demo('ventisca', ({ sensors }) => Object.assign(sensors.coolant.pullUp ?? {}, { amount: 1000 })));
    render(<Field path="sensors.coolant.pullUp" />);
    expect(await screen.findByRole('status')).toHaveTextContent('have 2490 Ω, not 1000');
    expect(screen.queryByRole('alert')).toBeNull();
  });
});

describe('cylinders by touch', () => {
  const tap = (cylinder: number) =>
    fireEvent.click(
      within(screen.getByRole('group', { name: 'Tap in firing order' })).getByRole('button', {
        name: new RegExp(`^Cylinder ${cylinder}(,|$)`),
      }),
    );

  test('the last of the order stores it as one step; a second touch of the same is no step', () => {
    open();
    render(<FiringOrder />);
    for (const cylinder of [1, 6, 6, 5, 4, 3]) tap(cylinder);
    expect(document().engine.firingOrder?.value).toEqual([1, 4, 2, 5, 3, 6]);
    expect(screen.getByText('Tap the next one; 1 to go.')).toBeInTheDocument();
    tap(2);
    expect(document().engine.firingOrder?.value).toEqual([1, 6, 5, 4, 3, 2]);
    expect(steps()).toEqual(['Firing order: 1-6-5-4-3-2']);
  });

  test('can be begun again', () => {
    open();
    render(<FiringOrder />);
    tap(3);
    press('Begin again');
    expect(screen.getByRole('textbox', { name: 'Firing order' })).toHaveValue('1-4-2-5-3-6');
  });

  test('a bank is tapped on and off; with none left it is empty', () => {
    open();
    render(<CylinderList path="engine.bankTwo" />);
    for (const cylinder of [4, 5, 6]) press(`Cylinder ${cylinder}`);
    expect(document().engine.bankTwo).toBeNull();
    press('Cylinder 2');
    expect(document().engine.bankTwo?.value).toEqual([2]);
  });
});

describe('the curve of one thermistor for the other', () => {
  test('is taken whole, with its sources, as one step; its faults stay its own', () => {
    open();
    const { rerender } = render(<OtherCurve sensor="air" />);
    const { coolant, air } = document().sensors;
    press('Take the curve of coolant temperature');
    const after = document().sensors.air;
    for (const key of ['form', 'resistances', 'voltages', 'nominal', 'beta', 'pullUp'] as const) {
      expect(after[key]).toEqual(coolant[key]);
    }
    expect(after.fallback).toEqual(air.fallback);
    expect(steps()).toEqual(['Take the curve of coolant temperature']);
    rerender(<OtherCurve sensor="air" />);
    expect(screen.queryByRole('button')).toBeNull();
  });

  test('is not offered while that one has none', () => {
    open(EMPTY);
    render(<OtherCurve sensor="air" />);
    expect(screen.queryByRole('button')).toBeNull();
  });
});

describe('pins', () => {
  const coolant = () => {
    const found = pinFunctions(document()).find(({ id }) => id === 'coolant');
    if (found === undefined) throw new Error('no coolant');
    return found;
  };

  test('only fitting free pins are offered; choosing one is a step', async () => {
    open();
    render(<PinOf wanted={coolant()} />);
    press('Coolant temperature: pin A12');
    const free = within(screen.getByRole('radiogroup', { name: 'Free pins' }));
    expect((await free.findAllByRole('radio')).map((radio) => radio.getAttribute('aria-label'))).toEqual([
      'A14, temperature input',
      'A15, temperature input',
    ]);
    fireEvent.click(screen.getByRole('radio', { name: 'A15, temperature input' }));
    expect(document().pins.assignments.find((entry) => entry.function === 'coolant')?.pin).toBe('A15');
    expect(steps()).toEqual(['Coolant temperature to pin A15']);
  });

  test('two that fit each other’s pin change places in one step; one without a pin takes the other’s', async () => {
    open();
    const { unmount } = render(<PinOf wanted={coolant()} />);
    press('Coolant temperature: pin A12');
    fireEvent.click(await screen.findByRole('radio', { name: 'A13, Air temperature' }));
    const at = (id: string) => document().pins.assignments.find((entry) => entry.function === id)?.pin;
    expect([at('coolant'), at('air')]).toEqual(['A13', 'A12']);
    expect(steps()).toEqual(['Coolant temperature and Air temperature change places']);
    unmount();
    act(() =>
      edit('off', (draft) => {
        draft.pins.assignments = draft.pins.assignments.filter((entry) => entry.function !== 'coolant');
      }),
    );
    render(<PinOf wanted={coolant()} />);
    press('Choose a pin for Coolant temperature');
    fireEvent.click(await screen.findByRole('radio', { name: 'A12, Air temperature' }));
    expect([at('coolant'), at('air')]).toEqual(['A12', undefined]);
  });

  test('the picture of the connectors takes a job off its pin, and lets two change places', () => {
    open();
    const { rerender } = render(<ConnectorPicture document={document()} />);
    const at = (id: string) => document().pins.assignments.find((entry) => entry.function === id)?.pin;
    press('Pin A12, temperature input: Coolant temperature');
    fireEvent.click(screen.getByRole('radio', { name: /^Air temperature, A13/ }));
    expect([at('coolant'), at('air')]).toEqual(['A13', 'A12']);
    rerender(<ConnectorPicture document={document()} />);
    press('Pin A13, temperature input: Coolant temperature');
    press('Take Coolant temperature off');
    expect(at('coolant')).toBeUndefined();
  });

  test('a note on the wire is kept', () => {
    open();
    render(<PinOf wanted={coolant()} />);
    press('Coolant temperature: pin A12');
    type('Wire of coolant temperature', 'Blue, splice S3');
    expect(document().pins.assignments.find((entry) => entry.function === 'coolant')?.wire).toBe(
      'Blue, splice S3',
    );
  });

  test('without an engine computer the way there is said', () => {
    open(EMPTY);
    render(<PinOf wanted={{ id: 'crank', label: 'Crank sensor', accepts: ['crank'] }} />);
    expect(screen.getByText('Choose the engine computer in Pins first.')).toBeInTheDocument();
  });

  test('the connectors show a clash at the pin, and give a free one a job', () => {
    open(
      demo('ventisca', ({ pins }) => {
        pins.assignments = pins.assignments.filter((entry) => entry.function !== 'air');
        pins.assignments.forEach((entry) => entry.function === 'lambdaTwo' && (entry.pin = 'A6'));
      }),
    );
    render(<ConnectorPicture document={document()} />);
    press('Pin A6, analogue input: Lambda 1 and Lambda 2, in conflict');
    expect(screen.getAllByText(/Pin A6 does/)).toHaveLength(2);
    press('Close');
    press('Pin A13, temperature input: free');
    fireEvent.click(screen.getByRole('radio', { name: 'Air temperature' }));
    expect(document().pins.assignments.find((entry) => entry.function === 'air')?.pin).toBe('A13');
  });

  test('filling and confirming are one step each, and drop what is no longer needed', () => {
    open(
      demo('ventisca', ({ pins, staging }) => {
        pins.assignments = [
          { function: 'ethanol', pin: 'A17', wire: '', source: { kind: 'measured', date: TEST_DAY } },
        ];
        staging.fitted = null;
      }),
    );
    act(() => fillPins(document()));
    expect(document().pins.assignments).toHaveLength(pinFunctions(document()).length + 1);
    act(() => confirmLoom(document()));
    expect(document().pins.confirmed?.wires.map((wire) => wire.function)).not.toContain('ethanol');
    expect(steps()).toEqual(['Fill the free pins', 'Loom confirmed']);
    act(() => undo());
    expect(document().pins.assignments.map((entry) => entry.function)).toContain('ethanol');
  });
});

describe('an output', () => {
  function show(id: string) {
    const output = document().outputs.find((entry) => entry.id === id);
    if (output === undefined) throw new Error(`no ${id}`);
    return <OutputCard output={output} />;
  }

  test('says what it does, and opens to be changed', () => {
    open();
    const { rerender } = render(show('fan'));
    expect(screen.getByText(/On with coolant above 94 °C/)).toBeInTheDocument();
    press('Change Fan');
    type('Fan, condition 1: threshold, °C', '203 °F');
    rerender(show('fan'));
    expect(document().outputs.find(({ id }) => id === 'fan')?.conditions[0]?.threshold).toBeCloseTo(95, 9);
    press('Add a condition to Fan');
    rerender(show('fan'));
    press('Add a condition to Fan');
    rerender(show('fan'));
    expect(screen.queryByRole('button', { name: 'Add a condition to Fan' })).toBeNull();
  });

  test('another channel keeps its threshold within what the channel can be', () => {
    open();
    render(show('secondpump'));
    press('Change Second pump');
    const channel = screen.getByRole('radiogroup', { name: 'Second pump, condition 1, channel' });
    fireEvent.click(within(channel).getByRole('radio', { name: 'Battery' }));
    expect(document().outputs.find(({ id }) => id === 'secondpump')?.conditions[0]).toMatchObject({
      channel: 'battery',
      threshold: 20,
    });
  });

  test('removed, its pin is free', () => {
    open();
    render(show('fan'));
    press('Remove Fan');
    expect(document().outputs.map(({ id }) => id)).not.toContain('fan');
    expect(document().pins.assignments.map((entry) => entry.function)).not.toContain('output-fan');
  });

  test('an empty name goes back to what it was', () => {
    open();
    render(show('fan'));
    press('Change Fan');
    type('Name of Fan', '   ');
    expect(document().outputs.find(({ id }) => id === 'fan')?.name).toBe('Fan');
  });
});

describe('pictures', () => {
  // A switch has its usual voltage from the beginning.
  test.each(SENSOR_INFO.map(({ id }) => id).filter((id) => !isSwitch(id)))(
    '%s says what it waits for while it is empty',
    (sensor: SensorId) => {
      render(<SensorPicture document={EMPTY} sensor={sensor} />);
      expect(screen.getByText(/Drawn once the fields beside are filled/)).toBeInTheDocument();
    },
  );

  test.each<[SensorId, RegExp]>([
    ['map', /below 0.2 V and above 4.85 V/],
    ['throttle', /Head-room to the faults: 0.32 V closed, 0.39 V wide open/],
    ['coolant', /1 °C is more than one step of 12 bits/],
    ['lambdaUse', /0.88 and 0.94: bank 1 takes 0.88, bank 2 0.94/],
    ['knock', /6.63 kHz with a bore of 84.0 mm/],
    ['vehicleSpeed', /100 km\/h 683 Hz/],
  ])('%s of Ventisca', (sensor, text) => {
    render(<SensorPicture document={demo()} sensor={sensor} />);
    expect(screen.getByText(text)).toBeInTheDocument();
  });

  test('the valve strip waits for the cams', () => {
    const { rerender } = render(<ValveStrip document={EMPTY} />);
    expect(screen.getByText('Drawn once the cams are described.')).toBeInTheDocument();
    rerender(<ValveStrip document={demo()} />);
    expect(screen.getByRole('img', { name: /intake 348° to 592°, overlap 26°/ })).toBeInTheDocument();
  });
});

test('a generic thermistor is taken over as an estimate', () => {
  open(demo('pardela'));
  render(<ThermistorPresets sensor="coolant" />);
  fireEvent.click(screen.getByRole('radio', { name: '10 kΩ, B 3950' }));
  expect(document().sensors.coolant.nominal).toMatchObject({ amount: 10000, source: { kind: 'estimated' } });
});

test('what followed a change is listed, and nothing where nothing did', async () => {
  open();
  const { container, rerender } = render(<WhatFollowed />);
  expect(container).toBeEmptyDOMElement();
  rerender(
    <>
      <Field path="engine.stroke" />
      <WhatFollowed />
    </>,
  );
  type(/^Stroke/, '80');
  expect(await screen.findByRole('status')).toHaveTextContent(/Swept volume, engine2460.5to2660.0 cm³/);
});
