import { formatNumber } from '../../units';
import { cameOf, type CountedId, type Counts, isCounted, leaptOf } from '../observe/counts';
import { seen, type Sign } from './sign';

/** So many turns tell how often something is missed. */
const TURNS = 60;
const FEW = 4;
/** So many times as often in a turn as elsewhere is no chance. */
const LEAPT_TIMES = 4;
const CRANKED_S = 1.5;
/** A trigger that misses once in so many turns is not sound. */
const SOME = 1 / 2000;
/** So many times as many of the one are more of it. */
const MORE = 2;

/** Counts a turn of a signal; null until enough has turned. */
function counted(
  id: CountedId,
  name: string,
  turnsOf: (counts: Counts) => number,
  states: readonly { readonly id: string; readonly upTo: number }[],
): Sign {
  return {
    id,
    states: states.map((state) => state.id),
    sound: 0.9995,
    by: 'light',
    read: ({ counts }) => {
      if (!isCounted(counts, id)) return null;
      const [came, turns] = [cameOf(counts, id), turnsOf(counts)];
      if (turns < TURNS && came < FEW) return null;
      if (came < 2) return states[0]?.id ?? null;
      return states.find(({ upTo }) => came / turns <= upTo)?.id ?? null;
    },
    words: ({ counts }) =>
      `${formatNumber(cameOf(counts, id), 0)} ${name} in ${formatNumber(turnsOf(counts), 0)} turns.`,
  };
}

/** What the crank’s teeth are counted for. */
const TOOTH_FAULTS = ['crankTeethMissing', 'noiseEdges'] as const satisfies readonly CountedId[];
const leapt = (counts: Counts) => TOOTH_FAULTS.reduce((sum, id) => sum + leaptOf(counts, id), 0);

const ofCrank = ({ turns }: Counts) => turns;
const ofCam = ({ camTurns }: Counts) => camTurns;

/** What crank and cam say, or do not. */
export const TRIGGER_SIGNS: readonly Sign[] = [
  counted('camPulsesMissing', 'cam pulses missing', ofCam, [
    { id: 'sound', upTo: SOME },
    // One pulse in two turns.
    { id: 'some', upTo: 0.25 },
    { id: 'most', upTo: Infinity },
  ]),
  counted('crankTeethMissing', 'crank teeth missing', ofCrank, [
    { id: 'sound', upTo: SOME },
    { id: 'some', upTo: Infinity },
  ]),
  counted('noiseEdges', 'edges of noise', ofCrank, [
    { id: 'sound', upTo: SOME },
    { id: 'some', upTo: Infinity },
  ]),
  counted('camOutsideWindow', 'cam pulses outside their window', ofCam, [
    { id: 'sound', upTo: SOME },
    { id: 'some', upTo: Infinity },
  ]),
  seen(
    'missedWhileLeaping',
    'blip',
    ({ counts }) => {
      const missed = TOOTH_FAULTS.reduce((sum, id) => sum + cameOf(counts, id), 0);
      if (missed < FEW) return null;
      const share = counts.leapingTurns / counts.turns;
      if (share < 0.02) return null;
      return leapt(counts) * (1 - share) > LEAPT_TIMES * (missed - leapt(counts)) * share;
    },
    ({ counts }) => `${formatNumber(leapt(counts), 0)} of them while speed changed quickly.`,
    0.9,
  ),
  {
    id: 'teethOrNoise',
    states: ['sound', 'teeth', 'noise'],
    sound: 0.9995,
    by: 'light',
    read: ({ counts }) => {
      const [teeth, noise] = [cameOf(counts, 'crankTeethMissing'), cameOf(counts, 'noiseEdges')];
      if (counts.turns < TURNS) return null;
      if (teeth + noise < FEW) return 'sound';
      return teeth > MORE * noise ? 'teeth' : noise > MORE * teeth ? 'noise' : null;
    },
    words: ({ counts }) => {
      const [teeth, noise] = [cameOf(counts, 'crankTeethMissing'), cameOf(counts, 'noiseEdges')];
      return teeth > noise
        ? 'Far more teeth are missing than edges of noise come.'
        : 'Far more edges of noise come than teeth are missing.';
    },
  },
  seen(
    'crankSilent',
    'light',
    ({ electrics: { vanished, longestS }, forS }) => (forS < 1 ? null : vanished > 0 || longestS > 0.8),
    ({ electrics: { vanished } }) =>
      vanished > 0
        ? 'Speed was gone from one moment to the next, which no crank does.'
        : 'The starter pulls the battery down, and no turn of the crank is seen.',
    0.9995,
  ),
  {
    id: 'position',
    states: ['sound', 'noCam', 'none'],
    sound: 0.998,
    by: 'start',
    read: ({ electrics: { crankedS, foundS, foundCrankS }, ranS }) => {
      if (ranS > 0 || foundS > 0) return 'sound';
      if (crankedS < CRANKED_S) return null;
      return foundCrankS > 0.5 * crankedS ? 'noCam' : 'none';
    },
    words: ({ electrics: { crankedS, foundCrankS } }) =>
      foundCrankS > 0.5 * crankedS
        ? `In ${formatNumber(crankedS, 1)} s of cranking the crank told where it is, the cam never.`
        : `In ${formatNumber(crankedS, 1)} s of cranking its position was not found.`,
  },
];
