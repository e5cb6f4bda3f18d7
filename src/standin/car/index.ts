export type { BuiltCar, Car } from './car';
