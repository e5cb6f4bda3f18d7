import { CHANNELS } from '../channel';
import type { Output } from './outputSchema';

/** What is wrong with an output, and with which of its conditions; null index for the whole. */
export interface OutputProblem {
  readonly condition: number | null;
  readonly message: string;
}

/** Thresholds outside their channel, a band wider than it, and no condition at all. */
export function outputProblems(output: Output): OutputProblem[] {
  if (output.pulsesPerTurn !== null) return [];
  if (output.conditions.length === 0) {
    return [{ condition: null, message: `${output.name} has no condition, so it is never on. Add one.` }];
  }
  return output.conditions.flatMap(({ channel, threshold, hysteresis, comparison }, condition) => {
    const { label, min, max } = CHANNELS[channel];
    if (threshold < min || threshold > max) {
      return [
        {
          condition,
          message: `${label} runs from ${min} to ${max}; ${threshold} is outside. Check the number and its unit.`,
        },
      ];
    }
    const letsGo = comparison === 'above' ? threshold - hysteresis : threshold + hysteresis;
    if (letsGo < min || letsGo > max) {
      return [
        {
          condition,
          message: `With a hysteresis of ${hysteresis} it would never switch off: ${label.toLowerCase()} cannot reach ${letsGo}. Make it smaller.`,
        },
      ];
    }
    return [];
  });
}
