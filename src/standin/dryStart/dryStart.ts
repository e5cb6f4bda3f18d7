import { AT, PHASE, read } from '@/core/channel';
import { lookUpCurve } from '@/core/numeric';
import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';
import { isSparkWeakAt } from '../harness';
import { manifoldKpa, railGaugeKpa, soakedAirC, type Surroundings } from '../plant';
import { type CarEvent, type Drive, driveTo, type Timing, VirtualCar } from '../virtualCar';
import { syncFinding } from './syncFinding';
import { hardwareFinding, type HardwareFinding, type Sensed, WEAK_AT_RPM } from './hardwareFinding';
import { starting, type StartingMemory, KEY_BEFORE_STARTER_S } from './starting';
import { emptyTrace, type StartPhase, type StartTrace } from './trace';
import { type StartVerdict, verdictOf } from './verdict';

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
  readonly events: readonly CarEvent[];
  readonly verdict: StartVerdict;
  /** What wiring, trigger, sensors or coils had to do with it; null when they were right. */
  readonly finding: HardwareFinding | null;
  /** What the sensors were taken for before the starter turned. */
  readonly sensedAtRest: Sensed;
  /** Net opening of the last pulse, ms; null where none was given. */
  readonly netMs: number | null;
}

/** Length of a dry start, from shortly before the starter turns, s of simulated time. */
export const START_LENGTH_S = 20;
/** The trace begins this long after the key is turned, s. */
const TRACE_FROM_S = KEY_BEFORE_STARTER_S - 0.3;
const SAMPLE_S = 0.02;
/** A hot engine stands in air of about this temperature, a cold one in air as cold as itself, °C. */
const WARM_DAY_C = 20;

/** The place an engine soaked at this coolant temperature stands in. */
function surroundingsOf({ barometricKpa }: Car, coolantC: number): Surroundings {
  return { barometricKpa, airC: Math.min(coolantC, WARM_DAY_C) };
}

/**
 * A start of a car’s engine by the virtual ECU with one program: a driver’s script over the car. Deterministic: the same
 * program, car and setup give the same trace. Advanced in slices, so that a caller can report progress and stop between them.
 */
export class DryStart {
  private readonly surroundings: Surroundings;
  private readonly trace = emptyTrace();
  private readonly events: CarEvent[] = [];
  private readonly drive: Drive<StartingMemory>;
  private readonly vehicle: VirtualCar;
  private readonly sensedAtRest: Sensed;
  private bestRailShare = 0;
  private lastTiming: Timing | null = null;
  private last: CarEvent | null = null;
  private samples = 0;

  constructor(
    private readonly program: EcuProgram,
    private readonly car: Car,
    private readonly setup: StartSetup,
    stepS?: number,
  ) {
    this.surroundings = surroundingsOf(car, setup.coolantC);
    this.vehicle = new VirtualCar(program, car, {
      ...setup,
      surroundings: this.surroundings,
      eventsFromS: TRACE_FROM_S,
      ...(stepS === undefined ? {} : { stepS }),
    });
    this.vehicle.onEvent = (event) => {
      this.last = event;
      this.events.push(event);
    };
    this.drive = { car: this.vehicle, driver: starting, memory: starting.atStart() };
    this.sensedAtRest = this.sensed();
    driveTo(this.drive, TRACE_FROM_S);
  }

  /** Simulated time so far, s. */
  get timeS(): number {
    return this.vehicle.timeS - TRACE_FROM_S;
  }

  /** Simulates up to a time, at most {@link START_LENGTH_S}. */
  advance(untilS: number): void {
    const end = Math.min(untilS, START_LENGTH_S);
    while (this.samples * SAMPLE_S < end - 1e-9) {
      this.sample();
      this.samples += 1;
      driveTo(this.drive, TRACE_FROM_S + this.samples * SAMPLE_S);
    }
  }

  /** The whole start with its verdict; simulates what is left of it. */
  result(): StartResult {
    this.advance(START_LENGTH_S);
    const { trace, events, setup, sensedAtRest, program, car, vehicle } = this;
    const { airC } = this.surroundings;
    const { idleSpeed } = program.tables;
    const endC = events[events.length - 1]?.coolantC ?? setup.coolantC;
    const verdict = verdictOf(trace, events, {
      idleRpm: idleSpeed === undefined ? null : lookUpCurve(idleSpeed, endC),
      resets: vehicle.power.resets + (vehicle.power.on ? 0 : 1),
    });
    const finding = hardwareFinding({
      harness: vehicle.wiring,
      position: (ran) => syncFinding(vehicle.decoder, vehicle.crank, vehicle.plant.turns, ran),
      timing: this.lastTiming,
      verdict,
      sparksWeakly: isSparkWeakAt(program, car, vehicle.wiring, verdict.crankingV, WEAK_AT_RPM),
      pressureShare: this.bestRailShare,
      truth: {
        coolantC: setup.coolantC,
        airC: soakedAirC(this.surroundings, setup.coolantC),
        manifoldKpa: car.barometricKpa,
      },
      sensed: sensedAtRest,
      rail: this.rail(),
    });
    return { setup, airC, trace, events, verdict, finding, sensedAtRest, netMs: this.last?.netMs ?? null };
  }

  /** Fuel pressure now, and what the injectors’ flow is computed from. */
  private rail() {
    const { car, program, vehicle, surroundings } = this;
    const { regulator, railGaugeKpa: typedKpa } = program.injector;
    if (regulator === 'measured' || vehicle.plant.railShare < 0.9) return null;
    const over =
      regulator === 'manifold' ? manifoldKpa(car.engine, vehicle.plant) - program.barometricKpa : 0;
    return { isKpa: railGaugeKpa(car.engine, vehicle.plant, surroundings), takenKpa: typedKpa + over };
  }

  /** What the sensors are taken for now. */
  private sensed(): Sensed {
    const frame = this.vehicle.sensed();
    const senses = this.program.inputs.some(({ id }) => id === 'fuelPressure');
    return {
      coolantC: read(frame, AT.coolant),
      airC: read(frame, AT.air),
      manifoldKpa: read(frame, AT.manifoldPressure),
      railGaugeKpa: senses ? read(frame, AT.fuelPressure) : null,
    };
  }

  private sample(): void {
    const { trace, vehicle, last } = this;
    const { plant } = vehicle;
    const turning = plant.speedRpm > 1;
    this.lastTiming = vehicle.timing ?? this.lastTiming;
    if (turning) this.bestRailShare = Math.max(this.bestRailShare, plant.railShare);
    trace.timeS.push(this.timeS);
    trace.speedRpm.push(plant.speedRpm);
    trace.vapourLambda.push(
      turning && last !== null && Number.isFinite(last.vapourLambda) ? last.vapourLambda : null,
    );
    trace.openingMs.push(turning && last !== null ? last.openingMs : null);
    trace.batteryV.push(plant.batteryV);
    trace.manifoldKpa.push(manifoldKpa(this.car.engine, plant));
    trace.coolantC.push(plant.coolantC);
    trace.loadThrottlePercent.push(turning && last !== null ? last.loadThrottlePercent : null);
    const phase = this.phaseNow(turning);
    trace.filmMg.push(sumOf(plant.filmMg) / this.car.engine.cylinders);
    trace.afterStart.push(phase === 'running' ? read(vehicle.frame, AT.afterStart) : null);
    trace.plugWetness.push(mostOf(plant.plugWetness));
    trace.phase.push(phase);
  }

  private phaseNow(turning: boolean): StartPhase {
    if (!turning) return this.vehicle.plant.turns > 0.5 ? 'stopped' : 'rest';
    return this.vehicle.phase === PHASE.running ? 'running' : 'cranking';
  }
}

function sumOf(values: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < values.length; i += 1) sum += values[i] as number;
  return sum;
}

function mostOf(values: Float64Array): number {
  let most = 0;
  for (let i = 0; i < values.length; i += 1) most = Math.max(most, values[i] as number);
  return most;
}
