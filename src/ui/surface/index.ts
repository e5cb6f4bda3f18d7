export { MapSurface } from './MapSurface';
