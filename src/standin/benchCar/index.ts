/**
 * The car beside the bench: by hand or driven, with an engine computer that is written to while it runs.
 * It knows no link and no screen; what runs and what is stored are plain numbers by map.
 */
export { BenchCar, type LearnedImage, type MapImage } from './benchCar';
export { type HandControls, HANDS_OFF } from './hand';
