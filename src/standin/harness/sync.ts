import { triggerPattern, triggerPermits, type TriggerWheel, turnsToSync } from '@/core/trigger';
import { CYCLE_DEG, wrappedDeg } from '@/core/units';

/** How the engine computer finds out where the crank is. */
export type Sync =
  | {
      readonly found: true;
      /** Turns of the crank from rest until it injects and sparks. */
      readonly turns: number;
      /** Commanded spark comes this much earlier than it is meant, °. */
      readonly sparkShiftDeg: number;
      /** The two turns of a cycle are taken for each other. */
      readonly reversed: boolean;
    }
  | { readonly found: false; readonly reason: SyncFailure };

/** Why it never does. */
export type SyncFailure = 'noCrank' | 'noCam' | 'otherTeeth' | 'camOutsideWindow' | 'alike';

/** Where the crank rests before the start, ° after the firing TDC of cylinder 1. */
const REST_DEG = 200;

/** What is needed, and what comes in. */
export interface SyncInputs {
  /** The trigger as the calibration describes it; null while it does not, and all is taken as right. */
  readonly described: TriggerWheel | null;
  /** The trigger as it is; null where only the description is known. */
  readonly real: TriggerWheel | null;
  readonly crankConnected: boolean;
  readonly camConnected: boolean;
  /** Sequential injection or a coil a cylinder. */
  readonly needsPhase: boolean;
}

/** Whether, when and how well position is found with this trigger, wired so. */
export function syncOf({ described, real, crankConnected, camConnected, needsPhase }: SyncInputs): Sync {
  if (!crankConnected) return { found: false, reason: 'noCrank' };
  if (described === null) return { found: true, turns: 1, sparkShiftDeg: 0, reversed: false };
  const wheel = real ?? described;
  if (wheel.teeth !== described.teeth || wheel.missing !== described.missing) {
    return { found: false, reason: 'otherTeeth' };
  }
  const permits = triggerPermits(described);
  const needsCam = needsPhase || described.kind === 'even';
  const sparkShiftDeg = wheel.tdcOffsetDeg - described.tdcOffsetDeg;
  if (!needsCam || (!needsPhase && !permits.position)) {
    return { found: true, turns: firstTurns(wheel, false), sparkShiftDeg, reversed: false };
  }
  if (described.cam === null || wheel.cam === null || !camConnected) return { found: false, reason: 'noCam' };
  if (!permits.phase) return { found: false, reason: 'alike' };
  const off = Math.abs(wheel.cam.beforeTdcDeg - described.cam.beforeTdcDeg) % CYCLE_DEG;
  const apart = Math.min(off, CYCLE_DEG - off);
  const half = described.cam.windowDeg / 2;
  const turns = firstTurns(wheel, true);
  if (apart <= half) return { found: true, turns, sparkShiftDeg, reversed: false };
  if (Math.abs(apart - CYCLE_DEG / 2) <= half) return { found: true, turns, sparkShiftDeg, reversed: true };
  return { found: false, reason: 'camOutsideWindow' };
}

/** Turns from rest to the end of the first gap, or to the first cam pulse after it where that is waited for. */
function firstTurns(wheel: TriggerWheel, waitForCam: boolean): number {
  const { gapsDeg, camDeg } = triggerPattern(wheel);
  const after = (angle: number, from: number) => wrappedDeg(angle - from);
  const gap = gapsDeg.length === 0 ? 0 : Math.min(...gapsDeg.map(({ to }) => after(to, REST_DEG)));
  if (!waitForCam || camDeg.length === 0) return gapsDeg.length === 0 ? turnsToSync(wheel) : gap / 360;
  const cam = Math.min(...camDeg.map((angle) => after(angle, REST_DEG + gap)));
  return (gap + cam) / 360;
}
