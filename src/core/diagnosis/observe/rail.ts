import { AT, type Frame, read } from '../../channel';
import type { Situation } from '../situation';
import { add, emptyMean, type Mean } from './mean';

/** How far fuel pressure is from what its regulator should hold, where little fuel flows and where much does, kPa. */
export interface Rail {
  readonly slow: Mean;
  readonly fast: Mean;
  /** How far it was below at worst for a moment where much flows: a guard cuts an engine before a mean would tell. */
  worst: number;
  smooth: number;
}

const SMOOTH_S = 0.4;
const SHARE = { slow: 0.2, fast: 0.25 } as const;

export function noRail(): Rail {
  return { slow: emptyMean(), fast: emptyMean(), worst: NaN, smooth: NaN };
}

/** What it was a moment ago is not known: what comes next is no step from it. */
export function interruptRail(rail: Rail): void {
  rail.smooth = NaN;
}

export function observeRail(rail: Rail, frame: Frame, passedS: number, situation: Situation): void {
  const { outsideKpa, railGaugeKpa, followsManifold, fullAirFlowGPerS } = situation;
  const held = railGaugeKpa + (followsManifold ? read(frame, AT.manifoldPressure) - outsideKpa : 0);
  const off = read(frame, AT.fuelPressure) - held;
  const share = read(frame, AT.engineAirFlow) / fullAirFlowGPerS;
  rail.smooth = Number.isNaN(rail.smooth)
    ? off
    : rail.smooth + (off - rail.smooth) * Math.min(1, passedS / SMOOTH_S);
  if (share > SHARE.fast) {
    add(rail.fast, off);
    if (!(rail.smooth >= rail.worst)) rail.worst = rail.smooth;
  } else if (share < SHARE.slow) add(rail.slow, off);
}
