import { DryStart, explainStart, START_LENGTH_S, type StartResult } from '@/standin/dryStart';
import type { RunPort } from './cancellable';
import type { DryStartAnswer, DryStartRequest, Sureness } from './dryStartProtocol';

/** Simulated seconds between two looks at whether to stop. */
const SLICE_S = 0.25;
/** Progress is told in this many parts: a screen need not be drawn for every slice. */
const TOLD_PARTS = 10;

/**
 * Runs a dry start in slices, and those of other cars of the same description after it, telling how far it is and stopping
 * when asked.
 * @returns the answer, or null when `cancelled` said so.
 */
export async function runDryStart(
  { program, car, others, setup }: DryStartRequest,
  port: RunPort,
): Promise<DryStartAnswer | null> {
  const cars = [car, ...others];
  const results: StartResult[] = [];
  for (const [i, one] of cars.entries()) {
    const share = (done: number) => port.onProgress((i + done) / cars.length);
    const start = new DryStart(program, one, { ...setup, seed: setup.seed + i });
    if (!(await runThrough(start, { ...port, onProgress: share }, cars.length))) return null;
    results.push(start.result());
  }
  const [result] = results;
  if (result === undefined) return null;
  const { trace, verdict, airC } = result;
  return {
    setup,
    standIn: car.engine.label,
    airC,
    trace,
    verdict,
    explanation: explainStart(program, result),
    sureness: others.length === 0 ? null : surenessOf(results),
  };
}

/** @returns whether it came to its end. */
async function runThrough(start: DryStart, port: RunPort, cars: number): Promise<boolean> {
  const slices = Math.round(START_LENGTH_S / SLICE_S);
  const told = Math.max(1, Math.round((slices * cars) / TOLD_PARTS));
  for (let slice = 1; slice <= slices; slice += 1) {
    if (port.cancelled()) return false;
    start.advance(slice * SLICE_S);
    if (slice % told === 0 || slice === slices) port.onProgress(slice / slices);
    await port.breathe();
  }
  return !port.cancelled();
}

function surenessOf(results: readonly StartResult[]): Sureness {
  const code = results[0]?.verdict.code;
  return { alike: results.filter(({ verdict }) => verdict.code === code).length, of: results.length };
}
