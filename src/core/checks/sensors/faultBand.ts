import { faultBandOf, tableAt } from '../../calibration';
import { faultBandProblem } from '../../sensors';
import { check } from '../entry/check';
import { fitted, curves, band, bandWords } from './parts';

export const sensorsFaultBand = check({
  id: 'sensors.faultBand',
  title: 'Fault band in the sensor’s range',
  severity: 'blocks',
  reads: ['sensors', 'engine', 'injectors'],
  why: 'A healthy sensor would count as broken, and its stand-in value be used.',
  find: (document) => {
    const gears = fitted(document, 'gear') ? tableAt(document, 'sensors.gear.points') : null;
    const gearBand = faultBandOf(document, 'gear');
    return [
      ...curves(document).flatMap(({ id, usedV }) => {
        const own = faultBandOf(document, id);
        return band(`sensors.${id}.faultLow`, own === null ? null : faultBandProblem(own, usedV));
      }),
      ...band(
        'sensors.gear.faultLow',
        gears === null || gearBand === null
          ? null
          : faultBandProblem(
              gearBand,
              gears.map((row) => row[1] as number),
            ),
      ),
    ];
  },
  say: bandWords,
});
