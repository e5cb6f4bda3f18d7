import { z } from '@/core/field/schema';
import { storage } from '../store/browserStorage';

/** One of the two places where the engine computer of a stand-in keeps a calibration. */
const slotSchema = z
  .object({ generation: z.number(), text: z.string(), sum: z.number().nullable() })
  .nullable();

const flashSchema = z.object({ slots: z.tuple([slotSchema, slotSchema]) });

/** What the engine computer of a stand-in keeps while the page is closed. */
export type KeptFlash = z.infer<typeof flashSchema>;

const keyOf = (calibrationId: string) => `ecu/${calibrationId}`;

/** Keeps it, with the stand-in of this calibration. */
export async function keepFlash(
  calibrationId: string,
  flash: {
    readonly slots: readonly [KeptFlash['slots'][0], KeptFlash['slots'][1]];
  },
): Promise<void> {
  await storage.setItem(keyOf(calibrationId), JSON.stringify(flash));
}

/** What was kept; null where nothing was, or it cannot be read. */
export async function keptFlash(calibrationId: string): Promise<KeptFlash | null> {
  const text = await storage.getItem(keyOf(calibrationId));
  if (text === null) return null;
  try {
    const read = flashSchema.safeParse(JSON.parse(text));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
