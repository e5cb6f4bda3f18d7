import type { ChannelId } from '../channel';
import { formatNumber } from '../units';
import { type EventKindInfo, type Found, kind } from './event';
import type { Scan } from './scan';

/** Counts that follow within this belong together, s. */
const TOGETHER_S = 1;
/** What an engine computer counts before it has found the wheel is normal. */
const MISSING: Partial<Record<ChannelId, string>> = {
  crankTeethMissing: 'crank teeth missing',
  camPulsesMissing: 'cam pulses missing',
  camOutsideWindow: 'cam pulses outside their window',
  noiseEdges: 'edges of noise',
};
/** Fewer of them, once the engine runs, are no reason to look. */
const LEAST_COUNTED = 3;

interface Counted {
  from: number;
  to: number;
  by: number;
}

/** Counts of one counter, those near another in one. */
function clusters(scan: Scan, id: ChannelId): Counted[] {
  const found: Counted[] = [];
  for (const { at, by } of scan.counts(id)) {
    const last = found.at(-1);
    if (last !== undefined && scan.timeS(at) - scan.timeS(last.to) <= TOGETHER_S) {
      last.to = at;
      last.by += by;
    } else found.push({ from: Math.max(0, at - 1), to: at, by });
  }
  return found;
}

/** What was counted beside it. */
function besides(scan: Scan, from: number, to: number): string[] {
  return (Object.keys(MISSING) as ChannelId[]).flatMap((id) => {
    const by = scan.at(id, to) - scan.at(id, from);
    return by > 0 ? [`${formatNumber(by, 0)} ${MISSING[id]}`] : [];
  });
}

function syncLosses(scan: Scan): Found[] {
  return clusters(scan, 'syncLosses').map(({ from, to, by }) => {
    const catching = !scan.runs(from);
    const seen = besides(scan, scan.before(from, 0.5), scan.after(to, 0.5));
    const times = by === 1 ? 'Sync was lost' : `Sync was lost ${formatNumber(by, 0)} times`;
    const beside = seen.length === 0 ? '' : `; counted beside it: ${seen.join(', ')}`;
    return catching
      ? {
          from,
          to,
          tone: 'plain',
          text: `${times} while the engine was turned by the starter: normal while it finds the wheel${beside}.`,
        }
      : {
          from,
          to,
          tone: 'warning',
          text: `${times} at ${formatNumber(scan.at('speed', from), 0)} rev/min: fuel and spark stood still until it was found again${beside}.`,
        };
  });
}

function triggerErrors(scan: Scan): Found[] {
  return (Object.keys(MISSING) as ChannelId[]).flatMap((id) =>
    clusters(scan, id).flatMap(({ from, to, by }): Found[] => {
      if (by < LEAST_COUNTED || !scan.runs(from)) return [];
      const forS = scan.timeS(to) - scan.timeS(from);
      return [
        {
          from,
          to,
          tone: 'warning',
          text: `${formatNumber(by, 0)} ${MISSING[id]} in ${formatNumber(forS, 1)} s, from ${formatNumber(scan.at('speed', from), 0)} rev/min on.`,
        },
      ];
    }),
  );
}

/** What went wrong between the wheel and the engine computer. */
export const TRIGGER_KINDS = {
  syncLost: kind({
    label: 'Sync lost',
    needs: ['syncLosses'],
    traces: ['syncLosses', 'speed', 'crankTeethMissing', 'camPulsesMissing'],
    find: syncLosses,
  }),
  triggerErrors: kind({
    label: 'Trigger errors',
    needs: [['crankTeethMissing', 'camPulsesMissing', 'camOutsideWindow', 'noiseEdges']],
    traces: ['camPulsesMissing', 'crankTeethMissing', 'noiseEdges', 'speed'],
    find: triggerErrors,
  }),
} satisfies Record<string, EventKindInfo>;
