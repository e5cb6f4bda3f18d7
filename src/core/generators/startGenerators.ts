import { baseValue, type Calibration } from '../calibration';
import {
  accelerationReasons,
  proposedAccelerationCold,
  proposedAccelerationPercent,
  RATE_BREAKPOINTS,
} from '../fuel';
import { type IdleInputs, idleReasons, proposedIdleAir, proposedIdleSpeed } from '../idle';
import { gridOf, lookUpCurve } from '../numeric';
import type { MapId } from '../program';
import {
  COOLANT_BREAKPOINTS,
  proposedStartUp,
  proposedTaperPercent,
  type StartUpCurveId,
  taperReasons,
  TURNS_BREAKPOINTS,
} from '../startup';
import { coldExcessOf, idleEngineOf, type MapGenerator, sizeNeeds, stopShareOf } from './generator';
import { over, overCoolant } from './newAxes';

/** The generator of a start-up curve over coolant temperature. */
function startUp(id: StartUpCurveId): MapGenerator {
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

const crankingTaper: MapGenerator = {
  needs: () => [],
  axes: over(TURNS_BREAKPOINTS),
  generate: () => ({ valueAtPoint: proposedTaperPercent, reasons: taperReasons() }),
};

function idleInputs(document: Calibration): IdleInputs {
  return {
    engine: idleEngineOf(document),
    hotSpeedRpm: baseValue(document, 'idle.hotSpeed') ?? 0,
    valveGPerS: baseValue(document, 'idle.valveFlow'),
    screwShare: stopShareOf(document),
  };
}

const idleAir: MapGenerator = {
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

const idleSpeed: MapGenerator = {
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

const acceleration: MapGenerator = {
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

const accelerationCold: MapGenerator = {
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

/** How the maps of starting, idling and accelerating are proposed. */
export const START_GENERATORS = {
  prime: startUp('prime'),
  cranking: startUp('cranking'),
  crankingTaper,
  afterStart: startUp('afterStart'),
  afterStartDecay: startUp('afterStartDecay'),
  warmUp: startUp('warmUp'),
  idleAir,
  idleSpeed,
  acceleration,
  accelerationCold,
} as const satisfies Partial<Record<MapId, MapGenerator>>;
