import {
  AT,
  type ChannelId,
  type ChannelInfo,
  CHANNELS,
  type Frame,
  LOST_BIT,
  read,
  shownChannel,
} from '@/core/channel';
import { formatNumber, inSentence, type ShownBy } from '@/core/units';
import { isOutside, type Readout } from './sets';

/** Lambda further from its target than this is marked, a share. */
const OFF_TARGET = 0.05;

/** The bit of the sensor that a channel is read from. */
const SENSOR_BITS: Partial<Record<ChannelId, number>> = {
  manifoldPressure: LOST_BIT.map,
  throttle: LOST_BIT.throttle,
  coolant: LOST_BIT.coolant,
  air: LOST_BIT.air,
  fuelPressure: LOST_BIT.fuelPressure,
  oilPressure: LOST_BIT.oilPressure,
  lambdaOne: LOST_BIT.lambdaOne,
  lambdaTwo: LOST_BIT.lambdaTwo,
  ethanol: LOST_BIT.ethanol,
  gear: LOST_BIT.gear,
  knockNoise: LOST_BIT.knock,
};

/** What a readout says. */
export interface ReadoutWords {
  readonly label: string;
  /** A dash where nothing is known. */
  readonly value: string;
  readonly unit: string;
  /** What it should be, what it was at least and at most, or what is wrong about it. */
  readonly detail: string;
  readonly tone: 'plain' | 'warning' | 'error';
}

/**
 * A readout in words, of one moment.
 * @param peaks what its channel was at least and at most; null to leave that out.
 * @param by the units it is shown in.
 */
export function readoutWords(
  readout: Readout,
  frame: Frame,
  peaks: { readonly low: number; readonly high: number } | null,
  by: ShownBy,
): ReadoutWords {
  const { channel } = readout;
  const { codes }: ChannelInfo = CHANNELS[channel];
  const { unit, decimals, shown: inUnits } = shownChannel(channel, by);
  const value = read(frame, AT[channel]);
  const known = Number.isFinite(value);
  const number = (of: number) => formatNumber(inUnits(of), decimals);
  const shown = {
    label: readoutLabel(channel),
    value: known ? number(value) : '–',
    unit,
  };
  if (isLost(channel, frame)) {
    return { ...shown, detail: 'sensor in fault: not measured', tone: 'error' };
  }
  if (isOutside(readout, value)) {
    const { low, high } = readout;
    const limit = low !== null && value < low ? `below ${number(low)}` : `above ${number(high ?? NaN)}`;
    return { ...shown, detail: [limit, held(peaks, number)].filter(Boolean).join('; '), tone: 'warning' };
  }
  const said = codes === undefined ? besides(channel, frame, number) : inSentence(codes[value]?.label ?? '');
  const detail = [said, codes === undefined ? held(peaks, number) : ''].filter(Boolean).join('; ');
  return { ...shown, detail, tone: isOffTarget(channel, value, frame) ? 'warning' : 'plain' };
}

/** The name of a readout: short, where there is one that everybody means by it. */
export function readoutLabel(channel: ChannelId): string {
  return channel === 'lambdaOne' ? 'Lambda' : CHANNELS[channel].label;
}

function isLost(channel: ChannelId, frame: Frame): boolean {
  return (read(frame, AT.sensorsLost) & (SENSOR_BITS[channel] ?? 0)) !== 0;
}

/** What belongs to a number so much that it stands with it. */
function besides(channel: ChannelId, frame: Frame, number: (of: number) => string): string {
  const target = read(frame, AT.lambdaTarget);
  if (channel === 'lambdaOne' && Number.isFinite(target)) return `target ${number(target)}`;
  return channel === 'manifoldPressure' ? `throttle ${formatNumber(read(frame, AT.throttle), 0)} %` : '';
}

function isOffTarget(channel: ChannelId, value: number, frame: Frame): boolean {
  const target = read(frame, AT.lambdaTarget);
  return (channel === 'lambdaOne' || channel === 'lambdaTwo') && Math.abs(value / target - 1) > OFF_TARGET;
}

function held(
  peaks: { readonly low: number; readonly high: number } | null,
  number: (of: number) => string,
): string {
  if (peaks === null) return '';
  const [low, high] = [number(peaks.low), number(peaks.high)];
  return low === high ? '' : `${low} to ${high}`;
}
