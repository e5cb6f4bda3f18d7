import type { RunPort } from './cancellable';
import type { DryStartAnswer, StartFieldRequest } from './dryStartProtocol';
import { runDryStart } from './dryStartTask';
import type { FieldStart } from './startField';

/**
 * Runs starts one after another, each with every car it is asked of, and tells how each ended.
 * @returns false when `cancelled` said so.
 */
export async function runStartField(
  { setups, ...request }: StartFieldRequest,
  port: RunPort,
  onStart: (start: FieldStart) => void,
): Promise<boolean> {
  for (const setup of setups) {
    const answer = await runDryStart({ ...request, setup }, port);
    if (answer === null) return false;
    onStart(fieldStart(answer));
  }
  return true;
}

function fieldStart({ setup, verdict, explanation, sureness }: DryStartAnswer): FieldStart {
  const isShared = sureness === null || sureness.alike === sureness.of;
  return {
    coolantC: setup.coolantC,
    batteryV: setup.batteryV,
    code: verdict.code,
    headline: explanation.headline,
    mapId: explanation.mapId,
    good: explanation.good && isShared,
    unsure: explanation.good && !isShared,
  };
}
