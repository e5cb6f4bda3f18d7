import type { OwnFactor } from '@/core/logStudies';
import { ownFactorWords } from './ownFactorWords';

test('a factor says what lambda was and would be', () => {
  expect(ownFactorWords({ off: 0.043, on: 0.006, keptS: 212 } as OwnFactor)).toEqual({
    tone: 'plain',
    text: 'By 212 s of running lambda lies 4.3 % off its target with the map as it is now, and 0.6 % with these cells.',
  });
});

test('each refusal says what would help', () => {
  expect(ownFactorWords({ why: 'notLogged', channel: 'fuelPressure' }).text).toBe(
    'Fuel pressure was not logged: record it, and drive again.',
  );
  expect(ownFactorWords({ why: 'tooLittle' }).text).toMatch(/Hold speed and load/);
  const map = ownFactorWords({ why: 'map', leftByMap: 0.004, leftByFactor: 0.03 });
  expect(map.text).toMatch(/map would leave 0\.4 % of it, this correction 3\.0 %\. Correct the map first/);
  expect(map.tone).toBe('warning');
});
