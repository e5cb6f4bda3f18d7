export { type Harness, harnessOf, hasFuel, hasSpark, isSparkWeakAt, lostShare } from './harness';
export { steppedPressureShare } from './pump';
export { type LastSignal, type Truth, writeVolts } from './signals';
export type { SyncFailure } from './sync';
