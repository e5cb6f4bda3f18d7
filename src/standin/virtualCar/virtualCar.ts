import { airMassMg } from '@/core/air';
import { AT, type Frame, frameOf, PHASE, read, write } from '@/core/channel';
import {
  copiedEcu,
  ecuAtKeyOn,
  ecuOut,
  type EcuOut,
  type EcuState,
  eventStep,
  outputStep,
  primeAt,
  readInputs,
  sparkStep,
} from '@/core/ecu';
import { lookUpCurve } from '@/core/numeric';
import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';
import {
  type Harness,
  harnessOf,
  hasFuel,
  hasSpark,
  type LastSignal,
  lostShare,
  type Truth,
  writeVolts,
} from '../harness';
import {
  chargedAirC,
  copiedPlant,
  type CrankLoad,
  drawingDeg,
  fire,
  firedAtRest,
  inject,
  intervalsDeg,
  lambdaRead,
  manifoldKpa,
  type Metal,
  oilPressureKpa,
  plantAtRest,
  type PlantState,
  plateShare,
  railGaugeKpa,
  starterTorqueNm,
  stepAir,
  stepChargeTemperature,
  stepCharger,
  stepCrank,
  stepElectrics,
  stepFilling,
  stepHeat,
  stepLambda,
  stepSupply,
  type Surroundings,
} from '../plant';
import { type Controls, controlsAtRest } from './controls';
import type { CarEvent } from './event';
import { type RandomGenerator, xoroshiro128plus } from 'pure-rand';

/** Length of a step, s. */
export const STEP_S = 0.001;
/** How often what moves slowly is stepped, and outputs, and temperatures, s. */
const SLOW_S = 0.01;
const OUTPUTS_S = 0.02;
const HEAT_S = 0.05;
/** Share of a cycle between the computing of a pulse and the firing of that charge. */
const INJECTION_LEAD_CYCLES = 0.75;
/** Below this voltage the engine computer goes out, and above the other it comes back and knows nothing. */
const POWER_V = { outBelow: 6, backAbove: 6.6 } as const;
/** After this long with power and a standing engine, the prime pulse is given, s. */
const PRIME_AFTER_S = 1;
/** The slowest the engine computer counts, rev/min. */
const LEAST_COUNTED_RPM = 30;
/** Spread of the burn from cycle to cycle, ± share. */
const BURN_SPREAD = 0.05;
/** What pump and fan draw, A. */
const DRAWS_A = { pump: 7, fan: 18 } as const;

/** All of a car at one moment: plain data that can be copied, cloned to another thread and taken up again. */
export interface CarState {
  steps: number;
  plant: PlantState;
  ecu: EcuState;
  controls: Controls;
  /** The engine computer has power, and since when, s. */
  powered: boolean;
  poweredAtS: number;
  /** Turns of the crank at which it knows its position; null while it has no power or never finds it. */
  syncedAtTurns: number | null;
  primed: boolean;
  pumpOn: boolean;
  fanOn: boolean;
  idleValvePercent: number;
  /** Share of its full opening that the pedal gives each plate. */
  plateShare: number;
  /** Opening of the idle path, all plates together, mm². */
  idleMm2: number;
  /** How often it went out for want of voltage while the key was on. */
  resets: number;
  /** What the engine computer last took things for; null where nothing is known. */
  frame: (number | null)[];
  random: readonly number[];
}

/** What a car starts from. */
export interface CarSetup {
  readonly coolantC: number;
  /** Voltage of the battery at rest. */
  readonly batteryV: number;
  readonly surroundings: Surroundings;
  readonly seed: number;
  /** Time that events are counted from, s; 0 where nothing else is asked. */
  readonly eventsFromS?: number;
  /** {@link STEP_S} where nothing else is asked. */
  readonly stepS?: number;
}

/**
 * A car with an engine computer in it, driven by its controls. Deterministic: the same program, car, setup and controls
 * give the same numbers. Steps are of a millisecond at most, and firings stand at their crank angle inside them.
 */
export class VirtualCar {
  /** What the driver does; set it between two advances. */
  readonly controls: Controls;
  /** What the engine computer last took things for; read only. */
  readonly frame: Frame = frameOf();
  /** Told each firing that the engine computer sparked. */
  onEvent: ((event: CarEvent) => void) | null = null;

  private readonly metal: Metal;
  private readonly harness: Harness;
  private readonly intervals: readonly number[];
  private readonly lead: number;
  private readonly fullAirMg: number;
  private readonly out: EcuOut;
  private readonly volts: Float64Array;
  private readonly lastSignals: readonly LastSignal[];
  private readonly senses: boolean;
  private readonly stepS: number;
  private readonly slowSteps: number;
  private readonly outputSteps: number;
  private readonly heatSteps: number;
  private readonly fired = firedAtRest();
  private readonly plate = { share: 0, idleMm2: 0 };
  private readonly load = { starterNm: 0, gear: 0, clutch: 1, brake: 0, holdRpm: null as number | null };
  private readonly truth = { coolantC: 0, airC: 0, manifoldKpa: 0, railGaugeKpa: 0 } satisfies Truth;
  private readonly random: RandomGenerator;
  private readonly state: CarState;

  constructor(
    private readonly program: EcuProgram,
    private readonly car: Car,
    private readonly setup: CarSetup,
    from?: CarState,
  ) {
    this.metal = car.engine;
    this.harness = harnessOf(program, car);
    this.intervals = intervalsDeg(this.metal);
    this.lead = Math.max(1, Math.round(INJECTION_LEAD_CYCLES * this.metal.cylinders));
    const { barometricKpa, airC } = setup.surroundings;
    this.fullAirMg = airMassMg(100, barometricKpa, this.metal.cylinderVolumeCm3, airC);
    this.out = ecuOut(program);
    this.volts = new Float64Array(program.inputs.length);
    this.lastSignals = program.inputs.map(() => ({ seen: NaN, volts: NaN }));
    this.senses = program.inputs.some(({ id }) => id === 'fuelPressure');
    this.stepS = setup.stepS ?? STEP_S;
    this.slowSteps = Math.round(SLOW_S / this.stepS);
    this.outputSteps = Math.round(OUTPUTS_S / this.stepS);
    this.heatSteps = Math.round(HEAT_S / this.stepS);
    this.state = from === undefined ? this.atRest() : copiedCar(from);
    this.random = from === undefined ? xoroshiro128plus(setup.seed) : xoroshiro128plus.fromState(from.random);
    this.controls = this.state.controls;
    this.frame.set(this.state.frame.map((value) => value ?? NaN));
  }

  /** Simulated time so far, s. */
  get timeS(): number {
    return this.state.plant.timeS;
  }

  /** The truth; read only. */
  get plant(): Readonly<PlantState> {
    return this.state.plant;
  }

  /** What is between engine and engine computer. */
  get wiring(): Harness {
    return this.harness;
  }

  /** Whether the engine computer has power, and how often it lost it with the key on. */
  get power(): { readonly on: boolean; readonly resets: number } {
    return { on: this.state.powered, resets: this.state.resets };
  }

  /** One of {@link PHASE}. */
  get phase(): number {
    return this.state.powered ? this.state.ecu.phase : PHASE.off;
  }

  /** All of it, to be stored or taken up again by another car of the same program. */
  snapshot(): CarState {
    const frame = Array.from(this.frame, (value) => (Number.isNaN(value) ? null : value));
    return copiedCar({ ...this.state, frame, random: this.random.getState() });
  }

  /** Copies what the engine computer last took things for into a frame of the caller’s. */
  sample(into: Frame): void {
    into.set(this.frame);
    write(into, AT.time, this.timeS);
  }

  /** Simulates on by a time. */
  advance(byS: number): void {
    const last = this.state.steps + Math.round(byS / this.stepS);
    while (this.state.steps < last) this.step();
  }

  private atRest(): CarState {
    const { program, setup } = this;
    const plant = plantAtRest(this.metal, setup.surroundings, setup.coolantC, setup.batteryV);
    return {
      steps: 0,
      plant,
      ecu: ecuAtKeyOn(program),
      controls: controlsAtRest(),
      powered: false,
      poweredAtS: 0,
      syncedAtTurns: null,
      primed: false,
      pumpOn: false,
      fanOn: false,
      idleValvePercent: 0,
      plateShare: 0,
      idleMm2: 0,
      resets: 0,
      frame: Array.from(frameOf(), (value) => (Number.isNaN(value) ? null : value)),
      random: [],
    };
  }

  private step(): void {
    const { state, metal, controls, stepS } = this;
    const { plant } = state;
    if (state.steps % this.slowSteps === 0) this.slowStep();
    const starterNm =
      controls.starter && controls.key ? starterTorqueNm(metal, plant.speedRpm, plant.batteryV) : 0;
    const load = this.loadNow(starterNm);
    const { plate } = this;
    plate.share = state.plateShare;
    plate.idleMm2 = state.idleMm2;
    let left = stepS;
    while (left > 1e-12) {
      const before = plant.turns;
      const intervalDeg = drawingDeg(metal, this.intervals, plant.nextFiring);
      const passed = stepCrank(metal, plant, load, manifoldKpa(metal, plant), left);
      stepAir(metal, plant, plate, ((plant.turns - before) * 360) / intervalDeg, passed);
      left -= passed;
      plant.timeS += passed;
      if (plant.turns >= plant.nextFiringTurns) this.event();
    }
    // With the starter held voltage moves within milliseconds, else slowly.
    if (controls.starter) stepElectrics(plant, starterNm, this.setup.batteryV, this.loadsA(), stepS);
    state.steps += 1;
    plant.timeS = state.steps * stepS;
  }

  private loadsA(): number {
    const { controls, state } = this;
    return controls.loadsA + (state.pumpOn ? DRAWS_A.pump : 0) + (state.fanOn ? DRAWS_A.fan : 0);
  }

  private loadNow(starterNm: number): CrankLoad {
    const { load, controls } = this;
    load.starterNm = starterNm;
    load.gear = controls.gear;
    load.clutch = controls.clutch;
    load.brake = controls.brake;
    load.holdRpm = controls.holdRpm;
    return load;
  }

  private slowStep(): void {
    const { state, metal, controls, setup } = this;
    const { plant } = state;
    const { surroundings } = setup;
    this.stepPower();
    state.plateShare = plateShare(controls.pedalPercent);
    if (state.steps % this.outputSteps === 0) this.stepOutputs();
    state.idleMm2 =
      (metal.idleAir.valveMm2 * state.idleValvePercent) / 100 +
      lookUpCurve(metal.idleAir.thermostatic, plant.coolantC);
    stepFilling(metal, plant);
    if (!controls.starter) stepElectrics(plant, 0, setup.batteryV, this.loadsA(), SLOW_S);
    stepSupply(metal, plant, state.pumpOn, SLOW_S);
    stepCharger(metal, plant, surroundings, SLOW_S);
    for (const line of plant.lambda) stepLambda(metal, line, controls.key);
    if (state.steps % this.heatSteps === 0) {
      const feltAirC = chargedAirC(metal, plant.boostKpa, surroundings);
      stepHeat(metal, plant, surroundings, feltAirC, state.fanOn, HEAT_S);
    }
  }

  /** Power of the engine computer: with the key, unless the voltage falls too low. */
  private stepPower(): void {
    const { state, controls, program, harness } = this;
    const { plant } = state;
    const lasts = plant.batteryV >= (state.powered ? POWER_V.outBelow : POWER_V.backAbove);
    const on = controls.key && lasts;
    if (on === state.powered) return;
    state.powered = on;
    if (on) {
      state.ecu = ecuAtKeyOn(program);
      state.poweredAtS = plant.timeS;
      state.primed = false;
      state.syncedAtTurns = harness.sync.found ? plant.turns + harness.sync.turns : null;
      return;
    }
    if (controls.key) state.resets += 1;
    Object.assign(state, { syncedAtTurns: null, pumpOn: false, fanOn: false, idleValvePercent: 0 });
  }

  /** The outputs’ step, and what pump, fan and idle valve make of it; the prime pulse when it is time. */
  private stepOutputs(): void {
    const { harness, out, program, state, frame } = this;
    if (!state.powered) return;
    this.expose(state.plant.speedRpm);
    outputStep(program, state.ecu, this.volts, frame, out);
    const { output, connected } = harness.pump;
    state.pumpOn = output === null || (connected && out.outputs[output]?.on === true);
    state.fanOn = program.outputs.some(({ purpose }, i) => purpose === 'fan' && out.outputs[i]?.on === true);
    const { idleAir } = program.tables;
    state.idleValvePercent = idleAir === undefined ? 0 : lookUpCurve(idleAir, read(frame, AT.coolant));
    if (!state.primed && this.sincePowerS() >= PRIME_AFTER_S - this.stepS / 2) {
      state.primed = true;
      if (state.plant.speedRpm === 0) this.prime();
    }
  }

  private sincePowerS(): number {
    return this.state.plant.timeS - this.state.poweredAtS;
  }

  /** One opening of every injector, before the starter turns. */
  private prime(): void {
    const { program, harness, metal, state, setup } = this;
    const { fuelMg, openingMs } = primeAt(program, this.frame);
    if (fuelMg === 0) return;
    for (const { cylinder } of metal.firing) {
      if (!hasFuel(harness, cylinder)) continue;
      const opening = { openingMs, squirts: 1, secondOpeningMs: 0, lostShare: 0 };
      inject(metal, state.plant, setup.surroundings, cylinder, opening);
    }
  }

  /** A cylinder’s turn: the engine computer sparks it and computes the opening of one that fires later. */
  private event(): void {
    const { state, metal, intervals, setup, fired } = this;
    const { plant } = state;
    const index = plant.nextFiring;
    const next = (index + 1) % metal.cylinders;
    const nextDeg = intervals[next] as number;
    const { cylinder } = metal.firing[index] as { cylinder: number };
    const synced = state.syncedAtTurns !== null && plant.turns >= state.syncedAtTurns;
    if (synced) this.computedEvent(index, cylinder, nextDeg);
    else fire(metal, plant, setup.surroundings, cylinder, NO_SPARK, nextDeg, fired);
    plant.nextFiring = next;
    plant.nextFiringTurns += nextDeg / 360;
    stepChargeTemperature(metal, plant);
    stepFilling(metal, plant);
  }

  private computedEvent(index: number, cylinder: number, nextDeg: number): void {
    const { state, metal, harness, program, car, frame, setup, fired } = this;
    const { plant, ecu } = state;
    const { speedRpm, batteryV } = plant;
    const fed = (metal.firing[(index + this.lead) % metal.cylinders] as { cylinder: number }).cylinder;
    this.expose(Math.max(LEAST_COUNTED_RPM, speedRpm));
    write(frame, AT.cylinder, fed);
    const injection = eventStep(program, ecu, this.volts, frame, this.out);
    write(frame, AT.cylinder, cylinder);
    const sparkShift = harness.sync.found ? harness.sync.sparkShiftDeg : 0;
    const spark = {
      sparks: hasSpark(program, car, harness, cylinder, batteryV, speedRpm),
      deg: sparkStep(program, frame, this.out) + sparkShift,
      burnFactor: 1 + BURN_SPREAD * (this.random.unsafeNext() / 0x80000000),
    };
    fire(metal, plant, setup.surroundings, cylinder, spark, nextDeg, fired);
    const opens = Number.isFinite(injection.openingMs) && hasFuel(harness, fed);
    const sprayed = harness.sprays[fed - 1] ?? fed;
    const injectedMg = opens
      ? inject(metal, plant, setup.surroundings, sprayed, {
          openingMs: injection.openingMs,
          squirts: program.injector.squirts,
          secondOpeningMs: injection.secondOpeningMs,
          lostShare: lostShare(program, read(frame, AT.speed), injection.netMs),
        })
      : 0;
    this.onEvent?.({
      timeS: plant.timeS - (setup.eventsFromS ?? 0),
      turns: plant.turns,
      speedRpm,
      cylinder,
      phase: ecu.phase,
      outcome: fired.outcome,
      vapourLambda: fired.vapourLambda,
      airMg: fired.airMg,
      airShare: fired.airMg / this.fullAirMg,
      sparkDeg: fired.sparkDeg,
      sparkShare: fired.sparkShare,
      knock: fired.knock,
      injectedMg,
      openingMs: injection.openingMs,
      netMs: injection.netMs,
      cut: injection.cut,
      lambdaTarget: injection.lambdaTarget,
      loadThrottlePercent: injection.loadThrottlePercent,
      manifoldKpa: read(frame, AT.manifoldPressure),
      coolantC: read(frame, AT.coolant),
      airC: read(frame, AT.air),
      batteryV,
    });
  }

  /** What the engine computer counts, what its sensors are exposed to, and what stands in for sensors without a loom. */
  private expose(speedRpm: number): void {
    const { frame, metal, state, truth, setup, controls } = this;
    const { plant } = state;
    const sinceS = this.sincePowerS();
    truth.coolantC = plant.coolantC;
    truth.airC = plant.intakeC;
    truth.manifoldKpa = manifoldKpa(metal, plant);
    truth.railGaugeKpa = railGaugeKpa(metal, plant, setup.surroundings);
    write(frame, AT.time, sinceS);
    write(frame, AT.sinceKeyOn, sinceS);
    write(frame, AT.speed, speedRpm);
    write(frame, AT.turns, plant.turns);
    write(frame, AT.battery, plant.batteryV);
    write(frame, AT.coolant, truth.coolantC);
    write(frame, AT.air, truth.airC);
    write(frame, AT.manifoldPressure, truth.manifoldKpa);
    write(frame, AT.throttle, controls.pedalPercent);
    write(frame, AT.airFlow, Math.max(0, plant.airFlowGPerS));
    write(frame, AT.gear, controls.gear);
    write(frame, AT.vehicleSpeed, plant.vehicleMPerS * 3.6);
    write(frame, AT.fuelPressure, this.senses ? truth.railGaugeKpa : NaN);
    write(frame, AT.oilPressure, oilPressureKpa(plant));
    write(frame, AT.oilTemperature, plant.oilC);
    write(frame, AT.ethanol, metal.fuel.ethanolPercent);
    write(frame, AT.lambdaOne, lambdaOf(plant, 0));
    write(frame, AT.lambdaTwo, lambdaOf(plant, 1));
    writeVolts(this.harness.signals, truth, this.lastSignals, this.volts);
  }

  /** What the sensors are taken for now, without the engine computer remembering it. */
  sensed(): Frame {
    this.expose(this.state.plant.speedRpm);
    readInputs(this.program, copiedEcu(this.state.ecu), this.volts, this.frame);
    return this.frame;
  }
}

const NO_SPARK = { sparks: false, deg: 0, burnFactor: 1 } as const;

function lambdaOf({ lambda }: PlantState, place: number): number {
  const line = lambda[place];
  return line === undefined ? NaN : (lambdaRead(line) ?? NaN);
}

function copiedCar(state: CarState): CarState {
  return {
    ...state,
    plant: copiedPlant(state.plant),
    ecu: copiedEcu(state.ecu),
    controls: { ...state.controls },
    frame: [...state.frame],
    random: [...state.random],
  };
}
