/**
 * Boost: its fields, its maps and what is proposed for them.
 * How the valve is driven is control; what a charger does is the stand-in’s.
 */
export { BOOST_MAPS } from './boostMaps';
export { type ChargerOutline, proposedBoostDuty, proposedBoostTarget, shutKpa } from './boostProposals';
