import { AT, PHASE, read } from '@/core/channel';
import type { Driver } from '../virtualCar';

/** Time between key on and the starter, s. */
export const KEY_BEFORE_STARTER_S = 3.3;
/** A driver lets go of the starter after this long without a catch, s. */
const STARTER_GIVES_UP_S = 10;
/** A driver who hears it run lets go of the starter after this long, and does not try again, s. */
const STARTER_RELEASE_S = 0.35;

/** What the driver of a start remembers: when the engine was first heard to run. */
export interface StartingMemory {
  heardAtS: number | null;
}

/** A driver who turns the key, waits, holds the starter until the engine runs, and touches nothing else. */
export const starting: Driver<StartingMemory> = {
  atStart: () => ({ heardAtS: null }),
  drive(memory, frame, timeS, controls) {
    controls.key = true;
    if (read(frame, AT.phase) === PHASE.running) memory.heardAtS ??= timeS;
    const released = memory.heardAtS !== null && timeS > memory.heardAtS + STARTER_RELEASE_S;
    const givenUp = timeS >= KEY_BEFORE_STARTER_S + STARTER_GIVES_UP_S;
    controls.starter = timeS >= KEY_BEFORE_STARTER_S - 1e-9 && !givenUp && !released;
  },
};
