import { baseValue } from '../../calibration';
import { loopEngineOf } from '../../generators';
import { openingOf100Rpm, proposedLoop } from '../../idle';
import { check, foundWhen } from '../entry/check';
import { quantityEdit } from '../entry/remedy';
import { idleControlOf } from './parts';

/** Air that is brought in such a time comes before the manifold has filled, and too much of it, s. */
const TOO_FAST_S = 0.25;

export const idleIntegralWinds = check({
  id: 'idle.integralWinds',
  title: 'Idle air faster than the engine',
  severity: 'warns',
  reads: ['idle', 'engine', 'injectors'],
  why: 'Air that is added before the last has been felt overshoots, and the idle surges.',
  find: (document) => {
    const idling = loopEngineOf(document);
    const perS = baseValue(document, 'idle.airGain');
    if (idleControlOf(document) !== 'both' || perS === null) return null;
    if (idling === null || idling.valveGPerS === null) return null;
    const of100 = openingOf100Rpm(idling);
    return foundWhen(perS > of100 / TOO_FAST_S, 'idle.airGain', { perS, of100 });
  },
  say: ({ perS, of100 }) =>
    `100 rev/min need about ${of100.toFixed(1)} % of this valve, and ${perS.toFixed(1)} % are added each second: the sum winds up before the engine answers.`,
  remedy: (document) => {
    const idling = loopEngineOf(document);
    if (idling === null) return null;
    const { airPerSPer100Rpm } = proposedLoop(idling);
    return {
      label: `Add ${airPerSPer100Rpm} % a second`,
      edits: [quantityEdit(document, 'idle.airGain', airPerSPer100Rpm)],
    };
  },
});
