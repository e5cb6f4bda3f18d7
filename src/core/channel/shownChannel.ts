import { baseUnit, type ShownBy, shownDecimals, type ShownScale, shownScale } from '../units';
import type { ChannelInfo } from './channelInfo';
import { type ChannelId, CHANNELS } from './channels';

/** How readings of a channel are shown. */
export interface ShownChannel extends ShownScale {
  readonly decimals: number;
}

/** How readings of a channel are shown in the units chosen. A state by its number is shown as it is, without a unit. */
export function shownChannel(id: ChannelId, by: ShownBy): ShownChannel {
  const { quantity, decimals, codes }: ChannelInfo = CHANNELS[id];
  const scale = shownScale(codes === undefined ? baseUnit(quantity).label : '', by);
  return { ...scale, decimals: shownDecimals(decimals, scale, by) };
}
