/** What was decided in Review about what the checks found, as it is kept with the calibration. */
export { type Acceptance, MAX_REASON, type Review } from './reviewSchema';
