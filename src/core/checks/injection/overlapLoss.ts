import { MAPS_IN_USE } from '../entry/maps';
import { baseValue, valvesOf } from '../../calibration';
import { overlapLossPercent, sprayAtValve } from '../../injector';
import { check, foundWhen } from '../entry/check';
import { fedAt, programOf } from '../entry/feeding';
import { hotIdle } from '../entry/hotIdle';

/** A loss above this at idle is pointed at, %. */
const LOSS_LIMIT_PERCENT = 10;

export const injectionOverlapLoss = check({
  id: 'injection.overlapLoss',
  title: 'Fuel through both valves open',
  severity: 'warns',
  reads: [
    ...MAPS_IN_USE,
    'injection',
    'cams',
    'coils',
    'corrections',
    'injectors',
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
  why: 'Fuel that goes out unburned is missing in the cylinder, and lambda reads it as lean.',
  find: (document) => {
    const valves = valvesOf(document);
    const end = baseValue(document, 'injection.endOfInjection');
    const program = programOf(document);
    const idle = hotIdle(document);
    const isTimed = document.injection.mode?.value === 'sequential';
    if (!isTimed || valves === null || end === null || program === null || idle === null) return null;
    const { openingMs, deadMs } = fedAt(document, program, idle.speedRpm, idle.kpa).injection;
    const spray = sprayAtValve(end, idle.speedRpm, Math.max(0, openingMs - deadMs));
    const lostPercent = overlapLossPercent(spray, valves);
    return foundWhen(lostPercent > LOSS_LIMIT_PERCENT, 'injection.endOfInjection', { lostPercent });
  },
  say: ({ lostPercent }) =>
    `At idle ${lostPercent.toFixed(0)} % of the spray meets both valves open. Move the end of injection to where the intake is still shut.`,
});
