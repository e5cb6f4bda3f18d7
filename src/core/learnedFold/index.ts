/**
 * What the closed loop learned, put into the map of filling or of pulses: fitted with its evidence, refused cell by cell where
 * all of it is one factor, with what stays learned afterwards. Nothing here writes to an engine computer: `data/ecu` does.
 */
export { type FoldBy, type LearnedFold, learnedFold, type LearnedSurface, leftLearned } from './learnedFold';
