import { MAPS_IN_USE } from '../entry/maps';
import { check, foundWhen } from '../entry/check';
import { longestFed } from '../entry/feeding';
import { absoluteWords } from '../entry/units';

/** Highest duty an injector is planned for, %: above it closing and opening run into each other. */
const DUTY_LIMIT_PERCENT = 85;

export const injectorsDuty = check({
  id: 'injectors.duty',
  title: 'Injectors cannot feed the engine',
  severity: 'warns',
  reads: [
    ...MAPS_IN_USE,
    'injectors',
    'cams',
    'coils',
    'corrections',
    'injection',
    'outputs',
    'overrun',
    'pins',
    'sensors',
    'staging',
    'startUp',
    'trigger',
    'launch',
    'protection',
    'learned',
  ],
  why: 'An injector that never closes gives no more fuel, and the engine runs lean at full load.',
  find: (document) => {
    const longest = longestFed(document);
    if (longest === null) return null;
    const { speedRpm, kpa, injection } = longest;
    const data = { speedRpm, kpa, dutyPercent: injection.dutyPercent };
    return foundWhen(injection.dutyPercent > DUTY_LIMIT_PERCENT, 'injectors.ratedFlow', data);
  },
  say: ({ speedRpm, kpa, dutyPercent }, units) =>
    `At ${Math.round(speedRpm)} rev/min and ${absoluteWords(kpa, units)} injectors are open ${dutyPercent.toFixed(0)} % of the time; ${DUTY_LIMIT_PERCENT} are the most that can be used. Fit larger ones, or raise the fuel pressure.`,
});
