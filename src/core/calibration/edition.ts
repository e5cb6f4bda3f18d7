/**
 * Edition of the document's shape: raised by `npm run schema` whenever a field, a map or a choice comes or goes. Two
 * builds of one version may know different fields; what the older one saved would lack those that only the newer one knows.
 */
export const CALIBRATION_EDITION = 1;

/** Digest of the shape that this edition is of. */
export const EDITION_SHAPE = '3f920a8797ddf73c';
