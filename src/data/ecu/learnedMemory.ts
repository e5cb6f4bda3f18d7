import { z } from '@/core/field/schema';
import type { LearnedCells } from '@/link';
import { storage } from '../store/browserStorage';

/** What an engine computer has learned, kept with the calibration it was learned by: as it was read last. */
const memorySchema = z.object({
  /** A sum of everything but cells: in another build its cells may stand at other places. */
  build: z.number(),
  /** When it was read, ISO. */
  readAt: z.string(),
  ln: z.array(z.number()),
  evidenceS: z.array(z.number()),
});

export type LearnedMemory = z.infer<typeof memorySchema>;

const keyOf = (calibrationId: string) => `learned/${calibrationId}`;

/** Keeps what was read. */
export async function keepLearned(
  calibrationId: string,
  build: number,
  { ln, evidenceS }: LearnedCells,
): Promise<void> {
  const memory = { build, readAt: new Date().toISOString(), ln, evidenceS };
  await storage.setItem(keyOf(calibrationId), JSON.stringify(memory));
}

/** What was read last; null where nothing was, or it cannot be read. */
export async function keptLearned(calibrationId: string): Promise<LearnedMemory | null> {
  const text = await storage.getItem(keyOf(calibrationId));
  if (text === null) return null;
  try {
    const read = memorySchema.safeParse(JSON.parse(text));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
