import { useMemo } from 'react';
import type { Log } from '@/core/log';
import { withComputed } from '@/core/logFormula';
import { useComputedChannels } from '@/data/formulas/computedChannels';
import { parseExpression } from '@/data/formulas/parseExpression';

/** A log with the channels that the builder computes from it. */
export function useSeenLog(log: Log): Log {
  const { channels } = useComputedChannels();
  return useMemo(() => withComputed(log, channels, parseExpression), [log, channels]);
}
