import { type ChannelValues, frameOf, IDLE_CODE, KNOCK_CODE, LIMIT_CODE, LOOP_CODE } from '@/core/channel';
import { actingNow } from './actingWords';

const rest: ChannelValues = { lambdaTrim: 1, learnedTrim: 1, cutShare: 0, knockRetard: 0 };
const of = (label: string, at: ChannelValues) =>
  actingNow(frameOf({ ...rest, ...at })).find((acting) => acting.label === label);

test('at rest nothing acts, and each says why', () => {
  const all = actingNow(frameOf(rest));
  expect(all.filter(({ acts }) => acts)).toEqual([]);
  for (const { does, why } of all) {
    expect(does).not.toBe('');
    expect(why).toMatch(/^[A-Z]/);
  }
});

test('a loop that trims by how much, and why it does not', () => {
  expect(of('Closed loop', { lambdaTrim: 1.042, loopState: LOOP_CODE.active })).toEqual({
    label: 'Closed loop',
    does: '4.2 % more fuel',
    why: 'Active',
    acts: true,
  });
  expect(of('Closed loop', { lambdaTrim: 0.97, loopState: LOOP_CODE.atLimit })?.does).toBe('3.0 % less fuel');
  expect(of('Closed loop', { lambdaTrim: 1.0004, loopState: LOOP_CODE.sensorCold })).toMatchObject({
    does: 'fuel as mapped',
    why: 'Sensor not warm',
    acts: false,
  });
  expect(of('Learned trims', { learnedTrim: 1.03 })).toMatchObject({ does: '3.0 % more fuel', acts: true });
});

test('what cuts, by how much and which limit', () => {
  expect(of('Limiter', { cutShare: 25, limiting: LIMIT_CODE.speed })).toMatchObject({
    does: '25 % of charges cut',
    acts: true,
  });
  expect(of('Overrun cut', { overrunCut: 1 })).toMatchObject({ does: 'no fuel', acts: true });
});

test('what pulls spark, how often it was heard', () => {
  expect(of('Knock', { knockRetard: 3.25, knockCount: 7, knockState: KNOCK_CODE.pulling })).toMatchObject({
    does: 'spark back by 3.3°',
    why: 'Spark pulled, heard 7 times',
    acts: true,
  });
  expect(of('Knock', { knockCount: 1, knockState: KNOCK_CODE.listening })?.why).toBe('Listening, heard once');
});

test('idle and protection', () => {
  expect(of('Idle', { idleState: IDLE_CODE.held, idleOpening: 31.2 })).toMatchObject({
    does: '31.2 % open',
    why: 'Held at its target',
    acts: true,
  });
  expect(of('Protection', { protection: 1 })).toMatchObject({ why: 'Oil pressure', acts: true });
});
