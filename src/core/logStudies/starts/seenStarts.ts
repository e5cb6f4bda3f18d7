import { PHASE } from '../../channel';
import { type Log, logged } from '../../log';
import { quantile } from '../../numeric';

/** How one try to start an engine went, as its speed tells. */
export type StartEnd =
  /** It fired and went on by itself. */
  | 'ran'
  /** It began to run, and fell back or stood within three seconds. */
  | 'died'
  /** It fired, and fell back to what the starter turns. */
  | 'fell'
  /** It never turned faster than by the starter. */
  | 'never';

/** One try to start, as a log holds it. */
export interface SeenStart {
  readonly fromS: number;
  readonly toS: number;
  readonly coolantC: number;
  /** The speed that the starter gives it, rev/min. */
  readonly starterRpm: number;
  /** Turns of the crank until fuel was first injected, until it first fired, and in all on the starter. */
  readonly fuelFromTurn: number;
  readonly firedTurn: number | null;
  readonly crankedTurns: number;
  readonly end: StartEnd;
  /** When it ran, and how long until it fell back, stood or the log ended, s; NaN where it did not. */
  readonly ranFromS: number;
  readonly ranForS: number;
  /** Its speed fell as running fuel took over from cranking fuel, and not for want of that. */
  readonly dipped: boolean;
  /** The richest lambda that was read while cranking fuel burned; NaN where none was. */
  readonly lambdaAtCatch: number;
  /** The leanest that was read as running fuel took over, by the richest of its sensors; NaN where none was. */
  readonly lambdaAtChange: number;
}

/** Slower than this it stands, rev/min. */
const TURNS_RPM = 20;
/** No starter turns an engine so fast, rev/min: a log that begins so begins with a running engine. */
const NO_STARTER_RPM = 420;
/** The starter’s own speed is read over these turns: before them it gathers speed, behind them fuel may have fired. */
const STARTER_TURNS = { from: 0.4, to: 1.4 } as const;
/** So much faster than by the starter it fires, and its first firing is where it left the starter’s speed by so much. */
const FIRES = { times: 1.25, from: 1.08 } as const;
/** It runs when it has turned faster than this for so long, s: as times of the starter’s speed, and in rev/min. */
const RUNS = { times: 1.9, rpm: 380, forS: 0.8 } as const;
/** A speed that falls by such a share within so long after it began to run dips, s. */
const DIPS = { share: 0.06, withinS: 0.8 } as const;
/** Leaner than this running fuel is what it dips for. */
const LEAN_LAMBDA = 1.1;
/** An engine that stands again so soon after it began to run has hardly run, s. */
const HARDLY_S = 3;
/** An engine that runs on by what it is given runs longer than this, s. */
export const STANDS_SOON_S = 8;
/** What burned on cranking fuel is read until so long after it began to run, and what burned just behind it until then, s. */
const READ_LATE_S = 0.35;
const CHANGE_READ_S = 1.2;
/** Where the log does not have injection, fuel begins with the crank’s place, about here, turns. */
const USUAL_FUEL_TURN = 1.5;

/** Whether it began to run and did not run on. */
export function stoodSoon({ end, ranForS }: SeenStart): boolean {
  return end === 'died' || (end === 'ran' && ranForS < STANDS_SOON_S);
}

/** Every try to start in a log, in their order. */
export function seenStarts(log: Log): SeenStart[] {
  const speed = log.columns.speed;
  if (speed === undefined) return [];
  const starts: SeenStart[] = [];
  let from = -1;
  for (let i = 0; i <= log.timeS.length; i += 1) {
    const turns = i < log.timeS.length && (speed[i] as number) > TURNS_RPM;
    if (turns && from < 0) from = i;
    if (turns || from < 0) continue;
    const seen = startIn(log, speed, from, i - 1);
    if (seen !== null) starts.push(seen);
    from = -1;
  }
  return starts;
}

/** The start that a stretch of turning begins with; null where it begins with a running engine, or is too short to say anything. */
function startIn(log: Log, speed: ArrayLike<number>, from: number, to: number): SeenStart | null {
  if ((speed[from] as number) > NO_STARTER_RPM || logged(log, 'phase', from) === PHASE.running) return null;
  const turns = turnsFrom(log, speed, from, to);
  const turnAt = (i: number) => turns[i - from] as number;
  const early: number[] = [];
  for (let i = from; i <= to && turnAt(i) < STARTER_TURNS.to; i += 1)
    if (turnAt(i) >= STARTER_TURNS.from) early.push(speed[i] as number);
  if (early.length === 0 || turnAt(to) < 2 * STARTER_TURNS.to) return null;
  const starterRpm = quantile(early, 0.5);
  const fired = firstFired(speed, from, to, starterRpm);
  const ranFrom = fired === null ? null : firstRunning(log, speed, fired, to, starterRpm);
  const crankedTo = ranFrom ?? to;
  const ranForS = ranFrom === null ? NaN : ranFor(log, speed, ranFrom, to, FIRES.times * starterRpm);
  const ranS = log.timeS[crankedTo] as number;
  return {
    fromS: log.timeS[from] as number,
    toS: log.timeS[to] as number,
    coolantC: logged(log, 'coolant', from),
    starterRpm,
    fuelFromTurn: fuelFrom(log, from, crankedTo, turnAt),
    firedTurn: fired === null ? null : turnAt(fired),
    crankedTurns: turnAt(crankedTo),
    end: ranFrom !== null ? (ranForS < HARDLY_S ? 'died' : 'ran') : fired === null ? 'never' : 'fell',
    ranFromS: ranFrom === null ? NaN : ranS,
    ranForS,
    dipped: ranFrom !== null && dips(log, speed, ranFrom, to, ranForS),
    lambdaAtCatch: fired === null ? NaN : richestIn(log, fired, ranS + READ_LATE_S),
    lambdaAtChange:
      ranFrom === null ? NaN : leanestIn(log, ranFrom, ranS + READ_LATE_S, ranS + CHANGE_READ_S),
  };
}

/** Turns of the crank at each sample since it began to turn, by its speed. */
function turnsFrom({ timeS }: Log, speed: ArrayLike<number>, from: number, to: number): Float64Array {
  const turns = new Float64Array(to - from + 1);
  for (let i = from + 1; i <= to; i += 1) {
    const rpm = ((speed[i] as number) + (speed[i - 1] as number)) / 2;
    turns[i - from] =
      (turns[i - from - 1] as number) + (rpm / 60) * ((timeS[i] as number) - (timeS[i - 1] as number));
  }
  return turns;
}

/** The sample at which it first left the starter’s speed; null where it never did. */
function firstFired(speed: ArrayLike<number>, from: number, to: number, starterRpm: number): number | null {
  for (let i = from; i < to; i += 1) {
    // One reading alone may be a tooth that was missed.
    const fast = Math.min(speed[i] as number, speed[i + 1] as number);
    if (fast < FIRES.times * starterRpm) continue;
    let began = i;
    while (began > from && (speed[began - 1] as number) > FIRES.from * starterRpm) began -= 1;
    return began;
  }
  return null;
}

/** The sample from which it runs; null where it never does. */
function firstRunning(
  log: Log,
  speed: ArrayLike<number>,
  fired: number,
  to: number,
  starterRpm: number,
): number | null {
  const fast = Math.max(RUNS.rpm, RUNS.times * starterRpm);
  let since = -1;
  for (let i = fired; i <= to; i += 1) {
    if (logged(log, 'phase', i) === PHASE.running) return i;
    if ((speed[i] as number) < fast) since = -1;
    else if (since < 0) since = i;
    const isKnown = !Number.isNaN(logged(log, 'phase', i));
    if (!isKnown && since >= 0 && (log.timeS[i] as number) - (log.timeS[since] as number) > RUNS.forS)
      return since;
  }
  return null;
}

/** Whether the speed falls just after it began to run, while its mixture was no lean one. */
function dips(log: Log, speed: ArrayLike<number>, ranFrom: number, to: number, ranForS: number): boolean {
  const { timeS } = log;
  const ranS = timeS[ranFrom] as number;
  let [most, fell] = [0, false];
  for (let i = ranFrom; i <= to && (timeS[i] as number) <= ranS + DIPS.withinS; i += 1) {
    most = Math.max(most, speed[i] as number);
    if ((speed[i] as number) < (1 - DIPS.share) * most) fell = true;
    // What did not burn in an engine that dies reads lean, too.
    const isRunningFuel = (timeS[i] as number) > ranS + READ_LATE_S;
    if (ranForS < HARDLY_S || !isRunningFuel) continue;
    const lambdas = lambdasAt(log, i);
    if (lambdas.length > 0 && Math.min(...lambdas) > LEAN_LAMBDA) return false;
  }
  return fell;
}

function lambdasAt(log: Log, i: number): number[] {
  return [logged(log, 'lambdaOne', i), logged(log, 'lambdaTwo', i)].filter((lambda) => !Number.isNaN(lambda));
}

/** The richest lambda of any sensor from a sample until a time; NaN without one. */
function richestIn(log: Log, from: number, untilS: number): number {
  let least = Infinity;
  for (let i = from; i < log.timeS.length && (log.timeS[i] as number) <= untilS; i += 1)
    least = Math.min(least, ...lambdasAt(log, i));
  return Number.isFinite(least) ? least : NaN;
}

/** The leanest moment between two times, by the richest of the sensors; NaN without one. */
function leanestIn(log: Log, from: number, fromS: number, untilS: number): number {
  let most = -Infinity;
  for (let i = from; i < log.timeS.length && (log.timeS[i] as number) <= untilS; i += 1) {
    const lambdas = lambdasAt(log, i);
    if ((log.timeS[i] as number) >= fromS && lambdas.length > 0) most = Math.max(most, Math.min(...lambdas));
  }
  return Number.isFinite(most) ? most : NaN;
}

/** How long it ran until it fell back to the starter, stood, or the log ended, s. */
function ranFor(log: Log, speed: ArrayLike<number>, ranFrom: number, to: number, slowRpm: number): number {
  const ranS = log.timeS[ranFrom] as number;
  for (let i = ranFrom; i <= to; i += 1)
    if ((speed[i] as number) < slowRpm) return (log.timeS[i] as number) - ranS;
  return (log.timeS[to] as number) - ranS;
}

/** Turns until fuel was first injected. */
function fuelFrom(log: Log, from: number, to: number, turnAt: (i: number) => number): number {
  const { injectorOpening } = log.columns;
  if (injectorOpening === undefined) return USUAL_FUEL_TURN;
  for (let i = from; i <= to; i += 1) if ((injectorOpening[i] as number) > 0) return turnAt(i);
  return USUAL_FUEL_TURN;
}
