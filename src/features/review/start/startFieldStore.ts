import { create } from 'zustand';
import type { Calibration } from '@/core/calibration';
import { FIELD_SIZE, type FieldStart } from '@/workers/startField';
import { type RunningField, startField } from '@/workers/startFieldClient';
import { useDryStart } from './dryStartStore';

/** A field of starts and what it is about. */
interface Field {
  readonly id: string;
  readonly document: Calibration;
  readonly starts: readonly FieldStart[];
}

/** The field of starts on screen, with the whole one before it. It outlives its screen. */
interface StartFieldState {
  readonly status: 'idle' | 'running' | 'failed';
  readonly failure: string | null;
  readonly field: Field | null;
  readonly before: Field | null;
}

export const useStartField = create<StartFieldState>(() => ({
  status: 'idle',
  failure: null,
  field: null,
  before: null,
}));

let running: RunningField | null = null;
let runs = 0;

/** Starts the engine in simulation at every temperature and battery of the field. */
export async function runStartField(id: string, document: Calibration): Promise<void> {
  running?.cancel();
  const { field, before } = useStartField.getState();
  const own = { id, document, starts: [] };
  // What was stopped half-way is nothing to compare with, and the same calibration ends the same.
  const isOther = field?.id === id && field.starts.length === FIELD_SIZE && field.document !== document;
  useStartField.setState({
    status: 'running',
    failure: null,
    field: own,
    before: isOther ? field : before?.id === id ? before : null,
  });
  // A run that was overtaken has nothing more to say, of the same document either.
  runs += 1;
  const mine = runs;
  const isMine = () => mine === runs;
  try {
    running = startField(document, useDryStart.getState().setup.seed, (start) => {
      const present = useStartField.getState().field;
      if (present === null || !isMine()) return;
      useStartField.setState({ field: { ...present, starts: [...present.starts, start] } });
    });
    await running.done;
    if (isMine()) useStartField.setState({ status: 'idle' });
  } catch (error) {
    const failure = error instanceof Error ? error.message : 'The simulation stopped unexpectedly.';
    if (isMine()) useStartField.setState({ status: 'failed', failure });
  }
}

/** Stops the field that is running. What has ended stays. */
export function cancelStartField(): void {
  running?.cancel();
  useStartField.setState({ status: 'idle' });
}
