import { transientCure, type TransientCure, worstOf } from '@/standin/transientCure';
import type { RunPort } from './cancellable';
import type { TransientRequest } from './driveProtocol';
import { runDrive } from './driveTask';

/** About as many drives as a search takes. */
const DRIVES = 25;

/** Looks for smaller excursions by driving again and again; null when it was cancelled. */
export async function cureTransients(
  { program, film, car, setup }: TransientRequest,
  port: RunPort,
): Promise<TransientCure | null> {
  let driven = 0;
  const quiet = { ...port, onProgress: () => undefined };
  return transientCure(program, film, async (candidate) => {
    const request = { program: candidate, car, setup: { ...setup, drive: 'transients' } } as const;
    const answer = await runDrive(request, quiet);
    driven += 1;
    port.onProgress(Math.min(1, driven / DRIVES));
    return answer === null ? null : worstOf(answer.facts);
  });
}
