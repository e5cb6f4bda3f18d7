import { AT, type Frame, read, SENSORS_LOST } from '@/core/channel';
import { inSentence } from '@/core/units';

/** Sensors that pull their pin down to ground: with nothing on it, the pin goes up. */
const PULLED_UP = new Set<string>(['coolant', 'air']);

/** Every sensor in fault and what its signal says of it: "coolant (unplugged, or shorted to supply)". */
export function sensorFaults(frame: Frame): string[] {
  const lost = read(frame, AT.sensorsLost);
  const high = read(frame, AT.sensorsHigh);
  return SENSORS_LOST.flatMap(({ id, label }, place) => {
    const bit = 1 << place;
    if (id === 'none' || !(lost > 0) || (lost & bit) === 0) return [];
    return [`${inSentence(label)} (${kindOf(id, (high & bit) !== 0)})`];
  });
}

function kindOf(id: string, isHigh: boolean): string {
  if (id === 'knock') return 'silent: unplugged';
  if (PULLED_UP.has(id)) return isHigh ? 'unplugged, or shorted to supply' : 'shorted to ground';
  return isHigh ? 'shorted to supply, or without ground' : 'unplugged, or shorted to ground';
}
