export { EvidenceMap } from './EvidenceMap';
