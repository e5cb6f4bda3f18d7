import type { FaultId } from '../faults';
import { AS_THEY_CAME } from '../plant';
import type { Controls, Felt } from '../virtualCar';

/** What is set by hand at the stand-in; the clutch follows by itself. */
export type HandControls = Pick<
  Controls,
  | 'key'
  | 'starter'
  | 'pedalPercent'
  | 'gear'
  | 'brake'
  | 'holdRpm'
  | 'loadsA'
  | 'railLifted'
  | 'handVacuumKpa'
  | 'regulatorTurns'
  | 'plateScrews'
> & {
  /** How cold it is outside, °C; null as it was when the car came. */
  readonly airC: number | null;
  /** What somebody has brought about at it, to be found. */
  readonly fault: FaultId;
};

/** Nobody touches anything, and the key is out. */
export const HANDS_OFF: HandControls = {
  key: false,
  starter: false,
  pedalPercent: 0,
  gear: 0,
  brake: 0,
  holdRpm: null,
  loadsA: 0,
  railLifted: false,
  handVacuumKpa: null,
  regulatorTurns: 0,
  plateScrews: AS_THEY_CAME,
  airC: null,
  fault: 'none',
};

/** Nobody touches anything any more; what was turned, or brought about, stays as it is. */
export function letGoOf({ airC, regulatorTurns, plateScrews, fault }: HandControls): HandControls {
  return { ...HANDS_OFF, airC, regulatorTurns, plateScrews, fault };
}

/** Below this speed the clutch is kept down in gear, and from this one on it is let go, rev/min. */
const CLUTCH_RPM = { down: 950, up: 1250 } as const;
/** It comes up so far in a hundredth of a second, and goes down so much faster. */
const CLUTCH = { up: 0.008, down: 0.04 } as const;
/** A hand moves a pedal as fast as a foot, % in a hundredth of a second. */
const FOOT = { down: 2, off: 6 } as const;

/** A brake goes from one speed to another by so much in a hundredth of a second, rev/min. */
const SWEEPS_RPM = 5;

/** What a brake holds next on its way to a speed; it begins where it is wanted first. */
function swept(now: number | null, wanted: number | null): number | null {
  if (now === null || wanted === null) return wanted;
  return now + Math.max(-SWEEPS_RPM, Math.min(SWEEPS_RPM, wanted - now));
}

/** Puts what hands want onto the car for the next hundredth of a second: pedals take their time, the clutch keeps it alive. */
export function byHand(wanted: HandControls, controls: Controls, { speedRpm }: Felt): void {
  const changes = wanted.gear !== controls.gear;
  controls.key = wanted.key;
  controls.starter = wanted.starter;
  controls.brake = wanted.brake;
  controls.holdRpm = swept(controls.holdRpm, wanted.holdRpm);
  controls.loadsA = wanted.loadsA;
  controls.railLifted = wanted.railLifted;
  controls.handVacuumKpa = wanted.handVacuumKpa;
  controls.regulatorTurns = wanted.regulatorTurns;
  controls.plateScrews = wanted.plateScrews;
  if (changes) controls.clutch = 0;
  controls.gear = wanted.gear;
  const way = wanted.pedalPercent - controls.pedalPercent;
  controls.pedalPercent += Math.max(-FOOT.off, Math.min(FOOT.down, way));
  if (controls.gear === 0) controls.clutch = 1;
  else if (speedRpm < CLUTCH_RPM.down) controls.clutch = Math.max(0, controls.clutch - CLUTCH.down);
  else if (speedRpm > CLUTCH_RPM.up) controls.clutch = Math.min(1, controls.clutch + CLUTCH.up);
}
