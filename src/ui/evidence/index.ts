export { EvidenceMap } from './EvidenceMap';
export type { MovingPoint } from './MovingRing';
