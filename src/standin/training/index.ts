/** Engines to learn on: a car that fits its calibration, with one thing wrong. */
export { matchedCar } from './matched';
export { trainingCar } from './trainingCar';
