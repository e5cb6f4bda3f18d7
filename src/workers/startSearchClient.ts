import { proxy } from 'comlink';
import { type Calibration, compile } from '@/core/calibration';
import type { EcuProgram } from '@/core/program';
import { type Guess, guesses, wrongBy } from '@/core/whatIf';
import { dryStartRequest } from './dryStartClient';
import type { Cure, DryStartWorker, StartOutcome, StartSetup } from './dryStartProtocol';
import { keptWorker } from './keptWorker';

/** Searches have a worker of their own: a start that is asked meanwhile does not wait for them. */
const kept = keptWorker<DryStartWorker>(() => new Worker(new URL('./dryStart.worker.ts', import.meta.url)));
let runs = 0;

/** A search under way. */
export interface RunningSearch<Found> {
  /** What was found; null after a cancel. Rejects when the worker fails. */
  readonly found: Promise<Found | null>;
  readonly cancel: () => void;
}

/**
 * Looks for curves of starting with which the engine starts.
 * @param onTried is told how many starts were tried.
 * @throws as {@link dryStartRequest}.
 */
export function searchCure(
  document: Calibration,
  setup: StartSetup,
  onTried: (starts: number) => void,
): RunningSearch<Cure> {
  const request = dryStartRequest(document, setup);
  runs += 1;
  const token = `cure-${runs}`;
  return {
    found: kept.answer((remote) => remote.cure(token, request, proxy(onTried))),
    cancel: () => void kept.remote().cancel(token),
  };
}

/** Where the truth is tried, as parts of the most that is believed: the middle is as typed. */
export const POSITIONS = [-1, -0.75, -0.5, -0.25, 0, 0.25, 0.5, 0.75, 1] as const;

/** How the start ends while the truth of one value lies elsewhere, at each of {@link POSITIONS}. */
export interface WhatIf {
  readonly guess: Guess;
  readonly ends: readonly StartOutcome[];
}

/**
 * Starts the engine with each guess wrong by as much as is believed, one after the other.
 * @param onFound is told of each guess.
 * @returns true once all were tried, false after a cancel.
 * @throws as {@link dryStartRequest}.
 */
export function searchWhatIf(
  document: Calibration,
  setup: StartSetup,
  onFound: (whatIf: WhatIf) => void,
): RunningSearch<boolean> {
  const { car } = dryStartRequest(document, setup);
  runs += 1;
  const token = `ends-${runs}`;
  let stopped = false;
  const run = async () => {
    for (const guess of guesses(document)) {
      const programs: EcuProgram[] = [];
      for (const position of POSITIONS) {
        const compiled = compile(wrongBy(document, guess.believable, position));
        if (!compiled.ok)
          throw new RangeError(`${guess.label} cannot be tried: the calibration is not complete.`);
        programs.push(compiled.program);
        // Each takes some milliseconds: the page is let through between two of them.
        await new Promise((resolve) => setTimeout(resolve));
      }
      if (stopped) return false;
      const ends = await kept.answer((remote) => remote.ends(token, { programs, car, setup }));
      if (ends === null) return false;
      onFound({ guess, ends });
    }
    return true;
  };
  return {
    found: run(),
    cancel: () => {
      stopped = true;
      void kept.remote().cancel(token);
    },
  };
}
