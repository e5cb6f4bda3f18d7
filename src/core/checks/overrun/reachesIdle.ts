import { baseValue, overrunOf } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { absoluteNumber, absoluteWords } from '../entry/units';
import { hotIdle } from '../entry/hotIdle';
import { quantityEdit } from '../entry/remedy';

/** Room between the cut and idle that a remedy leaves, kPa. */
const ROOM_KPA = 2;

export const overrunReachesIdle = check({
  id: 'overrun.reachesIdle',
  title: 'Overrun cut reaches idle',
  severity: 'warns',
  reads: ['overrun', 'engine', 'idle', 'injectors'],
  why: 'An engine whose fuel is cut at idle stalls, and nothing in the idle maps cures it.',
  find: (document) => {
    const cut = overrunOf(document);
    const idle = cut === null ? null : hotIdle(document);
    if (cut === null || idle === null) return null;
    const reachesKpa = cut.pressureBelowKpa + cut.pressureHysteresisKpa;
    return foundWhen(reachesKpa > idle.kpa, 'overrun.pressureBelow', { idleKpa: idle.kpa, reachesKpa });
  },
  say: ({ idleKpa, reachesKpa }, units) =>
    `Hot, it should idle at about ${absoluteWords(idleKpa, units)}: with the hysteresis the cut reaches ${absoluteNumber(reachesKpa, units)}. Lower it, or fuel stays cut when the engine should settle.`,
  remedy: (document, { data: { idleKpa, reachesKpa } }) => {
    const kpa = baseValue(document, 'overrun.pressureBelow');
    if (kpa === null) return null;
    const lower = quantityEdit(document, 'overrun.pressureBelow', kpa - (reachesKpa - idleKpa) - ROOM_KPA);
    return { label: 'Cut at a lower pressure', edits: [lower] };
  },
});
