/**
 * Switched outputs: purposes, conditions, presets, and the strip that shows them over a drive.
 * What the builder asks of an output.
 * Its stepping, with memory, lives in control.
 */
export { pinCurrentA, RELAY_COIL_A } from './current';
export { type OutputProblem, outputProblems } from './outputProblems';
export { type Condition, isSwitched, type Output, type OutputPurpose } from './outputSchema';
export { addedOutput, type PresetEngine, presetOutput, PURPOSE_TEXT } from './presets';
export { chatterCount, onStretches } from './strip';
export { outputSweep, type Sweep } from './sweep';
export { loadWords, outputWords } from './words';
