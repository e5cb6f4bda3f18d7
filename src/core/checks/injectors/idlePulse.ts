import { MAPS_IN_USE } from '../entry/maps';
import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { fedAt, programOf } from '../entry/feeding';
import { hotIdle } from '../entry/hotIdle';

export const injectorsIdlePulse = check({
  id: 'injectors.idlePulse',
  title: 'Idle pulse shorter than they repeat',
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
  why: 'Below its least pulse an injector gives something else each time, and idle wanders whatever the map says.',
  find: (document) => {
    const leastMs = baseValue(document, 'injectors.leastPulse');
    const program = programOf(document);
    const idle = hotIdle(document);
    if (leastMs === null || program === null || idle === null) return null;
    const { netMs } = fedAt(document, program, idle.speedRpm, idle.kpa).injection;
    return foundWhen(netMs > 0 && netMs < leastMs, 'injectors.leastPulse', {
      netMs,
      leastMs,
      speedRpm: idle.speedRpm,
    });
  },
  say: ({ netMs, leastMs, speedRpm }) =>
    `At idle, ${Math.round(speedRpm)} rev/min, they flow for ${netMs.toFixed(2)} ms; this set repeats from ${leastMs} ms on. Fit smaller injectors, or lower the fuel pressure.`,
});
