import { demo } from '@tests/support/ventisca';
import { vehicleFactsOf } from './vehicleFacts';

test('a car is what is typed of it, in base units, with what is usual where nothing is', () => {
  const facts = vehicleFactsOf(demo());
  expect(facts?.litres).toBeCloseTo(2.46, 1);
  expect(facts?.massKg).toBe(demo().engine.mass?.amount);
  expect(facts?.tyreRadiusM).toBeCloseTo((demo().engine.tyreRadius?.amount ?? 0) / 1000, 9);
  expect(facts?.ratios[0]).toBe(demo().engine.gearRatios?.rows[0]?.[1]);
  const bare = vehicleFactsOf(
    demo('ventisca', ({ engine }) => Object.assign(engine, { dragArea: null, rolling: null })),
  );
  expect([bare?.dragAreaM2, bare?.rollingShare]).toEqual([0.65, 0.02]);
});

test('a gear that is not typed is none, and without mass, tyres or gears there are no facts', () => {
  const gappy = vehicleFactsOf(demo('ventisca', ({ engine }) => engine.gearRatios?.rows.splice(1, 1)));
  expect(gappy?.ratios[1]).toBe(0);
  for (const key of ['mass', 'tyreRadius', 'gearRatios'] as const)
    expect(vehicleFactsOf(demo('ventisca', ({ engine }) => (engine[key] = null)))).toBeNull();
});
