import type { LinkClock } from '@/link';

/** Time as it passes. */
export const REAL_CLOCK: LinkClock = {
  nowMs: () => performance.now(),
  after: (ms, run) => {
    const timer = setTimeout(run, ms);
    return () => clearTimeout(timer);
  },
};
