import { type Calibration, overrunOf, strategyOf, valueAt } from '../calibration';
import { idleNeed } from '../engine';
import { breathingNeeds, breathingOf } from '../generators';
import { type DocumentProblem, errorAt, warningAt } from './problem';

/** What cannot be, or is unwise, about load, blending, overrun cut and corrections. */
export function fuelRules(document: Calibration): DocumentProblem[] {
  return [...blending(document), ...overrun(document), ...strategy(document), ...corrections(document)];
}

function blending({ blend, sensors }: Calibration): DocumentProblem[] {
  const blind = blend.use?.value === 'yes' && sensors.ethanol.fitted?.value !== 'yes';
  return errorAt(
    'blend.use',
    blind
      ? 'Second maps are blended by the ethanol in the fuel, and no composition sensor is fitted. Fit one under Sensors, or use one fuel.'
      : null,
  );
}

/** The pressure of a hot idle, against the pressure below which fuel is cut. */
function overrun(document: Calibration): DocumentProblem[] {
  const cut = overrunOf(document);
  if (cut === null) return [];
  const known = breathingNeeds(document).every((path) => valueAt(document, path) !== null);
  if (!known) return [];
  const { idle, idleSpeedRpm } = breathingOf(document, 'sporting');
  const { manifoldKpa } = idleNeed(idle, idleSpeedRpm, 80);
  const reaches = cut.pressureBelowKpa + cut.pressureHysteresisKpa > manifoldKpa;
  const returnsAt = cut.speedAboveRpm - cut.speedHysteresisRpm;
  return [
    ...warningAt(
      'overrun.pressureBelow',
      reaches
        ? `Hot, it should idle at about ${manifoldKpa.toFixed(0)} kPa abs: with the hysteresis the cut reaches ${(cut.pressureBelowKpa + cut.pressureHysteresisKpa).toFixed(0)}. Lower it, or fuel stays cut when the engine should settle.`
        : null,
    ),
    ...warningAt(
      'overrun.speedAbove',
      returnsAt < 1.2 * idleSpeedRpm
        ? `Fuel returns at ${returnsAt.toFixed(0)} rev/min, and it idles at ${idleSpeedRpm.toFixed(0)}: too close to catch it. Raise the speed, or make its hysteresis smaller.`
        : null,
    ),
  ];
}

function strategy(document: Calibration): DocumentProblem[] {
  const { induction } = document.engine;
  const charged = induction?.value === 'supercharger' || induction?.value === 'turbocharger';
  return warningAt(
    'load.strategy',
    charged && strategyOf(document) === 'throttle'
      ? 'The engine is charged, and throttle alone does not see boost: it runs lean when boost comes up. Take throttle with pressure, or manifold pressure.'
      : null,
  );
}

/** Channels that only an own sensor gives, by the sensor that must be fitted. */
const SENSOR_OF = { ethanol: 'ethanol', gear: 'gear' } as const;

function corrections({ corrections: own, sensors }: Calibration): DocumentProblem[] {
  return own.flatMap(({ id, name, enabled, x, y, activation }) =>
    (Object.keys(SENSOR_OF) as (keyof typeof SENSOR_OF)[]).flatMap((channel) => {
      const looks = enabled && [x, y, activation?.channel].includes(channel);
      const fitted = sensors[SENSOR_OF[channel]].fitted?.value === 'yes';
      return warningAt(
        `corrections.${id}`,
        looks && !fitted
          ? `${name} looks at ${channel}, and no sensor for it is fitted: it always reads the same. Fit one under Sensors, or switch the correction off.`
          : null,
      );
    }),
  );
}
