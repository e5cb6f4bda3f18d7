import { demo, programOf } from '@tests/support/ventisca';
import { carOf } from '../carOfDocument';
import { matchedCar, trainingCar } from '.';

describe.each(['ventisca', 'pardela'] as const)('%s to learn on', (id) => {
  const document = demo(id);
  const program = programOf(document);
  const car = carOf(document, program);
  const matched = matchedCar(program, car, 1);

  test('differs from the car as built by its filling alone, and by no more than a map is off', () => {
    expect({ ...matched.engine, ve: 0 }).toEqual({ ...car.engine, ve: 0 });
    const changed = matched.engine.ve.values.map((value, i) => value / (car.engine.ve.values[i] as number));
    expect(Math.max(...changed.map((share) => Math.abs(share - 1)))).toBeGreaterThan(0.02);
    for (const share of changed) expect(Math.abs(share - 1)).toBeLessThan(0.4);
  });

  test('has the one thing wrong that is asked for, and the car before is as it was', () => {
    const before = JSON.stringify(car);
    const dead = trainingCar(program, car, 'alternatorDead');
    expect(dead.engine.alternatorShare).toBe(0);
    expect(dead.engine.ve).toEqual(matched.engine.ve);
    expect(trainingCar(program, car, 'coolantUnplugged').sensorFaults.coolant).toEqual({ kind: 'unplugged' });
    expect(JSON.stringify(car)).toBe(before);
  });

  test('by no filling map it is the car as it was', () => {
    const metered = {
      ...program,
      load: { ...program.load, strategy: 'massAir' as typeof program.load.strategy },
    };
    expect(matchedCar(metered, car, 1)).toBe(car);
  });
});
