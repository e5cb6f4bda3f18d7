import type { Calibration } from '@/core/calibration';
import { constantCurve } from '@tests/support/curves';
import { demo, programOf } from '@tests/support/ventisca';
import type { Car } from '../car';
import { carOf } from '../carOfDocument';
import { DryStart } from './dryStart';
import { explainVerdict, type StartExplanation } from './explain';

interface Planted {
  readonly document: Calibration;
  readonly coolantC: number;
  readonly batteryV?: number;
  readonly car?: (car: Car) => Car;
}

function explained({
  document,
  coolantC,
  batteryV = 12.6,
  car = (built) => built,
}: Planted): StartExplanation {
  const program = programOf(document);
  const start = new DryStart(program, car(carOf(document, program)), { coolantC, batteryV, seed: 1 });
  const { verdict, setup, finding, netMs } = start.result();
  return explainVerdict(verdict, setup, finding, {
    load: program.load,
    crankAdvance: program.tables.crankAdvance !== undefined,
    idleAir: program.idleAir,
    netMs,
  });
}

const scaled = (id: 've' | 'prime' | 'cranking', factor: number) =>
  demo('ventisca', ({ maps }) => {
    if (maps[id] !== null) maps[id].values = maps[id].values.map((value) => value * factor);
  });
const withEngine =
  (change: Partial<Car['engine']>) =>
  (car: Car): Car => ({ ...car, engine: { ...car.engine, ...change } });
const swappedInjectors = () =>
  demo('ventisca', ({ pins }) => {
    const [one, four] = ['injector-1', 'injector-4'].map((id) =>
      pins.assignments.find((entry) => entry.function === id),
    );
    if (one === undefined || four === undefined) throw new TypeError('Ventisca has six injectors');
    [one.pin, four.pin] = [four.pin, one.pin];
  });

const CAUSES: readonly (readonly [string, () => Planted, Partial<StartExplanation>])[] = [
  [
    'an idle valve whose map is empty',
    () => ({ document: demo('ventisca', ({ maps }) => maps.idleAir?.values.fill(0)), coolantC: -20 }),
    { headline: 'Burns, but starves for air', mapId: 'idleAir' },
  ],
  [
    'a stop screw that is shut',
    () => ({
      document: demo('pardela'),
      coolantC: 80,
      car: withEngine({
        throttle: { fullMm2: 1590, stopMm2: [0.3, 0.3, 0.3, 0.3] },
        idleAir: { valveMm2: 0, thermostatic: constantCurve(0) },
      }),
    }),
    {
      headline: 'Burns, but starves for air',
      reason: expect.stringMatching(/stop screw/) as unknown as string,
    },
  ],
  ...([30, -30] as const).map(
    (deg) =>
      [
        `an offset ${deg}° wrong`,
        () => ({
          document: demo('ventisca', ({ trigger }) => {
            if (trigger.tdcOffset !== null) trigger.tdcOffset.amount += deg;
            if (trigger.camWindow !== null) trigger.camWindow.amount = 80;
          }),
          coolantC: 20,
        }),
        { headline: deg > 0 ? 'Sparks 31° too late' : 'Sparks 29° too early', sheet: 'trigger' },
      ] as const,
  ),
  [
    'an offset 30° wrong, with a cam window that does not reach so far',
    () => ({
      document: demo('ventisca', ({ trigger }) => {
        if (trigger.tdcOffset !== null) trigger.tdcOffset.amount += 30;
      }),
      coolantC: 20,
    }),
    {
      headline: 'Never finds its position: the cam pulse is elsewhere',
      reason: expect.stringMatching(/first tooth to TDC/) as unknown as string,
      sheet: 'trigger',
    },
  ],
  [
    'two injectors changed for each other',
    () => ({ document: swappedInjectors(), coolantC: 20 }),
    {
      sheet: 'pins',
      reason: expect.stringMatching(
        /^The injectors of cylinders 1 and 4 hang on each other’s pins/,
      ) as unknown as string,
    },
  ],
  [
    'a manifold sensor of another scale',
    () => ({
      document: demo('ventisca', ({ sensors }) => {
        if (sensors.map.points !== null)
          sensors.map.points.rows = [
            [0.4, 20],
            [4.65, 300],
          ];
      }),
      coolantC: 80,
    }),
    { sheet: 'sensors', reason: expect.stringMatching(/in the manifold for 9\d/) as unknown as string },
  ],
  [
    'a regulator that does not follow the manifold',
    () => ({
      document: demo(),
      coolantC: 80,
      car: (car: Car): Car => withEngine({ injector: { ...car.engine.injector, regulator: 'fixed' } })(car),
    }),
    { sheet: 'injectors', reason: expect.stringMatching(/kind of regulator/) as unknown as string },
  ],
  [
    'a pump that does not run',
    () => ({
      document: demo('ventisca', ({ outputs }) => {
        const pump = outputs.find(({ purpose }) => purpose === 'fuelPump');
        if (pump !== undefined) pump.conditions = [];
      }),
      coolantC: 20,
    }),
    { headline: 'No fuel pressure', sheet: 'outputs' },
  ],
  [
    'a prime pulse far too large',
    () => ({ document: scaled('prime', 12), coolantC: -20 }),
    { headline: 'Floods from the prime pulse', mapId: 'prime' },
  ],
  [
    'a battery too weak for the engine computer',
    () => ({ document: demo(), coolantC: -20, batteryV: 9.5 }),
    { headline: 'The engine computer goes out', mapId: null, sheet: null },
  ],
  [
    'a filling typed 30 % too high',
    () => ({ document: scaled('ve', 1.3), coolantC: 80 }),
    {
      headline: expect.stringMatching(/runs, 2\d % richer than the target$/) as unknown as string,
      reason: expect.stringMatching(/A filling (2[5-9]|3[0-3]) % too high/) as unknown as string,
      mapId: 've',
    },
  ],
  [
    'injectors typed in the wrong unit',
    () => ({
      document: demo('pardela', ({ injectors }) =>
        Object.assign(injectors.ratedFlow ?? {}, { amount: 340, unit: 'lb/h' }),
      ),
      coolantC: 20,
    }),
    { mapId: null, reason: expect.stringMatching(/flow and its unit/) as unknown as string },
  ],
];

describe('every cause the car can have', () => {
  test.each(CAUSES)('%s is named', (_, planted, expected) => {
    expect(explained(planted())).toMatchObject({ ...expected, good: false });
  });

  test.each(['ventisca', 'pardela'] as const)('%s without a cause has a tick', (id) => {
    for (const coolantC of [-20, 20, 80]) {
      expect(explained({ document: demo(id), coolantC })).toMatchObject({
        good: true,
        mapId: null,
        sheet: null,
      });
    }
  });
});
