import { type Frame, frameOf } from '../channel';

/** What a sweep needs to know of the engine. */
export interface SweepEngine {
  readonly idleRpm: number;
  readonly maxSpeedRpm: number;
  readonly barometricKpa: number;
  readonly maxManifoldKpa: number;
}

/** A stretch of the sweep with its name. */
export interface SweepPhase {
  readonly label: string;
  readonly fromS: number;
  readonly toS: number;
}

/** A made-up run: channels over time, and the stretches it is made of. */
export interface Sweep {
  readonly frames: readonly Frame[];
  readonly phases: readonly SweepPhase[];
}

const STEP_S = 0.05;
const PHASES = [
  { label: 'Key on', lengthS: 5 },
  { label: 'Start and idle', lengthS: 8 },
  { label: 'Pull', lengthS: 9 },
  { label: 'Gear changes', lengthS: 9 },
  { label: 'Idle, heat', lengthS: 12 },
  { label: 'Cool-down', lengthS: 12 },
] as const;
const GEAR_STEP = 0.74;
const GEAR_S = 2.25;

/**
 * A run that shows what an output does: key on, start, idle, a pull to maximum speed, gear changes at full load, hot
 * idle, cool-down. Readings ripple a little, as real ones do, so that an output without hysteresis is seen to chatter.
 * Deterministic.
 */
export function outputSweep(engine: SweepEngine): Sweep {
  let at = 0;
  const phases = PHASES.map(({ label, lengthS }) => {
    const phase = { label, fromS: at, toS: at + lengthS };
    at += lengthS;
    return phase;
  });
  const count = Math.round(at / STEP_S);
  const frames = Array.from({ length: count + 1 }, (_, i) => sampleAt(engine, phases, i * STEP_S));
  return { frames, phases };
}

function sampleAt(engine: SweepEngine, phases: readonly SweepPhase[], timeS: number): Frame {
  const index = Math.max(
    0,
    phases.findIndex(({ toS }) => timeS < toS),
  );
  const last = timeS >= (phases[phases.length - 1]?.toS ?? 0);
  const phaseIndex = last ? phases.length - 1 : index;
  const phase = phases[phaseIndex] as SweepPhase;
  const into = (timeS - phase.fromS) / (phase.toS - phase.fromS);
  const { speed, load, coolant, vehicle } = stateIn(engine, phaseIndex, into, timeS - phase.fromS);
  const ripple = Math.sin(timeS * 9.1) + 0.6 * Math.sin(timeS * 23.7);
  const idlePressure = engine.barometricKpa * 0.42;
  const manifold =
    speed === 0 ? engine.barometricKpa : idlePressure + (engine.maxManifoldKpa - idlePressure) * load;
  return frameOf({
    time: timeS,
    speed: Math.max(0, speed === 0 ? 0 : speed + ripple * 25),
    manifoldPressure: manifold + (speed === 0 ? 0 : ripple * 1.6),
    throttle: Math.min(98, Math.max(0, 4 + 94 * load)),
    coolant: coolant + ripple * 0.35,
    battery: speed > 600 ? 14.0 + 0.05 * ripple : 12.3,
    oilPressure:
      speed === 0 ? 0 : Math.min(520, 90 + speed * 0.11 - Math.max(0, coolant - 90) * 3) + ripple * 6,
    lambdaOne: 1 - 0.14 * load,
    lambdaTwo: 1 - 0.14 * load,
    oilTemperature: coolant + 8,
    knockNoise: Math.min(5, 0.12 + 0.1 * Math.pow(speed / 1000, 1.5) * (1 + 0.05 * ripple)),
    vehicleSpeed: vehicle,
    sinceKeyOn: timeS,
  });
}

interface RunState {
  readonly speed: number;
  /** 0 idle … 1 full load. */
  readonly load: number;
  readonly coolant: number;
  readonly vehicle: number;
}

function stateIn(engine: SweepEngine, phase: number, into: number, secondsIn: number): RunState {
  const { idleRpm, maxSpeedRpm } = engine;
  const low = Math.max(idleRpm * 1.6, maxSpeedRpm * 0.35);
  switch (phase) {
    case 0:
      return { speed: 0, load: 0, coolant: 60, vehicle: 0 };
    case 1:
      return { speed: secondsIn < 0.8 ? 240 : idleRpm, load: 0, coolant: 60 + 8 * into, vehicle: 0 };
    case 2:
      return {
        speed: low + (maxSpeedRpm - low) * into,
        load: Math.min(1, secondsIn / 0.6),
        coolant: 68 + 14 * into,
        vehicle: 40 + 70 * into,
      };
    case 3: {
      const inGear = (secondsIn % GEAR_S) / GEAR_S;
      const shifting = inGear > 0.9;
      const from = maxSpeedRpm * GEAR_STEP;
      return {
        speed: shifting
          ? maxSpeedRpm - ((maxSpeedRpm - from) * (inGear - 0.9)) / 0.1
          : from + ((maxSpeedRpm - from) * inGear) / 0.9,
        load: shifting ? 0.15 : 1,
        coolant: 82 + 12 * into,
        vehicle: 110 + 60 * into,
      };
    }
    case 4:
      return { speed: idleRpm, load: 0, coolant: 94 + 14 * Math.sin((into * Math.PI) / 2), vehicle: 0 };
    default:
      return { speed: idleRpm, load: 0, coolant: 108 - 26 * into, vehicle: 0 };
  }
}
