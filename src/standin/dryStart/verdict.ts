import { type CarEvent, isRunning } from '../virtualCar';
import type { EventOutcome } from '../plant';
import type { StartTrace } from './trace';

/** How a dry start ended. */
export type VerdictCode =
  /** Runs to the end, holds its speed, and does what was asked. */
  | 'caught'
  /** Runs to the end and holds its speed, but not at the mixture or the speed that was asked. */
  | 'runsOff'
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
  /** The same, or it died, for want of air. */
  | 'starved'
  /** The engine computer went out while the starter turned. */
  | 'goesOut'
  /** The starter could not turn it fast enough, or at all. */
  | 'doesNotTurn';

type Fault = Exclude<EventOutcome, 'burned'>;

/** The verdict with the numbers it rests on. */
export interface StartVerdict {
  readonly code: VerdictCode;
  /** Turns of the crank until it ran for good; null when it never did. */
  readonly turnsToCatch: number | null;
  /** Turns of the crank until a charge burned; null when none did. */
  readonly turnsToFire: number | null;
  /** Why charges failed to burn where it mattered, most frequent first; null when they burned. */
  readonly mainFault: Fault | null;
  /** The charges that the prime pulse alone had fed were too rich already. */
  readonly primed: boolean;
  /** Fuel was cut as on overrun in most of the deciding stretch. */
  readonly cut: boolean;
  /** Middle vapour lambda of the deciding stretch; null when nothing was drawn. */
  readonly vapourLambda: number | null;
  /** Lambda that was asked there; null while cranking. */
  readonly lambdaTarget: number | null;
  /** Work of the charges that burned there against that with the best spark, and the air of all against full cylinders. */
  readonly sparkShare: number;
  readonly airShare: number;
  /** Mean speed at the end, and what was asked, rev/min. */
  readonly endSpeedRpm: number;
  readonly idleRpm: number | null;
  readonly off: Off;
  /** Highest speed reached, rev/min. */
  readonly topSpeedRpm: number;
  /** Lowest battery voltage while cranking, V. */
  readonly crankingV: number;
}

const AS_ASKED: Off = { lambda: null, speedRpm: null };

/** What the builder asked for, and what the engine computer’s power did. */
export interface Asked {
  /** Target idle speed at the end; null where there is none. */
  readonly idleRpm: number | null;
  /** How often the engine computer went out for want of voltage. */
  readonly resets: number;
}

const END_STRETCH_S = 3;
/** Speed spread (max − min over mean) in the last seconds above which it surges. */
const SURGE_SHARE = 0.18;
const ALIVE_RPM = 300;
const TOO_SLOW_RPM = 60;
/** How far lambda may be off its target, as a share: a cold engine’s film and vapour still settle. */
const LAMBDA_WITHIN = { warm: 0.12, cold: 0.25 } as const;
const WARM_FROM_C = 60;
/** How far idle speed may be off its target, as a share: a cold engine’s oil and mixture change by the second. */
const IDLE_WITHIN = { warm: 0.12, cold: 0.2 } as const;
/** Share of charges that must fail before the mixture, and not torque, is what it died of. */
const DECIDING_SHARE = 0.25;
/** Below these an engine that burns is short of spark, or of air. */
const SHORT = { spark: 0.7, air: 0.42 } as const;
/** With less air than this no mixture burns as it should. */
const HARDLY_ANY_AIR = 0.2;
/** The first charges after the position is known, which only the prime pulse has fed: this part of a cycle, turns. */
const PRIMED_TURNS = 1.2;

/** Reads the verdict off what happened and what was asked; knows nothing else of the calibration. */
export function verdictOf(trace: StartTrace, events: readonly CarEvent[], asked: Asked): StartVerdict {
  const endS = trace.timeS[trace.timeS.length - 1] ?? 0;
  const end = trace.speedRpm.filter((_, i) => (trace.timeS[i] as number) >= endS - END_STRETCH_S);
  const topSpeedRpm = Math.max(0, ...trace.speedRpm);
  const ran = events.some(isRunning);
  const last = events[events.length - 1];
  const runsAtEnd = Math.min(...end) > ALIVE_RPM && last !== undefined && isRunning(last);
  const deciding = runsAtEnd
    ? events.filter(({ timeS }) => timeS >= endS - END_STRETCH_S)
    : ran
      ? dyingStretch(events)
      : events;
  const fault = runsAtEnd || !ran ? mainFault(deciding) : decidingFault(deciding);
  const base = {
    turnsToCatch: runsAtEnd ? turnsToCatch(events) : null,
    turnsToFire: events.find(({ outcome }) => outcome === 'burned')?.turns ?? null,
    mainFault: fault,
    primed: isPrimed(events),
    cut: wasCut(deciding),
    vapourLambda: middle(deciding.map(({ vapourLambda }) => vapourLambda).filter(Number.isFinite)),
    lambdaTarget: ran ? middle(deciding.map(({ lambdaTarget }) => lambdaTarget)) : null,
    ...shares(deciding),
    endSpeedRpm: mean(end),
    idleRpm: asked.idleRpm,
    topSpeedRpm,
    crankingV: Math.min(...trace.batteryV),
  };
  if (runsAtEnd) {
    const spread = (Math.max(...end) - Math.min(...end)) / base.endSpeedRpm;
    const off = offOf(base, last.coolantC >= WARM_FROM_C);
    const isOff = off.lambda !== null || off.speedRpm !== null;
    return { ...base, off, code: spread > SURGE_SHARE ? 'unsettled' : isOff ? 'runsOff' : 'caught' };
  }
  return { ...base, off: AS_ASKED, code: failureCode(base, deciding, ran, asked.resets) };
}

/** What is not as it was asked at the end: lambda against its target as a factor, speed over the target; null where it is. */
export interface Off {
  readonly lambda: number | null;
  readonly speedRpm: number | null;
}

function offOf(
  { vapourLambda, lambdaTarget, endSpeedRpm, idleRpm }: Omit<StartVerdict, 'code' | 'off'>,
  warm: boolean,
): Off {
  const of = warm ? 'warm' : 'cold';
  const factor = vapourLambda === null || lambdaTarget === null ? 1 : vapourLambda / lambdaTarget;
  const over = idleRpm === null ? 0 : endSpeedRpm / idleRpm - 1;
  return {
    lambda: Math.abs(factor - 1) > LAMBDA_WITHIN[of] ? factor : null,
    speedRpm: Math.abs(over) > IDLE_WITHIN[of] ? over * (idleRpm ?? 0) : null,
  };
}

function failureCode(
  verdict: Pick<StartVerdict, 'mainFault' | 'sparkShare' | 'airShare' | 'topSpeedRpm' | 'cut'>,
  deciding: readonly CarEvent[],
  ran: boolean,
  resets: number,
): VerdictCode {
  if (verdict.topSpeedRpm < TOO_SLOW_RPM) return 'doesNotTurn';
  if (resets > 0) return 'goesOut';
  const burned = deciding.filter(({ outcome }) => outcome === 'burned').length;
  const burns = ran ? verdict.mainFault === null : burned > deciding.length / 2;
  const short = !verdict.cut && verdict.sparkShare >= SHORT.spark && verdict.airShare < SHORT.air;
  if ((burns && short) || (!verdict.cut && verdict.airShare < HARDLY_ANY_AIR)) return 'starved';
  if (ran) return 'stalls';
  if (burns) return 'weak';
  const { mainFault: fault } = verdict;
  if (fault === 'tooRich' || fault === 'wetPlug') return 'floods';
  return fault === 'noSpark' ? 'noSpark' : 'cranksLean';
}

/** Turns until the running phase that lasts to the end began. */
function turnsToCatch(events: readonly CarEvent[]): number | null {
  let caught: number | null = null;
  let ran = false;
  for (const event of events) {
    if (isRunning(event) && !ran) caught = event.turns;
    ran = isRunning(event);
  }
  return caught;
}

/** The charges drawn while running, up to the last one: what the engine died of. */
function dyingStretch(events: readonly CarEvent[]): CarEvent[] {
  const running = events.filter(isRunning);
  const last = running[running.length - 1];
  return last === undefined ? [] : running.filter((event) => event.timeS > last.timeS - 1.5);
}

function mainFault(events: readonly CarEvent[]): Fault | null {
  const counts = new Map<Fault, number>();
  for (const { outcome } of events) {
    if (outcome !== 'burned') counts.set(outcome, (counts.get(outcome) ?? 0) + 1);
  }
  let most: Fault | null = null;
  for (const [outcome, count] of counts) {
    if (most === null || count > (counts.get(most) ?? 0)) most = outcome;
  }
  return most;
}

function decidingFault(events: readonly CarEvent[]): Fault | null {
  const failed = events.filter(({ outcome }) => outcome !== 'burned').length;
  return failed < DECIDING_SHARE * events.length ? null : mainFault(events);
}

/**
 * Whether the prime pulse flooded it: the charges it alone had fed were mostly too rich to burn, and those that cranking
 * fuel fed later were not, but met wet plugs.
 */
function isPrimed(events: readonly CarEvent[]): boolean {
  const from = events[0]?.turns ?? 0;
  const first = events.filter(({ turns }) => turns < from + PRIMED_TURNS);
  const late = events.slice(Math.floor(events.length / 2));
  const rich = first.filter(({ outcome }) => outcome === 'tooRich').length;
  const drowned = rich + first.filter(({ outcome }) => outcome === 'wetPlug').length;
  const stillRich = late.filter(({ outcome }) => outcome === 'tooRich').length;
  return rich > 0 && drowned > first.length / 2 && stillRich < late.length / 2;
}

function wasCut(events: readonly CarEvent[]): boolean {
  return events.filter(({ cut }) => cut).length > DECIDING_SHARE * events.length;
}

function shares(events: readonly CarEvent[]): Pick<StartVerdict, 'sparkShare' | 'airShare'> {
  const burned = events.filter(({ outcome }) => outcome === 'burned');
  return {
    sparkShare: burned.length === 0 ? 1 : mean(burned.map(({ sparkShare }) => sparkShare)),
    airShare: events.length === 0 ? 1 : mean(events.map(({ airShare }) => airShare)),
  };
}

function middle(values: readonly number[]): number | null {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? null;
}

function mean(values: readonly number[]): number {
  return values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;
}
