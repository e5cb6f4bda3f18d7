/**
 * Between engine and engine computer: signals to volts, wheel to angle, pins to drivers.
 * Wrong wiring does here what it would do in the car.
 * Nothing is decided here.
 */
export { coilsCharge, type Harness, harnessOf, hasFuel, hasSpark, isSparkWeakAt, lostShare } from './harness';
export {
  copiedSampling,
  type LastSignal,
  sampleSignals,
  samplingAtRest,
  type SamplingState,
} from './sampling';
export { type PinSignal, SEEN, type Truth, truthAtRest } from './signals';
export { type Teeth, teethOf, type ToothTrack } from './teeth';
