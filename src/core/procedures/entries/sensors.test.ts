import { asked, chose, decided, gave, stepsOf, typedIn } from '@tests/support/answers';
import { demo } from '@tests/support/ventisca';
import { curveOf, thermistorOf } from '../../calibration';
import { type ChannelId, LOST_BIT } from '../../channel';
import { thermistorFromBeta, voltsAtTemperature } from '../../sensors';
import type { Answers } from '../procedure';
import { sensors } from './sensors';

const document = demo();
const pullUp = thermistorOf(document, 'coolant')?.pullUp ?? { referenceV: 5, pullUpOhm: 2490 };
const leanEnd = Math.max(...(curveOf(document, 'sensors.lambdaOne.points')?.values ?? [NaN]));
/** A sound car at −14 °C and 80.6 kPa, which is about 1,900 m. */
const SOUND = {
  manifoldPressure: 80.4,
  mapVolts: 2,
  coolant: -14,
  coolantVolts: 4.5,
  air: -13,
  airVolts: 4.5,
  throttle: 0.1,
  throttleVolts: 0.62,
  oilPressure: 2,
  battery: 12.6,
  sensorsLost: 0,
  sensorsHigh: 0,
} as const satisfies Partial<Record<ChannelId, number>>;
const LAMBDA = { lambdaOne: leanEnd, lambdaTwo: leanEnd };

interface Given {
  readonly rest?: Partial<Record<ChannelId, number>>;
  readonly lambda?: Partial<Record<ChannelId, number>>;
  readonly stood?: 'cold' | 'warm';
  readonly outside?: number | null;
  readonly barometer?: number | null;
}
const answers = ({
  rest = {},
  lambda = LAMBDA,
  stood = 'cold',
  outside = -14,
  barometer = 80.6,
}: Given = {}): Answers => ({
  stood: chose(stood),
  outside: typedIn(outside),
  barometer: typedIn(barometer),
  rest: gave({ ...SOUND, ...rest }),
  lambda: gave(lambda),
});
const at = (given: Given = {}, of = document) => decided(sensors, answers(given), of);
const line = (given: Given, begins: string) => at(given).found.find((text) => text.includes(begins)) ?? '';

test('the steps, and what is captured of the sensors that there are', () => {
  expect(stepsOf(sensors, {})).toEqual(['stood', 'outside', 'barometer', 'rest', 'lambda']);
  const rest = sensors.steps(asked({})).find(({ id }) => id === 'rest')?.takes;
  const channels = rest?.kind === 'capture' ? rest.channels : [];
  expect(channels).toEqual(
    expect.arrayContaining(['manifoldPressure', 'mapVolts', 'coolant', 'battery', 'sensorsHigh']),
  );
  const none = demo('ventisca', (draft) => {
    for (const id of ['lambdaOne', 'lambdaTwo'] as const) {
      draft.sensors[id].fitted = { value: 'no', source: { kind: 'measured', date: '2026-11-28' } };
    }
  });
  expect(stepsOf(sensors, {}, none)).not.toContain('lambda');
});

test('each step says what to do, and takes what it says', () => {
  const steps = sensors.steps(asked({}, document));
  for (const { words } of steps) expect(words.length).toBeGreaterThan(0);
  expect(steps.map(({ takes }) => takes.kind)).toEqual(['choice', 'number', 'number', 'capture', 'capture']);
  expect(steps[0]?.takes).toMatchObject({ options: [{ id: 'cold' }, { id: 'warm' }] });
  expect(steps[1]?.takes).toMatchObject({
    quantity: 'temperature',
    unit: 'degC',
    min: -50,
    max: 60,
    decimals: 1,
    instrument: { id: 'thermometer', place: 0 },
    without: 'Coolant and air are compared with each other only.',
  });
  expect(steps[2]?.takes).toMatchObject({
    quantity: 'pressureAbsolute',
    unit: 'kPaAbs',
    min: 50,
    max: 110,
    instrument: { id: 'barometer', place: 0 },
    without: 'The altitude of the calibration stands in.',
  });
  expect(steps[3]?.shows).toEqual(['manifoldPressure', 'coolant', 'air', 'throttle']);
  expect(steps[3]?.takes).toMatchObject({ forS: 2 });
  expect(steps[4]?.shows).toEqual(['lambdaOne', 'lambdaTwo']);
  expect(steps[4]?.takes).toMatchObject({
    channels: ['lambdaOne', 'lambdaTwo'],
    known: ['lambdaOne', 'lambdaTwo'],
    forS: 1.5,
  });
});

test('a sensor that is not fitted is not captured, nor judged', () => {
  const none = demo('ventisca', (draft) => {
    draft.sensors.oilPressure.fitted = { value: 'no', source: { kind: 'measured', date: '2026-11-28' } };
    draft.sensors.lambdaTwo.fitted = { value: 'no', source: { kind: 'measured', date: '2026-11-28' } };
  });
  const rest = sensors.steps(asked({}, none)).find(({ id }) => id === 'rest')?.takes;
  expect(rest?.kind === 'capture' ? rest.channels : []).not.toContain('oilPressure');
  const { found } = at({ rest: { sensorsLost: LOST_BIT.lambdaTwo } }, none);
  expect(found.some((text) => /Oil pressure|Lambda 2/.test(text))).toBe(false);
});

test('sound in a frost: every line is good, and nothing is proposed', () => {
  const { found, edits } = at();
  expect(found.filter((text) => !text.startsWith('good'))).toEqual([]);
  expect(found).toEqual(
    expect.arrayContaining([
      'good: Manifold pressure reads 80.4 kPa, and the barometer says 80.6 kPa.',
      'good: Coolant reads −14 °C, as the air about it.',
      'good: Intake air reads −13 °C, as the air about it.',
      'good: The throttle reads 0.1 % let go.',
      'good: The battery has 12.6 V.',
    ]),
  );
  expect(found.filter((text) => text.includes('the lean end of its curve'))).toHaveLength(2);
  expect(edits).toEqual([]);
});

test('manifold pressure: within 1.5 kPa of a barometer, within 4 of the altitude', () => {
  const reads = (kpa: number, barometer: number | null = 80.6) =>
    line({ rest: { manifoldPressure: kpa }, barometer }, 'Manifold pressure reads');
  expect(reads(82.05)).toMatch(/^good/);
  expect(reads(82.2)).toMatch(/^error: .* its curve is of another sensor/);
  expect(reads(84.2, null)).toMatch(/^good: .* the altitude says 80\.\d kPa/);
  expect(reads(85.2, null)).toMatch(/^error/);
  expect(reads(5)).toMatch(/it is built against the air outside, and read as absolute\.$/);
});

test('a barometer that differs from the altitude moves it', () => {
  expect(at({ barometer: 81.4, rest: { manifoldPressure: 81.4 } }).edits).toEqual([]);
  const { found, edits } = at({ barometer: 90, rest: { manifoldPressure: 90 } });
  expect(found.find((text) => text.includes('altitude that was typed'))).toMatch(
    /^warning: The barometer says 90\.0 kPa/,
  );
  // 44,331 · (1 − (90 / 101.325)^0.19026) = 988 m.
  expect(edits).toEqual(['engine.altitude 988 m']);
  expect(at({ barometer: null }).edits).toEqual([]);
});

test.each([
  ['coolant', LOST_BIT.coolant, 0, 'Coolant is shorted to ground: 4.50 V at its pin.'],
  [
    'coolant',
    LOST_BIT.coolant,
    LOST_BIT.coolant,
    'Coolant is unplugged, or shorted to supply: 4.50 V at its pin.',
  ],
  ['map', LOST_BIT.map, 0, 'Manifold pressure is unplugged, or shorted to ground: 2.00 V at its pin.'],
  [
    'map',
    LOST_BIT.map,
    LOST_BIT.map,
    'Manifold pressure is shorted to supply, or without ground: 2.00 V at its pin.',
  ],
  ['throttle', LOST_BIT.throttle, 0, 'Throttle is unplugged, or shorted to ground: 0.62 V at its pin.'],
])('%s in fault (%d, %d) is said once, and judged no further', (_, sensorsLost, sensorsHigh, said) => {
  const { found } = at({
    rest: { sensorsLost, sensorsHigh, coolant: 80, manifoldPressure: 50, throttle: 9 },
  });
  expect(found[0]).toBe(`error: ${said}`);
  const name = said.split(' is ')[0] ?? '';
  expect(found.filter((text) => text.includes(`${name} reads`))).toEqual([]);
});

test('two in fault are two lines; a thermistor’s pin at its end is one also where no band says so', () => {
  const two = at({
    rest: { sensorsLost: LOST_BIT.map + LOST_BIT.lambdaTwo, sensorsHigh: LOST_BIT.map },
  }).found;
  expect(two.filter((text) => / is (unplugged|shorted)/.test(text))).toHaveLength(2);
  expect(two.filter((text) => text.includes('in free air'))).toHaveLength(1);
  expect(at({ rest: { coolantVolts: 4.99 } }).found[0]).toMatch(/^error: Coolant is unplugged/);
  expect(at({ rest: { airVolts: 0.01 } }).found[0]).toMatch(/^error: Intake air is shorted to ground/);
});

test('a temperature: 3 K is the same; warm, or with nothing to compare, it only says what it reads', () => {
  const coolant = (given: Given) => line(given, 'Coolant reads');
  expect(coolant({ rest: { coolant: -11 } })).toMatch(/^good/);
  expect(coolant({ rest: { coolant: -10.9 } })).toMatch(/^error/);
  expect(coolant({ rest: { coolant: 40 }, stood: 'warm' })).toBe(
    'plain: Coolant reads 40 °C: it tells more when cold all through.',
  );
  expect(coolant({ rest: { coolant: 40 }, outside: null })).toBe(
    'error: Coolant reads 40 °C at −13 °C of the other sensor: one of the two has another curve. A thermometer tells which.',
  );
  expect(coolant({ rest: { coolant: -12, air: -13 }, outside: null })).toMatch(/^good/);
});

test('the curve that would read it right is named and proposed; a wrong one that none fits is not', () => {
  const volts = voltsAtTemperature(thermistorFromBeta(5000, 3950), pullUp, -14);
  const named = at({ rest: { coolant: 62, coolantVolts: volts } });
  expect(named.found).toContain(
    'error: Coolant reads 62 °C at −14 °C: wrong curve. One of 5 kΩ, B 3950 would read −14 °C.',
  );
  expect(named.edits.slice(0, 3)).toEqual([
    'sensors.coolant.form library',
    expect.stringMatching(/^sensors\.coolant\.nominal 5(000 ohm| kohm)$/),
    'sensors.coolant.beta 3950 1',
  ]);
  const none = at({ rest: { coolant: 62, coolantVolts: 1 } });
  expect(none.found.find((text) => text.includes('no usual one'))).toMatch(
    /^error: Coolant reads 62 °C at −14 °C/,
  );
  expect(none.edits).toEqual([]);
});

test('one of much resistance that lies in the band of a break in a frost is whole', () => {
  const volts = voltsAtTemperature(thermistorFromBeta(10_000, 3950), pullUp, -25);
  const rest = {
    coolantVolts: volts,
    coolant: 80,
    air: -25,
    sensorsLost: LOST_BIT.coolant,
    sensorsHigh: LOST_BIT.coolant,
  };
  const { found, edits } = at({ rest, outside: -25 });
  expect(found.some((text) => text.includes('Coolant is unplugged'))).toBe(false);
  expect(found.find((text) => text.includes('10 kΩ'))).toMatch(/wrong curve/);
  expect(edits).toContain('sensors.coolant.faultHigh 4.96 V');
  expect(at({ rest, outside: null }).found[0]).toMatch(/Coolant is unplugged/);
  expect(at({ rest, outside: -25, stood: 'warm' }).found[0]).toMatch(/Coolant is unplugged/);
});

test('throttle, oil, lambda and battery, each at its edge', () => {
  expect(line({ rest: { throttle: 1.5 } }, 'The throttle')).toMatch(/^good/);
  expect(line({ rest: { throttle: 1.6 } }, 'The throttle')).toMatch(/^error: .*capture its range/);
  const hasOil = demo('ventisca').sensors.oilPressure.fitted?.value === 'yes';
  if (hasOil) {
    expect(line({ rest: { oilPressure: 25 } }, 'Oil pressure')).toMatch(/^good/);
    expect(line({ rest: { oilPressure: 25.1 } }, 'Oil pressure')).toMatch(/^error/);
    expect(line({ rest: { oilPressure: -26 } }, 'Oil pressure')).toMatch(/^error/);
  }
  expect(line({ lambda: { ...LAMBDA, lambdaOne: 0.951 * leanEnd } }, 'Lambda 1')).toMatch(/^good/);
  expect(line({ lambda: { ...LAMBDA, lambdaOne: 0.94 * leanEnd } }, 'Lambda 1')).toMatch(
    /^error: .* its curve ends at/,
  );
  expect(line({ rest: { battery: 11.8 } }, 'The battery')).toMatch(/^good/);
  expect(line({ rest: { battery: 11.7 } }, 'The battery')).toMatch(/^error: .*charge it first/);
  expect(line({ rest: { battery: 13.2 } }, 'The battery')).toMatch(/^good/);
  expect(line({ rest: { battery: 13.3 } }, 'The battery')).toMatch(/^plain: .*a charger hangs on it/);
});

test('stopped before anything was captured, nothing is found', () => {
  const { rest: _, ...without } = answers();
  expect(decided(sensors, without, document)).toEqual({ found: [], edits: [] });
});

test('with nothing to change there is no proposal at all', () => {
  expect(sensors.decide(asked(answers(), document)).remedy).toBeNull();
});

test('what was not captured is not judged, and nothing else falls with it', () => {
  const bare: Answers = { ...answers(), rest: gave({ battery: 12.6 }), lambda: gave({}) };
  expect(decided(sensors, bare, document)).toEqual({ found: ['good: The battery has 12.6 V.'], edits: [] });
  const noVolts: Answers = {
    ...answers(),
    rest: gave({ battery: 12.6, coolant: 62, sensorsLost: 0, sensorsHigh: 0 }),
  };
  expect(decided(sensors, noVolts, document).found.find((text) => text.includes('Coolant'))).toMatch(
    /no usual one/,
  );
});

test('air is judged as coolant is, by the coolant where there is no thermometer', () => {
  const volts = voltsAtTemperature(thermistorFromBeta(5000, 3950), pullUp, -14);
  const { found, edits } = at({ rest: { air: 50, airVolts: volts } });
  expect(found.find((text) => text.includes('Intake air'))).toMatch(/wrong curve\. One of 5 kΩ/);
  expect(edits[0]).toBe('sensors.air.form library');
  expect(line({ rest: { air: 20, coolant: -14 }, outside: null }, 'Intake air reads')).toMatch(
    /at −14 °C of the other sensor/,
  );
});
