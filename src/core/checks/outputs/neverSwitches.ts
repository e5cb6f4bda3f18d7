import { baseValue, type Calibration } from '../../calibration';
import { CHANNELS, type OutputChannel } from '../../channel';
import { inSentence } from '../../units';
import { check } from '../entry/check';
import { conditionsRemedy } from './parts';

/** Share of the highest that is reached at which a remedy lets it switch. */
const SWITCHES_AT = 0.9;

export const outputsNeverSwitches = check({
  id: 'outputs.neverSwitches',
  title: 'An output that can never switch',
  severity: 'warns',
  reads: ['outputs', 'engine', 'injectors'],
  why: 'What it drives never runs, and nobody notices until it is needed.',
  find: (document) =>
    document.outputs.flatMap(({ id, name, conditions }) =>
      conditions.flatMap(({ channel, comparison, threshold }) => {
        const most = reached(document, channel);
        return most !== null &&
          comparison === 'above' &&
          threshold >= most &&
          threshold <= CHANNELS[channel].max
          ? [{ place: `outputs.${id}` as const, data: { name, channel, threshold, most } }]
          : [];
      }),
    ),
  say: ({ name, channel, threshold, most }) =>
    `${name} waits for ${inSentence(CHANNELS[channel].label)} above ${threshold}; this engine reaches ${most.toFixed(0)}. Lower it.`,
  remedy: ({ outputs }, { place, data: { channel, most } }) => {
    const threshold = Math.round(SWITCHES_AT * most);
    return conditionsRemedy(outputs, place, `Switch at ${threshold}`, (condition) =>
      condition.channel === channel && condition.comparison === 'above' && condition.threshold >= most
        ? { ...condition, threshold }
        : condition,
    );
  },
});

/** The highest that this engine reaches; null where its description does not say. */
function reached(document: Calibration, channel: OutputChannel): number | null {
  if (channel === 'speed') return baseValue(document, 'engine.maxSpeed');
  if (channel === 'manifoldPressure') return baseValue(document, 'engine.maxManifoldPressure');
  return null;
}
