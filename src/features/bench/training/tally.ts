import { usePreference } from '@/data/preferences';
import { z } from '@/core/field/schema';
import { FAULT_IDS, type FaultId } from '@/workers/benchProtocol';

const tally = z.partialRecord(
  z.enum(FAULT_IDS),
  z.object({
    answered: z.number().int().min(1),
    right: z.number().int().min(0),
    /** Whether it was found the last time. */
    foundLast: z.boolean(),
  }),
);

/** How often each fault was met on an engine to learn on, and found. */
export type Tally = z.infer<typeof tally>;

/** With one more answer. */
export function withAnswer(before: Tally, fault: FaultId, isRight: boolean): Tally {
  const { answered = 0, right = 0 } = before[fault] ?? {};
  return {
    ...before,
    [fault]: { answered: answered + 1, right: right + (isRight ? 1 : 0), foundLast: isRight },
  };
}

/** How many were answered, how many of them rightly, and what was not found the last time. */
export function summed(all: Tally): { answered: number; right: number; missed: FaultId[] } {
  const each = Object.values(all);
  return {
    answered: each.reduce((sum, { answered }) => sum + answered, 0),
    right: each.reduce((sum, { right }) => sum + right, 0),
    missed: FAULT_IDS.filter((id) => all[id]?.foundLast === false),
  };
}

/** Reads one that was kept; one that cannot be read is begun anew. */
export function readTally(stored: string | null): Tally {
  try {
    return tally.parse(JSON.parse(stored ?? '{}'));
  } catch {
    return {};
  }
}

/** What was found on engines to learn on, over all sittings. */
export function useTally(): readonly [Tally, (all: Tally) => void] {
  return usePreference('training', readTally, (all) => JSON.stringify(all));
}
