import { AT, type ChannelId, CHANNELS, type Frame, read } from '../channel';
import { baseUnit, formatNumber } from '../units';

/** A named number that goes into a step. */
export interface StepInput {
  readonly symbol: string;
  readonly label: string;
  readonly value: string;
}

/** A number with its symbol, words and unit. */
export function input(
  symbol: string,
  label: string,
  value: number,
  decimals: number,
  unit: string,
): StepInput {
  return { symbol, label, value: `${formatNumber(value, decimals)}${unit === '' ? '' : ` ${unit}`}` };
}

/** A channel of the frame with its symbol; words and unit are the channel’s own. */
function channelInput(symbol: string, id: ChannelId, frame: Frame, decimals: number): StepInput {
  const { label, quantity } = CHANNELS[id];
  return input(symbol, label, read(frame, AT[id]), decimals, baseUnit(quantity).label);
}

/** Engine speed. */
export function speed(frame: Frame): StepInput {
  return channelInput('N', 'speed', frame, 0);
}

/** Manifold pressure. */
export function pressure(frame: Frame): StepInput {
  return channelInput('p', 'manifoldPressure', frame, 1);
}

/** Throttle, %. */
export function throttle(percent: number): StepInput {
  return input('α', CHANNELS.throttle.label, percent, 1, '%');
}

/** Coolant temperature. */
export function coolant(frame: Frame): StepInput {
  return channelInput('T_coolant', 'coolant', frame, 1);
}
