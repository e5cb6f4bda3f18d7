/**
 * The car beside the bench: by hand or driven, with an engine computer that is written to while it runs.
 * It knows no link and no screen; the memory of its engine computer is what a link reaches.
 */
export { BenchCar, type LearnedImage } from './benchCar';
export { type HandControls, HANDS_OFF, letGoOf } from './hand';
