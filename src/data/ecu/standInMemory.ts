import { z } from '@/core/field/schema';
import type { EcuProgram } from '@/core/program';
import { settingsSum } from '@/link';
import { storage } from '../store/browserStorage';

/** What the engine computer of a stand-in keeps while the page is closed: a sum of its settings, and its maps. */
const memorySchema = z.object({
  settings: z.number(),
  maps: z.record(z.string(), z.array(z.number())),
});

/** A sum of everything but cells: what was stored in another build does not fit. */
export function programSum(program: EcuProgram): number {
  return settingsSum(program);
}

const keyOf = (calibrationId: string) => `ecu/${calibrationId}`;

/** Keeps what was stored in the engine computer of this calibration’s stand-in. */
export async function keepStored(
  calibrationId: string,
  settings: number,
  maps: Readonly<Record<string, Float64Array>>,
): Promise<void> {
  const plain = Object.fromEntries(Object.entries(maps).map(([id, values]) => [id, Array.from(values)]));
  await storage.setItem(keyOf(calibrationId), JSON.stringify({ settings, maps: plain }));
}

/** What was stored in it, for a car with these settings; null where nothing was, or it cannot be read. */
export async function readStored(
  calibrationId: string,
  settings: number,
): Promise<Record<string, Float64Array> | null> {
  const text = await storage.getItem(keyOf(calibrationId));
  if (text === null) return null;
  const read = memorySchema.safeParse(parsed(text));
  if (!read.success || read.data.settings !== settings) return null;
  return Object.fromEntries(
    Object.entries(read.data.maps).map(([id, values]) => [id, Float64Array.from(values)]),
  );
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
