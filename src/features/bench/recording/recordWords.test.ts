import { USUAL_PLAN } from '@/data/logs/recordPlan';
import { conditionWords, planWords } from './recordWords';

test('a condition in words, with the unit of its channel', () => {
  expect(conditionWords({ channel: 'speed', comparison: 'above', threshold: 3000 })).toBe(
    'engine speed above 3000 rev/min',
  );
  expect(conditionWords({ channel: 'lambdaTarget', comparison: 'below', threshold: 0.9 })).toBe(
    'lambda target below 0.90 λ',
  );
});

test('a plan in a line', () => {
  expect(planWords(USUAL_PLAN)).toBe('Everything that is sent, 50 times a second, by hand.');
  const when = { channel: 'throttle', comparison: 'above', threshold: 80 } as const;
  expect(planWords({ ...USUAL_PLAN, channels: ['time', 'speed'], rateHz: 10, when, beforeS: 5 })).toBe(
    '2 channels, 10 times a second, from 5 s before throttle above 80.0 %.',
  );
  const until = { channel: 'speed', comparison: 'below', threshold: 500 } as const;
  expect(planWords({ ...USUAL_PLAN, until })).toBe(
    'Everything that is sent, 50 times a second, by hand, until engine speed below 500 rev/min.',
  );
});
