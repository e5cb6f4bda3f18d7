import { usePreference } from '@/data/preferences';
import { type Readout, type ReadoutSetId, type Readouts, readoutsFrom } from './sets';

/** The sets of readouts as they are arranged, kept in the browser. */
export function useReadouts(): {
  readonly chosen: ReadoutSetId;
  readonly set: readonly Readout[];
  readonly choose: (id: ReadoutSetId) => void;
  readonly arrange: (set: readonly Readout[]) => void;
} {
  const [readouts, keep] = usePreference<Readouts>('readouts', readoutsFrom, JSON.stringify);
  const { chosen, sets } = readouts;
  return {
    chosen,
    set: sets[chosen],
    choose: (id) => keep({ ...readouts, chosen: id }),
    arrange: (set) => keep({ ...readouts, sets: { ...sets, [chosen]: set } }),
  };
}
