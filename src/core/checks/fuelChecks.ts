import { type Calibration, overrunOf, strategyOf, valueAt } from '../calibration';
import { CHANNELS, type CorrectionChannel } from '../channel';
import { idleNeed } from '../engine';
import { breathingNeeds, breathingOf } from '../generators';
import { check, type Found, foundWhen } from './check';
import { isCharged } from './engineChecks';
import { absoluteNumber, absoluteWords } from './units';

/** Coolant of a hot idle, °C. */
const HOT_C = 80;
/** Fuel must return at this share of the idle speed at least, to catch it. */
const CATCHES_FROM = 1.2;

/** A hot idle as the description has it; null while that is incomplete. */
function hotIdle(document: Calibration): { readonly kpa: number; readonly speedRpm: number } | null {
  if (breathingNeeds(document).some((path) => valueAt(document, path) === null)) return null;
  const { idle, idleSpeedRpm } = breathingOf(document, 'sporting');
  return { kpa: idleNeed(idle, idleSpeedRpm, HOT_C).manifoldKpa, speedRpm: idleSpeedRpm };
}

/** The sensor a channel needs, where it needs one. */
function sensorOf(channel: CorrectionChannel): 'ethanol' | 'gear' | null {
  const info = CHANNELS[channel];
  return 'needsSensor' in info ? info.needsSensor : null;
}

/** What cannot be, or is unwise, about load, blending, overrun cut and corrections. */
export const FUEL_CHECKS = [
  check({
    id: 'blend.noSensor',
    severity: 'error',
    find: ({ blend, sensors }) =>
      foundWhen(blend.use?.value === 'yes' && sensors.ethanol.fitted?.value !== 'yes', 'blend.use', {}),
    say: () =>
      'Second maps are blended by the ethanol in the fuel, and no composition sensor is fitted. Fit one under Sensors, or use one fuel.',
  }),
  check({
    id: 'overrun.reachesIdle',
    severity: 'warning',
    find: (document) => {
      const cut = overrunOf(document);
      const idle = cut === null ? null : hotIdle(document);
      if (cut === null || idle === null) return null;
      const reachesKpa = cut.pressureBelowKpa + cut.pressureHysteresisKpa;
      return foundWhen(reachesKpa > idle.kpa, 'overrun.pressureBelow', { idleKpa: idle.kpa, reachesKpa });
    },
    say: ({ idleKpa, reachesKpa }, units) =>
      `Hot, it should idle at about ${absoluteWords(idleKpa, units)}: with the hysteresis the cut reaches ${absoluteNumber(reachesKpa, units)}. Lower it, or fuel stays cut when the engine should settle.`,
  }),
  check({
    id: 'overrun.returnsLate',
    severity: 'warning',
    find: (document) => {
      const cut = overrunOf(document);
      const idle = cut === null ? null : hotIdle(document);
      if (cut === null || idle === null) return null;
      const returnsRpm = cut.speedAboveRpm - cut.speedHysteresisRpm;
      const data = { returnsRpm, idleRpm: idle.speedRpm };
      return foundWhen(returnsRpm < CATCHES_FROM * idle.speedRpm, 'overrun.speedAbove', data);
    },
    say: ({ returnsRpm, idleRpm }) =>
      `Fuel returns at ${returnsRpm.toFixed(0)} rev/min, and it idles at ${idleRpm.toFixed(0)}: too close to catch it. Raise the speed, or make its hysteresis smaller.`,
  }),
  check({
    id: 'load.throttleAloneCharged',
    severity: 'warning',
    find: (document) =>
      foundWhen(isCharged(document) && strategyOf(document) === 'throttle', 'load.strategy', {}),
    say: () =>
      'The engine is charged, and throttle alone does not see boost: it runs lean when boost comes up. Take throttle with pressure, or manifold pressure.',
  }),
  check({
    id: 'corrections.noSensor',
    severity: 'warning',
    find: ({ corrections, sensors }) =>
      corrections.flatMap(({ id, name, enabled, x, y, activation }) => {
        const looksAt = new Set([x, y, activation?.channel ?? null].filter((channel) => channel !== null));
        return [...looksAt].flatMap((channel): Found<{ name: string; channel: string }>[] => {
          const sensor = sensorOf(channel);
          const blind = enabled && sensor !== null && sensors[sensor].fitted?.value !== 'yes';
          return blind ? [{ place: `corrections.${id}`, data: { name, channel } }] : [];
        });
      }),
    say: ({ name, channel }) =>
      `${name} looks at ${channel}, and no sensor for it is fitted: it always reads the same. Fit one under Sensors, or switch the correction off.`,
  }),
];
