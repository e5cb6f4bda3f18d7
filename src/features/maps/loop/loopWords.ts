import type { LoopTrial } from '@/core/control';
import { formatNumber } from '@/core/units';
import type { StepTrial } from '@/workers/driveProtocol';
import type { Learned } from './useLearned';

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

/** A cell with so much evidence, s, says something. */
const SAYS_FROM_S = 2;

/** What was learned on the whole, and whether it is live. */
export function learnedWords({ ln, evidenceS, readAt }: Learned): string {
  const cells = evidenceS.filter((seconds) => seconds >= SAYS_FROM_S).length;
  const most = ln.reduce((worst, value) => (Math.abs(value) > Math.abs(worst) ? value : worst), 0);
  const when =
    readAt === null ? 'Live from the engine computer.' : `As it was read on ${readAt.slice(0, 10)}.`;
  if (cells === 0) return `${when} No cell has two seconds of evidence yet.`;
  const percent = formatNumber(100 * Math.expm1(most), 1);
  return `${when} ${cells} ${cells === 1 ? 'cell has' : 'cells have'} evidence, the largest trim is ${most > 0 ? '+' : ''}${percent} %.`;
}
