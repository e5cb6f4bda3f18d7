import { z } from '@/core/field/schema';
import { DRIVE_IDS, type DriveId } from '@/standin/drives';
import { FAULT_IDS } from '@/standin/faults';
import { INSTRUMENT_IDS } from '@/standin/instruments';
import type { StandInSeen } from './benchRequest';

const turns = z.number().min(-12).max(12);

/** What hands may want of a stand-in, with the limits of what a car takes. */
export const handsSchema = z.object({
  key: z.boolean(),
  starter: z.boolean(),
  pedalPercent: z.number().min(0).max(100),
  gear: z.number().int().min(0).max(8),
  brake: z.number().min(0).max(1),
  holdRpm: z.number().min(0).max(20_000).nullable(),
  loadsA: z.number().min(0).max(200),
  railLifted: z.boolean(),
  handVacuumKpa: z.number().min(0).max(95).nullable(),
  regulatorTurns: turns,
  plateScrews: z.object({
    airScrewTurns: z.array(turns).max(16),
    rodTurns: z.array(turns).max(16),
    idleStopTurns: turns,
  }),
  airC: z.number().min(-60).max(60).nullable(),
  fault: z.enum(FAULT_IDS),
});

/** A reading as text carries it: null where nothing is read. */
const reading = z.array(z.number().nullable()).max(16);

/** What somebody beside a stand-in sees of it, as text carries it. */
export const seenSchema = z.object({
  timeS: z.number(),
  speedRpm: z.number(),
  kmPerH: z.number(),
  driving: z.enum(DRIVE_IDS as unknown as readonly [DriveId]).nullable(),
  wanted: handsSchema,
  hasPower: z.boolean(),
  heard: z.array(z.string().max(80)).max(64),
  readings: z.object(Object.fromEntries(INSTRUMENT_IDS.map((id) => [id, reading]))),
});

/** What is seen of a stand-in, from its text; null where it is none. */
export function seenOfText(text: string): StandInSeen | null {
  try {
    const read = seenSchema.safeParse(JSON.parse(text));
    if (!read.success) return null;
    const readings = Object.fromEntries(
      INSTRUMENT_IDS.map((id) => [id, (read.data.readings[id] ?? []).map((value) => value ?? NaN)]),
    ) as unknown as StandInSeen['readings'];
    return { ...read.data, readings };
  } catch {
    return null;
  }
}
