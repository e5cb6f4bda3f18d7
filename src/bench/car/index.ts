export { carFor, referenceV, type Car } from './car';
