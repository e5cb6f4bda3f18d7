import { baseValue, type Calibration, conversionContext } from '../calibration';
import { fuelById } from '../fuels';
import type { MapId } from '../program';
import {
  proposedCrankAdvanceDeg,
  proposedSparkAirDeg,
  proposedSparkCoolantDeg,
  proposedSparkDeg,
  SPARK_AIR_BREAKPOINTS,
  SPARK_COOLANT_BREAKPOINTS,
  type SparkCorrectionInputs,
  sparkCorrectionReasons,
  sparkReasons,
} from '../spark';
import { behindThrottle } from './airGenerators';
import { coldExcessOf, type GeneratorChoices, type MapGenerator, SPARK_NEEDS } from './generator';
import { over, overCoolant, speedAndPressure } from './newAxes';

const CAUTION_DEG = 4;

const spark: MapGenerator = {
  needs: () => SPARK_NEEDS,
  axes: speedAndPressure,
  generate: (document, { firstRun, cams, use }) => {
    const { engine } = document;
    const inputs = {
      octane: fuelById(engine.fuel?.value ?? 'petrol').octane,
      compressionRatio: baseValue(document, 'engine.compressionRatio') ?? 0,
      boreMm: engine.geometry === 'boreAndStroke' ? baseValue(document, 'engine.bore') : null,
      barometricKpa: conversionContext(document).barometricKpa,
      maxManifoldKpa: baseValue(document, 'engine.maxManifoldPressure') ?? 0,
      torquePeakSpeedRpm: baseValue(document, 'engine.torquePeakSpeed') ?? 0,
      maxSpeedRpm: baseValue(document, 'engine.maxSpeed') ?? 0,
      cautionDeg: firstRun ? CAUTION_DEG : 0,
      cams,
      use,
    };
    return { valueAtPoint: (x, y) => proposedSparkDeg(inputs, x, y), reasons: sparkReasons(inputs) };
  },
};

function correctionInputs(document: Calibration, { firstRun }: GeneratorChoices): SparkCorrectionInputs {
  const induction = document.engine.induction?.value;
  return {
    charged: induction === 'supercharger' || induction === 'turbocharger',
    coolingFactor: coldExcessOf(document),
    compressionRatio: baseValue(document, 'engine.compressionRatio') ?? 10,
    firstRun,
  };
}

const sparkCoolant: MapGenerator = {
  needs: () => [],
  axes: over(SPARK_COOLANT_BREAKPOINTS),
  generate: (document, choices) => ({
    valueAtPoint: proposedSparkCoolantDeg,
    reasons: sparkCorrectionReasons('sparkCoolant', correctionInputs(document, choices)),
  }),
};

const sparkAir: MapGenerator = {
  needs: () => ['engine.induction', 'engine.fuel'],
  axes: over(SPARK_AIR_BREAKPOINTS),
  generate: (document, choices) => {
    const inputs = correctionInputs(document, choices);
    return {
      valueAtPoint: (airC) => proposedSparkAirDeg(inputs, airC),
      reasons: sparkCorrectionReasons('sparkAir', inputs),
    };
  },
};

const crankAdvance: MapGenerator = {
  needs: () => ['engine.compressionRatio'],
  axes: overCoolant,
  generate: (document, choices) => {
    const inputs = correctionInputs(document, choices);
    return {
      valueAtPoint: (coolantC) => proposedCrankAdvanceDeg(inputs, coolantC),
      reasons: sparkCorrectionReasons('crankAdvance', inputs),
    };
  },
};

/** How the maps of spark are proposed. */
export const SPARK_GENERATORS = {
  spark,
  sparkThrottle: behindThrottle(spark),
  sparkCoolant,
  sparkAir,
  crankAdvance,
} as const satisfies Partial<Record<MapId, MapGenerator>>;
