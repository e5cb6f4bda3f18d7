import { create } from 'zustand';
import { FAULT_IDS, type FaultId, showsInChannels } from '@/workers/benchProtocol';

/** An engine to learn on: what is wrong with it is not said until it is answered. */
export interface TrainingEngine {
  /** Counts up from one in this sitting. */
  readonly number: number;
  readonly fault: FaultId;
  /** What was answered; null until then. */
  readonly answer: FaultId | 'shown' | null;
}

interface TrainingState {
  /** The engine that is worked at; null with none. */
  readonly engine: TrainingEngine | null;
  /** What was wrong with the one before; null before the first. */
  readonly last: FaultId | null;
  /** How many were answered in this sitting. */
  readonly answered: number;
}

export const useTraining = create<TrainingState>(() => ({ engine: null, last: null, answered: 0 }));

/** A sensor sticks where it was: one that never said anything is as good as unplugged. */
const ONLY_WHILE_IT_RUNS: readonly FaultId[] = ['lambdaStuck'];

/** Faults that an engine may have. */
export const TRAINED: readonly FaultId[] = FAULT_IDS.filter(
  (id) => showsInChannels(id) && !ONLY_WHILE_IT_RUNS.includes(id),
);

/** The next engine, with a fault that chance draws; never the one before. */
export function nextEngine(chance: () => number = Math.random): TrainingEngine {
  const { last, answered } = useTraining.getState();
  const left = TRAINED.filter((id) => id !== last);
  const fault = left[Math.floor(chance() * left.length)] ?? 'none';
  const next: TrainingEngine = { number: answered + 1, fault, answer: null };
  useTraining.setState({ engine: next, last: fault });
  return next;
}

/** Says what it is, or asks to be shown. @returns what it was; null where it was answered before, or none is there: only the first counts. */
export function answer(given: FaultId | 'shown'): FaultId | null {
  const { engine, answered } = useTraining.getState();
  if (engine === null || engine.answer !== null) return null;
  useTraining.setState({ engine: { ...engine, answer: given }, answered: answered + 1 });
  return engine.fault;
}

/** Another car stands there: what is wrong with it is nobody’s riddle. */
export function endTraining(): void {
  useTraining.setState({ engine: null });
}
