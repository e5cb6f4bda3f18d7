import { curveOf } from '../../calibration';
import { turningPoint } from '../../sensors';
import { check, type Found, type Place } from '../entry/check';
import { fitted, curves } from './parts';

export const sensorsTurnsBack = check({
  id: 'sensors.turnsBack',
  title: 'A curve that turns back',
  severity: 'blocks',
  reads: ['sensors', 'engine', 'injectors'],
  why: 'One voltage would mean two values.',
  find: (document) => {
    const ethanol = fitted(document, 'ethanol') ? curveOf(document, 'sensors.ethanol.points') : null;
    return [
      ...curves(document).flatMap(({ place, curve }) => turned(place, turningPoint(curve))),
      ...turned('sensors.ethanol.points', ethanol === null ? null : turningPoint(ethanol)),
    ];
  },
  say: ({ row }) =>
    `Row ${row + 1} turns back: the value must only rise or only fall with voltage. Check the row.`,
});

interface Turned extends Record<string, unknown> {
  readonly row: number;
}

function turned(place: Place, row: number | null): Found<Turned>[] {
  return row === null ? [] : [{ place, data: { row } }];
}
