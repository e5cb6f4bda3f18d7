import { baseValue } from '../../calibration';
import { loopEngineOf } from '../../generators';
import { loadShare } from '../../idle';
import { check, foundWhen } from '../entry/check';
import { quantityEdit } from '../entry/remedy';
import { idleControlOf, idleLoads } from './parts';

/** Share of an idle’s torque that a degree of spark is worth, where it stands well behind its best. */
const WORTH_PER_DEG = 0.014;
/** The most that may be typed, °. */
const MOST_DEG = 15;
/** Share of a load that the spark has to hold until a valve has brought its air. */
const UNTIL_AIR_COMES = 0.4;

export const idleSparkAuthority = check({
  id: 'idle.sparkAuthority',
  title: 'Too little spark to hold a load',
  severity: 'warns',
  reads: ['idle', 'engine', 'outputs', 'injectors'],
  why: 'A load that the spark cannot hold pulls the idle down, and may stall it before the air comes.',
  find: (document) => {
    const control = idleControlOf(document);
    const idling = loopEngineOf(document);
    const limitDeg = baseValue(document, 'idle.sparkLimit');
    const gainDeg = baseValue(document, 'idle.sparkGain');
    if (control === 'no' || idling === null || limitDeg === null || gainDeg === null) return null;
    const amps = Math.max(0, ...idleLoads(document).map(({ currentA }) => currentA));
    const share = loadShare(idling, amps) * (control === 'both' ? UNTIL_AIR_COMES : 1);
    const restDeg = baseValue(document, 'idle.sparkRest') ?? 0;
    const worthDeg = gainDeg === 0 ? 0 : limitDeg + restDeg;
    return foundWhen(share > worthDeg * WORTH_PER_DEG, 'idle.sparkLimit', { share, worthDeg, amps });
  },
  say: ({ share, worthDeg, amps }) =>
    `${amps.toFixed(0)} A of load ask for ${(100 * share).toFixed(0)} % of the idle’s torque at once, and ${worthDeg.toFixed(0)}° of spark are worth about ${(100 * worthDeg * WORTH_PER_DEG).toFixed(0)} %. Allow more, or expect it to sag.`,
  remedy: (document, { data: { share } }) => {
    const wantedDeg = Math.ceil(share / WORTH_PER_DEG) - (baseValue(document, 'idle.sparkRest') ?? 0);
    if (wantedDeg > MOST_DEG || baseValue(document, 'idle.sparkGain') === 0) return null;
    return {
      label: `Allow ${wantedDeg}°`,
      edits: [quantityEdit(document, 'idle.sparkLimit', wantedDeg)],
    };
  },
});
