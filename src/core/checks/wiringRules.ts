import { type Calibration, pinFunctions } from '../calibration';
import { outputProblems } from '../outputs';
import { wiringConflicts } from '../pins/schema';
import { blockingAt, type DocumentProblem, errorAt } from './problem';

/** Pins with two jobs or of the wrong kind, each at its function. */
export function wiringRules(document: Calibration): DocumentProblem[] {
  const { ecu, assignments } = document.pins;
  if (ecu === null) return [];
  return wiringConflicts(ecu, assignments, pinFunctions(document)).flatMap((conflict) =>
    (conflict.burns ? blockingAt : errorAt)(`pins.${conflict.function}`, conflict.message),
  );
}

/** Outputs that can never do what they are there for. */
export function outputRules({ outputs }: Calibration): DocumentProblem[] {
  return outputs.flatMap((output) =>
    outputProblems(output).flatMap(({ message }) => errorAt(`outputs.${output.id}`, message)),
  );
}
