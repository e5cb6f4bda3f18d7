import { DryStart, explainVerdict, START_LENGTH_S } from '@/standin/dryStart';
import type { DryStartAnswer, DryStartRequest } from './dryStartProtocol';

/** Simulated seconds between two looks at whether to stop. */
const SLICE_S = 0.25;
/** Progress is told in this many parts: a screen need not be drawn for every slice. */
const TOLD_PARTS = 10;

/** Lets other messages in between two slices. */
export type Breathe = () => Promise<void>;

/**
 * Runs a dry start in slices, telling how far it is and stopping when asked.
 * @returns the answer, or null when `cancelled` said so.
 */
export async function runDryStart(
  { program, car, setup }: DryStartRequest,
  port: { onProgress: (share: number) => void; cancelled: () => boolean; breathe: Breathe },
): Promise<DryStartAnswer | null> {
  const start = new DryStart(program, car, setup);
  const slices = Math.round(START_LENGTH_S / SLICE_S);
  for (let slice = 1; slice <= slices; slice += 1) {
    if (port.cancelled()) return null;
    start.advance(slice * SLICE_S);
    if (slice % (slices / TOLD_PARTS) === 0) port.onProgress(slice / slices);
    await port.breathe();
  }
  if (port.cancelled()) return null;
  const { trace, verdict, airC, finding } = start.result();
  const explanation = explainVerdict(verdict, setup, finding, {
    load: program.load,
    crankAdvance: program.tables.crankAdvance !== undefined,
  });
  return { setup, standIn: car.engine.label, airC, trace, verdict, explanation };
}
