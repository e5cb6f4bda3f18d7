import type { FilmSettings, OverrunCut } from '../../control';
import { preparedCorrection, type PreparedCorrection } from '../../correction';
import { fuelById, withoutEthanol } from '../../fuels';
import { gridOf } from '../../numeric';
import { BLENDED, type EcuProgram, type FuelBlend, type LoadProgram, type Tables } from '../../program';
import { isRequired } from '../applies';
import { conversionContext } from '../context';
import { baseValue, sweptVolumePerCylinderCm3 } from '../quantities';
import type { Calibration } from '../schema';
import { fillingMap, followsFilm, loadAxisOf, strategyOf, usedMaps } from '../strategy';
import { hardwarePrograms } from './hardwarePrograms';
import { closedLoopOf, learnedOf } from './closedLoopProgram';
import { boostOf } from './boostProgram';
import { idleOf } from './idleProgram';
import { knockOf } from './knockProgram';
import { limitsOf } from './limitsProgram';
import { protectionOf, sensorLossOf } from './protectionProgram';
import { fullLoad, injectorProgram, number, present, secondSet } from './injectorProgram';
import { mapGrid } from './mapGrid';

/** A complete document as a program. @throws {TypeError} for one that lacks something. */
export function completeProgram(document: Calibration): EcuProgram {
  const cylinders = number(document, 'engine.cylinders');
  const cylinderVolumeCm3 = present(sweptVolumePerCylinderCm3(document));
  const maxSpeedRpm = number(document, 'engine.maxSpeed');
  const closedLoop = closedLoopOf(document, cylinders);
  return {
    ...hardwarePrograms(document),
    cylinders,
    cylinderVolumeCm3,
    barometricKpa: conversionContext(document).barometricKpa,
    stoichiometricRatio: fuelById(present(document.engine.fuel).value).stoichiometricRatio,
    runningSpeedRpm: number(document, 'startUp.runningSpeed'),
    load: {
      ...loadProgram(document),
      ...fullLoad(document, cylinders, cylinderVolumeCm3, maxSpeedRpm),
      idleWorthPercent: isRequired(document, 'idle.throttleWorth')
        ? number(document, 'idle.throttleWorth')
        : 0,
    },
    tables: tables(document),
    blend: blend(document),
    acceleration: {
      thresholdPercentPerS: baseValue(document, 'acceleration.threshold') ?? 0,
      deadBandPercent: baseValue(document, 'acceleration.deadBand') ?? 0,
      decayTurns: baseValue(document, 'acceleration.decay') ?? 1,
    },
    film: filmOf(document, cylinders),
    closedLoop,
    learned: learnedOf(document, closedLoop),
    knock: knockOf(document, cylinders),
    overrun: overrunOf(document),
    idle: idleOf(document),
    limits: limitsOf(document),
    boost: boostOf(document),
    protection: protectionOf(document),
    sensorLoss: sensorLossOf(document),
    corrections: preparedCorrections(document),
    injector: injectorProgram(document),
    second: secondSet(document),
  };
}

/** How load is found, and the maps that say so. */
export function loadProgram(
  document: Calibration,
): Pick<LoadProgram, 'strategy' | 'axis' | 'filling' | 'target' | 'spark'> {
  const strategy = strategyOf(document);
  const axis = loadAxisOf(document);
  const byThrottle = axis === 'throttle';
  return {
    strategy,
    axis,
    filling: fillingMap(strategy),
    target: byThrottle ? 'lambdaThrottle' : 'lambda',
    spark: byThrottle ? 'sparkThrottle' : 'spark',
  };
}

/** Every map in use that is there. */
function tables(document: Calibration): Tables {
  return Object.fromEntries(
    usedMaps(document).flatMap((id) => {
      const map = document.maps[id];
      return map === null ? [] : [[id, mapGrid(map)]];
    }),
  );
}

function blend(document: Calibration): FuelBlend | null {
  if (document.blend.use?.value !== 'yes') return null;
  const fuel = fuelById(present(document.engine.fuel).value);
  const used = tables(document);
  const second = Object.entries(BLENDED).flatMap(([first, ids]) => {
    const table = used[ids.second];
    return table === undefined ? [] : [[first, { table, share: used[ids.curve] ?? null }]];
  });
  return {
    second: Object.fromEntries(second),
    densityGPerCm3: fuel.densityGPerCm3,
    base: withoutEthanol(fuel.id),
  };
}

/** The film that fuel makes up for; null by throttle rate, and while a map is missing. */
function filmOf(document: Calibration, cylinders: number): FilmSettings | null {
  const { filmShare, filmTime } = document.maps;
  if (!followsFilm(document) || filmShare === null || filmTime === null) return null;
  return {
    cylinders,
    barometricKpa: conversionContext(document).barometricKpa,
    sharePercent: mapGrid(filmShare),
    timeS: mapGrid(filmTime),
    opensFromPercentPerS: baseValue(document, 'acceleration.threshold') ?? 0,
  };
}

/** The overrun cut; null while it is off or incomplete. */
export function overrunOf(document: Calibration): OverrunCut | null {
  if (document.overrun.use?.value !== 'yes') return null;
  const at = (key: string) => baseValue(document, `overrun.${key}`);
  const cut = {
    speedAboveRpm: at('speedAbove'),
    speedHysteresisRpm: at('speedHysteresis'),
    throttleBelowPercent: at('throttleBelow'),
    throttleHysteresisPercent: at('throttleHysteresis'),
    pressureBelowKpa: at('pressureBelow'),
    pressureHysteresisKpa: at('pressureHysteresis'),
    coolantAboveC: at('coolantAbove'),
    coolantHysteresisC: at('coolantHysteresis'),
    delayInS: at('delayIn'),
    delayOutS: at('delayOut'),
  };
  if (Object.values(cut).includes(null)) return null;
  const softly = { returnDeg: at('returnRetard') ?? 0, returnS: at('returnFade') ?? 0 };
  return { ...(cut as Omit<OverrunCut, keyof typeof softly>), ...softly };
}

function preparedCorrections(document: Calibration): PreparedCorrection[] {
  return document.corrections
    .filter(({ enabled }) => enabled)
    .map((correction) => preparedCorrection(correction, gridOf(correction.map)));
}
