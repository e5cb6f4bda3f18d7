import { looped, loopNumber } from '@tests/support/looped';
import { loopedCar } from '@tests/support/loopedCar';
import { choose } from '@tests/support/everything';
import { programOf } from '@tests/support/ventisca';
import { AT, read } from '@/core/channel';
import { learned } from '@tests/support/learned';

const DOCUMENT = looped('ventisca', (document) => {
  loopNumber(document, 'delayFixed', 90, 'ms');
  loopNumber(document, 'delayAir', 172, 'ms');
  loopNumber(document, 'lag', 97, 'ms');
  choose(document, 'learned.use', 'yes');
});
/** Flow 6 % less than typed, and 3 % more. */
const ERRORS = [-6, 3] as const;

test.each(ERRORS)(
  'with injectors of %d %% other flow visited cells come to it, others stay as they were',
  (size) => {
    const { visited, others, errorLn, trims } = learned(DOCUMENT, size, 1);
    expect(visited.length).toBeGreaterThan(3);
    for (const ln of visited) expect(Math.abs(ln - errorLn)).toBeLessThan(0.015);
    expect(others.every((ln) => ln === 0)).toBe(true);
    // What was learned is no more the loop’s.
    for (const trim of trims) expect(Math.abs(trim - 1)).toBeLessThan(0.012);
  },
);

test('what was learned acts while the sensor is cold, with the first firing after the next start', () => {
  const program = programOf(DOCUMENT);
  const { state } = learned(DOCUMENT, -6, 1);
  const car = loopedCar(DOCUMENT, { errors: [{ id: 'injectorFlow', size: -6 }] });
  const fresh = car.snapshot();
  expect(program.learned?.on).toBe(true);
  const again = loopedCar(DOCUMENT, {
    errors: [{ id: 'injectorFlow', size: -6 }],
    from: { ...fresh, ecu: { ...fresh.ecu, learned: { ...fresh.ecu.learned, ln: [...state.ln] } } },
  });
  Object.assign(again.controls, { key: true, holdRpm: 2000, pedalPercent: 10 });
  again.advance(6);
  expect(read(again.frame, AT.lambdaTrim)).toBe(1);
  expect(read(again.frame, AT.learnedTrim)).toBeGreaterThan(1.005);
});
