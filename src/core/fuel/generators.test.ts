import {
  accelerationReasons,
  proposedAccelerationCold,
  proposedAccelerationPercent,
  RATE_BREAKPOINTS,
} from './accelerationGenerator';
import { type LambdaInputs, lambdaReasons, proposedLambda } from './lambdaGenerator';
import {
  exhaustPressureKpa,
  proposedVePercent,
  residualEffect,
  speedShape,
  type VeInputs,
  veReasons,
} from './veGenerator';

describe('the proposed lambda target', () => {
  const inputs = (change: Partial<LambdaInputs> = {}): LambdaInputs => ({
    barometricKpa: 100,
    maxManifoldKpa: 100,
    firstRun: false,
    use: 'sprint',
    cams: 'sporting',
    ...change,
  });
  const boosted = { maxManifoldKpa: 200 };

  // By hand: cruise to 0.7 of barometric pressure, full load from 0.88; boost from 15 kPa over it, richest 120 further.
  test.each<[string, Partial<LambdaInputs>, number, number, number]>([
    ['idle', {}, 1000, 30, 0.96],
    ['slower than idle', {}, 500, 30, 0.96],
    ['half-way from idle', {}, 1250, 30, 0.98],
    ['no idle any more', {}, 1500, 30, 1],
    ['idle with mild cams', { cams: 'mild' }, 900, 30, 0.98],
    ['idle with race cams', { cams: 'race' }, 900, 30, 0.93],
    ['the heaviest cruise', {}, 3000, 70, 1],
    ['half-way to full load', {}, 3000, 79, 0.94],
    ['full load begins', {}, 3000, 88, 0.88],
    ['full load', {}, 3000, 100, 0.88],
    ['full load of a road car', { use: 'road' }, 3000, 100, 0.89],
    ['full load for long pulls', { use: 'endurance' }, 3000, 100, 0.87],
    ['above barometric pressure without a charger', {}, 3000, 130, 0.88],
    ['hardly charged is not charged', { maxManifoldKpa: 110 }, 3000, 115, 0.88],
    ['a charged engine without boost', boosted, 3000, 100, 0.88],
    ['half-way into boost', boosted, 3000, 107.5, 0.86],
    ['where boost counts', boosted, 3000, 115, 0.84],
    ['half of the boost', boosted, 3000, 175, 0.8],
    ['the richest', boosted, 3000, 235, 0.76],
    ['beyond it', boosted, 3000, 300, 0.76],
    ['a first run at full load: 0.88 · 0.96', { firstRun: true }, 3000, 100, 0.8448],
    ['a first run half-way: 0.94 · 0.98', { firstRun: true }, 3000, 79, 0.9212],
    ['a first run at cruise', { firstRun: true }, 3000, 60, 1],
  ])('%s', (_what, change, speedRpm, kpa, target) => {
    expect(proposedLambda(inputs(change), speedRpm, kpa)).toBeCloseTo(target, 9);
  });

  test.each<[Partial<LambdaInputs>, number, RegExp]>([
    [{}, 3, /0.88 at full load without boost \(100 kPa here\)/],
    [{ maxManifoldKpa: 110 }, 3, /falls by 0.08/],
    [boosted, 4, /0.84 at 115 kPa.*0.76 at 235 kPa/],
    [{ firstRun: true }, 4, /4 % richer/],
  ])('%j has %d reasons', (change, count, words) => {
    const reasons = lambdaReasons(inputs(change)).map(({ text }) => text);
    expect(reasons).toHaveLength(count);
    expect(reasons.join('\n')).toMatch(words);
  });
});

describe('the proposed filling', () => {
  const inputs = (change: Partial<VeInputs> = {}): VeInputs => ({
    induction: 'natural',
    compressionRatio: 10,
    torquePeakSpeedRpm: 4000,
    powerPeakSpeedRpm: 6000,
    maxSpeedRpm: 8000,
    barometricKpa: 100,
    cams: 'sporting',
    ...change,
  });

  // 12 kPa at maximum speed, with the square of speed; 1.1 of the boost where the exhaust drives the charger.
  test.each<[Partial<VeInputs>, number, number, number]>([
    [{}, 8000, 60, 112],
    [{}, 4000, 60, 103],
    [{}, 12000, 60, 112],
    [{ induction: 'turbocharger' }, 4000, 150, 158],
    [{ induction: 'turbocharger' }, 4000, 60, 103],
    [{ induction: 'supercharger' }, 4000, 150, 103],
  ])('exhaust pressure of %j at %d rev/min and %d kPa: %d', (change, speedRpm, kpa, exhaustKpa) => {
    expect(exhaustPressureKpa(inputs(change), speedRpm, kpa)).toBeCloseTo(exhaustKpa, 9);
  });

  // Below the peak 1 − 0.36 · d²(1.6 − 0.6 d), d over 3000 rev/min; beyond 1 a slope of 1.4. Above 1 − 0.1 d², d over 2000.
  test.each<[string, Partial<VeInputs>, number, number]>([
    ['peak', {}, 4000, 1],
    ['a half below', {}, 2500, 0.883],
    ['1000 rev/min', {}, 1000, 0.64],
    ['slower', {}, 550, 0.5644],
    ['standing', {}, 0, 0.5644],
    ['power', {}, 6000, 0.9],
    ['between', {}, 5000, 0.975],
    ['twice as far', {}, 8000, 0.6],
    ['far above: nine tenths of the low share at least', {}, 14000, 0.576],
    ['mild cams fill better low down', { cams: 'mild' }, 1000, 0.69],
    ['race cams worse', { cams: 'race' }, 1000, 0.58],
    ['individual throttles', { induction: 'individualThrottles' }, 1000, 0.56],
    ['a supercharger', { induction: 'supercharger' }, 1000, 0.62],
    ['a turbocharger', { induction: 'turbocharger' }, 1000, 0.63],
    ['power close to torque: over 500 rev/min at least', { powerPeakSpeedRpm: 4200 }, 4500, 0.9],
    ['a peak at 1500: over the half of it', { torquePeakSpeedRpm: 1500 }, 750, 0.64],
  ])('by speed: %s', (_what, change, speedRpm, share) => {
    expect(speedShape(inputs(change), speedRpm)).toBeCloseTo(share, 9);
  });

  // At 50 kPa, exhaust 103: 1.11111 − (2.06 + 0.35)/12.15 = 0.91276; at 100: 1.11111 − (1.03 + 0.35)/12.15 = 0.99753.
  test.each<[string, Partial<VeInputs>, number, number, number]>([
    ['peak at 100 kPa', {}, 4000, 100, 93],
    ['with mild cams', { cams: 'mild' }, 4000, 100, 91],
    ['with race cams', { cams: 'race' }, 4000, 100, 95],
    ['with individual throttles', { induction: 'individualThrottles' }, 4000, 100, 100],
    ['with a charger', { induction: 'supercharger' }, 4000, 100, 92],
    ['at half the pressure', {}, 4000, 50, (93 * 0.912757) / 0.997531],
    // 2000 rev/min, 55 kPa: shape 0.808, residual 0.931537/0.999383, overlap 1 − 0.14 · ½ · ½.
    ['overlap at low speed and pressure', {}, 2000, 55, (93 * 0.808 * 0.931537 * 0.965) / 0.999383],
    ['more with race cams', { cams: 'race' }, 2000, 55, NaN],
    ['residual gas leaves 35 % at least', { compressionRatio: 9 }, 4000, 10, 93 * 0.35],
    ['and below 10 kPa as much', { compressionRatio: 9 }, 4000, 4, 93 * 0.35],
  ])('%s', (_what, change, speedRpm, kpa, percent) => {
    const ve = proposedVePercent(inputs(change), speedRpm, kpa);
    if (Number.isNaN(percent)) {
      const shape = speedShape(inputs(change), speedRpm);
      // 0.14 · 1.5 · ½ · ½
      expect(ve).toBeCloseTo((95 * shape * 0.931537 * 0.9475) / 0.999383, 3);
    } else expect(ve).toBeCloseTo(percent, 3);
  });

  test('individual throttles lose 0.24 to overlap, in deep vacuum standing nearly all of it', () => {
    const at = (induction: VeInputs['induction']) => {
      const made = inputs({ induction });
      const residual = (kpa: number) => residualEffect(10, exhaustPressureKpa(made, 400, kpa), kpa);
      const peak = induction === 'natural' ? 93 : 100;
      const share = Math.max(0.35, residual(20) / residual(100));
      return proposedVePercent(made, 400, 20) / (peak * speedShape(made, 400) * share);
    };
    expect(at('natural')).toBeCloseTo(1 - 0.14 * 0.9, 9);
    expect(at('individualThrottles')).toBeCloseTo(1 - 0.24 * 0.9, 9);
  });

  test.each(['natural', 'individualThrottles', 'supercharger', 'turbocharger'] as const)(
    '%s says its peak and shares',
    (induction) => {
      const reasons = veReasons(inputs({ induction })).map(({ text }) => text);
      expect(reasons).toHaveLength(3);
      const peak = { natural: 93, individualThrottles: 100, supercharger: 92, turbocharger: 92 }[induction];
      const low = { natural: 64, individualThrottles: 56, supercharger: 62, turbocharger: 63 }[induction];
      expect(reasons[0]).toContain(`Peak of ${peak} % at 4000`);
      expect(reasons[1]).toContain(`Falls to ${low} % of the peak`);
      expect(reasons[1]).toContain('to 90 % at 6000');
    },
  );
});

describe('the proposed acceleration enrichment', () => {
  const plain = { induction: 'natural', coldExcess: 1 } as const;

  // 45 · (1 − e⁻¹) = 28.4454; × 1.25; × √1.44.
  test.each([
    ['at rest', plain, 0, 0],
    ['closing', plain, -50, 0],
    ['250 % a second', plain, 250, 28.4454],
    ['with individual throttles', { ...plain, induction: 'individualThrottles' }, 250, 35.5568],
    ['with a fuel that evaporates less', { ...plain, coldExcess: 1.44 }, 250, 34.1345],
  ] as const)('%s', (_what, inputs, rate, percent) => {
    expect(proposedAccelerationPercent(inputs, rate)).toBeCloseTo(percent, 3);
  });

  // Half-way down at 20 °C: 1 + 1.7 · 0.5 · (0.6 + 0.4 · 0.5) = 1.68.
  test.each([
    [120, 1],
    [70, 1],
    [20, 1.68],
    [-30, 2.7],
    [-60, 2.7],
  ])('cold factor at %d °C: %d', (coolantC, factor) => {
    expect(proposedAccelerationCold(coolantC)).toBeCloseTo(factor, 9);
  });

  test('says what made it', () => {
    const said = (inputs: Parameters<typeof accelerationReasons>[1]) =>
      accelerationReasons('acceleration', inputs);
    expect(said(plain)).toHaveLength(1);
    expect(said({ ...plain, induction: 'individualThrottles' })[1]?.text).toMatch(/× 1.25/);
    expect(said({ ...plain, coldExcess: 1.5 })[1]?.text).toMatch(/√1.5/);
    expect(accelerationReasons('accelerationCold', plain)[0]?.text).toMatch(/1 at 70 °C.*2.7 at -30 °C/);
    expect(RATE_BREAKPOINTS[0]).toBe(0);
  });
});
