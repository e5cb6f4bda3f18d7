import { airForWorkGPerS, flowShare, type IdleEngine, idleNeed } from '../engine';

/** An idling engine and its valve. */
export interface LoopEngine {
  readonly engine: IdleEngine;
  readonly hotSpeedRpm: number;
  /** Air the valve passes fully open while idling, g/s; null without one that is driven. */
  readonly valveGPerS: number | null;
}

/** Numbers of idle control as they are proposed. */
export interface ProposedLoop {
  readonly windowRpm: number;
  readonly throttleBelowPercent: number;
  readonly sparkDegPer100Rpm: number;
  readonly sparkLimitDeg: number;
  /** Held in reserve at the target; none beside a valve. */
  readonly sparkRestDeg: number;
  readonly airPerSPer100Rpm: number;
  readonly airLimitPercent: number;
  readonly dashpotPercent: number;
  readonly dashpotS: number;
}

const HOT_C = 80;
/** The air of 100 rev/min is brought in such a time, s: a manifold fills several times faster. */
const BRINGS_IN_S = 0.75;
/** The spark beside a valve, for the time its air takes; and by itself for everything, with a reserve: it idles late, on more air. */
const SPARK = {
  besideValve: { limitDeg: 6, restDeg: 0, perDeg100Rpm: 8, windowRpm: 300 },
  alone: { limitDeg: 15, restDeg: 12, perDeg100Rpm: 20, windowRpm: 900 },
} as const;
/** Share of an alternator’s shaft power that becomes current, and the voltage it charges with, V. */
const ALTERNATOR = { share: 0.55, volts: 13.8 } as const;

/** Valve opening, %, that gives a flow of air at a hot idle, g/s. */
function openingFor({ engine, hotSpeedRpm, valveGPerS }: LoopEngine, gPerS: number): number {
  if (valveGPerS === null) return 0;
  const { manifoldKpa } = idleNeed(engine, hotSpeedRpm, HOT_C);
  return (100 * gPerS) / (valveGPerS * flowShare(engine, manifoldKpa));
}

/** Valve opening that 100 rev/min more need at a hot idle, %. */
export function openingOf100Rpm(idling: LoopEngine): number {
  const { engine, hotSpeedRpm } = idling;
  const more = idleNeed(engine, hotSpeedRpm + 100, HOT_C).airGPerS;
  return openingFor(idling, more - idleNeed(engine, hotSpeedRpm, HOT_C).airGPerS);
}

/** Air that an alternator with such a load asks of a hot idle, g/s. */
function airOfLoadGPerS({ engine }: LoopEngine, currentA: number): number {
  return airForWorkGPerS(engine, (currentA * ALTERNATOR.volts) / ALTERNATOR.share / 1000);
}

/** Valve opening that a load of so many amperes needs, %. */
export function openingOfLoad(idling: LoopEngine, currentA: number): number {
  return openingFor(idling, airOfLoadGPerS(idling, currentA));
}

/** Share of the work of a hot idle that a load of so many amperes is, 0…1 and beyond. */
export function loadShare(idling: LoopEngine, currentA: number): number {
  const { engine, hotSpeedRpm } = idling;
  return airOfLoadGPerS(idling, currentA) / idleNeed(engine, hotSpeedRpm, HOT_C).airGPerS;
}

/** Numbers to begin with: spark quick, air as fast as the engine can use it. */
export function proposedLoop(idling: LoopEngine): ProposedLoop {
  const { valveGPerS } = idling;
  const of100 = openingOf100Rpm(idling);
  const spark = valveGPerS === null ? SPARK.alone : SPARK.besideValve;
  return {
    windowRpm: spark.windowRpm,
    throttleBelowPercent: 1.5,
    sparkDegPer100Rpm: spark.perDeg100Rpm,
    sparkLimitDeg: spark.limitDeg,
    sparkRestDeg: spark.restDeg,
    airPerSPer100Rpm: Math.max(0.5, Math.round((10 * of100) / BRINGS_IN_S) / 10),
    airLimitPercent: Math.min(30, Math.max(8, Math.round(4 * of100))),
    dashpotPercent: Math.round(2 * of100),
    dashpotS: 1,
  };
}
