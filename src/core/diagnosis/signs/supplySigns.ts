import { formatNumber } from '../../units';
import { cameOf, isCounted } from '../observe/counts';
import { meanOf } from '../observe/mean';
import { between, type Sign } from './sign';

const SAGS_V = 7.6;

/** Whether the engine computer keeps its power. */
export const POWER_SIGNS: readonly Sign[] = [
  {
    id: 'resets',
    states: ['sound', 'cranking', 'running'],
    sound: 0.9998,
    by: 'light',
    read: ({ counts, forS }) => {
      if (forS < 1 || !isCounted(counts, 'resets')) return null;
      return counts.resetsRunning > 0 ? 'running' : cameOf(counts, 'resets') > 0 ? 'cranking' : 'sound';
    },
    words: ({ counts }) => {
      const times = cameOf(counts, 'resets');
      const running = counts.resetsRunning > 0 ? 'while it ran' : 'under the starter';
      return `The engine computer lost its power ${times === 1 ? 'once' : `${formatNumber(times, 0)} times`}, ${running}.`;
    },
  },
];

/** What battery and alternator give. */
export const BATTERY_SIGNS: readonly Sign[] = [
  between(
    'charging',
    'light',
    [13.2, 15],
    ({ electrics }) => meanOf(electrics.running, 100),
    (volts) => `The battery has ${formatNumber(volts, 1)} V while it runs.`,
    0.9995,
  ),
  between(
    'crankVolts',
    'start',
    [SAGS_V, Infinity],
    // An engine computer that went out did not see how far it fell.
    ({ electrics: { crankV }, counts }) => (crankV > SAGS_V && cameOf(counts, 'resets') > 0 ? NaN : crankV),
    (volts) => `The battery falls to ${formatNumber(volts, 1)} V under the starter.`,
  ),
];
