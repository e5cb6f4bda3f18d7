import { CHANNELS, type OutputChannel } from '../channel';
import { isSwitched, type Output } from './outputSchema';

/** What is wrong with an output: no condition at all, or a condition that its channel cannot meet or leave. */
export type OutputProblem =
  | { readonly code: 'noCondition' }
  | {
      readonly code: 'outside' | 'neverLetsGo';
      readonly channel: OutputChannel;
      readonly threshold: number;
      readonly hysteresis: number;
      readonly letsGo: number;
    };

/** Thresholds outside their channel, a band wider than it, and no condition at all. */
export function outputProblems(output: Output): OutputProblem[] {
  if (!isSwitched(output)) return [];
  if (output.conditions.length === 0) return [{ code: 'noCondition' }];
  return output.conditions.flatMap(({ channel, threshold, hysteresis, comparison }): OutputProblem[] => {
    const { min, max } = CHANNELS[channel];
    const letsGo = comparison === 'above' ? threshold - hysteresis : threshold + hysteresis;
    const at = { channel, threshold, hysteresis, letsGo };
    if (threshold < min || threshold > max) return [{ code: 'outside', ...at }];
    return letsGo < min || letsGo > max ? [{ code: 'neverLetsGo', ...at }] : [];
  });
}
