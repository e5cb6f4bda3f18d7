import { airMassMg } from '@/core/air';
import { AT, type Frame, frameOf, PHASE, read, write } from '@/core/channel';
import type { FiringEvent } from '@/core/engine';
import { type Decoder, type DecoderState, isSynced, restWhereStopped } from '@/core/decoding';
import {
  copiedEcu,
  ecuOut,
  type EcuOut,
  eventStep,
  injectionLead,
  knockStep,
  type FollowUp,
  type Fuel,
  outputStep,
  primeAt,
  readCounters,
  readInputs,
  sparkStep,
  sparkWithheld,
  triggerDecoder,
  injectionAt,
} from '@/core/ecu';
import {
  beginWork,
  endWork,
  foldLearned,
  forgetLearned,
  holdWork,
  knockSensorOf,
  type LearnedState,
  type SpeedLimitState,
  type WorkAsk,
  type WorkRefusal,
} from '@/core/control';
import { lookUpCurve } from '@/core/numeric';
import type { EcuProgram } from '@/core/program';
import { type RandomGenerator, xoroshiro128plus } from 'pure-rand';
import type { Car, SensorFaults } from '../car';
import { coilsCharge, type Harness, harnessOf, hasFuel, hasSpark, lostShare } from '../harness';
import {
  airAtSensor,
  chargedAirC,
  type CrankLoad,
  drawingDeg,
  fire,
  firedAtRest,
  inject,
  type Ear,
  heardKnockV,
  intervalsDeg,
  isStanding,
  knockNoiseV,
  manifoldKpa,
  type Metal,
  type Opening,
  type PlantState,
  plateAdds,
  plateShare,
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
import {
  carAtRest,
  type CarSetup,
  type CarState,
  copiedCar,
  frameFrom,
  numbersOf,
  takeUp,
  type Timing,
} from './carState';
import type { Controls, Felt } from './controls';
import type { CarEvent } from './event';
import { loadsA, stepPower } from './power';
import { exposeNow, exposeSlow, type Senses, sensesOf } from './senses';
import { timingOf } from './timing';
import { type DrivenParts, drivenParts, heardNow, isDriven, pulseWorked } from './worked';
import { passEdges, retoothed, sendEdges, type Turned } from './toothClock';

/** Length of a step, s. */
export const STEP_S = 0.001;
/** How often what moves slowly is stepped, and outputs, and temperatures, s. */
const SLOW_S = 0.01;
const OUTPUTS_S = 0.02;
const SLOW_INPUTS_S = 0.1;
const HEAT_S = 0.05;
/** After this long with power and a standing engine, the prime pulse is given, s. */
const PRIME_AFTER_S = 1;
/** The slowest the engine computer counts, rev/min. */
const LEAST_COUNTED_RPM = 30;
/** A brake has a blower before the radiator, m/s. */
const BLOWER_M_PER_S = 22;
/** Spread of the burn from cycle to cycle, ± share. */
const BURN_SPREAD = 0.05;
/** Of a random number of 32 bits: its whole range each way, and the part that the noise of a firing is drawn from. */
const RANGE = 0x80000000;
const NOISE_RANGE = 0x8000;

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
  private readonly senses: Senses;
  /** How the engine computer follows the teeth. */
  readonly decoder: Decoder;
  private readonly intervals: readonly number[];
  private readonly lead: number;
  private readonly out: EcuOut;
  private readonly parts: DrivenParts;
  private readonly stepS: number;
  private readonly restV: number;
  private readonly eventsFromS: number;
  private readonly slowSteps: number;
  private readonly outputSteps: number;
  private readonly slowInputSteps: number;
  private readonly heatSteps: number;
  private readonly random: RandomGenerator;
  private readonly state: CarState;
  /** Rooms that are used again from step to step and firing to firing. */
  private readonly fired = firedAtRest();
  private readonly plate: { share: number; idleMm2: number };
  private readonly load: { -readonly [Part in keyof CrankLoad]: CrankLoad[Part] };
  /** The firing now was given no spark on purpose. */
  private sparkCut = false;
  /** Its fuel was cut when its turn was. */
  private fuelWasCut = false;
  private readonly spark = { sparks: false, deg: 0, burnFactor: 1 };
  private readonly ear: { -readonly [Part in keyof Ear]: Ear[Part] };
  private readonly opening: { -readonly [Part in keyof Opening]: Opening[Part] };
  private readonly feltRoom = { speedRpm: 0, kmPerH: 0 };
  private readonly timingRoom = { earlyDeg: 0, reversed: false };
  private readonly turned: Turned = { fromTurns: 0, toTurns: 0, fromS: 0, passedS: 0, fromRpm: 0, toRpm: 0 };

  constructor(
    private readonly program: EcuProgram,
    private readonly car: Car,
    private readonly setup: CarSetup,
    from?: CarState,
  ) {
    this.metal = car.engine;
    this.harness = harnessOf(program, car);
    this.senses = sensesOf(program);
    this.decoder = triggerDecoder(program);
    this.intervals = intervalsDeg(this.metal);
    this.lead = injectionLead(this.metal.cylinders);
    this.out = ecuOut(program);
    this.parts = drivenParts(program);
    this.stepS = setup.stepS ?? STEP_S;
    this.restV = setup.batteryV;
    this.eventsFromS = setup.eventsFromS ?? 0;
    this.slowSteps = Math.round(SLOW_S / this.stepS);
    this.outputSteps = Math.round(OUTPUTS_S / this.stepS);
    this.slowInputSteps = Math.round(SLOW_INPUTS_S / this.stepS);
    this.heatSteps = Math.round(HEAT_S / this.stepS);
    this.load = { starterNm: 0, gear: 0, clutch: 1, brake: 0, holdRpm: null };
    const { bandHz = 0, gain = 0 } = program.knock ?? {};
    this.ear = { startDeg: 0, lengthDeg: 0, bandHz, gain };
    this.opening = { openingMs: 0, squirts: program.injector.squirts, secondOpeningMs: 0, lostShare: 0 };
    const rest = carAtRest(program, car, this.harness.teeth, setup);
    this.state = from === undefined ? rest : takeUp(rest, from);
    this.random = from === undefined ? xoroshiro128plus(setup.seed) : xoroshiro128plus.fromState(from.random);
    this.controls = this.state.controls;
    // Between two slow steps what they left is taken up, not what they would find now.
    exposeSlow(this.senses, this.metal, this.state, this.frame);
    frameFrom(this.state.frame, this.frame);
    this.plate = { share: this.state.plateShare, idleMm2: this.state.idleMm2 };
  }

  /** Simulated time so far, s. */
  get timeS(): number {
    return this.state.plant.timeS;
  }

  /** The truth; read only. */
  get plant(): Readonly<PlantState> {
    return this.state.plant;
  }

  /** What a driver hears and sees; the same room from time to time. */
  get felt(): Felt {
    this.feltRoom.speedRpm = this.state.plant.speedRpm;
    this.feltRoom.kmPerH = this.state.plant.vehicleMPerS * 3.6;
    return this.feltRoom;
  }

  /** What is between engine and engine computer. */
  get wiring(): Harness {
    return this.harness;
  }

  /** Where the car is now; give it another as it climbs, or as the weather turns. */
  get surroundings(): Surroundings {
    return this.state.surroundings;
  }

  set surroundings(surroundings: Surroundings) {
    this.state.surroundings = { ...surroundings };
  }

  /** What is wrong at sensors now. */
  get sensorFaults(): SensorFaults {
    return this.state.sensorFaults;
  }

  set sensorFaults(faults: SensorFaults) {
    this.state.sensorFaults = { ...faults };
  }

  /** How the engine computer’s place of the crank was off at the last firing; null while it has none. */
  get timing(): Timing | null {
    return this.state.timing;
  }

  /** What the engine computer has made of the teeth; read only. */
  get crank(): Readonly<DecoderState> {
    return this.state.ecu.crank;
  }

  /** What it has learned; null where it learns nothing. Read only. */
  get learned(): Readonly<Pick<LearnedState, 'ln' | 'evidenceS'>> | null {
    return this.program.learned === null ? null : this.state.ecu.learned;
  }

  /** Has it forget what it learned, in some cells or all. */
  forgetLearned(cells: readonly number[] | null): void {
    const { learned } = this.program;
    if (learned !== null) forgetLearned(learned, this.state.ecu.learned, this.frame, cells);
  }

  /**
   * What stays learned of what a map has taken over.
   * @param before what it would have injected here and now with the map as it was, mg.
   */
  foldLearned(left: Pick<LearnedState, 'ln' | 'evidenceS'>, beforeMg: number): void {
    const { learned } = this.program;
    if (learned === null) return;
    foldLearned(learned, this.state.ecu.learned, this.frame, left, Math.log(this.wantedMg / beforeMg));
  }

  /** Fuel that is to arrive in a cylinder here and now, mg. */
  get wantedMg(): number {
    return injectionAt(this.program, this.frame).wantedMg;
  }

  /** Gives it what was learned before, where it is of as many cells. */
  remember({ ln, evidenceS }: Pick<LearnedState, 'ln' | 'evidenceS'>): void {
    const { learned } = this.state.ecu;
    if (learned.ln.length === ln.length) Object.assign(learned, { ln: [...ln], evidenceS: [...evidenceS] });
  }

  /** How often it withheld fuel and spark, and from whom; read only. */
  get limited(): Readonly<SpeedLimitState> {
    return this.state.ecu.limits;
  }

  /** Empties the vessels under the injectors, and the can under the return hose. */
  emptyVessels(): void {
    const { rig } = this.state.plant;
    rig.caughtMg.fill(0);
    rig.returnedMg = 0;
  }

  /** What somebody beside it hears and sees at work: the pin functions whose parts act now. */
  get heard(): string[] {
    return heardNow(this.harness, this.out, this.state);
  }

  /** Has the engine computer work something at the standing engine. @returns why not, where it does not. */
  beginWork(ask: WorkAsk): WorkRefusal | null {
    return beginWork(this.out.workable, this.state.ecu.work, this.frame, ask);
  }

  /** Somebody still holds it. */
  holdWork(): void {
    holdWork(this.state.ecu.work, this.frame);
  }

  endWork(): void {
    endWork(this.state.ecu.work);
  }

  /** Whether the engine computer has power, and how often it lost it with the key on. */
  get power(): { readonly on: boolean; readonly resets: number } {
    return this.state.power;
  }

  /** One of {@link PHASE}. */
  get phase(): number {
    return this.state.power.on ? this.state.ecu.phase : PHASE.off;
  }

  /** All of it, to be stored or taken up again by another car of the same program. */
  snapshot(): CarState {
    return copiedCar({ ...this.state, frame: numbersOf(this.frame), random: this.random.getState() });
  }

  /** The same car, standing, with another calibration in its engine computer, which knows nothing yet. */
  reprogrammed(program: EcuProgram): VirtualCar {
    const { car, setup } = this;
    const { teeth } = harnessOf(program, car);
    const now = this.snapshot();
    const atRest = carAtRest(program, car, teeth, setup);
    return new VirtualCar(program, car, setup, {
      ...atRest,
      clock: retoothed(atRest.clock, teeth, now.plant.turns),
      steps: now.steps,
      plant: now.plant,
      controls: now.controls,
      surroundings: now.surroundings,
      power: { ...now.power, sinceS: now.plant.timeS },
      sensorFaults: now.sensorFaults,
      random: now.random,
    });
  }

  /** The same moment of another car: parts that were exchanged while it ran. */
  rebuilt(car: Car): VirtualCar {
    const now = this.snapshot();
    const { teeth } = harnessOf(this.program, car);
    return new VirtualCar(this.program, car, this.setup, {
      ...now,
      clock: retoothed(now.clock, teeth, now.plant.turns),
      sensorFaults: { ...car.sensorFaults },
    });
  }

  /** Copies what the engine computer last took things for into a frame of the caller’s. */
  sample(into: Frame): void {
    into.set(this.frame);
    write(into, AT.time, this.timeS);
  }

  /** What the sensors are taken for now, without the engine computer remembering it. */
  sensed(): Frame {
    const { state, senses, metal, frame } = this;
    exposeSlow(senses, metal, state, frame);
    exposeNow(senses, this.harness, metal, this.decoder, state, this.program.inputs.length, frame);
    readInputs(this.program, copiedEcu(state.ecu), senses.signals, frame);
    return frame;
  }

  /** Simulates on by a time. */
  advance(byS: number): void {
    const last = this.state.steps + Math.round(byS / this.stepS);
    while (this.state.steps < last) this.step();
  }

  private step(): void {
    const { state, metal, controls, stepS } = this;
    const { plant } = state;
    const isSlow = state.steps % this.slowSteps === 0;
    if (isSlow) this.slowStep();
    const starterNm =
      controls.starter && controls.key ? starterTorqueNm(metal, plant.speedRpm, plant.batteryV) : 0;
    if (starterNm === 0 && controls.holdRpm === null && isStanding(plant)) {
      // Nothing turns: the air behind the plates finds its rest, and that only slowly matters.
      if (isSlow) stepAir(metal, plant, this.plate, 0, SLOW_S);
    } else this.turn(starterNm);
    // With the starter held voltage moves within milliseconds, else slowly.
    if (controls.starter) stepElectrics(metal, plant, starterNm, this.restV, loadsA(state), stepS);
    state.steps += 1;
    plant.timeS = state.steps * stepS;
  }

  /** Crank, wheels and air over a step, with the firings in it. */
  private turn(starterNm: number): void {
    const { metal, plate } = this;
    const { plant } = this.state;
    const load = this.loadNow(starterNm);
    let left = this.stepS;
    while (left > 1e-12) {
      const before = plant.turns;
      const intervalDeg = drawingDeg(metal, this.intervals, plant.nextFiring);
      const fromRpm = plant.speedRpm;
      const passed = stepCrank(metal, plant, load, manifoldKpa(metal, plant), left);
      this.passTeeth(before, fromRpm, passed);
      stepAir(metal, plant, plate, ((plant.turns - before) * 360) / intervalDeg, passed);
      left -= passed;
      plant.timeS += passed;
      if (plant.turns >= plant.nextFiringTurns) this.event();
    }
  }

  /** The teeth that have passed in a part of a step, sent to an engine computer that has power. */
  private passTeeth(fromTurns: number, fromRpm: number, passedS: number): void {
    const { turned, state, harness, decoder } = this;
    const { plant, clock, ecu } = state;
    if (clock.crank.turns > plant.turns && clock.cam.turns > plant.turns) return;
    turned.fromTurns = fromTurns;
    turned.toTurns = plant.turns;
    turned.fromS = plant.timeS;
    turned.passedS = passedS;
    turned.fromRpm = fromRpm;
    turned.toRpm = plant.speedRpm;
    if (state.power.on) sendEdges(harness.teeth, clock, turned, decoder, ecu.crank);
    else passEdges(harness.teeth, clock, turned);
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
    const { state, metal, controls, program, plate } = this;
    const { plant, surroundings } = state;
    stepPower(program, metal, state);
    this.followRig();
    const { unplugged } = controls;
    if (unplugged !== null && state.sensorFaults[unplugged]?.kind !== 'unplugged') {
      state.sensorFaults = { ...state.sensorFaults, [unplugged]: { kind: 'unplugged' } };
    }
    state.plateShare = plateShare(controls.pedalPercent);
    exposeSlow(this.senses, metal, state, this.frame);
    if (state.steps % this.outputSteps === 0) this.stepOutputs();
    state.idleMm2 =
      (metal.idleAir.valveMm2 * state.idleValvePercent) / 100 +
      lookUpCurve(metal.idleAir.thermostatic, plant.coolantC);
    plate.share = state.plateShare;
    plate.idleMm2 = state.idleMm2;
    state.coilsCharge = coilsCharge(program, this.car, plant.batteryV, plant.speedRpm);
    stepChargeTemperature(metal, plant);
    stepFilling(metal, plant);
    if (!controls.starter) stepElectrics(metal, plant, 0, this.restV, loadsA(state), SLOW_S);
    stepSupply(metal, plant, surroundings, state.pumpOn, SLOW_S);
    const shutPercent = controls.wastegateStuck ? 100 : state.boostValvePercent;
    stepCharger(metal, plant, surroundings, SLOW_S, shutPercent);
    const outsideAir = airAtSensor(metal, plant.airFlowGPerS);
    for (const line of plant.lambda) stepLambda(metal, line, controls.key, outsideAir);
    if (state.steps % this.heatSteps === 0) {
      const feltAirC = chargedAirC(metal, plant.boostKpa, surroundings);
      const cooling = {
        fanOn: state.fanOn,
        headwindMPerS: controls.holdRpm === null ? plant.vehicleMPerS : BLOWER_M_PER_S,
      };
      stepHeat(metal, plant, surroundings, feltAirC, cooling, HEAT_S);
    }
  }

  /** What hands have done to the car for a test. */
  private followRig(): void {
    const { controls, surroundings } = this.state;
    const { plateScrews, pedalPercent } = controls;
    const { rig } = this.state.plant;
    const { handVacuumKpa } = controls;
    rig.railLifted = controls.railLifted;
    rig.regulatorTurns = controls.regulatorTurns;
    plateAdds(this.metal, plateScrews, pedalPercent, rig.plateAddsMm2);
    rig.regulatorLineKpa = handVacuumKpa === null ? null : surroundings.barometricKpa - handVacuumKpa;
  }

  /** The outputs’ step, and what pump, fan and idle valve make of it; the prime pulse when it is time. */
  private stepOutputs(): void {
    const { harness, out, program, state, frame } = this;
    if (!state.power.on) return;
    restWhereStopped(state.ecu.crank, state.plant.timeS);
    readCounters(state.ecu.crank, frame);
    // What has just woken reads everything: nothing is stepped on what is not known.
    const sinceS = state.plant.timeS - state.power.sinceS;
    const slow = state.steps % this.slowInputSteps === 0 || sinceS < OUTPUTS_S - this.stepS / 2;
    this.expose(slow ? out.inputs.slow : out.inputs.outputs);
    outputStep(program, state.ecu, this.senses.signals, frame, out, slow);
    const { parts } = this;
    state.pumpOn = parts.pump === null || isDriven(harness, out, parts.pump);
    state.fanOn = parts.fans.some((fan) => isDriven(harness, out, fan));
    state.idleValvePercent = this.idleValvePercent();
    if (out.working.pulsed >= 0) pulseWorked(harness, parts, out, this.metal, state);
    state.boostValvePercent = harness.drivesBoostValve ? out.boosting.dutyPercent : 0;
    if (!state.primed && sinceS >= PRIME_AFTER_S - this.stepS / 2) {
      state.primed = true;
      if (state.plant.speedRpm === 0) this.prime();
    }
  }

  private idleValvePercent(): number {
    const { program, harness, out, parts } = this;
    const { output } = out.working;
    const worked = output < 0 ? null : (harness.outputThings[output] ?? null);
    if (worked !== null && worked === parts.idleValve) return out.working.dutyPercent;
    return program.idleAir === 'valve' && harness.drivesIdleValve ? out.idling.openingPercent : 0;
  }

  private expose(inputs: number): void {
    exposeNow(this.senses, this.harness, this.metal, this.decoder, this.state, inputs, this.frame);
  }

  /** One opening of every injector, before the starter turns. */
  private prime(): void {
    const { program, harness, metal, state } = this;
    const { fuelMg, openingMs } = primeAt(program, this.frame);
    if (fuelMg === 0) return;
    const opening = { openingMs, squirts: 1, secondOpeningMs: 0, lostShare: 0 };
    for (const { cylinder } of metal.firing) {
      if (hasFuel(harness, cylinder)) inject(metal, state.plant, state.surroundings, cylinder, opening);
    }
  }

  /** A cylinder’s turn: the engine computer sparks it and computes the opening of one that fires later. */
  private event(): void {
    const { state, metal, intervals } = this;
    const { plant } = state;
    const index = plant.nextFiring;
    const next = (index + 1) % metal.cylinders;
    const nextDeg = intervals[next] as number;
    const fires = metal.firing[index] as FiringEvent;
    const { cylinder } = fires;
    const synced = state.power.on && isSynced(this.decoder, state.ecu.crank);
    state.timing = synced
      ? timingOf(this.decoder, state.ecu.crank, plant.timeS, fires, this.timingRoom)
      : null;
    if (state.timing !== null) this.computedEvent(index, cylinder, nextDeg, state.timing);
    else fire(metal, plant, state.surroundings, cylinder, NO_SPARK, nextDeg, this.fired);
    plant.nextFiring = next;
    plant.nextFiringTurns += nextDeg / 360;
  }

  private computedEvent(index: number, cylinder: number, nextDeg: number, timing: Timing): void {
    const { state, metal, harness, program, frame, spark, senses, out } = this;
    const { plant, surroundings } = state;
    const fed = (metal.firing[(index + this.lead) % metal.cylinders] as { cylinder: number }).cylinder;
    const { speedRpm } = plant;
    this.expose(out.inputs.firing);
    write(frame, AT.speed, Math.max(LEAST_COUNTED_RPM, read(frame, AT.speed)));
    write(frame, AT.cylinder, fed);
    const fuel = eventStep(program, state.ecu, senses.signals, frame, out);
    write(frame, AT.cylinder, cylinder);
    const drawn = this.random.unsafeNext();
    // A coil a cylinder sparks in the other turn, where nothing burns.
    const inTurn = !timing.reversed || program.ignition.mode !== 'individual';
    const served = harness.sparked[index]?.includes(cylinder) === true;
    this.fuelWasCut = state.fuelCut[cylinder - 1] === true;
    state.fuelCut[fed - 1] = fuel.cut;
    this.sparkCut = sparkWithheld(program, state.ecu, frame, out);
    spark.sparks = !this.sparkCut && state.coilsCharge && inTurn && served && hasSpark(harness, cylinder);
    spark.deg = sparkStep(program, state.ecu, frame, out) + timing.earlyDeg;
    spark.burnFactor = 1 + BURN_SPREAD * (drawn / RANGE);
    fire(metal, plant, surroundings, cylinder, spark, nextDeg, this.fired);
    const noise = ((drawn & (2 * NOISE_RANGE - 1)) - NOISE_RANGE) / NOISE_RANGE;
    this.listen(cylinder, speedRpm, noise);
    const injectedMg = this.injected(fed, fuel);
    for (let i = 0; i < out.followUpCount; i += 1) this.follow(out.followUps[i] as FollowUp);
    if (this.onEvent !== null) this.onEvent(this.told(cylinder, fuel, injectedMg, speedRpm));
  }

  /** What is heard in the window of a cylinder that has fired, which the frame names; and what the engine computer makes of it. */
  private listen(cylinder: number, speedRpm: number, noise: number): void {
    const { program, state, frame, metal, harness, ear, out } = this;
    const { plant } = state;
    const { knock } = this.fired;
    const settings = program.knock;
    if (settings === null) {
      plant.knockNoiseV = knockNoiseV(speedRpm, plant.coolantC, knock, noise);
      if (harness.hearsKnock[0] || harness.hearsKnock[1]) write(frame, AT.knockNoise, plant.knockNoiseV);
      return;
    }
    ear.startDeg = lookUpCurve(settings.startDeg, speedRpm);
    ear.lengthDeg = lookUpCurve(settings.lengthDeg, speedRpm);
    plant.knockNoiseV = heardKnockV(speedRpm, plant.coolantC, knock, noise, ear, metal);
    const heard = harness.hearsKnock[knockSensorOf(settings, cylinder) - 1];
    write(frame, AT.knockNoise, heard === true ? plant.knockNoiseV : SILENT_V);
    knockStep(program, state.ecu, frame, out);
  }

  /** Opens the injector for a cylinder. @returns what came out of it, mg. */
  private injected(fed: number, fuel: Fuel): number {
    const { program, harness, opening, state } = this;
    if (!Number.isFinite(fuel.openingMs) || !hasFuel(harness, fed)) return 0;
    opening.openingMs = fuel.openingMs;
    opening.secondOpeningMs = fuel.secondOpeningMs;
    opening.lostShare = lostShare(program, read(this.frame, AT.speed), fuel.netMs);
    return inject(this.metal, state.plant, state.surroundings, harness.sprays[fed - 1] ?? fed, opening);
  }

  /** Opens an injector once more. */
  private follow({ cylinder, openingMs }: FollowUp): void {
    const { harness, opening, state } = this;
    if (!hasFuel(harness, cylinder)) return;
    opening.openingMs = openingMs;
    opening.secondOpeningMs = 0;
    opening.lostShare = 0;
    const once = { ...opening, squirts: 1 };
    inject(this.metal, state.plant, state.surroundings, harness.sprays[cylinder - 1] ?? cylinder, once);
  }

  private told(cylinder: number, fuel: Fuel, injectedMg: number, speedRpm: number): CarEvent {
    const { state, metal, fired, frame } = this;
    const { plant, surroundings } = state;
    const { barometricKpa, airC } = surroundings;
    return {
      timeS: plant.timeS - this.eventsFromS,
      turns: plant.turns,
      speedRpm,
      cylinder,
      phase: state.ecu.phase,
      outcome: fired.outcome,
      vapourLambda: fired.vapourLambda,
      airMg: fired.airMg,
      airShare: fired.airMg / airMassMg(100, barometricKpa, metal.cylinderVolumeCm3, airC),
      sparkDeg: fired.sparkDeg,
      sparkShare: fired.sparkShare,
      knock: fired.knock,
      injectedMg,
      openingMs: fuel.openingMs,
      netMs: fuel.netMs,
      cut: fuel.cut,
      fuelWasCut: this.fuelWasCut,
      sparkCut: this.sparkCut,
      lambdaTarget: fuel.lambdaTarget,
      loadThrottlePercent: fuel.loadThrottlePercent,
      manifoldKpa: read(frame, AT.manifoldPressure),
      coolantC: read(frame, AT.coolant),
      airC: read(frame, AT.air),
      batteryV: plant.batteryV,
    };
  }
}

/** What is left on a pin that no knock sensor hangs on, V. */
const SILENT_V = 0.01;

const NO_SPARK = { sparks: false, deg: 0, burnFactor: 1 } as const;
