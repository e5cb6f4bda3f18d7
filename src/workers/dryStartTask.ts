import { carFor } from '@/bench/car';
import { DryStart, explainVerdict, START_LENGTH_S } from '@/bench/dryStart';
import { EcuHardware } from '@/bench/ecu';
import { standInFor } from '@/bench/engine';
import { blockingProblems, engineModel } from '@/core/calibration';
import type { DryStartAnswer, DryStartRequest } from './dryStartProtocol';

/** Simulated seconds between two looks at whether to stop. */
const SLICE_S = 0.25;

/** Lets other messages in between two slices. */
export type Breathe = () => Promise<void>;

/**
 * Runs a dry start in slices, telling how far it is and stopping when asked.
 * @returns the answer, or null when `cancelled` said so.
 * @throws {RangeError} for a document that is not complete, or that would burn a part.
 */
export async function runDryStart(
  { document, setup }: DryStartRequest,
  port: { onProgress: (share: number) => void; cancelled: () => boolean; breathe: Breathe },
): Promise<DryStartAnswer | null> {
  const result = engineModel(document);
  if (!result.ok) {
    const missing = [...result.missing.fields, ...result.missing.maps.map((id) => `maps.${id}`)];
    throw new RangeError(`The calibration is not complete: ${missing.join(', ')}`);
  }
  const [burning] = blockingProblems(document);
  if (burning !== undefined)
    throw new RangeError(`Nothing was started, a part would burn. ${burning.message}`);
  const standIn = standInFor(document, result.model);
  const hardware = new EcuHardware(document, carFor(document), standIn.cylinders);
  const start = new DryStart(result.model, standIn, setup, hardware);
  for (let untilS = SLICE_S; untilS <= START_LENGTH_S; untilS += SLICE_S) {
    if (port.cancelled()) return null;
    start.advance(untilS);
    port.onProgress(untilS / START_LENGTH_S);
    await port.breathe();
  }
  if (port.cancelled()) return null;
  const { trace, verdict, airC, finding } = start.result();
  const explanation = explainVerdict(verdict, setup, finding, {
    strategy: result.model.strategy,
    crankAdvance: result.model.maps.crankAdvance !== null,
  });
  return { setup, standIn: standIn.label, airC, trace, verdict, explanation };
}
