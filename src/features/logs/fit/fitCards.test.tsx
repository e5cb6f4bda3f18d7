import { choose } from '@tests/support/everything';
import { act, fireEvent, render, screen } from '@tests/support/render';
import { demo } from '@tests/support/ventisca';
import { nothingLeftOutFit } from '@tests/support/madeFit';
import { closeSession, openSession, undo, useSession } from '@/data/session/session';
import { CylindersCard } from '../studies/CylindersCard';
import { DelayChart } from './DelayChart';
import { ErrorMapCard } from './ErrorMapCard';

const VE = demo().maps.ve ?? { x: [], y: [], values: [], sources: [], cellSources: [] };
const flat = (value: number) => new Float64Array(VE.values.length).fill(value);
/** Two sensors that lie so far apart, as logarithms. */
const apart = (first: number, second: number) => [
  { sensor: 0, found: flat(first), evidenceS: flat(8) },
  { sensor: 1, found: flat(second), evidenceS: flat(8) },
];
const banks = demo('ventisca', (document) => {
  for (const [id, place] of [
    ['lambdaOne', 'bankOne'],
    ['lambdaTwo', 'bankTwo'],
  ] as const) {
    choose(document, `sensors.${id}.fitted`, 'yes');
    choose(document, `sensors.${id}.sees`, place);
  }
  document.maps.fuelCylinder = null;
});
const trims = () => useSession.getState().history?.document.maps.fuelCylinder?.values ?? null;
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name: new RegExp(`${name}$`) }));

afterEach(() => closeSession());

describe('cylinders apart', () => {
  beforeEach(() => openSession('one', 1, banks));

  test('are said by side, with what to try first, and brought together by a proposal that can be undone', () => {
    render(<CylindersCard fit={nothingLeftOutFit(VE.values.length, { bySensor: apart(0.04, -0.04) })} />);
    expect(screen.getByText(/: 4\.1 % lean of the mean of all/)).toBeTruthy();
    expect(screen.getByText(/^Change the sensors for each other first/)).toBeTruthy();
    press('Look at trims by cylinder');
    expect(screen.getByText('A new map. Nothing changes until you accept.')).toBeTruthy();
    expect(trims()).toBeNull();
    press('Accept all');
    expect([...(trims() ?? [])].sort((a, b) => a - b)).toEqual([-3.9, -3.9, -3.9, 4.1, 4.1, 4.1]);
    act(() => undo());
    expect(trims()).toBeNull();
  });

  test('refused, nothing changes', () => {
    render(<CylindersCard fit={nothingLeftOutFit(VE.values.length, { bySensor: apart(0.04, -0.04) })} />);
    press('Look at trims by cylinder');
    press('Refuse');
    expect(screen.getByText('Cylinders apart')).toBeTruthy();
    expect(trims()).toBeNull();
  });

  test('of sensors that agree, or of one, nothing is said', () => {
    const { container } = render(
      <>
        <CylindersCard fit={nothingLeftOutFit(VE.values.length, { bySensor: apart(0.04, 0.04) })} />
        <CylindersCard fit={nothingLeftOutFit(VE.values.length)} />
      </>,
    );
    expect(container.textContent).toBe('');
  });
});

describe('the error map', () => {
  const card = (bySensor: ReturnType<typeof apart>) => (
    <ErrorMapCard
      fit={nothingLeftOutFit(VE.values.length, { bySensor })}
      map={VE}
      mapId="ve"
      tolerance={0.025}
      onTolerance={() => undefined}
    />
  );

  test('is drawn by each sensor too, with what that one found', () => {
    render(card(apart(0.04, -0.02)));
    fireEvent.click(screen.getByRole('radio', { name: 'First sensor' }));
    expect(screen.getByText(/: 4\.1 % lean over 8\.0 s\.$/)).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: 'Second sensor' }));
    expect(screen.getByText(/: 2\.0 % rich over 8\.0 s\.$/)).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: 'All sensors' }));
    expect(screen.getByText(/the fit moves it by/)).toBeTruthy();
  });

  test('with one sensor there is nothing to choose', () => {
    render(card([]));
    expect(screen.queryByRole('radio', { name: 'First sensor' })).toBeNull();
  });
});

describe('the delay', () => {
  const seen = (flowGPerS: number, delayS: number) => ({
    flowGPerS,
    delayS,
    fromS: delayS - 0.05,
    toS: delayS + 0.05,
  });

  test('is drawn over what each flow says', () => {
    const delaysSeen = [[seen(10, 0.42), seen(40, 0.26), seen(80, 0.21)]];
    render(<DelayChart fit={nothingLeftOutFit(4, { delaysSeen, delays: [{ fixedS: 0.2, airG: 2 }] })} />);
    // At 40 g/s the curve lies at 0.25, at 80 at 0.225, at 10 at 0.40.
    expect(
      screen.getByRole('img', { name: /seen at 3 flows .* the furthest lies 0\.02 s from it/ }),
    ).toBeTruthy();
  });

  test('where too little changes, that is said', () => {
    render(<DelayChart fit={nothingLeftOutFit(4, { delaysSeen: [[seen(10, 0.4)]] })} />);
    expect(screen.getByText(/^Too little changes in it/)).toBeTruthy();
  });
});
