import type { LoopTrial } from '@/core/control';
import { formatNumber } from '@/core/units';
import type { StepTrial } from '@/workers/driveProtocol';

/** Beyond such a share of the step a loop is said to overshoot. */
const OVERSHOOTS = 0.15;

/** How a loop answered a step, in a sentence, and whether that is well. */
export function trialWords({ overshoot, settledS, diverges }: LoopTrial): {
  readonly tone: 'good' | 'warning' | 'error';
  readonly text: string;
} {
  if (diverges) return { tone: 'error', text: 'It swings more and more: these gains never settle.' };
  if (settledS === null) return { tone: 'error', text: 'It does not come to its target.' };
  const beyond = `${formatNumber(100 * overshoot, 0)} % beyond`;
  const settles = `settled after ${formatNumber(settledS, 1)} s`;
  return overshoot > OVERSHOOTS
    ? { tone: 'warning', text: `It goes ${beyond} and swings: ${settles}.` }
    : { tone: 'good', text: `${beyond} at most, ${settles}.` };
}

/** What a step trial measured, one line a point. */
export function stepWords({ steps }: StepTrial): string[] {
  return steps.map(
    ({ at, flowGPerS, deadS, lagS }) =>
      `${formatNumber(at.speedRpm, 0)} rev/min, ${formatNumber(flowGPerS, 1)} g/s: first sign after ${formatNumber(1000 * deadS, 0)} ms, lag ${formatNumber(1000 * lagS, 0)} ms.`,
  );
}
