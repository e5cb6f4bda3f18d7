import { ADC_BITS, thermistorOf } from '../../calibration';
import { isFalling, seeingRange } from '../../sensors';
import { check, type Found } from '../entry/check';
import { temperatureWords } from '../entry/units';
import { THERMISTORS } from './parts';

/** Temperatures that must be told apart to a degree, °C: a start in frost, and an engine that boils. */
const NEEDED_C = { coolant: [-20, 110], air: [-20, 80] } as const;

interface Blind extends Record<string, unknown> {
  readonly fromC: number | null;
  readonly toC: number | null;
}

export const sensorsBlindRange = check({
  id: 'sensors.blindRange',
  title: 'A temperature sensor that hardly sees',
  severity: 'warns',
  reads: ['sensors', 'engine', 'injectors', 'pins'],
  why: 'Fuel would jump by degrees at a time, or not follow the engine at all.',
  find: (document) =>
    THERMISTORS.flatMap((sensor): Found<Blind>[] => {
      const described = thermistorOf(document, sensor);
      if (described === null || !isFalling(described.curve)) return [];
      const seen = seeingRange(described.curve, described.pullUp, ADC_BITS);
      const [lowC, highC] = NEEDED_C[sensor];
      if (seen !== null && seen.fromC <= lowC && seen.toC >= highC) return [];
      return [
        { place: `sensors.${sensor}.pullUp`, data: { fromC: seen?.fromC ?? null, toC: seen?.toC ?? null } },
      ];
    }),
  say: ({ fromC, toC }, units) =>
    fromC === null || toC === null
      ? 'With this pull-up no temperature is told from the next degree. Check the curve and the pull-up.'
      : `With this pull-up it tells degrees apart only from ${temperatureWords(fromC, units)} to ${temperatureWords(toC, units)}. Check the curve and the pull-up.`,
});
