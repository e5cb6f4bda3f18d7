/** Door to what was decided in Review: how the document keeps it. */
export { reviewSchema } from './reviewSchema';
