import { drawnLog } from '@tests/support/drawnLog';
import { pullsOf } from '@/core/logCompare';
import { runsOf } from './useRuns';

const pull = (perS: number, lambda: number) =>
  drawnLog({ phase: 2, throttle: 90, gear: 3, speed: (atS) => 2000 + perS * atS, lambdaOne: lambda }, 6);

test('by speed: each at the speeds that both went through', () => {
  const [one, other] = [pull(500, 0.9), pull(300, 0.8)];
  const [mine, theirs] = [pullsOf(one)[0], pullsOf(other)[0]];
  if (mine === undefined || theirs === undefined) throw new RangeError('No pulls');
  const runs = runsOf(one, other, ['speed', 'lambdaOne', 'coolant'], {
    by: 'speed',
    one: mine,
    other: theirs,
  });
  expect([runs.one.timeS[0], runs.one.timeS.at(-1)]).toEqual([2000, 3775]);
  expect(Object.keys(runs.one.columns)).toEqual(['speed', 'lambdaOne']);
  expect(runs.differences.columns.lambdaOne?.[30]).toBeCloseTo(0.1, 5);
  expect(runs.differences.columns.speed?.[30]).toBeCloseTo(0, 1);
});

test('by time: the other one moved, where both are there', () => {
  const [one, other] = [pull(500, 0.9), pull(300, 0.8)];
  const runs = runsOf(one, other, ['speed'], { by: 'time', shiftS: 2 });
  expect([runs.one.timeS[0], runs.one.timeS.at(-1)]).toEqual([2, 5.98]);
  // At four seconds: 4000 against what the other read after two.
  const at = runs.one.timeS.indexOf(4);
  expect(runs.differences.columns.speed?.[at]).toBeCloseTo(4000 - 2600, 2);
});
