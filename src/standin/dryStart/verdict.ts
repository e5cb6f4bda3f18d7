import type { EventOutcome } from '../plant';
import type { StartEvent, StartTrace } from './trace';

/** How a dry start ended. */
export type VerdictCode =
  /** Runs to the end and holds its speed. */
  | 'caught'
  /** Runs to the end, but surges. */
  | 'unsettled'
  /** Never ran: what it drew was too lean to burn. */
  | 'cranksLean'
  /** Never ran: too rich to burn, or the plugs are soaked. */
  | 'floods'
  /** Ran and died. */
  | 'stalls'
  /** Never ran: nothing lit what it drew. */
  | 'noSpark'
  /** Burned now and then without ever pulling away from the starter. */
  | 'weak'
  /** The starter could not turn it fast enough, or at all. */
  | 'doesNotTurn';

/** The verdict with the numbers it rests on. */
export interface StartVerdict {
  readonly code: VerdictCode;
  /** Turns of the crank until it ran for good; null when it never did. */
  readonly turnsToCatch: number | null;
  /** Why charges failed to burn where it mattered, most frequent first; null when they burned. */
  readonly mainFault: Exclude<EventOutcome, 'burned'> | null;
  /** Fuel was cut as on overrun in most of the deciding stretch. */
  readonly cut: boolean;
  /** Middle vapour lambda of the deciding stretch; null when nothing was drawn. */
  readonly vapourLambda: number | null;
  /** Mean speed at the end, rev/min. */
  readonly endSpeedRpm: number;
  /** Highest speed reached, rev/min. */
  readonly topSpeedRpm: number;
  /** Lowest battery voltage while cranking, V. */
  readonly crankingV: number;
}

const END_STRETCH_S = 3;
/** Speed spread (max − min over mean) in the last seconds above which it surges. */
const SURGE_SHARE = 0.18;
const ALIVE_RPM = 300;
const TOO_SLOW_RPM = 60;

/** Reads the verdict off what happened; knows nothing of the calibration. */
export function verdictOf(trace: StartTrace, events: readonly StartEvent[]): StartVerdict {
  const endS = trace.timeS[trace.timeS.length - 1] ?? 0;
  const end = trace.speedRpm.filter((_, i) => (trace.timeS[i] as number) >= endS - END_STRETCH_S);
  const endSpeedRpm = mean(end);
  const topSpeedRpm = Math.max(0, ...trace.speedRpm);
  const crankingV = Math.min(...trace.batteryV);
  const ranAtAll = events.some((event) => event.phase === 'running');
  const runsAtEnd = Math.min(...end) > ALIVE_RPM && events[events.length - 1]?.phase === 'running';
  const shared = { endSpeedRpm, topSpeedRpm, crankingV };

  if (runsAtEnd) {
    const spread = (Math.max(...end) - Math.min(...end)) / endSpeedRpm;
    const late = events.filter((event) => event.timeS >= endS - END_STRETCH_S);
    return {
      ...shared,
      code: spread > SURGE_SHARE ? 'unsettled' : 'caught',
      turnsToCatch: turnsToCatch(events),
      mainFault: mainFault(late),
      cut: wasCut(late),
      vapourLambda: middleLambda(late),
    };
  }
  if (ranAtAll) {
    const dying = dyingStretch(events);
    return {
      ...shared,
      code: 'stalls',
      turnsToCatch: null,
      mainFault: decidingFault(dying),
      cut: wasCut(dying),
      vapourLambda: middleLambda(dying),
    };
  }
  const fault = mainFault(events);
  const base = {
    ...shared,
    turnsToCatch: null,
    mainFault: fault,
    cut: false,
    vapourLambda: middleLambda(events),
  };
  if (topSpeedRpm < TOO_SLOW_RPM) return { ...base, code: 'doesNotTurn' };
  const burned = events.filter((event) => event.outcome === 'burned').length;
  if (fault === 'tooRich' || fault === 'wetPlug') return { ...base, code: 'floods' };
  if (fault === 'noSpark') return { ...base, code: 'noSpark' };
  if (burned > events.length / 2) return { ...base, code: 'weak' };
  return { ...base, code: 'cranksLean' };
}

/** Turns until the running phase that lasts to the end began. */
function turnsToCatch(events: readonly StartEvent[]): number | null {
  let caught: number | null = null;
  let previous: StartEvent['phase'] = 'cranking';
  for (const event of events) {
    if (event.phase === 'running' && previous !== 'running') caught = event.turns;
    previous = event.phase;
  }
  return caught;
}

/** The charges drawn while running, up to the last one: what the engine died of. */
function dyingStretch(events: readonly StartEvent[]): StartEvent[] {
  const running = events.filter((event) => event.phase === 'running');
  const last = running[running.length - 1];
  return last === undefined ? [] : running.filter((event) => event.timeS > last.timeS - 1.5);
}

function mainFault(events: readonly StartEvent[]): StartVerdict['mainFault'] {
  const counts = new Map<Exclude<EventOutcome, 'burned'>, number>();
  for (const { outcome } of events) {
    if (outcome !== 'burned') counts.set(outcome, (counts.get(outcome) ?? 0) + 1);
  }
  let most: StartVerdict['mainFault'] = null;
  for (const [outcome, count] of counts) {
    if (most === null || count > (counts.get(most) ?? 0)) most = outcome;
  }
  return most;
}

/** Share of charges that must fail before the mixture, and not torque, is what it died of. */
const DECIDING_SHARE = 0.25;

function decidingFault(events: readonly StartEvent[]): StartVerdict['mainFault'] {
  const failed = events.filter(({ outcome }) => outcome !== 'burned').length;
  return failed < DECIDING_SHARE * events.length ? null : mainFault(events);
}

function wasCut(events: readonly StartEvent[]): boolean {
  return events.filter(({ cut }) => cut).length > DECIDING_SHARE * events.length;
}

function middleLambda(events: readonly StartEvent[]): number | null {
  const sorted = events
    .map((event) => event.vapourLambda)
    .filter(Number.isFinite)
    .sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? null;
}

function mean(values: readonly number[]): number {
  return values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;
}
