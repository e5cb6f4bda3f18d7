import { throttleFlowGPerS } from '@/core/air';
import { AT, type Frame, frameOf, PHASE, read, write } from '@/core/channel';
import {
  ecuAtKeyOn,
  ecuOut,
  type EcuOut,
  type EcuState,
  eventStep,
  outputStep,
  primeAt,
  readInputs,
} from '@/core/ecu';
import { deadTimeAt, injectorFlowGPerS, netOfOpenMs, pressureAcrossKpa } from '@/core/injector';
import { lookUpCurve } from '@/core/numeric';
import type { EcuProgram } from '@/core/program';
import { ZERO_CELSIUS_K } from '@/core/units';
import type { Car } from '../car';
import {
  type Harness,
  harnessOf,
  hasFuel,
  hasSpark,
  isSparkWeakAt,
  type LastSignal,
  lostShare,
  steppedPressureShare,
  type Truth,
  writeVolts,
} from '../harness';
import {
  cylinderEvent,
  engineAtRest,
  type EngineInputs,
  type EngineState,
  idleOpeningMm2,
  idlePath,
  type IdlePath,
  prime,
  STEP_S,
  stepEngine,
  thermalAt,
} from '../plant';
import { hardwareFinding, type HardwareFinding, type Sensed, WEAK_AT_RPM } from './hardwareFinding';
import { emptyTrace, type StartEvent, type StartPhase, type StartTrace } from './trace';
import { type StartVerdict, verdictOf } from './verdict';
import { type RandomGenerator, xoroshiro128plus } from 'pure-rand';

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
  /** What wiring, trigger, sensors or coils had to do with it; null when they were right. */
  readonly finding: HardwareFinding | null;
  /** What the sensors were taken for before the starter turned. */
  readonly sensedAtRest: Sensed;
}

/** Length of a dry start, s of simulated time. */
export const START_LENGTH_S = 20;

const STARTER_ON_S = 0.3;
/** A driver lets go of the starter after this long without a catch, s. */
const STARTER_GIVES_UP_S = 10;
/** A driver who hears it run lets go of the starter after this long, and does not try again, s. */
const STARTER_RELEASE_S = 0.35;
/** Time between key on and the starter, s. */
const KEY_BEFORE_STARTER_S = 3;
const SAMPLE_STEPS = 20;
/** How often the outputs are stepped, steps. */
const OUTPUT_STEPS = 20;
/** The slowest the engine computer counts, rev/min. */
const LEAST_COUNTED_RPM = 30;
/** How often metal temperatures are looked up again, steps. */
const THERMAL_STEPS = 50;
/** Spread of the burn from cycle to cycle, ± share. */
const BURN_SPREAD = 0.05;
/** Oil pressure by speed, kPa gauge. */
const OIL = { mostKpa: 400, kpaPerRpm: 0.25 } as const;
/** A hot engine stands in air of about this temperature, a cold one in air as cold as itself, °C. */
const WARM_DAY_C = 20;

/** Air temperature around an engine soaked at this coolant temperature, °C. */
function airAroundC(coolantC: number): number {
  return Math.min(coolantC, WARM_DAY_C);
}

/**
 * A start of a car’s engine by the virtual ECU with one program. Deterministic: the same program, car and setup give the
 * same trace. Advanced in slices, so that a caller can report progress and stop between them.
 */
export class DryStart {
  private readonly airC: number;
  private readonly idlePath: IdlePath;
  private readonly harness: Harness;
  private readonly random: RandomGenerator;
  private readonly trace = emptyTrace();
  private readonly events: StartEvent[] = [];
  private readonly engine: EngineState;
  private readonly ecu: EcuState;
  private readonly out: EcuOut;
  private readonly frame: Frame = frameOf();
  private readonly volts: Float64Array;
  private readonly lastSignals: readonly LastSignal[];
  private readonly senses: boolean;
  private inputs: EngineInputs;
  private nextEventTurns: number;
  private cylinderIndex = 0;
  private pressureShare: number;
  private bestPressureShare = 0;
  private readonly sensedAtRest: Sensed;
  private firstRunS: number | null = null;
  private lastLambda: number | null = null;
  private lastOpeningMs: number | null = null;
  private lastLoad: number | null = null;
  private steps = 0;

  constructor(
    private readonly program: EcuProgram,
    private readonly car: Car,
    private readonly setup: StartSetup,
  ) {
    const { engine } = car;
    this.airC = airAroundC(setup.coolantC);
    this.harness = harnessOf(program, car);
    const device = { kind: program.idleAir, valveGPerS: car.idleValveGPerS ?? 0 };
    this.idlePath = idlePath(engine, device, setup.coolantC, this.airC);
    this.random = xoroshiro128plus(setup.seed);
    this.engine = engineAtRest(engine, setup.coolantC, setup.batteryV);
    this.ecu = ecuAtKeyOn(program);
    this.out = ecuOut(program);
    this.volts = new Float64Array(program.inputs.length);
    this.lastSignals = program.inputs.map(() => ({ seen: NaN, volts: NaN }));
    this.senses = program.inputs.some(({ id }) => id === 'fuelPressure');
    this.pressureShare = this.harness.pump.output === null ? 1 : 0;
    this.inputs = this.inputsNow();
    const { sync } = this.harness;
    this.nextEventTurns = sync.found ? Math.max(sync.turns, 2 / engine.cylinders) : Infinity;
    this.sensedAtRest = this.sensed();
    for (let s = 0; s < KEY_BEFORE_STARTER_S; s += OUTPUT_STEPS * STEP_S) this.stepOutputs(s);
    this.prime();
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
    const { trace, events, setup, airC, sensedAtRest, harness, program, car } = this;
    const verdict = verdictOf(trace, events);
    const finding = hardwareFinding({
      harness,
      verdict,
      sparksWeakly: isSparkWeakAt(program, car, harness, verdict.crankingV, WEAK_AT_RPM),
      pressureShare: this.bestPressureShare,
      truth: { coolantC: setup.coolantC, airC, manifoldKpa: car.engine.barometricKpa },
      sensed: sensedAtRest,
    });
    return { setup, airC, trace, events, verdict, finding, sensedAtRest };
  }

  private step(): void {
    if (this.steps % THERMAL_STEPS === 0 || this.inputs.starterOn !== this.starterOn()) {
      this.inputs = this.inputsNow();
    }
    if (this.steps % SAMPLE_STEPS === 0) this.sample();
    if (this.steps % OUTPUT_STEPS === 0) this.stepOutputs(KEY_BEFORE_STARTER_S + this.timeS);
    if (this.engine.speedRpm > 1) {
      this.bestPressureShare = Math.max(this.bestPressureShare, this.pressureShare);
    }
    stepEngine(this.car.engine, this.engine, this.inputs);
    if (this.engine.turns >= this.nextEventTurns) this.event();
    this.steps += 1;
  }

  private event(): void {
    const { harness, engine, program, car, frame, inputs } = this;
    const cylinder = harness.order[this.cylinderIndex % harness.order.length] as number;
    this.expose(Math.max(LEAST_COUNTED_RPM, engine.speedRpm), KEY_BEFORE_STARTER_S + engine.timeS);
    write(frame, AT.cylinder, cylinder);
    if (program.load.strategy === 'airMass') write(frame, AT.airFlow, this.airFlowGPerS());
    const { timeS, batteryV } = engine;
    const command = eventStep(program, this.ecu, this.volts, frame, this.out);
    const running = this.ecu.phase === PHASE.running;
    if (running) this.firstRunS ??= timeS;
    this.cylinderIndex += 1;
    this.nextEventTurns += harness.intervalTurns[this.cylinderIndex % harness.intervalTurns.length] as number;
    const speedRpm = read(frame, AT.speed);
    const opens = Number.isFinite(command.openingMs) && hasFuel(harness, cylinder);
    const result = cylinderEvent(car.engine, engine, inputs, {
      openingMs: opens ? command.openingMs : 0,
      secondMg: opens ? command.fuelMg - command.firstMg : 0,
      lostShare: opens ? lostShare(program, speedRpm, command.netMs) : 0,
      squirts: program.injector.squirts,
      pressureShare: this.pressureShare,
      sparks: hasSpark(program, car, harness, cylinder, batteryV, speedRpm),
      sparkDeg: command.sparkDeg + (harness.sync.found ? harness.sync.sparkShiftDeg : 0),
      burnFactor: 1 + BURN_SPREAD * (this.random.unsafeNext() / 0x80000000),
    });
    this.lastLambda = Number.isFinite(result.vapourLambda) ? result.vapourLambda : null;
    this.lastOpeningMs = command.openingMs;
    this.lastLoad = command.loadThrottlePercent;
    this.events.push({
      timeS,
      turns: engine.turns,
      speedRpm,
      phase: running ? 'running' : 'cranking',
      outcome: result.outcome,
      vapourLambda: result.vapourLambda,
      injectedMg: result.injectedMg,
      cut: command.cut,
      openingMs: command.openingMs,
      manifoldKpa: read(frame, AT.manifoldPressure),
      coolantC: read(frame, AT.coolant),
      airC: read(frame, AT.air),
      batteryV,
    });
  }

  /** What the engine computer counts and what its sensors are exposed to, at this moment. */
  private expose(speedRpm: number, sinceKeyOnS: number): void {
    const { frame, engine, car } = this;
    const truth = this.truth();
    write(frame, AT.time, sinceKeyOnS);
    write(frame, AT.sinceKeyOn, sinceKeyOnS);
    write(frame, AT.speed, speedRpm);
    write(frame, AT.turns, engine.turns);
    write(frame, AT.battery, engine.batteryV);
    write(frame, AT.coolant, truth.coolantC);
    write(frame, AT.air, truth.airC);
    write(frame, AT.manifoldPressure, truth.manifoldKpa);
    write(frame, AT.fuelPressure, this.senses ? truth.railGaugeKpa : NaN);
    write(frame, AT.oilPressure, Math.min(OIL.mostKpa, engine.speedRpm * OIL.kpaPerRpm));
    write(frame, AT.ethanol, car.engine.fuel.ethanolPercent);
    writeVolts(this.harness.signals, truth, this.lastSignals, this.volts);
  }

  /** What the sensors are taken for now. */
  private sensed(): Sensed {
    const { frame, engine } = this;
    this.expose(engine.speedRpm, 0);
    readInputs(this.program, this.ecu, this.volts, frame);
    return {
      coolantC: read(frame, AT.coolant),
      airC: read(frame, AT.air),
      manifoldKpa: read(frame, AT.manifoldPressure),
      railGaugeKpa: this.senses ? read(frame, AT.fuelPressure) : null,
    };
  }

  /** The outputs’ step, and what the fuel pump makes of it. */
  private stepOutputs(sinceKeyOnS: number): void {
    const { harness, out, engine, program } = this;
    this.expose(engine.speedRpm, sinceKeyOnS);
    outputStep(program, this.ecu, this.volts, this.frame, out);
    const { output, connected } = harness.pump;
    if (output === null) return;
    const on = connected && out.outputs[output]?.on === true;
    this.pressureShare = steppedPressureShare(this.pressureShare, on, OUTPUT_STEPS * STEP_S);
  }

  /** Air through the idle path, where a meter would sit; the calibration's curve for it is taken as right. */
  private airFlowGPerS(): number {
    const { barometricKpa } = this.car.engine;
    const airK = this.airC + ZERO_CELSIUS_K;
    return throttleFlowGPerS(this.inputs.idleAreaMm2, barometricKpa, airK, this.engine.manifoldKpa);
  }

  /** One opening of every injector with the pump up, before the starter turns. */
  private prime(): void {
    const { program, car, harness, engine } = this;
    this.sensed();
    const { fuelMg, openingMs } = primeAt(program, this.frame);
    const { injector, barometricKpa } = car.engine;
    const acrossKpa =
      this.pressureShare *
      pressureAcrossKpa(injector.regulator, injector.railGaugeKpa, barometricKpa, barometricKpa);
    const deadMs = deadTimeAt(injector.deadTime, engine.batteryV, acrossKpa);
    const flowingMs = netOfOpenMs(injector.shortPulse, openingMs - deadMs);
    const fed = harness.order.filter((cylinder) => hasFuel(harness, cylinder)).length / harness.order.length;
    const givenMg = fuelMg === 0 ? 0 : fed * flowingMs * injectorFlowGPerS(injector, acrossKpa);
    prime(car.engine, engine, this.inputs.thermal, givenMg);
  }

  private truth(): Truth {
    const { manifoldKpa, coolantC } = this.engine;
    return { manifoldKpa, coolantC, airC: this.airC, railGaugeKpa: this.railGaugeKpa() };
  }

  /** True fuel pressure against the air outside, kPa. */
  private railGaugeKpa(): number {
    const { injector, barometricKpa } = this.car.engine;
    const { manifoldKpa } = this.engine;
    const full = pressureAcrossKpa(injector.regulator, injector.railGaugeKpa, barometricKpa, manifoldKpa);
    return this.pressureShare * (full + manifoldKpa - barometricKpa);
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
      idleAreaMm2: idleOpeningMm2(this.idlePath, this.idleValvePercent()),
      thermal: thermalAt(this.engine.coolantC, this.engine.heatedByC),
    };
  }

  /** What the idle air curve says at the coolant temperature the engine computer reads. */
  private idleValvePercent(): number {
    const { idleAir } = this.program.tables;
    return idleAir === undefined ? 0 : lookUpCurve(idleAir, this.sensed().coolantC);
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
    trace.coolantC.push(engine.coolantC);
    trace.loadThrottlePercent.push(turning ? this.lastLoad : null);
    trace.phase.push(this.phaseNow(turning));
  }

  private phaseNow(turning: boolean): StartPhase {
    if (!turning) return this.engine.turns > 0.5 ? 'stopped' : 'rest';
    return this.ecu.phase === PHASE.running ? 'running' : 'cranking';
  }
}
