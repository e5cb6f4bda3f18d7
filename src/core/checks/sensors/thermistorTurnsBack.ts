import { thermistorOf } from '../../calibration';
import { isFalling } from '../../sensors';
import { check, foundWhen } from '../entry/check';
import { THERMISTORS, thermistorTable } from './parts';

export const sensorsThermistorTurnsBack = check({
  id: 'sensors.thermistorTurnsBack',
  title: 'A temperature curve that turns back',
  severity: 'blocks',
  reads: ['sensors', 'engine', 'injectors', 'pins'],
  why: 'One resistance would mean two temperatures.',
  find: (document) =>
    THERMISTORS.flatMap((sensor) => {
      const described = thermistorOf(document, sensor);
      const turns = described !== null && !isFalling(described.curve);
      return foundWhen(turns, thermistorTable(document, sensor), {}) ?? [];
    }),
  say: () => 'These points make a curve that turns back. Check each against the sheet.',
});
