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
  SPARK_MAPS,
  type SparkCorrectionInputs,
  sparkCorrectionReasons,
  type SparkInputs,
  sparkReasons,
} from '../spark';
import { STARTUP_MAPS } from '../startup';
import { behindThrottle } from './airGenerators';
import { anchoredCurve, COLD_TO_HOT } from './curveAnchors';
import {
  coldExcessOf,
  type GeneratorChoices,
  type MapGenerator,
  type OwnAnchors,
  ownOf,
  type PlainGenerator,
  SPARK_NEEDS,
} from './generator';
import { advanceAnchors } from './mapAnchors';
import { over, overCoolant, speedAndPressure } from './newAxes';

const CAUTION_DEG = 4;

const SPARK_NAMES = {
  sparkIdle: 'idleDeg',
  sparkCruise: 'cruiseDeg',
  sparkFull: 'fullLoadDeg',
  sparkBoost: 'retardDegPerKpa',
} as const;

function sparkInputsOf(
  document: Calibration,
  { firstRun, cams, use }: GeneratorChoices,
  own: OwnAnchors,
): SparkInputs {
  const { engine } = document;
  return {
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
    own: ownOf(own, SPARK_NAMES),
  };
}

const spark: MapGenerator = {
  needs: () => SPARK_NEEDS,
  axes: speedAndPressure,
  anchors: (document, choices) => advanceAnchors(document, sparkInputsOf(document, choices, {})),
  generate: (document, choices, own) => {
    const inputs = sparkInputsOf(document, choices, own);
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

const sparkCoolant: PlainGenerator = {
  needs: () => [],
  axes: over(SPARK_COOLANT_BREAKPOINTS),
  generate: (document, choices) => ({
    valueAtPoint: proposedSparkCoolantDeg,
    reasons: sparkCorrectionReasons('sparkCoolant', correctionInputs(document, choices)),
  }),
};

const sparkAir: PlainGenerator = {
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

/** From the barometer to the most there is: where a charger pushes, and no charger does. */
const sparkBoost: MapGenerator = {
  needs: () => ['engine.maxManifoldPressure'],
  anchors: () => [],
  axes: (document) => {
    const from = Math.round(conversionContext(document).barometricKpa / 5) * 5;
    const most = Math.max(from + 20, baseValue(document, 'engine.maxManifoldPressure') ?? 0);
    return { x: [0, 0.25, 0.5, 0.75, 1].map((share) => Math.round(from + share * (most - from))), y: [] };
  },
  generate: () => ({
    valueAtPoint: () => 0,
    reasons: [
      {
        text: 'Nothing: the spark map falls with pressure already. This is the knob for all speeds at once.',
      },
    ],
  }),
};

const crankAdvance: PlainGenerator = {
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
  sparkCoolant: anchoredCurve(SPARK_MAPS.sparkCoolant, sparkCoolant, [
    { id: 'coldest', at: 'at the coldest, −30 °C', x: -30 },
    { id: 'warm', at: 'warm, 80 °C', x: 80 },
    { id: 'overheated', at: 'overheated, 115 °C', x: 115 },
  ]),
  sparkAir: anchoredCurve(SPARK_MAPS.sparkAir, sparkAir, [
    { id: 'usual', at: 'at 20 °C', x: 20 },
    { id: 'hottest', at: 'at the hottest, 80 °C', x: 80 },
  ]),
  sparkBoost,
  crankAdvance: anchoredCurve(STARTUP_MAPS.crankAdvance, crankAdvance, COLD_TO_HOT),
} as const satisfies Partial<Record<MapId, MapGenerator>>;
