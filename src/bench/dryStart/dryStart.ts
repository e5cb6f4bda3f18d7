import { xoroshiro128plus, type RandomGenerator } from 'pure-rand';
import type { EngineModel } from '@/core/fuel';
import { ECU_OFF, ecuInjection, steppedEcu, type EcuState, type SensorReadings } from '../ecu';
import {
  cylinderEvent,
  engineAtRest,
  idleAirAreaMm2,
  STEP_S,
  steppedEngine,
  thermalAt,
  type EngineInputs,
  type EngineState,
  type StandIn,
} from '../engine';
import { emptyTrace, type StartEvent, type StartPhase, type StartTrace } from './trace';
import { verdictOf, type StartVerdict } from './verdict';

/** What the builder chooses for a dry start. */
export interface StartSetup {
  readonly coolantC: number;
  /** Battery voltage at rest, before the starter draws on it. */
  readonly batteryV: number;
  readonly seed: number;
}

/** A finished dry start. */
export interface StartResult {
  readonly setup: StartSetup;
  readonly airC: number;
  readonly trace: StartTrace;
  readonly events: readonly StartEvent[];
  readonly verdict: StartVerdict;
}

/** Length of a dry start, s of simulated time. */
export const START_LENGTH_S = 20;

const STARTER_ON_S = 0.3;
/** A driver lets go of the starter after this long without a catch, s. */
const STARTER_GIVES_UP_S = 10;
/** A driver who hears it run lets go of the starter after this long, and does not try again, s. */
const STARTER_RELEASE_S = 0.35;
/** Turns before the ECU knows where the crank is and injects. */
const SYNC_TURNS = 1;
const SAMPLE_STEPS = 20;
/** How often metal temperatures are looked up again, steps. */
const THERMAL_STEPS = 50;
/** Spread of the burn from cycle to cycle, ± share. */
const BURN_SPREAD = 0.05;
/** A hot engine stands in air of about this temperature, a cold one in air as cold as itself, °C. */
const WARM_DAY_C = 20;

/** Air temperature around an engine soaked at this coolant temperature, °C. */
export function airAroundC(coolantC: number): number {
  return Math.min(coolantC, WARM_DAY_C);
}

/**
 * A start of the stand-in engine by the virtual ECU with one calibration. Deterministic: the same model, stand-in and
 * setup give the same trace. Advanced in slices, so that a caller can report progress and stop between them.
 */
export class DryStart {
  private readonly airC: number;
  private readonly idleAreaMm2: number;
  private readonly random: RandomGenerator;
  private readonly trace = emptyTrace();
  private readonly events: StartEvent[] = [];
  private engine: EngineState;
  private ecu: EcuState = ECU_OFF;
  private inputs: EngineInputs;
  private nextEventTurns = SYNC_TURNS;
  private firstRunS: number | null = null;
  private lastLambda: number | null = null;
  private lastOpeningMs: number | null = null;
  private steps = 0;

  constructor(
    private readonly model: EngineModel,
    private readonly standIn: StandIn,
    private readonly setup: StartSetup,
  ) {
    this.airC = airAroundC(setup.coolantC);
    this.idleAreaMm2 = idleAirAreaMm2(standIn, setup.coolantC, this.airC);
    this.random = xoroshiro128plus(setup.seed);
    this.engine = engineAtRest(standIn, setup.coolantC, setup.batteryV);
    this.inputs = this.inputsNow();
  }

  /** Simulated time so far, s. */
  get timeS(): number {
    return this.steps * STEP_S;
  }

  /** Simulates up to a time, at most {@link START_LENGTH_S}. */
  advance(untilS: number): void {
    const last = Math.round(Math.min(untilS, START_LENGTH_S) / STEP_S);
    while (this.steps < last) this.step();
  }

  /** The whole start with its verdict; simulates what is left of it. */
  result(): StartResult {
    this.advance(START_LENGTH_S);
    const { trace, events, setup, airC } = this;
    return { setup, airC, trace, events, verdict: verdictOf(trace, events) };
  }

  private step(): void {
    if (this.steps % THERMAL_STEPS === 0 || this.inputs.starterOn !== this.starterOn()) {
      this.inputs = this.inputsNow();
    }
    if (this.steps % SAMPLE_STEPS === 0) this.sample();
    this.engine = steppedEngine(this.standIn, this.engine, this.inputs);
    if (this.engine.turns >= this.nextEventTurns) this.event();
    this.steps += 1;
  }

  private event(): void {
    this.nextEventTurns += 2 / this.standIn.cylinders;
    const readings = this.readings();
    this.ecu = steppedEcu(this.model, this.ecu, readings);
    if (this.ecu.phase === 'running') this.firstRunS ??= readings.timeS;
    const command = ecuInjection(this.model, this.ecu, readings);
    const result = cylinderEvent(this.standIn, this.engine, this.inputs, {
      openingMs: Number.isFinite(command.openingMs) ? command.openingMs : 0,
      sparkDeg: command.sparkDeg,
      burnFactor: 1 + BURN_SPREAD * (this.random.unsafeNext() / 0x80000000),
    });
    this.engine = result.state;
    this.lastLambda = Number.isFinite(result.vapourLambda) ? result.vapourLambda : null;
    this.lastOpeningMs = command.openingMs;
    this.events.push({
      timeS: readings.timeS,
      turns: this.engine.turns,
      speedRpm: readings.speedRpm,
      phase: this.ecu.phase === 'running' ? 'running' : 'cranking',
      outcome: result.outcome,
      vapourLambda: result.vapourLambda,
      injectedMg: result.injectedMg,
      openingMs: command.openingMs,
      manifoldKpa: readings.manifoldKpa,
      batteryV: readings.batteryV,
    });
  }

  private readings(): SensorReadings {
    const { timeS, speedRpm, manifoldKpa, coolantC, batteryV } = this.engine;
    return { timeS, speedRpm: Math.max(30, speedRpm), manifoldKpa, coolantC, airC: this.airC, batteryV };
  }

  private starterOn(): boolean {
    const time = this.timeS;
    const released = this.firstRunS !== null && time > this.firstRunS + STARTER_RELEASE_S;
    return time >= STARTER_ON_S && time < STARTER_ON_S + STARTER_GIVES_UP_S && !released;
  }

  private inputsNow(): EngineInputs {
    return {
      starterOn: this.starterOn(),
      batteryRestV: this.setup.batteryV,
      airC: this.airC,
      idleAreaMm2: this.idleAreaMm2,
      thermal: thermalAt(this.engine.coolantC, this.engine.heatedByC),
    };
  }

  private sample(): void {
    const { trace, engine } = this;
    const turning = engine.speedRpm > 1;
    trace.timeS.push(engine.timeS);
    trace.speedRpm.push(engine.speedRpm);
    trace.vapourLambda.push(turning ? this.lastLambda : null);
    trace.openingMs.push(turning ? this.lastOpeningMs : null);
    trace.batteryV.push(engine.batteryV);
    trace.manifoldKpa.push(engine.manifoldKpa);
    trace.phase.push(this.phaseNow(turning));
  }

  private phaseNow(turning: boolean): StartPhase {
    if (!turning) return this.engine.turns > 0.5 ? 'stopped' : 'rest';
    return this.ecu.phase === 'running' ? 'running' : 'cranking';
  }
}
