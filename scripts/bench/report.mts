/** One line of a benchmark: what, how much, and how that stands to the aim. */
export function report(what: string, figure: string, aim: string): void {
  console.log(`${what.padEnd(58)} ${figure.padStart(28)}   aim ${aim}`);
}

/** The middle value of a list. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? NaN;
}

/** Milliseconds a task takes: the middle of several runs after some to warm up. */
export function timed(task: () => void, runs = 9, warmUp = 3): number {
  return spent(task, runs, warmUp).middleMs;
}

/** The same, and the best of the runs: other work on the machine spoils some, so the best says what the code can do. */
export function spent(
  task: () => void,
  runs: number,
  warmUp: number,
): { readonly middleMs: number; readonly bestMs: number } {
  for (let i = 0; i < warmUp; i += 1) task();
  const times = Array.from({ length: runs }, () => {
    const started = performance.now();
    task();
    return performance.now() - started;
  });
  return { middleMs: median(times), bestMs: Math.min(...times) };
}
