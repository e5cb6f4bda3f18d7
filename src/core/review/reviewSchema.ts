import { z } from '../field/schema';

/** Findings that can be accepted, at most: more are no review. */
const MAX_ACCEPTED = 200;
export const MAX_REASON = 300;

/** A finding that somebody accepts, with the reason. It holds as long as what was found stays as it was. */
const acceptanceSchema = z.object({
  /** Id of the check. */
  check: z.string().min(1).max(60),
  place: z.string().min(1).max(80),
  /** Sum of what was found and of the value it was found at. */
  sum: z.number().int().min(0),
  reason: z.string().trim().min(1).max(MAX_REASON),
  date: z.iso.date(),
});

/** What was decided about what the checks find. */
export const reviewSchema = z
  .object({ accepted: z.array(acceptanceSchema).max(MAX_ACCEPTED) })
  .default({ accepted: [] });

export type Acceptance = z.infer<typeof acceptanceSchema>;
export type Review = z.infer<typeof reviewSchema>;
