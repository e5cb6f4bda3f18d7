import { AT, PHASE, read } from '@/core/channel';
import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';
import { type CarSetup, type CarState, VirtualCar } from '../virtualCar';
import { fittedDelay, type MeasuredAt, measuredStep } from './measured';

/** A point at which a brake holds the engine. */
export interface HeldAt {
  readonly speedRpm: number;
  readonly pedalPercent: number;
}

/** How the car answered at one of them. */
export interface CarStep {
  readonly at: HeldAt;
  readonly flowGPerS: number;
  readonly deadS: number;
  readonly lagS: number;
}

/** What a step trial in the car found. */
export interface StepTrial {
  readonly steps: readonly CarStep[];
  readonly delay: { readonly fixedS: number; readonly airG: number; readonly lagS: number };
}

/** The engine is warm and steady, and its sensors too, after this, s. */
const SETTLES_S = 16;
/** Steps up and down at each point, how long each is looked at, s, and how often the sensors are read. */
const REPEATS = 6;
const LOOKED_S = 3;
const READ_EACH_S = 0.02;
const STEP_SHARE = 0.1;
const BEFORE_S = 0.4;
const AFTER_FROM_S = 2.2;
/** Lambda that steps begin at, how near it has to be, as a logarithm, and how often fuel is changed to come there. */
const READABLE = 0.95;
const READABLE_WITHIN = 0.03;
const TRIES = 5;

/** Points from little air to much. */
export function trialPoints(idleRpm: number, maxRpm: number): HeldAt[] {
  return [
    { speedRpm: Math.round(1.1 * idleRpm), pedalPercent: 2 },
    { speedRpm: Math.round(0.3 * maxRpm), pedalPercent: 12 },
    { speedRpm: Math.round(0.55 * maxRpm), pedalPercent: 40 },
  ];
}

/**
 * Fuel is stepped by a tenth up and down with the engine held on a brake and the loop open; delay and lag follow from what the
 * sensors show, and the delay by flow from those. Null where no sensor shows the step.
 * @param onPoint told after each point; false ends it.
 */
export async function stepTrial(
  program: EcuProgram,
  car: Car,
  setup: CarSetup,
  points: readonly HeldAt[],
  onPoint: (done: number) => Promise<boolean>,
): Promise<StepTrial | null> {
  const open: EcuProgram = { ...program, closedLoop: null };
  const steps: CarStep[] = [];
  for (const at of points) {
    const found = stepAt(open, car, setup, at);
    if (found !== null) steps.push({ at, ...found });
    if (!(await onPoint(steps.length))) return null;
  }
  const delay = fittedDelay(steps);
  return delay === null ? null : { steps, delay };
}

/** The engine held at a point, warm and settled. */
export function heldCar(program: EcuProgram, car: Car, setup: CarSetup, { speedRpm, pedalPercent }: HeldAt) {
  const held = new VirtualCar(program, car, setup);
  Object.assign(held.controls, { key: true, holdRpm: speedRpm, pedalPercent });
  held.advance(SETTLES_S);
  return held;
}

/** An engine computer that takes its injectors for weaker than they are gives so much more fuel. */
function richer(program: EcuProgram, share: number): EcuProgram {
  const { injector } = program;
  return {
    ...program,
    injector: { ...injector, ratedFlowGPerS: injector.ratedFlowGPerS / (1 + share) },
  };
}

function stepAt(program: EcuProgram, car: Car, setup: CarSetup, at: HeldAt): MeasuredAt | null {
  const held = heldCar(program, car, setup, at);
  if (held.phase !== PHASE.running) return null;
  const flowGPerS = read(held.frame, AT.engineAirFlow);
  const steps = Math.round(LOOKED_S / READ_EACH_S);
  const sums = new Float64Array(steps);
  const { readable, from: settled } = readableMixture(program, car, setup, held.snapshot());
  let from = settled;
  let beforeLn = meanLn(readable, car, setup, from);
  let count = 0;
  const stepped = richer(readable, STEP_SHARE);
  for (let repeat = 0; repeat < REPEATS; repeat += 1) {
    const up = repeat % 2 === 0;
    const now = new VirtualCar(up ? stepped : readable, car, setup, from);
    const seen = Array.from({ length: steps }, () => {
      now.advance(READ_EACH_S);
      return readLn(now);
    });
    const last = seen.slice(Math.round(AFTER_FROM_S / READ_EACH_S));
    const afterLn = last.reduce((sum, ln) => sum + ln, 0) / last.length;
    if (!(Math.abs(afterLn - beforeLn) > STEP_SHARE / 2)) return null;
    for (let i = 0; i < steps; i += 1) {
      const share = ((seen[i] as number) - beforeLn) / (afterLn - beforeLn);
      sums[i] = (sums[i] as number) + share;
    }
    count += 1;
    beforeLn = afterLn;
    from = now.snapshot();
  }
  // The first reading comes one interval behind the step.
  const shares = [0, ...Array.from(sums, (sum) => sum / count)];
  const measured = measuredStep({ stepS: READ_EACH_S, shares });
  return measured === null ? null : { ...measured, flowGPerS };
}

/** Fuel changed until the mixture stands where every sensor has room for a step: a rich one may lie beyond its end. */
function readableMixture(program: EcuProgram, car: Car, setup: CarSetup, start: CarState) {
  let [readable, from] = [program, start];
  for (let tries = 0; tries < TRIES; tries += 1) {
    const ln = meanLn(readable, car, setup, from);
    if (Math.abs(ln - Math.log(READABLE)) < READABLE_WITHIN) break;
    readable = richer(readable, Math.exp(ln) / READABLE - 1);
    const now = new VirtualCar(readable, car, setup, from);
    now.advance(LOOKED_S);
    from = now.snapshot();
  }
  return { readable, from };
}

/** What the sensors show before a step, over a moment. */
function meanLn(program: EcuProgram, car: Car, setup: CarSetup, from: CarState): number {
  const now = new VirtualCar(program, car, setup, from);
  const count = Math.round(BEFORE_S / READ_EACH_S);
  let sum = 0;
  for (let i = 0; i < count; i += 1) {
    now.advance(READ_EACH_S);
    sum += readLn(now);
  }
  return sum / count;
}

/** Logarithm of the mean of the sensors there are. */
function readLn({ frame }: VirtualCar): number {
  const both = [read(frame, AT.lambdaOne), read(frame, AT.lambdaTwo)].filter((lambda) => lambda > 0);
  return Math.log(both.reduce((sum, lambda) => sum + lambda, 0) / both.length);
}
