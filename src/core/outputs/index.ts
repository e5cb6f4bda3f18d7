export { type OutputProblem, outputProblems } from './outputProblems';
export type { Condition, Output, OutputPurpose } from './outputSchema';
export { type PresetEngine, presetOutput, PURPOSE_TEXT } from './presets';
export { chatterCount, onStretches } from './strip';
export { outputSweep, type Sweep } from './sweep';
export { outputWords } from './words';
