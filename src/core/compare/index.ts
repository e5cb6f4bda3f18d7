/**
 * Two calibrations against each other: what differs, in words and numbers, by section; taking over what is chosen; and
 * what each side changed since a common ancestor. Sources are no difference: to vouch for a value changes nothing.
 */
export { type Difference, differences, mapKeyOf } from './differences';
export { commonAncestor, leaving, stateSum } from './lineage';
export { type Merge, mergeOf } from './merge';
export { putPlaces } from './putPlaces';
