import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';

/** A demo’s car without its loom, the computer in it and the place it stands. */
export type BuiltCar = Omit<
  Car,
  'pullUp' | 'loom' | 'barometricKpa' | 'sensing' | 'sensorFaults' | 'throttle'
>;

/** What a demo’s car takes from its calibration: the firing order it is numbered by, and what is or is not fitted, and the reserve its screws are opened for. */
export type BuiltFor = Pick<EcuProgram, 'firing' | 'second' | 'idleAir' | 'idle'>;
