import { z } from '../field/schema';

/** Findings that can be accepted, at most: more are no review. */
const MAX_ACCEPTED = 200;
export const MAX_REASON = 300;
/** Longest name of who signs. */
export const MAX_SIGNER = 60;
/** Most values a sign-off covers: every field, map, pin, output and correction there can be. */
const MAX_COVERED = 2000;

/** Longest description of one thing that is covered. */
export const MAX_COVERED_WORDS = 200;

const checkId = z.string().min(1).max(60);
const place = z.string().min(1).max(80);
const sum = z.number().int().min(0);
const reason = z.string().trim().min(1).max(MAX_REASON);

/** A finding that somebody accepts, with the reason. It holds as long as what was found stays as it was. */
const acceptanceSchema = z.object({
  /** Id of the check. */
  check: checkId,
  place,
  /** Sum of what was found and of the value it was found at. */
  sum,
  reason,
  date: z.iso.date(),
});

/** One thing that a sign-off covers, as it was when it was signed. */
const coveredSchema = z.object({ place, words: z.string().max(MAX_COVERED_WORDS), sum });

/** Somebody's word that an engine may be started with this calibration, and what was looked at. */
const signOffSchema = z.object({
  name: z.string().trim().min(1).max(MAX_SIGNER),
  date: z.iso.date(),
  note: z.string().trim().max(MAX_REASON),
  covered: z.array(coveredSchema).max(MAX_COVERED),
  /** What was found and accepted, with its reasons. */
  accepted: z.array(z.object({ check: checkId, place, reason })).max(MAX_ACCEPTED),
  /** Values that nobody vouched for. */
  guesses: z.array(place).max(MAX_COVERED),
});

/** What was decided about what the checks find, and the last sign-off. */
export const reviewSchema = z
  .object({
    accepted: z.array(acceptanceSchema).max(MAX_ACCEPTED),
    signOff: signOffSchema.nullable().default(null),
  })
  .default({ accepted: [], signOff: null });

export type Acceptance = z.infer<typeof acceptanceSchema>;
export type Covered = z.infer<typeof coveredSchema>;
export type SignOff = z.infer<typeof signOffSchema>;
export type Review = z.infer<typeof reviewSchema>;
