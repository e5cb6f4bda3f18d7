/** What was decided in Review about what the checks found, as it is kept with the calibration; and the sign-off. */
export {
  type Acceptance,
  type Covered,
  MAX_COVERED_WORDS,
  MAX_REASON,
  MAX_SIGNER,
  type Review,
  type SignOff,
} from './reviewSchema';
