import type { Calibration } from '@/core/calibration';
import type { ChannelValues } from '@/core/channel';
import { correctionSchema } from '@/core/correction/schema';
import { strategySwitch, usualChoices } from '@/core/generators';
import { AXES, type MapData } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { act, fireEvent, render, screen } from '@tests/support/render';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { closeSession, edit, openSession, undo, useSession } from '@/data/session/session';
import { useState } from 'react';
import { BreakpointEditor } from './BreakpointEditor';
import { ChoiceBar } from './ChoiceBar';
import { CorrectionCard, correctionWords } from './CorrectionCard';
import { MapReading, Neighbours } from './MapReading';
import { DocumentFields } from '../fields/fields';
import { NewCorrectionSheet } from './NewCorrectionSheet';
import { partAt, pointIn, trailIn, useOperatingPoint } from './operatingPoint';
import { PointFields } from './PointFields';
import { PulseScaling } from './PulseScaling';

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
/** A button by the end of its name: its icon’s glyph may stand before it. */
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name: new RegExp(`${name}$`) }));
const choose = (name: string | RegExp) => fireEvent.click(screen.getByRole('radio', { name }));

function type(label: string | RegExp, text: string): void {
  const box = screen.getByRole('textbox', { name: label });
  fireEvent.focus(box);
  fireEvent.change(box, { target: { value: text } });
  fireEvent.blur(box);
}

/** Adds a correction through its sheet. */
function add(name: string): void {
  const { unmount } = render(<NewCorrectionSheet onClose={() => undefined} />);
  fireEvent.change(screen.getByRole('textbox', { name: 'Name of the correction' }), {
    target: { value: name },
  });
  press('Add it');
  unmount();
}

describe('the breakpoints of an axis', () => {
  test('the one just put in is the selected one', () => {
    function Held() {
      const [values, setValues] = useState<readonly number[]>([1000, 2000, 3000]);
      return <BreakpointEditor values={values} definition={AXES.speed} weight={null} onChange={setValues} />;
    }
    render(<Held />);
    choose('2000');
    press('Put one in after it');
    expect(screen.getByRole('radio', { name: '2500' })).toBeChecked();
    expect(screen.getByRole('textbox', { name: 'Move it to, rev/min' })).toHaveValue('2500');
  });
});

describe('a new correction', () => {
  test('is valid, changes nothing yet, and is one step', () => {
    open();
    add('Fuel warm in the rail');
    const [correction] = document().corrections;
    expect(correctionSchema.safeParse(correction).success).toBe(true);
    expect(correction).toMatchObject({
      id: 'fuel-warm-in-the-rai',
      on: 'fuel',
      operation: 'multiply',
      enabled: true,
    });
    expect(new Set(correction?.map.values)).toEqual(new Set([1]));
    expect(steps()).toEqual(['Add the correction Fuel warm in the rail']);
  });

  test('needs a name of its own, and two channels that differ', () => {
    open();
    add('Own');
    render(<NewCorrectionSheet onClose={() => undefined} />);
    fireEvent.change(screen.getByRole('textbox', { name: 'Name of the correction' }), {
      target: { value: 'own' },
    });
    expect(
      screen.getByText('There is a correction called “own” already. Choose another name.'),
    ).toBeInTheDocument();
  });
});

describe('the card of a correction', () => {
  function Shown() {
    const correction = useSession((session) => session.history?.document.corrections[0]);
    if (correction === undefined) return null;
    return <CorrectionCard correction={correction} onOpen={() => undefined} onUp={null} onDown={null} />;
  }
  const show = () => {
    open();
    add('Own');
    return render(<Shown />);
  };

  test('says in a sentence what it does, switches off, and goes', () => {
    show();
    expect(screen.getByText('Fuel is multiplied by a map over intake air, always.')).toBeInTheDocument();
    press('Switch Own off');
    expect(document().corrections[0]?.enabled).toBe(false);
    expect(screen.getByText('Off: it changes nothing')).toBeInTheDocument();
    press('Remove Own');
    expect(document().corrections).toEqual([]);
  });

  test('acts past a threshold; one that would never end is refused and nothing is changed', () => {
    show();
    press('When Own acts');
    choose('Past a threshold');
    expect(document().corrections[0]?.activation).toMatchObject({
      channel: 'coolant',
      comparison: 'above',
      threshold: 60,
    });
    choose('Below');
    type('Threshold, °C', '10');
    expect(screen.getByText(/with coolant below 10 °C, until above 12 °C\.$/)).toBeInTheDocument();
    type(/^Hysteresis/, '170');
    expect(screen.getByRole('alert')).toHaveTextContent(
      'It would never end: coolant cannot reach 180. Nothing was changed.',
    );
    expect(document().corrections[0]?.activation?.hysteresis).toBe(2);
  });

  test('over a sensor that is not fitted says so', async () => {
    show();
    act(() =>
      edit('Look at ethanol', (draft) => {
        const [correction] = draft.corrections;
        if (correction !== undefined) correction.x = 'ethanol';
      }),
    );
    expect(await screen.findByText(/Own looks at ethanol, and no sensor for it is fitted/)).toBeVisible();
  });

  test('with a delay and an addition is said with its units', () => {
    expect(
      correctionWords({
        id: 'a',
        name: 'A',
        enabled: true,
        on: 'spark',
        operation: 'add',
        x: 'speed',
        y: 'gear',
        activation: { channel: 'gear', comparison: 'above', threshold: 3, hysteresis: 1, delayS: 0.5 },
        map: { x: [], y: [], values: [], sources: [], cellSources: [] },
      }),
    ).toBe(
      'Spark is raised by a map in ° over engine speed and gear, with gear above 3 for 0.5 s, until below 2.',
    );
  });
});

describe('reading a map', () => {
  const map: MapData = {
    x: [1000, 2000],
    y: [20, 40],
    values: [60, 70, 64, 80],
    sources: [{ kind: 'measured', date: TEST_DAY }],
    cellSources: [0, 0, 0, 0],
  };

  test('between four cells: 64.7 at a quarter and two fifths, and each cell with its weight', () => {
    render(<MapReading definition={MAP_DEFINITIONS.ve} map={map} at={{ x: 1250, y: 28 }} />);
    expect(screen.getByText('64.70 %')).toBeInTheDocument();
    expect(screen.getByText('× 0.450')).toBeInTheDocument();
    expect(screen.getByText('× 0.100')).toBeInTheDocument();
    expect(screen.queryByText(/edge is held/)).toBeNull();
  });

  test('beyond the breakpoints says that the edge is held', () => {
    render(<MapReading definition={MAP_DEFINITIONS.ve} map={map} at={{ x: 3000, y: 28 }} />);
    expect(screen.getByText('Beyond the breakpoints the edge is held.')).toBeInTheDocument();
  });

  test('the neighbours of a cell, with nothing beyond the edges', () => {
    render(<Neighbours definition={MAP_DEFINITIONS.ve} map={map} column={1} row={0} />);
    expect(screen.getByText('Beside it: left 60.0, right —, above 80.0, below —')).toBeInTheDocument();
  });
});

describe('an operating point in maps', () => {
  const point: ChannelValues = { speed: 1500, manifoldPressure: 45, coolant: 60, air: 20, battery: 14 };

  test('stands where its channels are, along whatever a map runs', () => {
    expect(pointIn(MAP_DEFINITIONS.ve, point)).toEqual({ x: 1500, y: 45 });
    expect(pointIn(MAP_DEFINITIONS.cranking, point)).toEqual({ x: 60, y: 0 });
    expect(pointIn({ x: AXES.cylinder, y: null }, point)).toBeNull();
  });

  test('a place in a map is a part of one, and back', () => {
    expect(partAt(MAP_DEFINITIONS.lambda, 2000, 80)).toEqual({ speed: 2000, manifoldPressure: 80 });
    expect(
      pointIn(MAP_DEFINITIONS.lambda, { ...point, ...partAt(MAP_DEFINITIONS.lambda, 2000, 80) }),
    ).toEqual({ x: 2000, y: 80 });
  });

  test('a trail is drawn where its channels were recorded, and nowhere else', () => {
    const way = [{ speed: 200, manifoldPressure: 80, coolant: -20, throttle: 3 }];
    expect(trailIn(MAP_DEFINITIONS.ve, way)).toEqual([{ x: 200, y: 80 }]);
    expect(trailIn(MAP_DEFINITIONS.cranking, way)).toEqual([{ x: -20, y: 0 }]);
    expect(trailIn({ x: AXES.turns, y: null }, way)).toEqual([]);
  });
});

describe('the fields of the operating point', () => {
  test('ask for the rail pressure only where it is measured, and begin with the one that was typed', () => {
    open();
    const { unmount } = render(<PointFields />);
    expect(screen.queryByRole('textbox', { name: /^Fuel pressure/ })).toBeNull();
    unmount();
    open(
      demo('ventisca', ({ injectors }) => Object.assign(injectors.regulator ?? {}, { value: 'measured' })),
    );
    render(<PointFields />);
    expect(screen.getByRole('textbox', { name: /^Fuel pressure/ })).toHaveValue('350');
    type(/^Fuel pressure/, '310');
    expect(useOperatingPoint.getState().point.fuelPressure).toBe(310);
    useOperatingPoint.getState().change({ fuelPressure: NaN });
  });
});

describe('a changed target with plain pulse width', () => {
  const plain = demo('ventisca', (draft) => {
    for (const { mapId, converted } of strategySwitch(draft, 'pulseWidth', usualChoices(draft), TEST_DAY)
      .coming) {
      draft.maps[mapId] = converted?.after ?? null;
    }
    if (draft.load.strategy !== null) draft.load.strategy.value = 'pulseWidth';
  });
  const enrich = () =>
    act(() =>
      edit('Richer', (draft) => {
        if (draft.maps.lambda !== null) draft.maps.lambda.values[0] = 0.8;
      }),
    );

  test('offers the matching scaling at once, and nothing after it was accepted', () => {
    open(plain);
    render(<PulseScaling />);
    expect(screen.queryByText(/does not follow/)).toBeNull();
    enrich();
    expect(screen.getByText(/with plain pulse width the fuel does not follow it/)).toBeInTheDocument();
    const before = document().maps.pulse?.values[0] as number;
    press('Accept all');
    expect((document().maps.pulse?.values[0] as number) / before).toBeCloseTo(0.96 / 0.8, 2);
    expect(screen.queryByText(/does not follow/)).toBeNull();
    act(() => undo());
    expect(document().maps.pulse?.values[0]).toBe(before);
  });

  test('is refused for that change, and offered again for the next', () => {
    open(plain);
    render(<PulseScaling />);
    enrich();
    press('Refuse');
    expect(screen.queryByText(/does not follow/)).toBeNull();
    act(() =>
      edit('Leaner', (draft) => {
        if (draft.maps.lambda !== null) draft.maps.lambda.values[1] = 1;
      }),
    );
    expect(screen.getByText(/does not follow/)).toBeInTheDocument();
  });

  test('is never offered where the model follows the target by itself', () => {
    open();
    render(<PulseScaling />);
    enrich();
    expect(screen.queryByText(/does not follow/)).toBeNull();
  });
});

describe('settings beside the maps', () => {
  test('show only what the choices use, with what the rules say', async () => {
    open();
    const { rerender } = render(
      <DocumentFields fields={['idle.air', 'idle.valveFlow', 'overrun.pressureBelow']} />,
    );
    expect(screen.getByRole('textbox', { name: /^Air the valve passes/ })).toBeInTheDocument();
    type(/^With manifold pressure below/, '60');
    expect(await screen.findByText(/Hot, it should idle at about \d+ kPa abs/)).toBeVisible();
    choose('Screw only');
    rerender(<DocumentFields fields={['idle.air', 'idle.valveFlow']} />);
    expect(screen.queryByRole('textbox', { name: /^Air the valve passes/ })).toBeNull();
  });

  test('the choices of the generators say what the cams speak for', () => {
    open();
    const onChange = jest.fn();
    render(<ChoiceBar choices={{ firstRun: true, cams: 'race', use: 'sprint' }} onChange={onChange} />);
    expect(screen.getByText('The overlap of the cams as entered says: sporting.')).toBeInTheDocument();
    choose('Long pulls');
    expect(onChange).toHaveBeenCalledWith({ use: 'endurance' });
  });
});
