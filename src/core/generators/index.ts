/**
 * Proposals for maps and dwell from the document, with their reasons; changes of strategy and axes.
 * A map’s generator is one entry.
 * The formulas live with their subjects: here they are given what the document holds.
 */
export { chargerOf } from './boostGenerators';
export { type ComingMap, scaledPulse, strategySwitch } from './conversion';
export { dwellProposal } from './dwellProposal';
export { generatedMap, generatorNeeds, generatorValueAt, mapAnchors, type MapProposalOf } from './generate';
export {
  type Anchor,
  breathingNeeds,
  breathingOf,
  camCharacterOf,
  type GeneratorChoices,
  type OwnAnchors,
  usualChoices,
} from './generator';
export {
  idleAirOfOutput,
  idleControlProposal,
  loopEngineOf,
  type ProposedIdleField,
} from './idleControlProposal';
export { changedSince, type ChangedInput } from './computedFrom';
export { falseReadingAt, loopDelayOf, surroundingsOf } from './loopGenerators';
export { expectedNoiseV, knockBandHz } from './knockGenerators';
export { livedWeight } from './lived';
export { cellsOfRegion, type MapRegionOf, mapRegions } from './mapRegions';
export { type MissingMaps, missingMaps, staleMaps } from './missingMaps';
export {
  pressureCounts,
  type PressureLaying,
  pressureReach,
  type PressureRule,
  reachProblem,
  type RelaidPressureMap,
  relaidPressureMaps,
} from './pressureAxes';
export { steadyPoint } from './steadyPoint';
export { pressureShortfall, type PressureShortfall } from './pressureShortfall';
export { type UsualStart, usualStartOf } from './usualStart';
