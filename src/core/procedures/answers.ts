import type { ChannelId } from '../channel';
import type { Answers, Captured, SearchPoint, SimulatedStart, Step } from './procedure';

/** What was chosen at a step; null before. */
export function chosen(answers: Answers, id: string): string | null {
  const answer = answers[id];
  return answer?.kind === 'choice' ? answer.id : null;
}

/** The number of a step, in its quantity’s base unit; null before, and where it was left out. */
export function typed(answers: Answers, id: string): number | null {
  const answer = answers[id];
  return answer?.kind === 'number' ? answer.value : null;
}

/** What a channel said when the number of a step was read; null before. */
export function besideIt(answers: Answers, id: string, channel: ChannelId): number | null {
  const answer = answers[id];
  const found = answer?.kind === 'number' ? answer.beside?.[channel] : undefined;
  return found === undefined || Number.isNaN(found) ? null : found;
}

/** What a channel gave at a step; null before, and where it gave nothing. */
export function captured(answers: Answers, id: string, channel: ChannelId): Captured | null {
  const answer = answers[id];
  const found = answer?.kind === 'captured' ? answer.channels[channel] : undefined;
  return found === undefined || found.count === 0 ? null : found;
}

/** The samples of a channel at a step. */
export function traced(answers: Answers, id: string, channel: ChannelId): readonly number[] {
  const answer = answers[id];
  return answer?.kind === 'traced' ? (answer.channels[channel] ?? []) : [];
}

/** What a step tried, one after the other; none before. */
export function searched(answers: Answers, id: string): readonly SearchPoint[] {
  const answer = answers[id];
  return answer?.kind === 'searched' ? answer.points : [];
}

/** How the start of a step ended in simulation; null before, and where it was left out. */
export function simulated(answers: Answers, id: string): SimulatedStart | null {
  const answer = answers[id];
  return answer?.kind === 'dryStart' ? answer.started : null;
}

type Plain = Pick<Step, 'id' | 'title' | 'takes'> & Partial<Omit<Step, 'id' | 'title' | 'takes'>>;

/** A step with nothing live, nothing expected and nothing that acts, where nothing else is said. */
export function step(plain: Plain): Step {
  return { words: [], shows: [], expects: null, work: null, ...plain };
}
