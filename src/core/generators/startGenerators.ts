import { baseValue, type Calibration } from '../calibration';
import {
  accelerationReasons,
  proposedAccelerationCold,
  proposedAccelerationPercent,
  RATE_BREAKPOINTS,
} from '../fuel';
import { type IdleInputs, idleReasons, proposedIdleAir, proposedIdleSpeed } from '../idle';
import { gridOf, lookUpCurve } from '../numeric';
import {
  COOLANT_BREAKPOINTS,
  proposedStartUp,
  proposedTaperPercent,
  type StartUpCurveId,
  taperReasons,
  TURNS_BREAKPOINTS,
} from '../startup';
import { coldExcessOf, idleEngineOf, type MapGenerator, sizeNeeds } from './generator';
import { over, overCoolant } from './newAxes';

/** The generator of a start-up curve over coolant temperature. */
export function startUp(id: StartUpCurveId): MapGenerator {
  return {
    needs: () => ['engine.fuel'],
    axes: overCoolant,
    generate: ({ engine }) => {
      const { values, reasons } = proposedStartUp(id, engine.fuel?.value ?? 'petrol');
      const curve = gridOf({ x: COOLANT_BREAKPOINTS, y: [], values });
      return { valueAtPoint: (coolantC) => lookUpCurve(curve, coolantC), reasons };
    },
  };
}

export const crankingTaper: MapGenerator = {
  needs: () => [],
  axes: over(TURNS_BREAKPOINTS),
  generate: () => ({ valueAtPoint: proposedTaperPercent, reasons: taperReasons() }),
};

function idleInputs(document: Calibration): IdleInputs {
  return {
    engine: idleEngineOf(document),
    hotSpeedRpm: baseValue(document, 'idle.hotSpeed') ?? 0,
    valveGPerS: baseValue(document, 'idle.valveFlow'),
  };
}

export const idleAir: MapGenerator = {
  needs: (document) => [
    ...sizeNeeds(document),
    'engine.fuel',
    'engine.altitude',
    'idle.hotSpeed',
    'idle.valveFlow',
  ],
  axes: overCoolant,
  generate: (document) => {
    const inputs = idleInputs(document);
    return {
      valueAtPoint: (coolantC) => proposedIdleAir(inputs, coolantC),
      reasons: idleReasons('idleAir', inputs),
    };
  },
};

export const idleSpeed: MapGenerator = {
  needs: () => ['idle.hotSpeed'],
  axes: overCoolant,
  generate: (document) => {
    const inputs = idleInputs(document);
    return {
      valueAtPoint: (coolantC) => proposedIdleSpeed(inputs, coolantC),
      reasons: idleReasons('idleSpeed', inputs),
    };
  },
};

export const acceleration: MapGenerator = {
  needs: () => ['engine.induction', 'engine.fuel'],
  axes: over(RATE_BREAKPOINTS),
  generate: (document) => {
    const inputs = {
      induction: document.engine.induction?.value ?? 'natural',
      coldExcess: coldExcessOf(document),
    } as const;
    return {
      valueAtPoint: (rate) => proposedAccelerationPercent(inputs, rate),
      reasons: accelerationReasons('acceleration', inputs),
    };
  },
};

export const accelerationCold: MapGenerator = {
  needs: () => [],
  axes: overCoolant,
  generate: (document) => ({
    valueAtPoint: proposedAccelerationCold,
    reasons: accelerationReasons('accelerationCold', {
      induction: 'natural',
      coldExcess: coldExcessOf(document),
    }),
  }),
};
