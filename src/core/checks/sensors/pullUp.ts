import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { THERMISTORS } from './parts';

/** A pull-up this far off the engine computer's own is pointed at, share. */
const PULL_UP_SHARE = 0.02;

export const sensorsPullUp = check({
  id: 'sensors.pullUp',
  title: 'Pull-up of another computer',
  severity: 'warns',
  reads: ['sensors', 'pins', 'engine', 'injectors'],
  why: 'Start-up fuel is read at the wrong temperature, worst in frost.',
  find: (document) =>
    THERMISTORS.flatMap((sensor) => {
      const { ecu } = document.pins;
      const typedOhm = baseValue(document, `sensors.${sensor}.pullUp`);
      if (ecu === null || typedOhm === null) return [];
      const differs = Math.abs(typedOhm / ecu.pullUpOhm - 1) > PULL_UP_SHARE;
      const data = { computer: ecu.name, ownOhm: ecu.pullUpOhm, typedOhm };
      return foundWhen(differs, `sensors.${sensor}.pullUp`, data) ?? [];
    }),
  say: ({ computer, ownOhm, typedOhm }) =>
    `The temperature inputs of ${computer} have ${ownOhm} Ω, not ${typedOhm}. Every reading would be off, unless the input was changed.`,
});
