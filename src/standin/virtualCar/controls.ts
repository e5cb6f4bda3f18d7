import type { InputId } from '@/core/sensors';
import { AS_THEY_CAME, type PlateScrews } from '../plant';

/** What a driver does, and what a test bench does to a car; changed in place from moment to moment. */
export interface Controls {
  key: boolean;
  starter: boolean;
  /** 0 let go … 100 to the stop. */
  pedalPercent: number;
  /** 0 pressed … 1 let go. */
  clutch: number;
  /** 0 is neutral. */
  gear: number;
  /** Brake pedal, 0…1. */
  brake: number;
  /** Speed that a brake dynamometer holds, rev/min; null without one. */
  holdRpm: number | null;
  /** Fingers on the switches of launch, gear shift and less spark. */
  launchHeld: boolean;
  shiftHeld: boolean;
  retardHeld: boolean;
  /** A sensor whose plug is pulled, and stays so; null for none. */
  unplugged: InputId | null;
  /** Bypass or wastegate is stuck shut. */
  wastegateStuck: boolean;
  /** Lamps, heaters and what else is switched on, A. */
  loadsA: number;
  /** The injectors hang over measuring vessels. */
  railLifted: boolean;
  /** A hand vacuum pump on the regulator’s line, kPa under the air outside; null with its hose on. */
  handVacuumKpa: number | null;
  /** Turns of the regulator’s screw. */
  regulatorTurns: number;
  /** Screws and rods of the throttles. */
  plateScrews: PlateScrews;
}

/** What a driver hears and sees without an instrument. */
export interface Felt {
  readonly speedRpm: number;
  readonly kmPerH: number;
}

/** Nobody in the car: neutral, everything let go. */
export function controlsAtRest(): Controls {
  return {
    key: false,
    starter: false,
    pedalPercent: 0,
    clutch: 1,
    gear: 0,
    brake: 0,
    holdRpm: null,
    launchHeld: false,
    shiftHeld: false,
    retardHeld: false,
    unplugged: null,
    wastegateStuck: false,
    loadsA: 0,
    railLifted: false,
    handVacuumKpa: null,
    regulatorTurns: 0,
    plateScrews: AS_THEY_CAME,
  };
}
