/** Time as it passes. */
export const REAL_CLOCK = {
  after: (ms: number, run: () => void): (() => void) => {
    const timer = setTimeout(run, ms);
    return () => clearTimeout(timer);
  },
};
