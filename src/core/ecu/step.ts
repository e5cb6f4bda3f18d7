import { airFlowGPerS } from '../air';
import {
  AT,
  type Frame,
  IDLE_CODE,
  KNOCK_CODE,
  KNOCK_NOISE_PLACES,
  KNOCK_RETARD_PLACES,
  LIMIT_CODE,
  LOOP_CODE,
  PHASE,
  read,
  write,
} from '../channel';
import {
  activation,
  type ActivationOut,
  type ActivationState,
  boost,
  type BoostOut,
  type ClosedLoop,
  closedLoop,
  type ClosedLoopOut,
  film,
  type FilmOut,
  filmTakes,
  idle,
  type IdleOut,
  giveBack,
  knock,
  knockFuelPercent,
  type KnockOut,
  knockRetardDeg,
  learnedLn,
  type LearnedOut,
  learnedTrim,
  opening,
  type OpeningOut,
  overrun,
  type OverrunOut,
  guardCode,
  loopTrim,
  withinAuthority,
  NO_LIMIT_RPM,
  protection,
  type ProtectionOut,
  speedLimits,
  type SpeedLimitOut,
  type Switching,
  switching,
  type SwitchingOut,
  type SwitchingState,
  withholdsSpark,
  work,
  type WorkOut,
  type WorkSettings,
} from '../control';
import type { AppliedCorrection, PreparedCorrection } from '../correction';
import type { EcuProgram, OutputProgram } from '../program';
import { type InputCounts, inputCounts } from '../sensors';
import { writeCuts } from './cuts';
import { type FollowUp, stepFollowUps } from './followUps';
import { type Fuel, fuelAt, fuelRoom, type FuelRoom } from './injection';
import { readInputs, readQuickInputs } from './inputs';
import { SPARK_LIMITS } from './limits';
import { stepLostSensors } from './lostSensors';
import { targetLoad } from './load';
import { restPhase, stepPhase } from './phase';
import { sparkAt, type SparkRoom, sparkRoom } from './sparkAt';
import type { EcuState } from './state';
import { stepWork, workSettings } from './work';

/** What the engine computer decided at its last steps, with reasons; the caller owns it and reads from it. */
export interface EcuOut {
  /** Of each correction, whether it acts. */
  readonly corrections: ActivationOut[];
  /** How fast the throttle opens. */
  readonly opening: OpeningOut;
  readonly cut: OverrunOut;
  /** What holds speed and charges back. */
  readonly limited: SpeedLimitOut;
  /** What keeps the engine whole. */
  readonly protecting: ProtectionOut;
  /** What holds the boost. */
  readonly boosting: BoostOut;
  /** What measured lambda does to fuel. */
  readonly looping: ClosedLoopOut;
  /** What was heard of knock. */
  readonly knocking: KnockOut;
  /** What is learned from that. */
  readonly learning: LearnedOut;
  /** What the film on the walls does to fuel. */
  readonly film: FilmOut;
  /** Openings beside the one of the cylinder that is fed, and how many of them are meant. */
  readonly followUps: FollowUp[];
  followUpCount: number;
  /** What idle is given. */
  readonly idling: IdleOut;
  /** Of each output, whether it is on. */
  readonly outputs: SwitchingOut[];
  /** What is worked at a standing engine, and what can be. */
  readonly working: WorkOut;
  readonly workable: WorkSettings;
  /** Opening of the cylinder last asked for; the same room from event to event. */
  readonly fuel: FuelRoom;
  /** Parts of the spark last asked for. */
  readonly spark: SparkRoom;
  /** How many inputs are read at each pace. */
  readonly inputs: InputCounts;
  /** An event has been stepped. */
  stepped: boolean;
}

/** Room for what steps decide. */
export function ecuOut(program: EcuProgram): EcuOut {
  const workable = workSettings(program);
  return {
    corrections: program.corrections.map((correction) => activation.out(correction.activation)),
    opening: opening.out(program.acceleration),
    cut: overrun.out(program.overrun),
    limited: speedLimits.out(program.limits),
    protecting: protection.out(program.protection),
    boosting: boost.out(program.boost),
    looping: closedLoop.out(program.closedLoop),
    knocking: knock.out(program.knock),
    learning: learnedTrim.out(program.learned),
    film: film.out(program.film),
    followUps: [],
    followUpCount: 0,
    idling: idle.out(program.idle),
    outputs: program.outputs.map((output) => switching.out(output)),
    working: work.out(workable),
    workable,
    fuel: fuelRoom(),
    spark: sparkRoom(),
    inputs: inputCounts(program.inputs.map(({ id }) => id)),
    stepped: false,
  };
}

/**
 * The step of a cylinder’s event, in this order: inputs, phase, opening throttle, limits, conditions of the corrections, overrun
 * cut, fuel. The frame brings what is counted (time, speed, turns, cylinder) and leaves with what was read and decided.
 * @param signals at each input, as {@link readInputs} takes them; only those read at every firing are looked at.
 */
export function eventStep(
  program: EcuProgram,
  state: EcuState,
  signals: Float64Array,
  frame: Frame,
  out: EcuOut,
): Fuel {
  readQuickInputs(program, state, signals, frame, out.inputs.firing);
  stepPhase(program, state, frame);
  opening.step(program.acceleration, state.opening, frame, out.opening);
  write(frame, AT.throttleRate, out.opening.rate);
  write(frame, AT.turnsSinceOpening, out.opening.turnsSince);
  if (program.limits !== null) stepLimits(program, state, frame, out.limited);
  for (let i = 0; i < program.corrections.length; i += 1) {
    const { activation: settings } = program.corrections[i] as PreparedCorrection;
    activation.step(
      settings,
      state.activations[i] as ActivationState,
      frame,
      out.corrections[i] as ActivationOut,
    );
  }
  overrun.step(program.overrun, state.overrun, frame, out.cut);
  const active = activeOf(out);
  const cut = out.cut.cut && state.phase === PHASE.running;
  out.stepped = true;
  const noFuel = cut || out.limited.cutFuel || out.working.noFuel;
  film.step(program.film, state.film, frame, out.film);
  const followed = program.film === null ? null : out.film;
  if (program.knock !== null) {
    const fed = read(frame, AT.cylinder);
    write(frame, AT.knockFuel, knockFuelPercent(program.knock, state.knock, fed));
  }
  if (program.closedLoop !== null) writeTrims(program, program.closedLoop, state, frame);
  const tried = out.working.reason === 'working' ? out.working : null;
  const decisions = { active, cut: noFuel, held: out.limited, film: followed, tried };
  const fuel = fuelAt(program, frame, decisions, out.fuel);
  filmTakes(program.film, state.film, out.film, frame, fuel.fuelMg);
  const opens = out.opening.reason !== 'still';
  out.followUpCount = opens ? stepFollowUps(program, state, frame, fuel, out.film, out.followUps) : 0;
  write(frame, AT.filmAdds, fuel.filmAddsPercent);
  write(frame, AT.lambdaTarget, fuel.lambdaTarget);
  write(frame, AT.engineAirFlow, airFlowGPerS(fuel.airMg, program.cylinders, read(frame, AT.speed)));
  write(frame, AT.vePercent, fuel.vePercent);
  if (fuel.pulseMs !== null) write(frame, AT.pulseMapped, fuel.pulseMs);
  write(frame, AT.loadThrottle, fuel.loadThrottlePercent);
  write(frame, AT.warmUp, fuel.warmUp);
  write(frame, AT.acceleration, fuel.acceleration);
  write(frame, AT.injectorOpening, fuel.openingMs);
  write(frame, AT.afterStart, fuel.afterStart);
  write(frame, AT.overrunCut, cut ? 1 : 0);
  return fuel;
}

/** The trims as they act now, into their channels: what was learned first, and what the loop adds to it. */
function writeTrims(
  { learned }: EcuProgram,
  settings: ClosedLoop,
  { closedLoop: loop, learned: surface }: EcuState,
  frame: Frame,
): void {
  const running = read(frame, AT.phase) === PHASE.running;
  const ln = running ? withinAuthority(settings, frame, learnedLn(learned, surface, frame)) : 0;
  const [one, two] = settings.shown;
  const first = loopTrim(settings, loop, one, frame, ln);
  write(frame, AT.learnedTrim, Math.exp(ln));
  write(frame, AT.lambdaTrim, first);
  write(frame, AT.lambdaTrimTwo, two === one ? first : loopTrim(settings, loop, two, frame, ln));
}

/** Closed loop, and what it says in channels. */
function stepLoop(program: EcuProgram, state: EcuState, frame: Frame, { looping, learning }: EcuOut): void {
  closedLoop.step(program.closedLoop, state.closedLoop, frame, looping);
  write(frame, AT.loopState, LOOP_CODE[looping.reason]);
  learnedTrim.step(program.learned, state.learned, frame, learning);
  if (learning.movedLn !== 0) giveBack(state.closedLoop, learning.movedLn);
}

/** Boost, and what it says in channels. */
function stepBoost(program: EcuProgram, state: EcuState, frame: Frame, decided: BoostOut): void {
  boost.step(program.boost, state.boost, frame, decided);
  write(frame, AT.boostTarget, decided.targetKpa);
  write(frame, AT.boostDuty, decided.dutyPercent);
  write(frame, AT.boostCut, decided.cut ? 1 : 0);
}

/** Idle with what the outputs that are on load it by, and what it says in channels. */
function stepIdle(
  program: EcuProgram,
  state: EcuState,
  frame: Frame,
  { outputs, idling, working }: EcuOut,
): void {
  let [airPercent, raisedRpm] = [0, 0];
  for (let i = 0; i < program.outputs.length; i += 1) {
    if (!(outputs[i] as SwitchingOut).on) continue;
    const { idleAirPercent, raisesIdleRpm } = program.outputs[i] as OutputProgram;
    airPercent += idleAirPercent;
    raisedRpm += raisesIdleRpm;
  }
  write(frame, AT.idleLoadAir, airPercent);
  write(frame, AT.idleLoadSpeed, raisedRpm);
  const { integralPercent } = state.idle;
  idle.step(program.idle, state.idle, frame, idling);
  if (!Number.isNaN(working.airPercent)) {
    // Air that is held teaches idle nothing: it goes on from where it was.
    state.idle.integralPercent = integralPercent;
    idling.openingPercent = working.airPercent;
  }
  write(frame, AT.idleState, IDLE_CODE[idling.reason]);
  write(frame, AT.idleTarget, idling.targetRpm);
  write(frame, AT.idleOpening, idling.openingPercent);
}

/** Protection, and what it says in channels. */
function stepProtection(program: EcuProgram, state: EcuState, frame: Frame, decided: ProtectionOut): void {
  protection.step(program.protection, state.protection, frame, decided);
  write(frame, AT.protection, guardCode(decided));
  write(frame, AT.protectionLimit, decided.limitRpm);
  write(frame, AT.protectionRicher, decided.richerPercent);
  write(frame, AT.boostHeldDown, decided.boostRests ? 1 : 0);
}

/** Limits, and what they say in channels. */
function stepLimits(program: EcuProgram, state: EcuState, frame: Frame, limited: SpeedLimitOut): void {
  speedLimits.step(program.limits, state.limits, frame, limited);
  write(frame, AT.limiting, LIMIT_CODE[limited.reason]);
  write(frame, AT.limitSpeed, limited.hardRpm < NO_LIMIT_RPM ? limited.hardRpm : NaN);
  write(frame, AT.cutShare, 100 * limited.share);
  write(frame, AT.launch, limited.launching ? 1 : 0);
  write(frame, AT.sinceLaunch, limited.sinceLaunchS);
}

const NONE: readonly boolean[] = [];
/** Where there are no corrections; nothing is ever put in. */
const NONE_APPLIED: AppliedCorrection[] = [];

/** Of each correction, whether it acts; nothing is made where there are none. */
function activeOf({ corrections }: EcuOut): readonly boolean[] {
  return corrections.length === 0 ? NONE : corrections.map((decided) => decided.active);
}

/**
 * Spark of a cylinder that is about to fire, ° BTDC, with what the last event decided: fuel is computed a good part of a
 * cycle before it burns, the spark just before.
 * @throws {TypeError} before the first event.
 */
export function sparkStep(program: EcuProgram, state: EcuState, frame: Frame, out: EcuOut): number {
  if (!out.stepped) throw new TypeError('No event has been stepped');
  const active = activeOf(out);
  const load = targetLoad(program, frame, out.fuel.loadThrottlePercent);
  const { retardDeg, sparkDeg: replacedDeg } = out.limited;
  const knockDeg = knockRetardDeg(program.knock, state.knock, read(frame, AT.cylinder));
  const held = { retardDeg: retardDeg + out.cut.retardDeg + knockDeg, sparkDeg: replacedDeg };
  const decisions = { active, cut: out.cut.cut, held, film: null, tried: null };
  const applied = program.corrections.length === 0 ? NONE_APPLIED : [];
  const { sparkDeg: byMaps, idleDeg } = sparkAt(program, frame, load, decisions, applied, out.spark);
  const { sparkDeg: fixed, sparkAddsDeg } = out.working;
  const wantedDeg = Number.isNaN(fixed) ? byMaps + sparkAddsDeg : fixed;
  const sparkDeg = Math.min(SPARK_LIMITS.max, Math.max(SPARK_LIMITS.min, wantedDeg));
  write(frame, AT.sparkAdvance, sparkDeg);
  write(frame, AT.idleSpark, idleDeg);
  return sparkDeg;
}

/**
 * The step of a cylinder’s knock window, once it has passed: the frame brings the noise and names the cylinder, and leaves with what
 * is held and pulled.
 */
export function knockStep(program: EcuProgram, state: EcuState, frame: Frame, out: EcuOut): void {
  const { knock: settings } = program;
  if (settings === null) return;
  knock.step(settings, state.knock, frame, out.knocking);
  const { heldV, counts } = state.knock;
  let most = 0;
  for (let i = 0; i < heldV.length; i += 1) {
    const deg = knockRetardDeg(settings, state.knock, i + 1);
    most = Math.max(most, deg);
    write(frame, KNOCK_NOISE_PLACES[i] as number, heldV[i] as number);
    write(frame, KNOCK_RETARD_PLACES[i] as number, deg);
  }
  write(frame, AT.knockRetard, most);
  write(frame, AT.knockCount, total(counts));
  write(frame, AT.knockState, KNOCK_CODE[out.knocking.reason]);
}

/** Whether a cylinder that is about to fire, which the frame names, gets no spark; asked once a firing. */
export function sparkWithheld(program: EcuProgram, state: EcuState, frame: Frame, out: EcuOut): boolean {
  return withholdsSpark(program.limits, state.limits, out.limited, read(frame, AT.cylinder));
}

/**
 * The step of the outputs, at a rate of its own: inputs, then each output by its conditions.
 * @param slow the inputs that move slowly are read too, which they need not be every time.
 */
export function outputStep(
  program: EcuProgram,
  state: EcuState,
  signals: Float64Array,
  frame: Frame,
  out: EcuOut,
  slow: boolean,
): void {
  if (slow) readInputs(program, state, signals, frame);
  else readQuickInputs(program, state, signals, frame, out.inputs.outputs);
  restPhase(state, frame);
  if (program.protection !== null) stepProtection(program, state, frame, out.protecting);
  stepLostSensors(program, state, frame);
  if (program.closedLoop !== null) stepLoop(program, state, frame, out);
  if (program.boost !== null) stepBoost(program, state, frame, out.boosting);
  if (program.limits !== null) {
    writeCuts(program, state, frame);
  }
  write(frame, AT.overrunCuts, state.overrun.count);
  write(frame, AT.resets, state.resets);
  for (let i = 0; i < program.outputs.length; i += 1) {
    const output = program.outputs[i] as Switching;
    switching.step(output, state.outputs[i] as SwitchingState, frame, out.outputs[i] as SwitchingOut);
  }
  stepWork(out.workable, state, frame, out.outputs, out.working);
  write(frame, AT.outputsOn, onCount(out.outputs));
  stepIdle(program, state, frame, out);
}

/** How many outputs are on. */
function onCount(outputs: readonly SwitchingOut[]): number {
  let count = 0;
  for (let i = 0; i < outputs.length; i += 1) if ((outputs[i] as SwitchingOut).on) count += 1;
  return count;
}

function total(counts: readonly number[]): number {
  let sum = 0;
  for (let i = 0; i < counts.length; i += 1) sum += counts[i] as number;
  return sum;
}
