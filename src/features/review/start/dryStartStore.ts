import { create } from 'zustand';
import type { Calibration } from '@/core/calibration';
import { formatNumber } from '@/core/units';
import { showTrail, type Trail } from '@/data/session/trail';
import { keepDryStart } from '@/data/workDone';
import { prepareDryStart, startDryStart, type RunningDryStart } from '@/workers/dryStartClient';
import type { DryStartAnswer, StartSetup } from '@/workers/dryStartProtocol';

/** The dry start on screen. It outlives its screen, so that one can go to a map and come back. */
interface DryStartState {
  readonly setup: StartSetup;
  readonly status: 'idle' | 'running' | 'failed';
  /** 0…1 while running. */
  readonly progress: number;
  readonly failure: string | null;
  readonly told: ToldStart | null;
}

/** The last start that came to its end. */
export interface ToldStart {
  readonly answer: DryStartAnswer;
  /** The calibration the answer is about, and its document then, to tell when it has changed since. */
  readonly id: string;
  readonly document: Calibration;
  /** The last answer of this calibration before it was changed, at the same temperature and battery. */
  readonly before: DryStartAnswer | null;
}

export const useDryStart = create<DryStartState>(() => ({
  setup: { coolantC: -20, batteryV: 12.6, seed: 1 },
  status: 'idle',
  progress: 0,
  failure: null,
  told: null,
}));

let running: RunningDryStart | null = null;

/** Changes the temperature or battery of the next start. */
export function changeSetup(part: Partial<StartSetup>): void {
  useDryStart.setState(({ setup }) => ({ setup: { ...setup, ...part } }));
}

/** Readies the worker for the first start, while its reader looks at the screen. */
export function prepare(document: Calibration): void {
  prepareDryStart(document, useDryStart.getState().setup);
}

/** Starts the engine in simulation with the document of the calibration with this id. */
export async function runDryStart(id: string, document: Calibration): Promise<void> {
  const { setup } = useDryStart.getState();
  useDryStart.setState({ status: 'running', progress: 0, failure: null });
  try {
    running = startDryStart(document, setup, (progress) => useDryStart.setState({ progress }));
    const answer = await running.answer;
    useDryStart.setState(({ told }) =>
      answer === null
        ? { status: 'idle' }
        : {
            status: 'idle',
            told: { answer, id, document, before: beforeOf(told, id, document, answer) },
          },
    );
    if (answer !== null) {
      showTrail(trailOf(id, answer));
      if (answer.verdict.turnsToCatch !== null) void keepDryStart(id, document).catch(() => undefined);
    }
  } catch (error) {
    const failure = error instanceof Error ? error.message : 'The simulation stopped unexpectedly.';
    useDryStart.setState({ status: 'failed', failure });
  } finally {
    running = null;
  }
}

/** What to lay behind an answer: the last one where the calibration was another, else what lay behind that. */
function beforeOf(
  last: ToldStart | null,
  id: string,
  document: Calibration,
  { setup }: DryStartAnswer,
): DryStartAnswer | null {
  if (last?.id !== id) return null;
  const candidate = last.document === document ? last.before : last.answer;
  const isLike = candidate?.setup.coolantC === setup.coolantC && candidate.setup.batteryV === setup.batteryV;
  return isLike ? candidate : null;
}

/** Stops the start that is running. What was shown before stays. */
export function cancelDryStart(): void {
  running?.cancel();
}

/** Where the engine was while it turned, for the maps. */
function trailOf(calibrationId: string, { trace, setup }: DryStartAnswer): Trail {
  return {
    calibrationId,
    label: `Dry start at ${formatNumber(setup.coolantC, 0)} °C`,
    points: trace.speedRpm.flatMap((speed, i) => {
      const throttle = trace.loadThrottlePercent[i] ?? null;
      if (throttle === null) return [];
      const [manifoldPressure, coolant] = [trace.manifoldKpa[i] as number, trace.coolantC[i] as number];
      return [{ speed, manifoldPressure, coolant, throttle }];
    }),
  };
}
