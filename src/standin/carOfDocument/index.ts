export { carOf } from './carOf';
