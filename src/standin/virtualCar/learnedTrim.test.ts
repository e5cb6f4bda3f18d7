import { looped, loopNumber } from '@tests/support/looped';
import { loopedCar } from '@tests/support/loopedCar';
import { choose } from '@tests/support/everything';
import { programOf } from '@tests/support/ventisca';
import { AT, read } from '@/core/channel';
import { learnedFold, leftLearned } from '@/core/learnedFold';
import type { LearnedState } from '@/core/control';
import type { MapData } from '@/core/map';
import type { VirtualCar } from './virtualCar';
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

describe('fuel', () => {
  /** A car that has learned, held where it did; the fuel of its firings is watched. */
  const held = () => {
    const { state } = learned(DOCUMENT, -6, 1);
    const car = loopedCar(DOCUMENT, { errors: [{ id: 'injectorFlow', size: -6 }] });
    car.remember(state);
    Object.assign(car.controls, { key: true, holdRpm: 2600, pedalPercent: 14 });
    car.advance(30);
    return { car, state };
  };
  /** How far the trims that act jump in the next tenth of a second, and in five seconds, as logarithms. */
  const jumps = (car: VirtualCar) => {
    const total = () => Math.log(read(car.frame, AT.learnedTrim) * read(car.frame, AT.lambdaTrim));
    const before = total();
    let at = before;
    let most = 0;
    for (let i = 0; i < 200; i += 1) {
      car.advance(0.025);
      most = Math.max(most, Math.abs(total() - at));
      at = total();
    }
    return { most, drift: Math.abs(at - before) };
  };

  test('does not jump as what was learned is forgotten: the loop takes it over', () => {
    const { car } = held();
    expect(read(car.frame, AT.learnedTrim)).toBeGreaterThan(1.01);
    car.forgetLearned(null);
    const { most, drift } = jumps(car);
    expect(most).toBeLessThan(0.005);
    expect(drift).toBeLessThan(0.01);
  });

  test('does not jump as it is folded into the filling map', () => {
    const { car, state } = held();
    const folded = learnedFold(DOCUMENT, state, '2026-11-23')?.proposal;
    const ve = programOf(DOCUMENT).tables.ve;
    if (folded === undefined || folded.before === null || ve === undefined)
      throw new TypeError('Nothing learned');
    const before = fuelAt(car);
    const values = ve.values.slice();
    const wantedMg = car.wantedMg;
    ve.values.set(folded.after.values);
    car.foldLearned(leftOf(state, folded.before, folded.after), wantedMg);
    car.advance(0.1);
    expect(Math.abs(fuelAt(car) / before - 1)).toBeLessThan(0.003);
    // Once what lay between cells has faded, fuel is still within half a percent.
    car.advance(20);
    expect(Math.abs(fuelAt(car) / before - 1)).toBeLessThan(0.005);
    ve.values.set(values);
  });
});

/** What stays learned of what a map has taken over. */
function leftOf(state: LearnedState, before: MapData, after: MapData) {
  const { ln, evidenceS } = leftLearned(DOCUMENT, state, before, after);
  return { ln: [...ln], evidenceS: [...evidenceS] };
}

/** Fuel of a firing, by what the engine computer opens its injectors for, less the air of the moment. */
function fuelAt(car: VirtualCar): number {
  let [sum, count] = [0, 0];
  car.onEvent = ({ netMs, manifoldKpa }) => {
    sum += netMs / manifoldKpa;
    count += 1;
  };
  car.advance(1);
  car.onEvent = null;
  return sum / count;
}
