export { type ComingMap, scaledPulse, strategySwitch } from './conversion';
export { dwellProposal } from './dwellProposal';
export { generatedMap, generatorNeeds, generatorValueAt } from './generate';
export {
  breathingNeeds,
  breathingOf,
  camCharacterOf,
  type GeneratorChoices,
  usualChoices,
} from './generator';
export { livedWeight } from './lived';
export {
  pressureReach,
  type PressureRule,
  reachProblem,
  type RelaidPressureMap,
  relaidPressureMaps,
} from './pressureAxes';
export { steadyPoint } from './steadyPoint';
