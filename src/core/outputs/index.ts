export { CHANNEL_IDS, CHANNELS, type ChannelId, type ChannelInfo, type ChannelSample } from './channels';
export {
  MAX_CONDITIONS,
  MAX_OUTPUTS,
  OUTPUT_PURPOSES,
  outputSchema,
  outputsSchema,
  type Condition,
  type Output,
  type OutputPurpose,
} from './outputSchema';
export {
  chatterCount,
  onStretches,
  outputProblems,
  outputStates,
  OutputSwitch,
  type OnStretch,
  type OutputProblem,
} from './outputState';
export { presetOutput, PURPOSE_TEXT, type PresetEngine } from './presets';
export { outputSweep, type Sweep, type SweepEngine, type SweepPhase } from './sweep';
export { conditionWords, outputWords } from './words';
