export { engineMeaning } from './engineMeaning';
export { IDLE_POINT, injectorMeaning } from './injectorMeaning';
export type { Figure } from './meaning';
