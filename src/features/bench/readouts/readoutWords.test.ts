import { type ChannelValues, frameOf, LOOP_CODE, LOST_BIT } from '@/core/channel';
import { type ShownUnits, USUAL_UNITS } from '@/core/units';
import { readoutWords } from './readoutWords';
import type { Readout } from './sets';

const words = (
  readout: Partial<Readout>,
  at: ChannelValues,
  peaks: { low: number; high: number } | null = null,
  units: Partial<ShownUnits> = {},
) =>
  readoutWords({ channel: 'coolant', low: null, high: null, ...readout }, frameOf(at), peaks, {
    units: { ...USUAL_UNITS, ...units },
    stoichiometricRatio: 14.7,
  });

test('a number with its unit, what belongs to it, and what it was at least and at most', () => {
  expect(words({}, { coolant: 81.4 })).toEqual({
    label: 'Coolant',
    value: '81',
    unit: '°C',
    detail: '',
    tone: 'plain',
  });
  expect(
    words({ channel: 'lambdaOne' }, { lambdaOne: 0.98, lambdaTarget: 1 }, { low: 0.78, high: 1.21 }),
  ).toMatchObject({
    label: 'Lambda',
    detail: 'target 1.00; 0.78 to 1.21',
  });
  expect(words({ channel: 'manifoldPressure' }, { manifoldPressure: 41, throttle: 3 }).detail).toBe(
    'throttle 3 %',
  );
  // What never moved has no least and most.
  expect(words({}, { coolant: 80 }, { low: 80, high: 80.3 }).detail).toBe('');
  expect(words({ channel: 'lambdaOne' }, { lambdaOne: NaN, lambdaTarget: 1 }).value).toBe('–');
});

test('outside its limit it says which, and is marked', () => {
  expect(words({ high: 100 }, { coolant: 104 })).toMatchObject({ detail: 'above 100', tone: 'warning' });
  expect(words({ low: 70, high: 100 }, { coolant: 20 }, { low: 19, high: 20 })).toMatchObject({
    detail: 'below 70; 19 to 20',
    tone: 'warning',
  });
  expect(words({ low: 70, high: 100 }, { coolant: 104 }).detail).toBe('above 100');
  expect(words({ low: 70, high: 100 }, { coolant: 100 }).tone).toBe('plain');
  expect(words({ low: 70, high: 100 }, { coolant: 70 }).tone).toBe('plain');
});

test('a sensor in fault is said before anything else: the number is not measured', () => {
  const lost = { coolant: 104, sensorsLost: LOST_BIT.coolant | LOST_BIT.air };
  expect(words({ high: 100 }, lost)).toMatchObject({
    detail: 'sensor in fault: not measured',
    tone: 'error',
  });
  expect(words({ channel: 'air' }, lost).tone).toBe('error');
  expect(words({ channel: 'throttle' }, lost).tone).toBe('plain');
  expect(words({ channel: 'speed' }, lost).tone).toBe('plain');
  expect(words({}, { coolant: 80, sensorsLost: NaN }).tone).toBe('plain');
});

test('lambda off its target is marked, at 5 % not yet', () => {
  const tone = (lambdaOne: number) => words({ channel: 'lambdaOne' }, { lambdaOne, lambdaTarget: 0.9 }).tone;
  expect([tone(0.944), tone(0.946), tone(0.856), tone(0.854)]).toEqual([
    'plain',
    'warning',
    'plain',
    'warning',
  ]);
});

test('the target is that of lambda, of both sensors, and of nothing else', () => {
  const on = (channel: Readout['channel'], at: ChannelValues) => {
    const { detail, tone } = words({ channel }, at);
    return [detail, tone];
  };
  expect(on('lambdaTwo', { lambdaTwo: 1.2, lambdaTarget: 0.9 })).toEqual(['', 'warning']);
  expect(on('lambdaTwo', { lambdaTwo: 0.9, lambdaTarget: 0.9 })).toEqual(['', 'plain']);
  expect(on('coolant', { coolant: 80, lambdaTarget: 0.9 })).toEqual(['', 'plain']);
  expect(on('lambdaOne', { lambdaOne: 1.2, lambdaTarget: NaN })).toEqual(['', 'plain']);
});

test('a code is said by its name, and was nothing at least or at most', () => {
  expect(words({ channel: 'loopState' }, { loopState: 99 }).detail).toBe('');
  expect(
    words({ channel: 'loopState' }, { loopState: LOOP_CODE.notRunning }, { low: 0, high: 5 }).detail,
  ).toBe('engine not running');
  expect(words({ channel: 'loopState' }, { loopState: LOOP_CODE.active })).toMatchObject({ unit: '' });
  expect(words({ channel: 'loopState' }, { loopState: LOOP_CODE.notRunning }).detail).toBe(
    'engine not running',
  );
});

test('in the units chosen, its limits and what it was too', () => {
  const units = { temperature: 'degF', pressure: 'psiAbs', mixture: 'afr' } as const;
  expect(words({ high: 100 }, { coolant: 104 }, { low: 20, high: 104 }, units)).toMatchObject({
    value: '219',
    unit: '°F',
    detail: 'above 212; 68 to 219',
  });
  expect(
    words({ channel: 'manifoldPressure' }, { manifoldPressure: 41, throttle: 3 }, null, units),
  ).toMatchObject({ value: '5.9', unit: 'psi abs' });
  expect(words({ channel: 'lambdaOne' }, { lambdaOne: 0.9, lambdaTarget: 1 }, null, units)).toMatchObject({
    value: '13.2',
    unit: 'air : fuel',
    detail: 'target 14.7',
    tone: 'warning',
  });
});
