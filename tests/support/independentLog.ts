import type { ChannelId } from '@/core/channel';
import { type Log, type MapTask } from '@/core/log';
import { gridOf } from '@/core/numeric';
import type { MadeLog } from '../independent/logMaker';

/** A made log as Lumbre takes logs: the one place where both sides meet. */
export function asLog({ timeS, rows, build }: MadeLog): { log: Log; task: MapTask } {
  const column = (of: (row: MadeLog['rows'][number]) => number) => Float64Array.from(rows, of);
  const columns: Partial<Record<ChannelId, Float64Array>> = {
    speed: column(({ rpm }) => rpm),
    manifoldPressure: column(({ mapKpa }) => mapKpa),
    throttle: column(({ tps }) => tps),
    coolant: column(({ coolantC }) => coolantC),
    air: column(({ airC }) => airC),
    battery: column(({ volts }) => volts),
    lambdaOne: column(({ lambda }) => lambda),
    lambdaTarget: column(({ target }) => target),
    vePercent: column(({ ve }) => ve),
    phase: column(({ cranking, rpm }) => (cranking ? 1 : rpm < 50 ? 0 : 2)),
    afterStart: column(({ afterStart }) => (afterStart ? 1.15 : 1)),
    overrunCut: column(({ cut }) => (cut ? 1 : 0)),
  };
  const { x, y, z } = build.filling.typed;
  return {
    log: { timeS: Float64Array.from(timeS), columns },
    task: {
      grid: gridOf({ x, y, values: z }),
      load: build.by === 'throttle' ? 'throttle' : 'manifoldPressure',
      displacementCm3: build.litres * 1000,
      barometricKpa: build.baroKpa,
    },
  };
}
