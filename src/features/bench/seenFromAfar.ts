import { z } from '@/core/field/schema';
import { DRIVE_IDS, type StandInSeen } from '@/workers/benchProtocol';

const seen = z.object({
  timeS: z.number(),
  speedRpm: z.number(),
  kmPerH: z.number(),
  driving: z.enum(DRIVE_IDS as unknown as readonly [StandInSeen['driving'] & string]).nullable(),
  wanted: z.object({
    key: z.boolean(),
    starter: z.boolean(),
    pedalPercent: z.number(),
    gear: z.number(),
    brake: z.number(),
    holdRpm: z.number().nullable(),
    loadsA: z.number(),
    airC: z.number().nullable(),
  }),
  hasPower: z.boolean(),
});

/** What somebody beside a stand-in far away sees of it, from its text; null where it is none. */
export function seenFromAfar(text: string): StandInSeen | null {
  try {
    const read = seen.safeParse(JSON.parse(text));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
