import { overrunOf } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { absoluteNumber, absoluteWords } from '../entry/units';
import { hotIdle } from '../entry/hotIdle';

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
});
