import { refusalWords } from './knockWords';

test('each reason says what to do', () => {
  expect(refusalWords({ ok: false, why: 'noKnockSensor' })).toMatch(/Record one with a knock sensor/);
  expect(refusalWords({ ok: false, why: 'noPull' })).toMatch(/Record one/);
  expect(refusalWords({ ok: false, why: 'tooFewSpeeds' })).toMatch(/five stretches/);
  expect(refusalWords({ ok: false, why: 'knocks', atRpm: 3400, times: 1.62 })).toBe(
    'This pull is not clean: about 3400 rev/min something was 1.6 times as loud as the rest. Take spark back there, or better fuel, and pull again.',
  );
});
