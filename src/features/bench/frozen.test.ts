import { type ChannelValues, frameOf, LOST_BIT } from '@/core/channel';
import { nothingFrozen, stepFrozen } from './frozen';

const after = (seconds: number, at: (timeS: number) => ChannelValues) => {
  const state = nothingFrozen();
  let frozen: string[] = [];
  for (let k = 0; k <= seconds * 50; k += 1) {
    const time = 100 + k / 50;
    frozen = stepFrozen(state, frameOf({ speed: 900, manifoldPressure: 40, time, ...at(time) }));
  }
  return frozen;
};

test('the same number for five seconds while it turns is frozen, a little less is not', () => {
  expect(after(4.9, () => ({}))).toEqual([]);
  expect(after(5, () => ({}))).toEqual(['Manifold pressure']);
  expect(after(20, (timeS) => ({ manifoldPressure: 40 + 0.01 * Math.sin(timeS * 9) }))).toEqual([]);
  // One other number begins it anew.
  expect(after(8, (timeS) => ({ manifoldPressure: Math.abs(timeS - 104) < 0.01 ? 41 : 40 }))).toEqual([]);
});

test('an engine that stands, a sensor that is known to be lost, and one that is not there are not judged', () => {
  expect(after(20, () => ({ speed: 0 }))).toEqual([]);
  expect(after(20, () => ({ sensorsLost: LOST_BIT.map }))).toEqual([]);
  expect(after(20, () => ({ manifoldPressure: NaN }))).toEqual([]);
  expect(after(20, () => ({ sensorsLost: LOST_BIT.coolant, fuelPressure: 300, oilPressure: 250 }))).toEqual([
    'Manifold pressure',
    'Fuel pressure',
    'Oil pressure',
  ]);
});

test('a clock that begins anew begins anew', () => {
  const state = nothingFrozen();
  const at = (time: number) => stepFrozen(state, frameOf({ speed: 900, manifoldPressure: 40, time }));
  at(100);
  expect(at(105)).toEqual(['Manifold pressure']);
  expect(at(0)).toEqual([]);
  expect(at(4)).toEqual([]);
  expect(at(5)).toEqual(['Manifold pressure']);
});
