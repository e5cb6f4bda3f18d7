import { baseValue } from '../../calibration';
import { gridOf, lookUpCurve } from '../../numeric';
import { check } from '../entry/check';

/** So much above idle a limit stays clear of it. */
const CLEAR_OF_IDLE = 1.3;

export const limitsReachesIdle = check({
  id: 'limits.reachesIdle',
  title: 'Speed limit reaches idle',
  severity: 'warns',
  reads: ['limits', 'engine', 'injectors', 'maps'],
  why: 'An engine that is cut at idle stalls, and seems to lack fuel or air.',
  find: (document) => {
    const { idleSpeed: idle, limitCoolant: limit } = document.maps;
    const [softRpm, hardRpm] = [baseValue(document, 'limits.soft'), baseValue(document, 'limits.hard')];
    const used = document.limits.use?.value === 'yes';
    if (!used || idle === null || limit === null || softRpm === null || hardRpm === null) return null;
    const idleAt = gridOf(idle);
    const found = limit.x.map((coolantC, i) => ({
      coolantC,
      softRpm: (limit.values[i] as number) - (hardRpm - softRpm),
      idleRpm: lookUpCurve(idleAt, coolantC),
    }));
    const cold = found.find((at) => at.softRpm < CLEAR_OF_IDLE * at.idleRpm);
    return cold === undefined ? null : { place: 'maps.limitCoolant' as const, data: cold };
  },
  say: ({ coolantC, softRpm, idleRpm }) =>
    `At ${coolantC.toFixed(0)} °C it is held back from ${softRpm.toFixed(0)} rev/min, and it idles at ${idleRpm.toFixed(0)}. Raise the limit by coolant there.`,
});
