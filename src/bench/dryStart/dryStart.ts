import { xoroshiro128plus, type RandomGenerator } from 'pure-rand';
import { injectionAt, LEAST_ACROSS_KPA, railOf, throttleFlowGPerS, type EngineModel } from '@/core/fuel';
import { deadTimeAt, injectorFlowGPerS, netOfOpenMs, pressureAcrossKpa } from '@/core/injector';
import { lookUpCurve } from '@/core/map';
import type { ChannelSample } from '@/core/outputs';
import { ZERO_CELSIUS_K } from '@/core/units';
import {
  Decider,
  ECU_OFF,
  ecuPoint,
  KEY_BEFORE_STARTER_S,
  primeMg,
  steppedEcu,
  type EcuHardware,
  type EcuState,
  type Sensed,
  type SensorReadings,
  type SensorTruth,
} from '../ecu';
import {
  cylinderEvent,
  engineAtRest,
  IdlePath,
  primed,
  STEP_S,
  steppedEngine,
  thermalAt,
  type EngineInputs,
  type EngineState,
  type StandIn,
} from '../engine';
import { emptyTrace, type StartEvent, type StartPhase, type StartTrace } from './trace';
import { hardwareFinding, type HardwareFinding } from './hardwareFinding';
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
const SAMPLE_STEPS = 20;
/** How often the fuel pump's output is looked at, steps. */
const PUMP_STEPS = 20;
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
  private readonly idlePath: IdlePath;
  private readonly decider: Decider;
  private readonly random: RandomGenerator;
  private readonly trace = emptyTrace();
  private readonly events: StartEvent[] = [];
  private engine: EngineState;
  private ecu: EcuState = ECU_OFF;
  private inputs: EngineInputs;
  private nextEventTurns: number;
  private cylinderIndex = 0;
  private pressureShare = 0;
  private bestPressureShare = 0;
  private readonly sensedAtRest: Sensed;
  private firstRunS: number | null = null;
  private lastLambda: number | null = null;
  private lastOpeningMs: number | null = null;
  private lastLoad: number | null = null;
  private steps = 0;

  constructor(
    private readonly model: EngineModel,
    private readonly standIn: StandIn,
    private readonly setup: StartSetup,
    private readonly hardware: EcuHardware,
  ) {
    this.airC = airAroundC(setup.coolantC);
    this.idlePath = new IdlePath(standIn, hardware.idle, setup.coolantC, this.airC);
    this.decider = new Decider(model);
    this.random = xoroshiro128plus(setup.seed);
    this.engine = engineAtRest(standIn, setup.coolantC, setup.batteryV);
    this.inputs = this.inputsNow();
    const { sync } = hardware;
    this.nextEventTurns = sync.found ? Math.max(sync.turns, 2 / standIn.cylinders) : Infinity;
    this.sensedAtRest = hardware.sensors.read(this.truth());
    for (let s = 0; s < KEY_BEFORE_STARTER_S; s += PUMP_STEPS * STEP_S) {
      this.pressureShare = hardware.pump.step(this.channels(s), PUMP_STEPS * STEP_S);
    }
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
    const { trace, events, setup, airC, sensedAtRest } = this;
    const verdict = verdictOf(trace, events);
    const finding = hardwareFinding({
      hardware: this.hardware,
      verdict,
      pressureShare: this.bestPressureShare,
      truth: {
        coolantC: setup.coolantC,
        airC,
        manifoldKpa: this.standIn.barometricKpa,
        railGaugeKpa: null,
      },
      sensed: sensedAtRest,
    });
    return { setup, airC, trace, events, verdict, finding, sensedAtRest };
  }

  private step(): void {
    if (this.steps % THERMAL_STEPS === 0 || this.inputs.starterOn !== this.starterOn()) {
      this.inputs = this.inputsNow();
    }
    if (this.steps % SAMPLE_STEPS === 0) this.sample();
    if (this.steps % PUMP_STEPS === 0) {
      this.pressureShare = this.hardware.pump.step(
        this.channels(KEY_BEFORE_STARTER_S + this.timeS),
        PUMP_STEPS * STEP_S,
      );
    }
    if (this.engine.speedRpm > 1) {
      this.bestPressureShare = Math.max(this.bestPressureShare, this.pressureShare);
    }
    this.engine = steppedEngine(this.standIn, this.engine, this.inputs);
    if (this.engine.turns >= this.nextEventTurns) this.event();
    this.steps += 1;
  }

  private event(): void {
    const { hardware, engine } = this;
    const cylinder = hardware.order[this.cylinderIndex % hardware.order.length] as number;
    const readings = this.readings(cylinder);
    this.ecu = steppedEcu(this.model, this.ecu, readings);
    if (this.ecu.phase === 'running') this.firstRunS ??= readings.timeS;
    const point = ecuPoint(this.ecu, readings);
    const command = injectionAt(this.model, point, this.decider.decide(point, readings.timeS));
    this.cylinderIndex += 1;
    this.nextEventTurns += hardware.turnsBefore(this.cylinderIndex);
    const opens = Number.isFinite(command.openingMs) && hardware.hasFuel(cylinder);
    const result = cylinderEvent(this.standIn, engine, this.inputs, {
      openingMs: opens ? command.openingMs : 0,
      secondMg: opens ? command.fuelMg - command.firstMg : 0,
      lostShare: opens ? hardware.lostShare(readings.speedRpm, command.netMs) : 0,
      squirts: this.model.injector.squirts,
      pressureShare: this.pressureShare,
      sparks: hardware.hasSpark(cylinder, engine.batteryV, readings.speedRpm),
      sparkDeg: command.sparkDeg + (hardware.sync.found ? hardware.sync.sparkShiftDeg : 0),
      burnFactor: 1 + BURN_SPREAD * (this.random.unsafeNext() / 0x80000000),
    });
    this.engine = result.state;
    this.lastLambda = Number.isFinite(result.vapourLambda) ? result.vapourLambda : null;
    this.lastOpeningMs = command.openingMs;
    this.lastLoad = command.loadThrottlePercent;
    this.events.push({
      timeS: readings.timeS,
      turns: this.engine.turns,
      speedRpm: readings.speedRpm,
      phase: this.ecu.phase === 'running' ? 'running' : 'cranking',
      outcome: result.outcome,
      vapourLambda: result.vapourLambda,
      injectedMg: result.injectedMg,
      cut: command.cut,
      openingMs: command.openingMs,
      manifoldKpa: readings.manifoldKpa,
      coolantC: readings.coolantC,
      airC: readings.airC,
      batteryV: readings.batteryV,
    });
  }

  private readings(cylinder: number): SensorReadings {
    const { timeS, speedRpm, batteryV, turns } = this.engine;
    return {
      timeS,
      speedRpm: Math.max(30, speedRpm),
      batteryV,
      ...this.hardware.sensors.read(this.truth()),
      airFlowGPerS: this.model.strategy === 'airMass' ? this.airFlowGPerS() : 0,
      ethanolPercent: this.standIn.fuel.ethanolPercent,
      cylinder,
      turns,
    };
  }

  /** Air through the idle path, where a meter would sit; the calibration's curve for it is taken as right. */
  private airFlowGPerS(): number {
    const { barometricKpa } = this.standIn;
    const airK = this.airC + ZERO_CELSIUS_K;
    return throttleFlowGPerS(this.inputs.idleAreaMm2, barometricKpa, airK, this.engine.manifoldKpa);
  }

  /** One opening of every injector with the pump up, before the starter turns. */
  private prime(): void {
    const { model, standIn, hardware, sensedAtRest } = this;
    const wantedMg = primeMg(model, sensedAtRest.coolantC, sensedAtRest.airC);
    const { injector } = model;
    const railKpa = railOf(model, hardware.sensors.read(this.truth()));
    const across = Math.max(
      LEAST_ACROSS_KPA,
      pressureAcrossKpa(injector.regulator, railKpa, model.barometricKpa, model.barometricKpa),
    );
    const { batteryV } = this.engine;
    const openingMs =
      wantedMg / injectorFlowGPerS(injector, across) + deadTimeAt(injector.deadTime, batteryV, across);
    const real = standIn.injector;
    const realKpa =
      this.pressureShare *
      pressureAcrossKpa(real.regulator, real.railGaugeKpa, standIn.barometricKpa, standIn.barometricKpa);
    const flowingMs = netOfOpenMs(real.shortPulse, openingMs - deadTimeAt(real.deadTime, batteryV, realKpa));
    const fed =
      hardware.order.filter((cylinder) => hardware.hasFuel(cylinder)).length / hardware.order.length;
    const givenMg = wantedMg === 0 ? 0 : fed * flowingMs * injectorFlowGPerS(real, realKpa);
    this.engine = primed(standIn, this.engine, this.inputs.thermal, givenMg);
  }

  private truth(): SensorTruth {
    const { manifoldKpa, coolantC } = this.engine;
    return { manifoldKpa, coolantC, airC: this.airC, railGaugeKpa: this.railGaugeKpa() };
  }

  /** True fuel pressure against the air outside, kPa. */
  private railGaugeKpa(): number {
    const { injector, barometricKpa } = this.standIn;
    const { manifoldKpa } = this.engine;
    const full = pressureAcrossKpa(injector.regulator, injector.railGaugeKpa, barometricKpa, manifoldKpa);
    return this.pressureShare * (full + manifoldKpa - barometricKpa);
  }

  private channels(sinceKeyOnS: number): ChannelSample {
    const { speedRpm, manifoldKpa, coolantC, batteryV } = this.engine;
    return {
      timeS: sinceKeyOnS,
      sinceKeyOn: sinceKeyOnS,
      speed: speedRpm,
      manifoldPressure: manifoldKpa,
      coolant: coolantC,
      battery: batteryV,
      throttle: 0,
      vehicleSpeed: 0,
      oilPressure: Math.min(400, speedRpm * 0.25),
    };
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
      idleAreaMm2: this.idlePath.openingMm2(this.idleValvePercent()),
      thermal: thermalAt(this.engine.coolantC, this.engine.heatedByC),
    };
  }

  /** What the idle air curve says at the coolant temperature the engine computer reads. */
  private idleValvePercent(): number {
    const { idleAir } = this.model.maps;
    return idleAir === null ? 0 : lookUpCurve(idleAir, this.hardware.sensors.read(this.truth()).coolantC);
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
    return this.ecu.phase === 'running' ? 'running' : 'cranking';
  }
}
