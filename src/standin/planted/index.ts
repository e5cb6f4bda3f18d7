/**
 * Errors that are planted in a car: one entry each, as data. The truth of a car, to be asked for afterwards.
 * Faults at sensors stand in car, since they come and go while it runs.
 */
export { truthOf, type TrueValue } from './truth';
export { type Planted, planted, PLANTED, PLANTED_IDS, type PlantedId } from './planted';
