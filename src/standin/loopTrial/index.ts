/**
 * Step trials in the car: how late a sensor shows what was injected.
 * How a loop answers under given gains is said in the core’s control, without a car.
 */
export { fittedDelay, measuredStep } from './measured';
export { type CarStep, heldCar, type HeldAt, type StepTrial, stepTrial, trialPoints } from './stepTrial';
