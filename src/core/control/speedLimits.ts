import { AT, type Frame, LIMIT_CODE, type LimitId, LIMITS, PHASE, read } from '../channel';
import { type Grid, lookUpCurve } from '../numeric';
import { type Control, TIME_SLACK_S } from './control';
import { copiedRotation, cutsNow, rotationAtRest, type RotationState } from './rotation';

/** The speed of a limit that is none: nothing turns as fast. */
export const NO_LIMIT_RPM = 1e6;

/** What is withheld from a charge that is cut. */
export type CutBy = 'fuel' | 'spark' | 'both';

/** How the engine’s speed is held back, and its charges while it shifts; base units. */
export interface SpeedLimiting {
  readonly cylinders: number;
  /** From the soft speed on it is held back, from the hard one on all charges are cut. */
  readonly softRpm: number;
  readonly hardRpm: number;
  /** How far speed has to fall before it is let go as much as on the way up. */
  readonly hysteresisRpm: number;
  readonly by: CutBy;
  /** What happens between the two: a rising share of charges is cut, or the spark is pulled by up to so much, °. */
  readonly softly: 'cuts' | 'retard';
  readonly retardDeg: number;
  /** Limits by coolant temperature and by gear, rev/min; null without one. */
  readonly byCoolant: Grid | null;
  readonly byGear: Grid | null;
  readonly launch: Launch | null;
  readonly shift: ShiftCut | null;
  /** What the spark is pulled by while its switch is held, °; 0 without one. */
  readonly heldRetardDeg: number;
}

/** A limit of its own while a switch is held and the car is slow. */
export interface Launch {
  readonly hardRpm: number;
  readonly belowKmPerH: number;
  readonly by: CutBy;
  /** Spark while it is held, ° BTDC; null for that of the map. */
  readonly sparkDeg: number | null;
  /** A limit for so long after it was left; null without one. */
  readonly after: { readonly hardRpm: number; readonly forS: number } | null;
}

/** All charges cut for a moment while a lever or a switch says that a gear is being changed. */
export interface ShiftCut {
  readonly by: CutBy;
  /** By the gear that is left, ms. */
  readonly timeMs: Grid;
  readonly aboveRpm: number;
  readonly aboveThrottlePercent: number;
  /** It is not done again for so long, s. */
  readonly againAfterS: number;
}

/** What has come before. */
export interface SpeedLimitState {
  /** The speed that counts: it follows at once upwards, and down only past the hysteresis, rev/min. */
  heldRpm: number;
  rotation: RotationState;
  /** For each cylinder the code of the limit by which its next charge gets no spark; 0 where it gets one. */
  sparkless: number[];
  /** Charges that got no fuel, or no spark, by limit and cylinder: limit × cylinders + cylinder − 1. */
  fuelCuts: number[];
  sparkCuts: number[];
  launching: boolean;
  /** When a launch was left, s; null before the first. */
  launchedS: number | null;
  shiftWas: boolean;
  shiftUntilS: number | null;
  shiftAgainS: number;
}

/** What is held back now, and why. */
export interface SpeedLimitOut {
  /** The limit that is nearest, and that acts: none while speed is below where it begins. */
  reason: LimitId;
  /** The nearest limit’s speeds, rev/min, whether it acts or not. */
  softRpm: number;
  hardRpm: number;
  /** Share of charges cut, 0…1. */
  share: number;
  by: CutBy;
  /** What the spark is pulled by, °. */
  retardDeg: number;
  /** Spark that replaces the map’s, ° BTDC; null for the map’s own. */
  sparkDeg: number | null;
  /** The charge that is being prepared gets no fuel. */
  cutFuel: boolean;
  launching: boolean;
  /** s; {@link LONG_AGO_S} before the first launch was left, and during one. */
  sinceLaunchS: number;
}

/** What never was counts as so long ago. */
export const LONG_AGO_S = 3600;
/** A switch reads 1 while it is held. */
const HELD = 0.5;

/**
 * Speed limits of all kinds, the lowest of which acts, and the cut of a gear shift. The frame names the cylinder whose charge is
 * being prepared; its spark is withheld when it comes to fire, and every spark at once where all are cut.
 */
export const speedLimits: Control<SpeedLimiting | null, SpeedLimitState, SpeedLimitOut> = {
  atRest: (settings) => ({
    heldRpm: 0,
    rotation: rotationAtRest(settings?.cylinders ?? 0),
    sparkless: noneOf(settings, 1),
    fuelCuts: noneOf(settings, LIMITS.length),
    sparkCuts: noneOf(settings, LIMITS.length),
    launching: false,
    launchedS: null,
    shiftWas: false,
    shiftUntilS: null,
    shiftAgainS: 0,
  }),
  copied: (state) => ({
    ...state,
    rotation: copiedRotation(state.rotation),
    sparkless: [...state.sparkless],
    fuelCuts: [...state.fuelCuts],
    sparkCuts: [...state.sparkCuts],
  }),
  out: () => ({
    reason: 'none',
    softRpm: Infinity,
    hardRpm: Infinity,
    share: 0,
    by: 'fuel',
    retardDeg: 0,
    sparkDeg: null,
    cutFuel: false,
    launching: false,
    sinceLaunchS: LONG_AGO_S,
  }),
  step(settings, state, frame, out) {
    if (settings === null) return;
    const timeS = read(frame, AT.time);
    followLaunch(settings.launch, state, frame, timeS);
    followShift(settings.shift, state, frame, timeS);
    const speedRpm = read(frame, AT.speed);
    state.heldRpm = Math.max(speedRpm, Math.min(state.heldRpm, speedRpm + settings.hysteresisRpm));
    nearest(settings, state, frame, timeS, out);
    const shifting = state.shiftUntilS !== null && timeS < state.shiftUntilS - TIME_SLACK_S;
    const running = read(frame, AT.phase) === PHASE.running;
    const part = running ? partOf(state.heldRpm, out) : 0;
    const cuts = settings.softly === 'cuts' || part === 1;
    out.share = shifting && running ? 1 : cuts ? part : 0;
    if (shifting && running && settings.shift !== null) {
      out.reason = 'shift';
      out.by = settings.shift.by;
    } else if (part === 0) out.reason = 'none';
    const held = read(frame, AT.retardSwitch) > HELD ? settings.heldRetardDeg : 0;
    out.retardDeg = (settings.softly === 'retard' ? part * settings.retardDeg : 0) + held;
    out.sparkDeg = state.launching && running ? (settings.launch?.sparkDeg ?? null) : null;
    out.launching = state.launching;
    out.sinceLaunchS =
      state.launchedS === null || state.launching
        ? LONG_AGO_S
        : Math.min(LONG_AGO_S, timeS - state.launchedS);
    cut(settings, state, read(frame, AT.cylinder), out);
  },
};

function noneOf(settings: SpeedLimiting | null, each: number): number[] {
  return new Array<number>((settings?.cylinders ?? 0) * each).fill(0);
}

/** A launch is on while its switch is held and the car is slow; leaving it begins the time after it. */
function followLaunch(launch: Launch | null, state: SpeedLimitState, frame: Frame, timeS: number): void {
  if (launch === null) return;
  const on =
    read(frame, AT.launchSwitch) > HELD &&
    read(frame, AT.vehicleSpeed) < launch.belowKmPerH &&
    read(frame, AT.phase) === PHASE.running;
  if (state.launching && !on) state.launchedS = timeS;
  state.launching = on;
}

/** The moment the switch closes under load begins a cut, if the last one is long enough ago. */
function followShift(shift: ShiftCut | null, state: SpeedLimitState, frame: Frame, timeS: number): void {
  if (shift === null) return;
  const held = read(frame, AT.shiftSwitch) > HELD;
  const closes = held && !state.shiftWas;
  state.shiftWas = held;
  if (!closes || timeS < state.shiftAgainS - TIME_SLACK_S) return;
  const underLoad =
    read(frame, AT.speed) > shift.aboveRpm && read(frame, AT.throttle) > shift.aboveThrottlePercent;
  if (!underLoad) return;
  state.shiftUntilS = timeS + lookUpCurve(shift.timeMs, read(frame, AT.gear)) / 1000;
  state.shiftAgainS = timeS + shift.againAfterS;
}

/** The lowest of the limits there are now. */
function nearest(
  settings: SpeedLimiting,
  state: SpeedLimitState,
  frame: Frame,
  timeS: number,
  out: SpeedLimitOut,
): void {
  out.reason = 'speed';
  out.hardRpm = settings.hardRpm;
  out.by = settings.by;
  if (settings.byCoolant !== null) {
    lower(out, 'cold', lookUpCurve(settings.byCoolant, read(frame, AT.coolant)), settings.by);
  }
  if (settings.byGear !== null) {
    lower(out, 'gear', lookUpCurve(settings.byGear, read(frame, AT.gear)), settings.by);
  }
  const { launch } = settings;
  if (launch !== null && state.launching) lower(out, 'launch', launch.hardRpm, launch.by);
  else if (launch?.after != null && state.launchedS !== null) {
    const passedS = timeS - state.launchedS;
    if (passedS < launch.after.forS - TIME_SLACK_S) {
      lower(out, 'afterLaunch', launch.after.hardRpm, launch.by);
    }
  }
  lower(out, 'protection', read(frame, AT.protectionLimit), 'fuel');
  lower(out, 'sensor', read(frame, AT.sensorLimit), 'fuel');
  if (read(frame, AT.boostCut) > 0) lower(out, 'overboost', 0, 'fuel');
  out.softRpm = out.hardRpm - (settings.hardRpm - settings.softRpm);
}

/** NaN, where nothing is known of a limit, is none. */
function lower(out: SpeedLimitOut, reason: LimitId, hardRpm: number, by: CutBy): void {
  if (!(hardRpm < out.hardRpm)) return;
  out.reason = reason;
  out.hardRpm = hardRpm;
  out.by = by;
}

/** How much of the way from the soft to the hard speed, 0…1. */
function partOf(rpm: number, { softRpm, hardRpm }: SpeedLimitOut): number {
  if (rpm >= hardRpm) return 1;
  return rpm <= softRpm ? 0 : (rpm - softRpm) / (hardRpm - softRpm);
}

function cut(
  { cylinders }: SpeedLimiting,
  state: SpeedLimitState,
  cylinder: number,
  out: SpeedLimitOut,
): void {
  const known = cylinder >= 1 && cylinder <= cylinders;
  const isCut = known && cutsNow(state.rotation, out.share, cylinder);
  out.cutFuel = isCut && out.by !== 'spark';
  if (!known) return;
  if (out.cutFuel) count(state.fuelCuts, LIMIT_CODE[out.reason], cylinders, cylinder);
  state.sparkless[cylinder - 1] = isCut && out.by !== 'fuel' ? LIMIT_CODE[out.reason] : 0;
}

/**
 * Whether a cylinder that comes to fire gets no spark; asked once a firing, which it counts.
 * @param cylinder by its number.
 */
export function withholdsSpark(
  settings: SpeedLimiting | null,
  state: SpeedLimitState,
  { share, by, reason }: SpeedLimitOut,
  cylinder: number,
): boolean {
  if (settings === null) return false;
  const chosen = state.sparkless[cylinder - 1] ?? 0;
  const code = share === 1 && by !== 'fuel' ? LIMIT_CODE[reason] : chosen;
  if (code === 0) return false;
  count(state.sparkCuts, code, settings.cylinders, cylinder);
  return true;
}

function count(counts: number[], code: number, cylinders: number, cylinder: number): void {
  const at = code * cylinders + cylinder - 1;
  counts[at] = (counts[at] as number) + 1;
}
