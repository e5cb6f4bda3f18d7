import { check, foundWhen } from '../entry/check';
import { mapInUse, MAPS_IN_USE } from '../entry/maps';
import { temperatureWords } from '../entry/units';

export const mapsIdleNoAirCold = check({
  id: 'maps.idleNoAirCold',
  title: 'No more air when cold',
  severity: 'warns',
  reads: MAPS_IN_USE,
  why: 'Cold oil needs several times the work to turn, and fuel alone cannot do it.',
  find: (document) => {
    const map = mapInUse(document, 'idleAir');
    const [coldC, cold] = [map?.x[0], map?.values[0]];
    const [hotC, hot] = [map?.x.at(-1), map?.values.at(-1)];
    if (coldC === undefined || cold === undefined || hotC === undefined || hot === undefined) return null;
    return foundWhen(cold <= hot, 'maps.idleAir', { coldC, cold, hotC, hot });
  },
  say: ({ coldC, cold, hotC, hot }, units) =>
    `The idle valve opens ${cold.toFixed(0)} % at ${temperatureWords(coldC, units)} and ${hot.toFixed(0)} % at ${temperatureWords(hotC, units)}. Open it further when cold.`,
});
