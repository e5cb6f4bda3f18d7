import { CHANNELS } from '../channel';
import { baseUnit, formatNumber, inSentence } from '../units';
import type { Condition, Output } from './outputSchema';

/** A condition in words: "engine speed above 60 rev/min, lets go at 30". */
function conditionWords({ channel, comparison, threshold, hysteresis }: Condition): string {
  const { label, quantity, decimals } = CHANNELS[channel];
  const written = (value: number) => formatNumber(value, Number.isInteger(value) ? 0 : Math.max(1, decimals));
  const limit = `${written(threshold)} ${baseUnit(quantity).label}`.trim();
  const back = comparison === 'above' ? threshold - hysteresis : threshold + hysteresis;
  const lets = hysteresis === 0 ? '' : ` (lets go at ${written(back)})`;
  return `${inSentence(label)} ${comparison} ${limit}${lets}`;
}

/** What hangs on an output, in a sentence. */
export function loadWords({ currentA, throughRelay }: Pick<Output, 'currentA' | 'throughRelay'>): string {
  const amps = currentA === undefined ? 'Its current is not said' : `It draws ${currentA} A`;
  if (throughRelay === undefined) return `${amps}; whether a relay is between is not said.`;
  return `${amps}, ${throughRelay ? 'through a relay' : 'straight on the pin'}.`;
}

/** When an output is on, in a sentence. */
export function outputWords({
  purpose,
  conditions,
  join,
  pulsesPerTurn,
  raisesIdleRpm,
  idleAirPercent = 0,
}: Output): string {
  if (pulsesPerTurn !== null)
    return `Pulses ${formatNumber(pulsesPerTurn, Number.isInteger(pulsesPerTurn) ? 0 : 1)} times a turn.`;
  if (purpose === 'boostValve') return 'Driven as boost control says.';
  if (purpose === 'idleValve') return 'Open as far as the idle air map and idle control say.';
  if (purpose === 'mainRelay') return 'On while the key is on.';
  if (conditions.length === 0) return 'Never on: it has no condition.';
  const idle = raisesIdleRpm === 0 ? '' : ` Raises idle by ${formatNumber(raisesIdleRpm, 0)} rev/min.`;
  const air = idleAirPercent === 0 ? '' : ` Opens the idle valve by ${formatNumber(idleAirPercent, 1)} %.`;
  return `On with ${conditions.map(conditionWords).join(` ${join} `)}.${idle}${air}`;
}
