import fc from 'fast-check';
import { demo, programOf } from '@tests/support/ventisca';
import { AT, CUT_REASONS, cutsChannel, frameOf, LIMIT_CODE, LIMITS, read } from '../channel';
import { writeCuts } from './cuts';
import { ecuAtKeyOn } from './state';

const program = programOf(demo());
const { cylinders } = program;

/** What is written of counts by reason and cylinder. */
function written(fuelCuts: readonly number[], sparkCuts: readonly number[]) {
  const state = ecuAtKeyOn(program);
  Object.assign(state.limits, { fuelCuts: [...fuelCuts], sparkCuts: [...sparkCuts] });
  const frame = frameOf();
  // Counts of a moment before stand there still.
  for (let i = 0; i < cylinders; i += 1) frame[AT.cylinderCuts1 + i] = 99;
  writeCuts(program, state, frame);
  return frame;
}

test('the speed limit cut fuel of cylinder 2 twice, and the shift the spark of 2 and of 6 once', () => {
  const none = () => new Array<number>(LIMITS.length * cylinders).fill(0);
  const [fuel, spark] = [none(), none()];
  fuel[LIMIT_CODE.speed * cylinders + 1] = 2;
  spark[LIMIT_CODE.shift * cylinders + 1] = 1;
  spark[LIMIT_CODE.shift * cylinders + 5] = 1;
  const frame = written(fuel, spark);
  expect([read(frame, AT.fuelCuts), read(frame, AT.sparkCuts)]).toEqual([2, 2]);
  expect(CUT_REASONS.map((reason) => read(frame, AT[cutsChannel(reason)]))).toEqual([
    2, 0, 0, 0, 0, 2, 0, 0, 0,
  ]);
  expect(Array.from({ length: 6 }, (_, i) => read(frame, AT.cylinderCuts1 + i))).toEqual([0, 3, 0, 0, 0, 1]);
});

test('whatever was cut, all of it is counted by reason, and by cylinder', () => {
  const counts = fc.array(fc.integer({ min: 0, max: 1000 }), {
    minLength: LIMITS.length * cylinders,
    maxLength: LIMITS.length * cylinders,
  });
  fc.assert(
    fc.property(counts, counts, (fuel, spark) => {
      // Nothing is cut for no reason.
      fuel.fill(0, 0, cylinders);
      spark.fill(0, 0, cylinders);
      const frame = written(fuel, spark);
      const sum = (values: readonly number[]) => values.reduce((all, one) => all + one, 0);
      const all = sum(fuel) + sum(spark);
      expect(read(frame, AT.fuelCuts) + read(frame, AT.sparkCuts)).toBe(all);
      expect(sum(CUT_REASONS.map((reason) => read(frame, AT[cutsChannel(reason)])))).toBe(all);
      expect(sum(Array.from({ length: cylinders }, (_, i) => read(frame, AT.cylinderCuts1 + i)))).toBe(all);
    }),
  );
});
