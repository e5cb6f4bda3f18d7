import { check, type Found } from '../entry/check';

export const correctionsPressureTwice = check({
  id: 'corrections.pressureTwice',
  title: 'Fuel pressure counted twice',
  severity: 'blocks',
  reads: ['corrections', 'injectors'],
  why: 'A regulator that is measured corrects the opening by its pressure already; once more is as wrong as not at all.',
  find: ({ corrections, injectors }) =>
    corrections.flatMap(({ id, name, enabled, on, x, y }): Found<{ name: string }>[] => {
      const twice = injectors.regulator?.value === 'measured' && enabled && on === 'fuel';
      const looks = x === 'fuelPressure' || y === 'fuelPressure';
      return twice && looks ? [{ place: `corrections.${id}`, data: { name } }] : [];
    }),
  say: ({ name }) =>
    `${name} adds fuel by fuel pressure, and the regulator is one that is measured, which does the same. Switch one of the two off.`,
});
