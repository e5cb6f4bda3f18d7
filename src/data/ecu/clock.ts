import type { LinkClock } from '@/link';

/** Time as it passes, for a link. */
export const linkClock: LinkClock = {
  nowMs: () => performance.now(),
  after: (ms, run) => {
    const timer = setTimeout(run, ms);
    return () => clearTimeout(timer);
  },
};
