import { type AxisDefinition, MAX_BREAKPOINTS } from './mapDefinition';

/** What is wrong with new breakpoints; null when nothing is. */
export function axisProblem(axis: readonly number[], definition: AxisDefinition): string | null {
  if (axis.length < 2) return 'An axis needs two breakpoints at least.';
  if (axis.length > MAX_BREAKPOINTS) return `An axis holds ${MAX_BREAKPOINTS} breakpoints. Take some out.`;
  const outside = axis.find((value) => value < definition.min || value > definition.max);
  if (outside !== undefined) {
    return `${outside} is outside ${definition.min} to ${definition.max} ${definition.unit}. Correct it.`;
  }
  for (let i = 1; i < axis.length; i += 1) {
    const problem = breakpointProblem(axis[i - 1] as number, axis[i] as number, definition);
    if (problem !== null) return `${problem}. Correct it.`;
  }
  return null;
}

/** Slack of the least distance, for breakpoints that came from another unit: a share of it. */
const SLACK = 1e-6;

/** What is wrong with a breakpoint after the one before it; null when nothing is. */
export function breakpointProblem(
  before: number,
  value: number,
  { leastStep, unit }: AxisDefinition,
): string | null {
  if (value <= before) return `Breakpoint ${value} does not increase after ${before}`;
  if (value - before >= leastStep * (1 - SLACK)) return null;
  return `Breakpoint ${value} is too close to ${before}: they stand ${leastStep}${unit === '' ? '' : ` ${unit}`} apart at least`;
}

/** The breakpoints with one put in, in its place. */
export function withBreakpoint(axis: readonly number[], value: number): number[] {
  return axis.includes(value) ? [...axis] : [...axis, value].sort((a, b) => a - b);
}

/** As many breakpoints, evenly from the first to the last, rounded to the axis's decimals. */
export function evenAxis(from: number, to: number, count: number, decimals: number): number[] {
  return Array.from({ length: count }, (_, i) =>
    Number((from + ((to - from) * i) / (count - 1)).toFixed(decimals)),
  );
}

/**
 * The axis carried on to a new end, with steps like its last, the end itself included; with longer, even steps where that
 * would be more than an axis holds. A full axis gets the end alone, for the builder to take others out.
 * Example: … 140, 160 carried on to 250 → … 140, 160, 180, 200, 220, 250 (a last step shorter than half is left out).
 */
export function extendedAxis(axis: readonly number[], to: number): number[] {
  const last = axis[axis.length - 1] as number;
  const first = axis[0] as number;
  if (to > last) {
    return [...axis, ...carriedOn(last, to, last - (axis[axis.length - 2] as number), axis.length)];
  }
  if (to < first) {
    return [...carriedOn(first, to, first - (axis[1] as number), axis.length).reverse(), ...axis];
  }
  return [...axis];
}

/** New breakpoints from an end to another, by a step of either sign. @param count breakpoints there are already. */
function carriedOn(from: number, to: number, step: number, count: number): number[] {
  const wanted = Math.max(1, Math.ceil((to - from) / step - 0.5));
  const room = Math.max(1, MAX_BREAKPOINTS - count);
  const steps = Math.min(wanted, room);
  const size = steps < wanted ? (to - from) / steps : step;
  return Array.from({ length: steps }, (_, i) => (i === steps - 1 ? to : from + size * (i + 1)));
}
