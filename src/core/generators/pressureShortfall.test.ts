import { demo, programOf, TEST_DAY } from '@tests/support/ventisca';
import { calibrationFromJson } from '../calibration/files/file';
import { frameOf, PHASE } from '../channel';
import { injectionAt } from '../ecu';
import { pressureShortfall } from './pressureShortfall';

const SOURCE = { kind: 'computed', date: TEST_DAY } as const;

const correctionOf = (document = demo('ventisca')) => {
  const found = pressureShortfall(document, SOURCE);
  if (!found.ok) throw new TypeError(found.why);
  return { id: 'shortfall', ...found.correction };
};

// The regulator follows the manifold: 350 kPa across. At 165 kPa abs over 80.5 outside a rail of 280 leaves 195.5: √(350/195.5) = 1.338.
test('makes up for what is missing across the injectors, and for nothing where nothing is', () => {
  const { map } = correctionOf();
  const at = (x: number, y: number) => map.values[map.y.indexOf(y) * map.x.length + map.x.indexOf(x)];
  for (const rail of map.x) {
    const wanted = Math.min(1.5, Math.max(1, Math.sqrt(350 / (rail + 80.5 - 165))));
    expect([rail, Math.abs((at(rail, 165) ?? NaN) - wanted) < 0.002]).toEqual([rail, true]);
  }
  expect(at(map.x.at(-1) ?? NaN, 30)).toBe(1);
  expect(at(175, 165)).toBe(1.5);
});

test('is a correction that a file may hold, and the engine computer injects so much more by it', () => {
  const document = demo('ventisca', (draft) => {
    draft.corrections = [correctionOf(draft)];
  });
  expect(calibrationFromJson(JSON.parse(JSON.stringify(document))).ok).toBe(true);
  const program = programOf(document);
  const fuel = (fuelPressure: number) =>
    injectionAt(
      program,
      frameOf({
        phase: PHASE.running,
        speed: 4000,
        manifoldPressure: 165,
        coolant: 85,
        air: 20,
        battery: 13.5,
        fuelPressure,
      }),
    ).fuelMg;
  expect(fuel(280) / fuel(434)).toBeCloseTo(1.338, 1);
});

test.each<[string, Parameters<typeof demo>[1], RegExp]>([
  [
    'beside a measured regulator',
    ({ injectors }) => Object.assign(injectors.regulator ?? {}, { value: 'measured' }),
    /follows the pressure already/,
  ],
  [
    'without the sensor',
    ({ sensors }) => Object.assign(sensors.fuelPressure.fitted ?? {}, { value: 'no' }),
    /nothing to go by/,
  ],
  ['without a rail pressure', ({ injectors }) => (injectors.railPressure = null), /come first/],
])('is refused %s', (_, change, why) => {
  expect(pressureShortfall(demo('ventisca', change), SOURCE)).toEqual({
    ok: false,
    why: expect.stringMatching(why),
  });
});
