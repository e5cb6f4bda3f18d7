import { create } from 'zustand';
import type { ChannelId } from '@/core/channel';
import type { CounterReading } from '@/core/counters';

/** How a counter went: when it moved, and to what. */
export interface CounterStep {
  readonly timeS: number;
  readonly count: number;
}

interface CountersState {
  /** The two moments that are compared; null until they are marked. */
  readonly before: CounterReading | null;
  readonly after: CounterReading | null;
  /** Of each counter that has moved since the page was opened first, its last steps. */
  readonly steps: Readonly<Partial<Record<ChannelId, readonly CounterStep[]>>>;
}

/** Steps that are kept of a counter, and how far apart they are told, s: as many as a line shows. */
const MOST_STEPS = 120;
const APART_S = 0.5;

const NOTHING: CountersState = { before: null, after: null, steps: {} };

/** Marks and steps. They outlive the page: a look elsewhere loses neither. */
export const useCounters = create<CountersState>(() => NOTHING);

/** Marks the first moment, then the second; a third begins anew with it. */
export function mark(reading: CounterReading): void {
  useCounters.setState(({ before, after }) =>
    before === null || after !== null ? { before: reading, after: null } : { after: reading },
  );
}

/** Forgets both marks. */
export function forgetMarks(): void {
  useCounters.setState({ before: null, after: null });
}

/** Notes what has moved; a clock that was set back begins anew. */
export function noteSteps({ timeS, counts }: CounterReading): void {
  const { steps } = useCounters.getState();
  const moved = (Object.entries(counts) as [ChannelId, number][]).filter(([channel, count]) => {
    const last = steps[channel]?.at(-1);
    return count !== (last?.count ?? 0);
  });
  if (moved.length === 0) return;
  useCounters.setState({
    steps: {
      ...steps,
      ...Object.fromEntries(
        moved.map(([channel, count]) => {
          const known = (steps[channel] ?? []).filter((step) => step.timeS <= timeS);
          return [channel, withStep(known, { timeS, count })];
        }),
      ),
    },
  });
}

/** Steps close behind one another are one, which stands where the first of them did. */
function withStep(known: readonly CounterStep[], step: CounterStep): CounterStep[] {
  const last = known.at(-1);
  if (last !== undefined && step.timeS - last.timeS < APART_S) {
    return [...known.slice(0, -1), { timeS: last.timeS, count: step.count }];
  }
  return [...known, step].slice(-MOST_STEPS);
}
