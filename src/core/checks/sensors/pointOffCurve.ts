import { thermistorOf } from '../../calibration';
import { isFalling } from '../../sensors';
import { check } from '../entry/check';
import { kelvinWords, temperatureWords } from '../entry/units';
import { THERMISTORS, thermistorTable } from './parts';

/** A thermistor's point this far off its curve is pointed at, K. */
const RESIDUAL_K = 1;

export const sensorsPointOffCurve = check({
  id: 'sensors.pointOffCurve',
  title: 'A point off its curve',
  severity: 'warns',
  reads: ['sensors', 'engine', 'injectors', 'pins'],
  why: 'A mistyped point bends the curve for all temperatures near it.',
  find: (document) =>
    THERMISTORS.flatMap((sensor) => {
      const described = thermistorOf(document, sensor);
      if (described === null || !isFalling(described.curve)) return [];
      const { fit, points } = described;
      const worst = fit?.worst ?? null;
      const point = worst === null ? undefined : points[worst];
      const offK = Math.abs(worst === null ? 0 : (fit?.residualsK[worst] ?? 0));
      if (point === undefined || offK <= RESIDUAL_K) return [];
      const data = { temperatureC: point.temperatureC, offK };
      return [{ place: thermistorTable(document, sensor), data }];
    }),
  say: ({ temperatureC, offK }, units) =>
    `The point at ${temperatureWords(temperatureC, units)} is ${kelvinWords(offK, units)} off the curve through all. Check it against the sheet.`,
});
