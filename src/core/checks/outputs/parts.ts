import { type Calibration } from '../../calibration';
import { type OutputProblem, outputProblems } from '../../outputs';
import { type Found } from '../entry/check';

export type Condition = Exclude<OutputProblem, { code: 'noCondition' }> & Record<string, unknown>;

export function conditions(document: Calibration, code: Condition['code']): Found<Condition>[] {
  return document.outputs.flatMap((output) =>
    outputProblems(output).flatMap((problem) =>
      problem.code === code ? [{ place: `outputs.${output.id}` as const, data: { ...problem } }] : [],
    ),
  );
}
