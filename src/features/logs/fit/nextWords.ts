import type { MapTask, NextCell } from '@/core/log';
import { formatNumber } from '@/core/units';

const BECAUSE: Readonly<Record<NextCell['because'], string>> = {
  time: 'the engine is often there, and little is known of it',
  error: 'much was found off there, so the cells beside it are not sure either',
  bend: 'the map bends there, and a bend is known only by driving it',
};

/** What to hold, for how long and why. */
export function nextWords({ speedRpm, load, missingS, because }: NextCell, by: MapTask['load']): string {
  const where = by === 'throttle' ? `${formatNumber(load, 0)} % of throttle` : `${formatNumber(load, 0)} kPa`;
  return `Hold ${formatNumber(speedRpm, 0)} rev/min at ${where} for ${formatNumber(missingS, 1)} s: ${BECAUSE[because]}.`;
}
