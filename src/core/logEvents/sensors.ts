import { type ChannelId, CHANNELS, channelQuantity, LOST_BIT, SENSORS_LOST } from '../channel';
import { formatNumber, inSentence, unitOf } from '../units';
import { type EventKindInfo, type Found, kind } from './event';
import type { Scan, Stretch } from './scan';

/**
 * What no part of an engine does from one sample to the next: a temperature that leaps, or a pressure of the air that does.
 * Without the engine computer's own word that tells a sensor in fault. In base units, within so long, s.
 */
const LEAPS: readonly { readonly id: ChannelId; readonly by: number }[] = [
  { id: 'coolant', by: 25 },
  { id: 'air', by: 25 },
  { id: 'oilTemperature', by: 25 },
];
const WITHIN_S = 0.5;
/** What has leapt stays away for so long, s. */
const STAYS_S = 0.5;

function sensorFaults(scan: Scan): Found[] {
  if (scan.has('sensorsLost')) return lostByBits(scan);
  return scan.has('sensorLost') ? lostByCode(scan) : LEAPS.flatMap(({ id, by }) => leaps(scan, id, by));
}

/** A fault while the key is on; what stood in fault from the first sample on began before. */
function lostByBits(scan: Scan): Found[] {
  return SENSORS_LOST.flatMap(({ id, label }) =>
    id === 'none' ? [] : lost(scan, label, (i) => (scan.at('sensorsLost', i) & LOST_BIT[id]) !== 0),
  );
}

function lostByCode(scan: Scan): Found[] {
  return SENSORS_LOST.flatMap(({ id, label }, code) =>
    id === 'none' ? [] : lost(scan, label, (i) => scan.at('sensorLost', i) === code),
  );
}

function lost(scan: Scan, label: string, isLost: (i: number) => boolean): Found[] {
  return scan
    .stretches(isLost, { leastS: 0, bridgeS: 1 })
    .map((stretch) => ({ ...stretch, tone: 'warning', text: faultWords(scan, label, stretch) }));
}

function faultWords(scan: Scan, label: string, stretch: Stretch): string {
  const began = stretch.from === 0 ? 'was in fault from the beginning' : 'came into fault';
  const ended =
    stretch.to === scan.length - 1 ? 'to the end' : `for ${formatNumber(scan.lengthS(stretch), 1)} s`;
  return `Sensor ${inSentence(label)} ${began}, ${ended}: the engine computer went by what stands in for it.`;
}

function leaps(scan: Scan, id: ChannelId, by: number): Found[] {
  const found: Found[] = [];
  for (let i = 1; i < scan.length; i += 1) {
    const [was, is] = [scan.at(id, i - 1), scan.at(id, i)];
    if (!(Math.abs(is - was) > by) || scan.timeS(i) - scan.timeS(i - 1) > WITHIN_S) continue;
    let to = i;
    while (to + 1 < scan.length && Math.abs(scan.at(id, to + 1) - was) > by) to += 1;
    if (scan.lengthS({ from: i, to }) >= STAYS_S) {
      const { quantity, unit } = channelQuantity(id);
      const { label } = unitOf(quantity, unit);
      found.push({
        from: i - 1,
        to,
        tone: 'warning',
        text: `${CHANNELS[id].label} leapt from ${formatNumber(was, 0)} to ${formatNumber(is, 0)} ${label} within ${formatNumber(scan.timeS(i) - scan.timeS(i - 1), 2)} s: no engine does that, a sensor or its wire does.`,
      });
    }
    // Coming back is no fault of its own.
    i = to + 1;
  }
  return found;
}

/** What was read and cannot be. */
export const SENSOR_KINDS = {
  sensorFault: kind({
    label: 'Sensor in fault',
    needs: [['sensorsLost', 'sensorLost', 'coolant', 'air', 'oilTemperature']],
    traces: ['sensorLost', 'coolant', 'manifoldPressure', 'throttle'],
    find: sensorFaults,
  }),
} satisfies Record<string, EventKindInfo>;
