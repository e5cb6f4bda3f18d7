import type { LinkClock } from './clock';

/** Part of every engine that runs us, and of no library that types are taken from here. */
declare const performance: { now(): number };
declare function setTimeout(run: () => void, ms: number): unknown;
declare function clearTimeout(timer: unknown): void;

/** Time as it passes, for a link between real ends. */
export const REAL_CLOCK: LinkClock = {
  nowMs: () => performance.now(),
  after: (ms, run) => {
    const timer = setTimeout(run, ms);
    return () => clearTimeout(timer);
  },
};
