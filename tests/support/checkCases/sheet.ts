import type { Calibration } from '@/core/calibration';
import { amount, type CheckCase, choose, from, quantity, table } from './parts';

/** Cases of what is looked for in the build sheet: first what finds it, then what just does not. */
export const SHEET_CASES: readonly CheckCase[] = [
  [
    'a bore of a starter that nobody measured',
    'engine.bore',
    /advises: Bore came with the starter/,
    ({ engine }) => from(engine.bore, 'starter'),
    ({ engine }) => from(engine.bore, 'estimated'),
  ],
  [
    'cylinders smaller than any that is built',
    'engine.bore',
    /warns: Each cylinder would sweep 79 cm³; engines have 80 to 1100/,
    ({ engine }) => (amount(engine.bore, 37), amount(engine.stroke, 73.7)),
    ({ engine }) => (amount(engine.bore, 37.5), amount(engine.stroke, 73.7)),
  ],
  [
    'cylinders larger than any that is built, of an engine given by its size',
    'engine.displacement',
    /warns: Each cylinder would sweep 1101 cm³/,
    ({ engine }) => {
      engine.geometry = 'displacement';
      engine.displacement = quantity(6606, 'cm3');
    },
    ({ engine }) => {
      engine.geometry = 'displacement';
      engine.displacement = quantity(6600, 'cm3');
    },
  ],
  [
    'a bore that does not go with its stroke',
    'engine.bore',
    /warns: A bore of 100.0 mm on a stroke of 58.0 mm is 1.72 to 1; engines have 0.65 to 1.7/,
    ({ engine }) => (amount(engine.bore, 100), amount(engine.stroke, 58)),
    ({ engine }) => (amount(engine.bore, 98), amount(engine.stroke, 58)),
  ],
  [
    'a displacement that no stroke goes with',
    'engine.displacement',
    /warns: A bore of 125.0 mm on a stroke of 73.5 mm is 1.70 to 1/,
    ({ engine }) => {
      engine.geometry = 'displacement';
      engine.displacement = quantity(5412, 'cm3');
      engine.bore = null;
      amount(engine.stroke, 73.5);
    },
    ({ engine }) => {
      engine.geometry = 'displacement';
      engine.displacement = quantity(5400, 'cm3');
      engine.bore = null;
      amount(engine.stroke, 73.5);
    },
  ],
  [
    'a displacement that moves the bore',
    'engine.displacement',
    /warns: Over this stroke it comes to a bore of 104.0 mm; 100.0 mm was typed as the bore, 4 % less/,
    ({ engine }) => byDisplacement(engine, 5098),
    ({ engine }) => byDisplacement(engine, 4993),
  ],
  [
    'an order that no such engine has',
    'engine.firingOrder',
    /advises: 1-2-3-5-4-6 is not one of the orders usual for this engine \(.+\)/,
    ({ engine }) => choose(engine.firingOrder, [1, 2, 3, 5, 4, 6]),
    ({ engine }) => choose(engine.firingOrder, [1, 2, 3, 4, 5, 6]),
  ],
  [
    'timing that nobody has seen',
    'trigger.tdcOffset',
    /warns: The place of TDC is a guess/,
    ({ trigger }) => from(trigger.tdcOffset, 'estimated'),
    ({ trigger }) => from(trigger.tdcOffset, 'dataSheet'),
  ],
  [
    'a wheel that is not made',
    'trigger.teeth',
    /advises: A wheel with 59 places for teeth is unusual/,
    ({ trigger }) => amount(trigger.teeth, 59),
    ({ trigger }) => amount(trigger.teeth, 58),
  ],
  [
    'an output without a pin',
    'pins.output-fan',
    /warns: .*has no pin. Give it one/,
    ({ pins }) => {
      pins.assignments = pins.assignments.filter((entry) => entry.function !== 'output-fan');
    },
    ({ pins, outputs }) => {
      pins.assignments = pins.assignments.filter((entry) => entry.function !== 'output-fan');
      outputs.splice(0, outputs.length, ...outputs.filter(({ id }) => id !== 'fan'));
    },
  ],
  [
    'a pump that nothing drives',
    'outputs.fuelPump',
    /warns: No output drives the fuel pump/,
    ({ outputs }) =>
      outputs.splice(0, outputs.length, ...outputs.filter(({ purpose }) => purpose !== 'fuelPump')),
    ({ outputs }) =>
      outputs.splice(0, outputs.length, ...outputs.filter(({ purpose }) => purpose === 'fuelPump')),
  ],
  [
    'a main relay that nothing holds',
    'outputs.mainRelay',
    /advises: No output holds the main relay/,
    ({ outputs }) =>
      outputs.splice(0, outputs.length, ...outputs.filter(({ purpose }) => purpose !== 'mainRelay')),
    () => undefined,
  ],
  [
    'an output that waits for more pressure than there is',
    'outputs.fan',
    /warns: .+ waits for manifold pressure above 165; this engine reaches 165/,
    ({ outputs }) => waitsFor(outputs, 'manifoldPressure', 165, 5),
    ({ outputs }) => waitsFor(outputs, 'manifoldPressure', 164, 5),
  ],
  [
    'an output that waits for more speed than there is',
    'outputs.fan',
    /warns: .+ waits for engine speed above 7400; this engine reaches 7400/,
    ({ outputs }) => waitsFor(outputs, 'speed', 7400, 100),
    ({ outputs }) => waitsFor(outputs, 'speed', 7399, 100),
  ],
  [
    'a hysteresis smaller than the noise',
    'outputs.fan',
    /warns: .+ has a hysteresis of 0.4, and coolant moves by 0.5/,
    ({ outputs }) => waitsFor(outputs, 'coolant', 90, 0.4),
    ({ outputs }) => waitsFor(outputs, 'coolant', 90, 0.5),
  ],
  [
    'a lambda sensor whose broken wire is believed',
    'sensors.lambdaOne.faultLow',
    /warns: There is no fault band: a broken wire reads as its lowest value/,
    ({ sensors }) => {
      sensors.lambdaOne.faultLow = null;
    },
    () => undefined,
  ],
  [
    'a lambda sensor with a band that nothing falls out of',
    'sensors.lambdaOne.faultLow',
    /warns: There is no fault band/,
    ({ sensors }) => (amount(sensors.lambdaOne.faultLow, 0), amount(sensors.lambdaOne.faultHigh, 5)),
    ({ sensors }) => (amount(sensors.lambdaOne.faultLow, 0.02), amount(sensors.lambdaOne.faultHigh, 5)),
  ],
  [
    'a pull-up with which it does not see in frost',
    'sensors.coolant.pullUp',
    /warns: With this pull-up it tells degrees apart only from -?\d+ °C to \d+ °C/,
    ({ sensors }) => amount(sensors.coolant.pullUp, 50),
    () => undefined,
  ],
  [
    'a temperature sensor that sees nothing at all',
    'sensors.coolant.pullUp',
    /warns: With this pull-up no temperature is told from the next degree/,
    ({ sensors }) => amount(sensors.coolant.pullUp, 10_000_000),
    () => undefined,
  ],
  [
    'a curve that is a guess',
    'sensors.coolant.resistances',
    /advises: .+: nobody has vouched for it yet/,
    ({ sensors }) => from(sensors.coolant.resistances, 'estimated'),
    ({ sensors }) => from(sensors.coolant.resistances, 'dataSheet'),
  ],
  [
    'a fuel pressure that looks like psi',
    'injectors.railPressure',
    /warns: A fuel pressure of 43 kPa is unusual: 150 kPa to 900 kPa are/,
    ({ injectors }) => Object.assign(injectors.railPressure ?? {}, { amount: 43, unit: 'kPaGauge' }),
    ({ injectors }) => Object.assign(injectors.railPressure ?? {}, { amount: 150, unit: 'kPaGauge' }),
  ],
  [
    'a dead time that is not known while the starter turns',
    'injectors.deadTime',
    /warns: Dead time is known from 9.5 to \d+ V/,
    ({ injectors: { deadTime } }) =>
      deadTime?.rows.splice(
        0,
        99,
        ...deadTime.rows.flatMap((row, i) =>
          i === 0 ? [{ ...row, volts: 9.5 }] : row.volts > 9.5 ? [row] : [],
        ),
      ),
    ({ injectors: { deadTime } }) =>
      deadTime?.rows.splice(
        0,
        99,
        ...deadTime.rows.flatMap((row, i) => (i === 0 ? [{ ...row, volts: 9 }] : row.volts > 9 ? [row] : [])),
      ),
  ],
  [
    'a dead time of another pressure',
    'injectors.deadTime',
    /warns: Dead time was measured at \d+ kPa, and \d+ kPa are across the injectors/,
    ({ injectors }) => amount(injectors.railPressure, 800),
    () => undefined,
  ],
  [
    'boost that takes the fuel pressure away',
    'injectors.regulator',
    /warns: At 165 kPa abs the fixed regulator leaves 2\d % less/,
    ({ injectors }) => (choose(injectors.regulator, 'fixed'), amount(injectors.railPressure, 300)),
    ({ injectors }) => (choose(injectors.regulator, 'fixed'), amount(injectors.railPressure, 450)),
  ],
  [
    'injectors that cannot feed the engine',
    'injectors.ratedFlow',
    /warns: At \d+ rev\/min and 165 kPa abs injectors are open \d+ % of the time; 85 are the most/,
    ({ injectors }) => amount(injectors.ratedFlow, 300),
    () => undefined,
  ],
  [
    'an idle pulse that is not repeated',
    'injectors.leastPulse',
    /warns: At idle, \d+ rev\/min, they flow for [\d.]+ ms; this set repeats from 3 ms on/,
    ({ injectors }) => {
      injectors.leastPulse = quantity(3, 'ms');
    },
    ({ injectors }) => {
      injectors.leastPulse = quantity(0.5, 'ms');
    },
  ],
  [
    'fuel through both valves open',
    'injection.endOfInjection',
    /warns: At idle \d+ % of the spray meets both valves open/,
    ({ injection }) => amount(injection.endOfInjection, 350),
    () => undefined,
  ],
  [
    'a dwell that looks like microseconds',
    'coils.dwell',
    /warns: A dwell of 12.5 ms is unusual: coils are charged for 0.5 to 12 ms/,
    ({ coils }) => {
      choose(coils.dwellBy, 'table');
      coils.dwell = table(
        ['V', 'ms'],
        [
          [8, 12.5],
          [14, 3],
        ],
      );
    },
    ({ coils }) => {
      choose(coils.dwellBy, 'table');
      coils.dwell = table(
        ['V', 'ms'],
        [
          [8, 12],
          [14, 3],
        ],
      );
    },
  ],
];

/** Makes the fan wait for something else. */
function waitsFor(
  outputs: { id: string; conditions: object[] }[],
  channel: string,
  threshold: number,
  hysteresis: number,
): void {
  const [condition] = outputs.find(({ id }) => id === 'fan')?.conditions ?? [];
  Object.assign(condition ?? {}, {
    channel,
    comparison: 'above',
    threshold,
    hysteresis,
    minOnS: 0,
    minOffS: 0,
  });
}

/** A size given by displacement over a stroke of 100 mm, with a bore of 100 mm typed before. */
function byDisplacement(engine: Calibration['engine'], cm3: number): void {
  engine.geometry = 'displacement';
  engine.displacement = quantity(cm3, 'cm3');
  amount(engine.bore, 100);
  amount(engine.stroke, 100);
}
