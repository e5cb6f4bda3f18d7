import type { KnockControl } from '../../control';
import { baseValue } from '../quantities';
import type { Calibration } from '../schema';
import { listensForKnock } from '../strategy';
import { choiceAt } from '../values';
import { mapGrid } from './mapGrid';

/** Knock control; null while it is off, no sensor is fitted, or something is missing. */
export function knockOf(document: Calibration, cylinders: number): KnockControl | null {
  const { knockStart, knockLength, knockThreshold, knockCoolant, knockFactor, knockSensor, knockFuel } =
    document.maps;
  const fitted = (id: string) =>
    choiceAt(document, `sensors.${id}.fitted` as 'sensors.knock.fitted') === 'yes';
  if (!listensForKnock(document) || !(fitted('knock') || fitted('knockTwo'))) return null;
  if (knockStart === null || knockLength === null || knockThreshold === null) return null;
  const at = (key: string) => baseValue(document, `knock.${key}`);
  const numbers = {
    speedFromRpm: at('speedFrom'),
    speedToRpm: at('speedTo'),
    bandHz: at('band'),
    gain: at('gain'),
    pullDeg: at('pull'),
    limitDeg: at('pullLimit'),
    recoveryDegPerS: at('recovery'),
    lostDeg: at('lostRetard'),
  };
  if (Object.values(numbers).includes(null)) return null;
  const both = fitted('knock') && fitted('knockTwo');
  return {
    cylinders,
    ...(numbers as Record<keyof typeof numbers, number>),
    startDeg: mapGrid(knockStart),
    lengthDeg: mapGrid(knockLength),
    thresholdV: mapGrid(knockThreshold),
    coolant: knockCoolant === null ? null : mapGrid(knockCoolant),
    factor: knockFactor === null ? null : mapGrid(knockFactor),
    sensor: both && knockSensor !== null ? mapGrid(knockSensor) : null,
    onlySensor: fitted('knock') ? 1 : 2,
    fuelPercent: knockFuel === null ? null : mapGrid(knockFuel),
  };
}
