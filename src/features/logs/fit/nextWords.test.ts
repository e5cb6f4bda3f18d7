import { nextWords } from './nextWords';

test('a place is said by what is held, for how long, and why', () => {
  const cell = { index: 7, speedRpm: 3000, load: 60, missingS: 2, matters: 0.2, because: 'time' } as const;
  expect(nextWords(cell, 'manifoldPressure')).toBe(
    'Hold 3000 rev/min at 60 kPa for 2.0 s: the engine is often there, and little is known of it.',
  );
  expect(nextWords({ ...cell, because: 'bend', missingS: 1.2 }, 'throttle')).toBe(
    'Hold 3000 rev/min at 60 % of throttle for 1.2 s: the map bends there, and a bend is known only by driving it.',
  );
  expect(nextWords({ ...cell, because: 'error' }, 'throttle')).toMatch(/not sure either\.$/);
});
