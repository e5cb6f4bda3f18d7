import type { AxisDefinition } from './mapDefinition';
import { MAX_BREAKPOINTS } from './mapDefinition';

/** What is wrong with new breakpoints; null when nothing is. */
export function axisProblem(axis: readonly number[], definition: AxisDefinition): string | null {
  if (axis.length < 2) return 'An axis needs two breakpoints at least.';
  if (axis.length > MAX_BREAKPOINTS) return `An axis holds ${MAX_BREAKPOINTS} breakpoints. Take some out.`;
  const outside = axis.find((value) => value < definition.min || value > definition.max);
  if (outside !== undefined) {
    return `${outside} is outside ${definition.min} to ${definition.max} ${definition.unit}. Correct it.`;
  }
  const repeated = axis.find((value, i) => i > 0 && value <= (axis[i - 1] as number));
  return repeated === undefined
    ? null
    : `${repeated} does not increase after the breakpoint before it. Correct it.`;
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
 * The axis carried on to a new end, with steps like its last, the end itself included.
 * Example: … 140, 160 carried on to 250 → … 140, 160, 180, 200, 220, 250 (a last step shorter than half is left out).
 */
export function extendedAxis(axis: readonly number[], to: number): number[] {
  const last = axis[axis.length - 1] as number;
  const first = axis[0] as number;
  if (to > last) {
    const step = last - (axis[axis.length - 2] as number);
    const count = Math.max(1, Math.ceil((to - last) / step - 0.5));
    return [
      ...axis,
      ...Array.from({ length: count }, (_, i) => (i === count - 1 ? to : last + step * (i + 1))),
    ];
  }
  if (to < first) {
    const step = (axis[1] as number) - first;
    const count = Math.max(1, Math.ceil((first - to) / step - 0.5));
    const added = Array.from({ length: count }, (_, i) => (i === count - 1 ? to : first - step * (i + 1)));
    return [...added.reverse(), ...axis];
  }
  return [...axis];
}
