import { airMassMg, fuelMassMg } from '../air';
import {
  baseValue,
  type Calibration,
  conversionContext,
  type FieldPath,
  measuredFlowOf,
  strategyOf,
  sweptVolumePerCylinderCm3,
} from '../calibration';
import {
  type BreathingInputs,
  type LambdaInputs,
  lambdaReasons,
  LARGEST_LAMBDA_FALL,
  manifoldAtThrottle,
  proposedLambda,
  proposedVePercent,
  veReasons,
} from '../fuel';
import { fuelById } from '../fuels';
import { fuelFlowAtRatingGPerS, injectorFlowGPerS, pressureAcrossKpa } from '../injector';
import type { MapId } from '../program';
import {
  breathingNeeds,
  breathingOf,
  type GeneratorChoices,
  LAMBDA_NEEDS,
  type MapGenerator,
  type OwnAnchors,
  ownOf,
  sizeNeeds,
  VE_NEEDS,
  veInputsOf,
} from './generator';
import { fillingAnchors, targetAnchors } from './mapAnchors';
import { speedAndPressure, speedAndThrottle } from './newAxes';

/** Charge temperature that a base pulse is proposed for, °C. */
export const PULSE_CHARGE_C = 40;

const THROTTLE_REASON = {
  text: 'The pressure behind a throttle is where it passes what the engine takes; the closed throttle is taken to pass what idling needs.',
  formula: 'A(throttle) · p₀ · Ψ(p/p₀) / √(R·T) = VE(p) · p · V · speed / (120 · R · T)',
};

const ve: MapGenerator = {
  needs: () => VE_NEEDS,
  axes: speedAndPressure,
  anchors: fillingAnchors,
  generate: (document, { cams }, own) => {
    const inputs = veInputsOf(document, cams, own);
    return { valueAtPoint: (x, y) => proposedVePercent(inputs, x, y), reasons: veReasons(inputs) };
  },
};

const veThrottle: MapGenerator = {
  needs: breathingNeeds,
  axes: speedAndThrottle,
  anchors: fillingAnchors,
  generate: (document, { cams }, own) => {
    const inputs = breathingOf(document, cams, own);
    const baro = inputs.idle.barometricKpa;
    const boosted = strategyOf(document) === 'throttlePressure';
    return {
      valueAtPoint: (speed, throttle) => {
        const kpa = manifoldAtThrottle(inputs, speed, throttle);
        const refersTo = boosted ? Math.max(baro, kpa) : baro;
        return (proposedVePercent(inputs.ve, speed, kpa) * kpa) / refersTo;
      },
      reasons: [
        {
          text: `Filling by manifold pressure, taken to ${boosted ? 'manifold pressure where it is above barometric, else to barometric' : 'barometric'} pressure (${Math.round(baro)} kPa here).`,
          formula: boosted ? 'VE = VE(p) · p / max(p_baro, p)' : 'VE = VE(p) · p / p_baro',
        },
        THROTTLE_REASON,
        ...veReasons(inputs.ve),
      ],
    };
  },
};

function lambdaInputsOf(
  document: Calibration,
  { firstRun, use, cams }: GeneratorChoices,
  own: OwnAnchors,
): LambdaInputs {
  return {
    own: ownOf(own, LAMBDA_NAMES),
    barometricKpa: conversionContext(document).barometricKpa,
    maxManifoldKpa: baseValue(document, 'engine.maxManifoldPressure') ?? 0,
    firstRun,
    use,
    cams,
  };
}

const LAMBDA_NAMES = {
  lambdaIdle: 'idle',
  lambdaCruise: 'cruise',
  lambdaFull: 'fullLoad',
  lambdaBoost: 'highestBoost',
} as const;

const lambda: MapGenerator = {
  needs: () => LAMBDA_NEEDS,
  axes: speedAndPressure,
  anchors: (document, choices) => targetAnchors(lambdaInputsOf(document, choices, {})),
  generate: (document, choices, own) => {
    const inputs = lambdaInputsOf(document, choices, own);
    return {
      valueAtPoint: (x, y) => proposedLambda(inputs, x, y),
      reasons: lambdaReasons(inputs),
      largestFall: LARGEST_LAMBDA_FALL,
    };
  },
};

/** A map over throttle, from what its sister over pressure says at the pressure behind that throttle. */
export function behindThrottle(byPressure: MapGenerator): MapGenerator {
  return {
    needs: (document) => [...new Set([...breathingNeeds(document), ...byPressure.needs(document)])],
    axes: speedAndThrottle,
    anchors: byPressure.anchors,
    generate: (document, choices, own) => {
      const inputs: BreathingInputs = breathingOf(document, choices.cams);
      const { valueAtPoint, reasons, ...shape } = byPressure.generate(document, choices, own);
      return {
        ...shape,
        valueAtPoint: (speed, throttle) => valueAtPoint(speed, manifoldAtThrottle(inputs, speed, throttle)),
        reasons: [THROTTLE_REASON, ...reasons],
      };
    },
  };
}

/** Manifold pressure at a throttle, for when its sensor is lost. */
export const pressureThrottle: MapGenerator = {
  needs: (document) => breathingNeeds(document),
  axes: speedAndThrottle,
  anchors: () => [],
  generate: (document, choices) => {
    const inputs = breathingOf(document, choices.cams);
    return {
      valueAtPoint: (speed, throttle) => manifoldAtThrottle(inputs, speed, throttle),
      reasons: [
        {
          text: 'From the engine behind its throttle, as it is described: the pressure at which it takes as much air as the plates let through.',
        },
      ],
    };
  },
};

/** Fields that injector flow is found from. */
export const PULSE_NEEDS: readonly FieldPath[] = [
  'engine.fuel',
  'injectors.ratedFlow',
  'injectors.ratedPressure',
  'injectors.testDensity',
  'injectors.railPressure',
  'injectors.regulator',
];

/** Fuel flow of one injector by manifold pressure, g/s. */
export function injectorFlowAt(document: Calibration): (manifoldKpa: number) => number {
  const number = (path: FieldPath) => baseValue(document, path) ?? 0;
  const { densityGPerCm3 } = fuelById(document.engine.fuel?.value ?? 'petrol');
  const testDensity = number('injectors.testDensity');
  const flowAt = (flow: number) => fuelFlowAtRatingGPerS(flow, testDensity, densityGPerCm3);
  const rated = {
    ratedFlowGPerS: flowAt(number('injectors.ratedFlow')),
    ratedPressureKpa: number('injectors.ratedPressure'),
    measuredFlow: measuredFlowOf(document, flowAt),
  };
  const regulator = document.injectors.regulator?.value ?? 'manifold';
  const rail = number('injectors.railPressure');
  const { barometricKpa } = conversionContext(document);
  return (kpa) => injectorFlowGPerS(rated, pressureAcrossKpa(regulator, rail, barometricKpa, kpa));
}

const pulse: MapGenerator = {
  needs: (document) => [...VE_NEEDS, ...sizeNeeds(document), ...PULSE_NEEDS],
  axes: speedAndPressure,
  anchors: (document, choices) => [
    ...fillingAnchors(document, choices),
    ...targetAnchors(lambdaInputsOf(document, choices, {})),
  ],
  generate: (document, choices, own) => {
    const filling = veInputsOf(document, choices.cams, own);
    const targets = lambdaInputsOf(document, choices, own);
    const fuel = fuelById(document.engine.fuel?.value ?? 'petrol');
    const volume = sweptVolumePerCylinderCm3(document) ?? 0;
    const flow = injectorFlowAt(document);
    return {
      valueAtPoint: (speed, kpa) => {
        const air = airMassMg(proposedVePercent(filling, speed, kpa), kpa, volume, PULSE_CHARGE_C);
        return fuelMassMg(air, proposedLambda(targets, speed, kpa), fuel.stoichiometricRatio) / flow(kpa);
      },
      reasons: [
        {
          text: `The pulse that the filling and lambda proposals come to with the charge at ${PULSE_CHARGE_C} °C. In use it knows nothing of air temperature or target: both need corrections of their own.`,
          formula: 'pulse = VE/100 · p · V / (R · T) / (lambda · ratio) / flow',
        },
        ...veReasons(filling),
      ],
    };
  },
};

/** How the maps of air and target are proposed. */
export const AIR_GENERATORS = {
  ve,
  veThrottle,
  pulse,
  lambda,
  lambdaThrottle: behindThrottle(lambda),
} as const satisfies Partial<Record<MapId, MapGenerator>>;
