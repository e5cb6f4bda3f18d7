import type { Car } from '../car';

/** A demo’s car without its loom, the computer in it and the place it stands. */
export type BuiltCar = Omit<Car, 'pullUp' | 'loom' | 'barometricKpa'>;
