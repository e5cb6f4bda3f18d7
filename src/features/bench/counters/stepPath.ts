import type { CounterStep } from '../looking/countersStore';

/**
 * A counter as a step line over a stretch of time, in a box: flat while nothing came, up by what came, the latest on the right.
 * @param fromS and toS of the stretch, s; a counter was nothing before its first step.
 * @returns a path; of a counter that did not move in it, a line along its foot.
 */
export function stepPath(
  steps: readonly CounterStep[],
  { fromS, toS }: { readonly fromS: number; readonly toS: number },
  { width, height }: { readonly width: number; readonly height: number },
): string {
  const before = steps.filter(({ timeS }) => timeS < fromS).at(-1)?.count ?? 0;
  const within = steps.filter(({ timeS }) => timeS >= fromS && timeS <= toS);
  const counts = [before, ...within.map(({ count }) => count)];
  const [least, most] = [Math.min(...counts), Math.max(...counts)];
  const x = (timeS: number) => (((timeS - fromS) / Math.max(1e-6, toS - fromS)) * width).toFixed(1);
  const y = (count: number) => (height - ((count - least) / Math.max(1, most - least)) * height).toFixed(1);
  const parts = within.map(({ timeS, count }) => `H${x(timeS)}V${y(count)}`);
  return `M0 ${y(before)}${parts.join('')}H${width}`;
}
