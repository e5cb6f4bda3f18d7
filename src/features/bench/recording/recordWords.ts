import { channelQuantity, CHANNELS } from '@/core/channel';
import { formatNumber, inSentence, unitOf } from '@/core/units';
import type { RecordCondition, RecordPlan } from '@/data/logs/recordPlan';

/** A condition in words: “engine speed above 3,000 rev/min”. */
export function conditionWords({ channel, comparison, threshold }: RecordCondition): string {
  const { quantity, unit } = channelQuantity(channel);
  const { label } = unitOf(quantity, unit);
  const number = formatNumber(threshold, CHANNELS[channel].decimals);
  return `${inSentence(CHANNELS[channel].label)} ${comparison} ${number}${label === '' ? '' : ` ${label}`}`;
}

/** A plan in a line, as far as it is not the usual one. */
export function planWords({ channels, rateHz, when, until, beforeS }: RecordPlan): string {
  const what = channels === null ? 'Everything that is sent' : `${formatNumber(channels.length, 0)} channels`;
  const often = `${formatNumber(rateHz, 0)} times a second`;
  const begins =
    when === null ? 'by hand' : `from ${formatNumber(beforeS, 0)} s before ${conditionWords(when)}`;
  const ends = until === null ? '' : `, until ${conditionWords(until)}`;
  return `${what}, ${often}, ${begins}${ends}.`;
}
