export { afterStartFactor } from './afterStart';
export { proposedStartUp } from './startupGenerator';
export { afterStartDecayMap, afterStartMap, crankingMap, warmUpMap } from './startupMaps';
export { CRANKING_RETURN_SHARE, startupSchema, type Startup } from './startupSchema';
