import { carOf } from '@/standin/carOfDocument';
import { demo, programOf } from '@tests/support/ventisca';
import { runDryStart } from './dryStartTask';
import type { FieldStart } from './startField';
import { runStartField } from './startFieldTask';

const program = programOf(demo());
const REQUEST = { program, car: carOf(demo(), program), others: [] };
const SETUPS = [
  { coolantC: 20, batteryV: 12.6, seed: 1 },
  { coolantC: -20, batteryV: 9, seed: 1 },
];
const PORT = { onProgress: () => undefined, cancelled: () => false, breathe: () => Promise.resolve() };

async function field(request: Parameters<typeof runStartField>[0], cancelled = () => false) {
  const starts: FieldStart[] = [];
  const whole = await runStartField(request, { ...PORT, cancelled }, (start) => starts.push(start));
  return { whole, starts };
}

test('each start ends as it does by itself, and is told as it ends', async () => {
  const { whole, starts } = await field({ ...REQUEST, setups: SETUPS });
  expect(whole).toBe(true);
  for (const [i, setup] of SETUPS.entries()) {
    const alone = await runDryStart({ ...REQUEST, setup }, PORT);
    expect(starts[i]).toEqual({
      coolantC: setup.coolantC,
      batteryV: setup.batteryV,
      code: alone?.verdict.code,
      headline: alone?.explanation.headline,
      mapId: alone?.explanation.mapId,
      good: alone?.explanation.good,
      unsure: false,
    });
  }
  expect(starts.map(({ good }) => good)).toEqual([true, false]);
});

test('good is what every engine of a description does; else it is unsure', async () => {
  const document = demo('ventisca', (changed) => {
    changed.standIn = 'described';
  });
  const [car, other] = [1, 2].map((seed) => carOf(document, program, seed));
  if (car === undefined || other === undefined) throw new RangeError('No cars');
  const weak = {
    ...other,
    engine: { ...other.engine, injector: { ...other.engine.injector, ratedFlowGPerS: 1 } },
  };
  const setups = SETUPS.slice(0, 1);
  const alike = await field({ program, car, others: [other], setups });
  expect(alike.starts[0]).toMatchObject({ good: true, unsure: false });
  const apart = await field({ program, car, others: [weak], setups });
  expect(apart.starts[0]).toMatchObject({ code: 'caught', good: false, unsure: true });
});

test('a cancel ends it between two starts, and within one', async () => {
  let looks = 0;
  const { whole, starts } = await field({ ...REQUEST, setups: SETUPS }, () => (looks += 1) > 100);
  expect(whole).toBe(false);
  expect(starts).toHaveLength(1);
});
