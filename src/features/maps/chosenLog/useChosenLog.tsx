import { format } from 'date-fns';
import { useGlobalSearchParams } from 'expo-router';
import { useState } from 'react';
import type { Log } from '@/core/log';
import { useLog, useLogs } from '@/data/logs/queries';
import { Chips } from '@/ui/button/Chips';

/** Logs that are offered, newest first. */
const OFFERED = 5;
/** A log that nobody has chosen. */
const NO_LOG = '';

/** One of the last logs of this calibration, chosen by hand. */
export interface ChosenLog {
  /** There is one to choose. */
  readonly offers: boolean;
  /** Null while none is chosen, or read. */
  readonly log: Log | null;
  /** What it is chosen with. */
  readonly chips: React.JSX.Element;
}

/** The last logs of this calibration, and the one of them that is chosen. @param label what it is chosen for. */
export function useChosenLog(label: string): ChosenLog {
  const { id } = useGlobalSearchParams<{ id: string }>();
  const [chosen, setChosen] = useState<string | null>(null);
  const logs = useLogs(id).data ?? [];
  const read = useLog(chosen ?? NO_LOG);
  return {
    offers: logs.length > 0,
    log: chosen === null ? null : (read.data?.log ?? null),
    chips: (
      <Chips
        label={label}
        options={logs.slice(0, OFFERED).map((entry) => ({
          id: entry.id,
          label: format(new Date(entry.startedAt), 'd MMM, HH:mm:ss'),
        }))}
        value={chosen}
        onChange={setChosen}
      />
    ),
  };
}
