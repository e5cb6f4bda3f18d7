import { type Calibration } from '../../calibration';
import {
  type Condition as OutputCondition,
  type Output,
  type OutputProblem,
  outputProblems,
} from '../../outputs';
import { type Found, type Place } from '../entry/check';
import type { Remedy } from '../entry/remedy';

export type Condition = Exclude<OutputProblem, { code: 'noCondition' }> & Record<string, unknown>;

export function conditions(document: Calibration, code: Condition['code']): Found<Condition>[] {
  return document.outputs.flatMap((output) =>
    outputProblems(output).flatMap((problem) =>
      problem.code === code ? [{ place: `outputs.${output.id}` as const, data: { ...problem } }] : [],
    ),
  );
}

/** The output at a place with other conditions. */
export function conditionsRemedy(
  outputs: readonly Output[],
  place: Place,
  label: string,
  changed: (condition: OutputCondition) => OutputCondition,
): Remedy | null {
  const output = outputs.find(({ id }) => `outputs.${id}` === place);
  if (output === undefined) return null;
  return {
    label,
    edits: [{ kind: 'output', output: { ...output, conditions: output.conditions.map(changed) } }],
  };
}
