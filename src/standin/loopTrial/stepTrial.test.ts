import { demo, programOf } from '@tests/support/ventisca';
import type { Calibration } from '@/core/calibration';
import { AT, PHASE, read } from '@/core/channel';
import { carOf } from '../carOfDocument';
import { heldCar, stepTrial, trialPoints } from './stepTrial';

const document: Calibration = demo('pardela');
const program = programOf(document);
const car = carOf(document, program);
const setup = {
  coolantC: 85,
  batteryV: 12.6,
  seed: 3,
  surroundings: { barometricKpa: car.barometricKpa, airC: 10 },
};
const goesOn = () => Promise.resolve(true);
const POINTS = [
  { speedRpm: 1300, pedalPercent: 4 },
  { speedRpm: 4200, pedalPercent: 40 },
];

// 1.1 · 900, 0.3 · 7000 and 0.55 · 7000.
test('it is tried with little, more and much air', () => {
  expect(trialPoints(900, 7000)).toEqual([
    { speedRpm: 990, pedalPercent: 2 },
    { speedRpm: 2100, pedalPercent: 12 },
    { speedRpm: 3850, pedalPercent: 40 },
  ]);
});

test('an engine that is held is warm, runs, and turns as fast as it is held', () => {
  const held = heldCar(program, car, setup, { speedRpm: 2500, pedalPercent: 12 });
  expect(held.phase).toBe(PHASE.running);
  expect(held.timeS).toBeCloseTo(16, 6);
  expect(read(held.frame, AT.speed)).toBeCloseTo(2500, -2);
});

test('delay and lag of the car’s own exhaust are found, more delay with less air, and told point by point', async () => {
  const told: number[] = [];
  const found = await stepTrial(program, car, setup, POINTS, (done) => {
    told.push(done);
    return goesOn();
  });
  expect(told).toEqual([1, 2]);
  expect(found?.steps.map(({ at }) => at)).toEqual(POINTS);
  const [little, much] = found?.steps ?? [];
  const { lagS, deadS, lineMg } = car.engine.exhaust;
  for (const step of [little, much]) {
    if (step === undefined) throw new Error('A step was not found.');
    // The engine computer smooths what it reads, and the cylinders follow one after the other.
    expect(step.lagS).toBeGreaterThan(lagS);
    expect(step.lagS).toBeLessThan(lagS + 0.07);
    // Fuel waits for its valve, burns, is pushed out three quarters of a cycle later, and the cylinders follow each other.
    const cycleS = 120 / step.at.speedRpm;
    const linesS = lineMg / (1000 * step.flowGPerS);
    expect(Math.abs(step.deadS - deadS - linesS - 1.4 * cycleS)).toBeLessThan(0.02);
  }
  expect(little?.deadS ?? 0).toBeGreaterThan((much?.deadS ?? 9) + 0.02);
  expect(found?.delay.fixedS).toBeGreaterThan(0);
  expect(found?.delay.airG).toBeGreaterThan(0);
});

test('a mixture beyond what the sensor reads is brought to where it reads before it is stepped', async () => {
  const rich = {
    ...program,
    injector: { ...program.injector, ratedFlowGPerS: program.injector.ratedFlowGPerS / 1.3 },
  };
  const [sound, far] = await Promise.all(
    [program, rich].map((one) => stepTrial(one, car, setup, POINTS.slice(1), goesOn)),
  );
  expect(far?.steps[0]?.deadS).toBeCloseTo(sound?.steps[0]?.deadS ?? 0, 1);
});

test('it ends when it is told to, and finds nothing where no sensor shows it or the engine does not run', async () => {
  let points = 0;
  const ended = await stepTrial(program, car, setup, POINTS, () => {
    points += 1;
    return Promise.resolve(false);
  });
  expect([ended, points]).toEqual([null, 1]);
  const blind = {
    ...car,
    sensorFaults: { lambdaOne: { kind: 'stuck' }, lambdaTwo: { kind: 'stuck' } },
  } as const;
  expect(await stepTrial(program, blind, setup, POINTS.slice(1), goesOn)).toBeNull();
  const noSpark = { ...program, ignition: { ...program.ignition, groups: [] } };
  expect(await stepTrial(noSpark, car, setup, [{ speedRpm: 0, pedalPercent: 0 }], goesOn)).toBeNull();
});
