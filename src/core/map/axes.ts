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

/** More breakpoints than this are laid only when they are asked for. */
const USUAL_MOST = 20;

/** How many breakpoints an axis has when it is carried on as densely as it is now, within what is usual. */
export function usualCount(axis: readonly number[], to: number): number {
  const [first, last] = [axis[0] as number, axis[axis.length - 1] as number];
  const meanStep = (last - first) / (axis.length - 1);
  const beyond = Math.max(to - last, first - to, 0);
  const wanted = axis.length + Math.max(1, Math.round(beyond / meanStep));
  return Math.min(MAX_BREAKPOINTS, wanted, Math.max(USUAL_MOST, axis.length + 1));
}

/**
 * The axis carried on to a new end, with steps like its last, the end itself included; with longer, even steps where that
 * would be more breakpoints than asked for. A full axis gets the end alone, for the builder to take others out.
 * Example: … 140, 160 carried on to 250 → … 140, 160, 180, 200, 220, 250 (a last step shorter than half is left out).
 * @param most breakpoints there may be then; as many as keep the axis as dense as it is when left out.
 */
export function extendedAxis(axis: readonly number[], to: number, most = usualCount(axis, to)): number[] {
  const last = axis[axis.length - 1] as number;
  const first = axis[0] as number;
  if (to > last) {
    return [...axis, ...carriedOn(last, to, last - (axis[axis.length - 2] as number), most - axis.length)];
  }
  if (to < first) {
    return [...carriedOn(first, to, first - (axis[1] as number), most - axis.length).reverse(), ...axis];
  }
  return [...axis];
}

/** New breakpoints from an end to another, by a step of either sign. @param room how many there may be. */
function carriedOn(from: number, to: number, step: number, room: number): number[] {
  const wanted = Math.max(1, Math.ceil((to - from) / step - 0.5));
  const steps = Math.min(wanted, Math.max(1, room));
  const size = steps < wanted ? (to - from) / steps : step;
  return Array.from({ length: steps }, (_, i) => (i === steps - 1 ? to : from + size * (i + 1)));
}
